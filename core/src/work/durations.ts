import { median, medianAbsoluteDeviation } from 'simple-statistics';
import { onceEach, type Logbook } from '../logbook';
import { type Fact, type WorkKind, kindOfWork } from '../model';
import { workOfFact } from '../service';

/**
 * Minutes that work takes before the shop has a record of its own. Common practice, no source: a flush alone 45–60 min, pads about
 * 10 min a side, pads and rotors of an axle 30 min by two; the others are own figures.
 */
export const usualMinutes: Record<WorkKind, number> = {
  boilingTest: 15,
  sendBedding: 15,
  measure: 30,
  rotors: 20,
  pads: 20,
  hoses: 20,
  flush: 50,
  bleed: 25,
  ducts: 10,
  ductsOffBefore: 10,
  extra: 30,
  bedding: 45,
  inspection: 15,
  spare: 5,
  reTorque: 15,
  ductsOff: 10,
  roadPads: 25,
};

/** Wheels cracked loose, car up on stands, down again, wheels torqued, pedal gate: once for each visit. Own figure. */
export const VISIT_MINUTES = 25;

/** Records of a kind that it takes before the shop's own replace the usual figure; and of one car. */
const MIN_RECORDS = 3;
/** A gap between two entries longer than this was something else: coffee, a customer, the night. */
const MAX_GAP_MIN = 45;

export interface DurationEstimate {
  minutes: number;
  /** Half of the shop's records lie in it; null while there are too few. */
  band: { low: number; high: number } | null;
  from: 'usual' | 'shop' | 'car';
  records: number;
}

interface Timed {
  kind: WorkKind;
  carId: string;
  minutes: number;
}

/** Minutes by kind of work out of the times at which a job's entries were made: each gap belongs to the entry that ends it. */
function timesOfJob(facts: readonly Fact[], carId: string): Timed[] {
  const sorted = [...facts].sort((a, b) => a.recordedAt.localeCompare(b.recordedAt));
  const spent = new Map<WorkKind, number>();
  const count = new Map<WorkKind, Set<string>>();
  for (let i = 1; i < sorted.length; i++) {
    const fact = sorted[i]!;
    const kind = workOfFact(fact);
    const gap = (Date.parse(fact.recordedAt) - Date.parse(sorted[i - 1]!.recordedAt)) / 60_000;
    if (kind === null || gap > MAX_GAP_MIN) continue;
    spent.set(kind, (spent.get(kind) ?? 0) + gap);
    // Pads and rotors are estimated by the axle.
    const place = ('axle' in fact ? fact.axle : null) ?? 'one';
    count.set(kind, (count.get(kind) ?? new Set()).add(place));
  }
  return [...spent].map(([kind, minutes]) => ({ kind, carId, minutes: minutes / count.get(kind)!.size }));
}

/** All times on record: entries of guided services, and what people said of work without a guided screen. */
function recordedTimes(logbook: Logbook): Timed[] {
  const times: Timed[] = [];
  for (const job of logbook.jobs.values()) {
    const facts = logbook.factsOfJob(job.id);
    if (facts.some((f) => f.kind === 'carReleased')) times.push(...timesOfJob(facts, job.carId));
    for (const fact of facts) {
      if (fact.kind !== 'workDone' || fact.minutes === null) continue;
      for (const item of fact.items)
        times.push({ kind: kindOfWork(item), carId: fact.carId, minutes: fact.minutes / fact.items.length });
    }
  }
  return times;
}

const timesKnown = new WeakMap<Logbook, ReadonlyMap<WorkKind, readonly number[]>>();
/** Minutes that each kind of work took this shop, as they are on record. */
export function minutesOnRecord(logbook: Logbook): ReadonlyMap<WorkKind, readonly number[]> {
  let times = timesKnown.get(logbook);
  if (!times) {
    const all = new Map<WorkKind, number[]>();
    for (const { kind, minutes } of recordedTimes(logbook)) all.set(kind, [...(all.get(kind) ?? []), minutes]);
    times = all;
    timesKnown.set(logbook, times);
  }
  return times;
}

const known = new WeakMap<Logbook, (key: string) => DurationEstimate>();

/**
 * How long a kind of work takes this shop, min. The median of its records, once there are three, of this car once it has three itself;
 * the usual figure until then. One day on which everything went wrong moves a median little.
 */
export function durationOf(logbook: Logbook, kind: WorkKind, carId: string): DurationEstimate {
  let find = known.get(logbook);
  if (!find) {
    const times = recordedTimes(logbook);
    find = onceEach((key) => {
      const [wanted, car] = key.split(' ') as [WorkKind, string];
      const ofShop = times.filter((t) => t.kind === wanted);
      const ofCar = ofShop.filter((t) => t.carId === car);
      const used = ofCar.length >= MIN_RECORDS ? ofCar : ofShop;
      if (used.length < MIN_RECORDS)
        return { minutes: usualMinutes[wanted], band: null, from: 'usual', records: used.length };
      const minutes = used.map((t) => t.minutes);
      const middle = median(minutes);
      const spread = medianAbsoluteDeviation(minutes);
      return {
        // In fives, as people plan; never nothing.
        minutes: Math.max(5, Math.round(middle / 5) * 5),
        band: { low: Math.max(1, Math.round(middle - spread)), high: Math.round(middle + spread) },
        from: used === ofCar ? 'car' : 'shop',
        records: used.length,
      };
    });
    known.set(logbook, find);
  }
  return find(`${kind} ${carId}`);
}
