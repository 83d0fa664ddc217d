/** What was done in a stretch of days, job by job: how long it took against the plan, and what went into the car. For the evening, and for the invoice. */
import { type Instant, type LocalDate, dateIn } from '../calendar';
import { wearPartsOnCar } from '../inventory';
import { isDone } from '../jobs';
import { type Logbook, carLabel } from '../logbook';
import type { Fact, Job } from '../model';

/** A gap between two entries longer than this was something else: coffee, a customer, the night. Own figure. */
const MAX_GAP_MIN = 45;

/** Something that went into a car. */
export interface GoodsUsed {
  goods: 'padSet' | 'rotorPair' | 'fluid' | 'wearPart';
  name: string;
  /** mL of fluid, else pieces. */
  amount: number;
  /** As it was ordered last, in minor units; null where nobody knows. */
  unitPriceMinor: number | null;
  currency: string | null;
}

export interface DoneJob {
  job: Job;
  day: LocalDate;
  car: string;
  plate: string;
  customer: string;
  event: string;
  /** Who made its entries, by name. */
  people: string[];
  plannedMin: number;
  /** By the clock of its entries, or as somebody said; null where neither tells. */
  takenMin: number | null;
  goods: GoodsUsed[];
}

/** Minutes by the clock of a job's entries; where somebody said how long a piece took, that counts instead of the gap before it. */
function minutesTaken(facts: readonly Fact[]): number | null {
  const sorted = [...facts].sort((a, b) => a.recordedAt.localeCompare(b.recordedAt));
  let minutes = 0;
  let isKnown = false;
  for (const [i, fact] of sorted.entries()) {
    if (fact.kind === 'workDone' && fact.minutes !== null) {
      minutes += fact.minutes;
      isKnown = true;
      continue;
    }
    if (i === 0) continue;
    const gap = (Date.parse(fact.recordedAt) - Date.parse(sorted[i - 1]!.recordedAt)) / 60_000;
    if (gap > MAX_GAP_MIN) continue;
    minutes += gap;
    isKnown = true;
  }
  return isKnown ? Math.round(minutes) : null;
}

/** What such a thing cost when it was ordered last. */
function priceOf(logbook: Logbook, likeId: string): Pick<GoodsUsed, 'unitPriceMinor' | 'currency'> {
  const last = [...logbook.orders.values()]
    .filter((o) => !o.archived)
    .sort((a, b) => a.placedOn.localeCompare(b.placedOn))
    .flatMap((o) => o.lines.map((line) => ({ line, currency: o.currency ?? logbook.shop.currency })))
    .filter(({ line }) => line.likeId === likeId && line.unitPriceMinor !== null)
    .at(-1);
  return { unitPriceMinor: last?.line.unitPriceMinor ?? null, currency: last?.currency ?? null };
}

function goodsOf(logbook: Logbook, job: Job, facts: readonly Fact[], until: Instant): GoodsUsed[] {
  const goods: GoodsUsed[] = [];
  const fluidMl = new Map<string, number>();
  const pour = (bottleId: string | null, ml: number): void => {
    const fluidId = logbook.bottles.get(bottleId ?? '')?.fluidId;
    if (fluidId && ml > 0) fluidMl.set(fluidId, (fluidMl.get(fluidId) ?? 0) + ml);
  };
  for (const f of facts) {
    if (f.kind === 'partsFitted') {
      const set = logbook.padSets.get(f.padSetId ?? '');
      const pair = logbook.rotorPairs.get(f.rotorPairId ?? '');
      if (set && (f.changed === 'pads' || f.changed === 'both'))
        goods.push({ goods: 'padSet', name: set.label, amount: 1, ...priceOf(logbook, set.id) });
      if (pair && (f.changed === 'rotors' || f.changed === 'both'))
        goods.push({ goods: 'rotorPair', name: pair.label, amount: 1, ...priceOf(logbook, pair.id) });
    }
    if (f.kind === 'fluidExchange') {
      pour(f.reservoirBottleId, f.reservoirRefillMl);
      for (const c of f.corners) pour(c.bottleId, c.pouredMl ?? c.volumeMl);
    }
  }
  for (const [fluidId, ml] of fluidMl)
    goods.push({
      goods: 'fluid',
      name: logbook.fluids.get(fluidId)?.name ?? '',
      amount: Math.round(ml),
      ...priceOf(logbook, fluidId),
    });
  const from = facts.reduce((first, f) => (f.at < first ? f.at : first), until);
  for (const { part, at, count } of wearPartsOnCar(logbook, job.carId))
    if (from <= at && at <= until)
      goods.push({ goods: 'wearPart', name: part.name, amount: count, ...priceOf(logbook, part.id) });
  return goods;
}

/**
 * Jobs that were done in a stretch of days, by their last entry, soonest first.
 * @param from first day @param to last day, both in the shop's time zone
 */
export function workDoneBetween(logbook: Logbook, from: LocalDate, to: LocalDate): DoneJob[] {
  const { timeZone } = logbook.shop;
  return [...logbook.jobs.values()]
    .flatMap((job): DoneJob[] => {
      if (job.archived || !isDone(logbook, job)) return [];
      const facts = logbook.factsOfJob(job.id);
      const last = facts.reduce((at, f) => (f.at > at ? f.at : at), '');
      const day = last === '' ? '' : dateIn(last, timeZone);
      if (day < from || day > to) return [];
      const car = logbook.cars.get(job.carId);
      return [
        {
          job,
          day,
          car: carLabel(logbook, job.carId),
          plate: car?.plate ?? '',
          customer: logbook.customers.get(car?.customerId ?? '')?.name ?? '',
          event: logbook.events.get(job.eventId ?? '')?.name ?? '',
          people: [...new Set(facts.map((f) => f.by))].flatMap((id) => logbook.crew.get(id)?.name ?? []).sort(),
          plannedMin: job.durationMin,
          takenMin: minutesTaken(facts),
          goods: goodsOf(logbook, job, facts, last),
        },
      ];
    })
    .sort((a, b) => a.day.localeCompare(b.day) || a.job.startAt.localeCompare(b.job.startAt));
}

/** How long work took against the plan, by whatever it is looked at: kind, person or car. */
export interface TakenAgainstPlanned {
  name: string;
  jobs: number;
  plannedMin: number;
  takenMin: number;
}

/**
 * Sums of jobs of which both is known, the longest first.
 * @param namesOf what a job counts for: a job of two people counts for both
 */
export function takenBy(done: readonly DoneJob[], namesOf: (job: DoneJob) => readonly string[]): TakenAgainstPlanned[] {
  const sums = new Map<string, TakenAgainstPlanned>();
  for (const d of done) {
    if (d.takenMin === null) continue;
    for (const name of namesOf(d)) {
      const sum = sums.get(name) ?? { name, jobs: 0, plannedMin: 0, takenMin: 0 };
      sums.set(name, {
        name,
        jobs: sum.jobs + 1,
        plannedMin: sum.plannedMin + d.plannedMin,
        takenMin: sum.takenMin + d.takenMin,
      });
    }
  }
  return [...sums.values()].sort((a, b) => b.takenMin - a.takenMin || a.name.localeCompare(b.name));
}
