import { type LocalDate, dateIn, longDate, plusDays, shortDate } from '../calendar';
import {
  type FluidJudgement,
  judgeFluid,
  policyRules,
  previousEventEnd,
  usualVolumesMl,
  nippleSequence,
} from '../fluid';
import type { Logbook } from '../logbook';
import { axleOfCorner, axleParts, cornersOf } from '../parts';
import { isDone, tickedWork, kindOf, workName } from '../planning';
import { judgeCorners, sheetOf } from '../service';
import { type PartNeed, onShelf, padSetMm, partsFor, shelfNeed, toBuy } from '../stock';
import {
  type Axle,
  type Booking,
  type Car,
  type ChecksDone,
  type Fact,
  type Job,
  type PadSet,
  type TrackEvent,
  type WorkChange,
  type WorkDone,
  type WorkKind,
  type WorkSkill,
  axles,
  corners,
  workKinds,
} from '../vocabulary';
import { type DurationEstimate, VISIT_MINUTES, durationOf } from './durations';
import { type RuleFrom, rulesInForce } from './rules';

/** One piece of work that a booked car needs, and why, when, by whom and with what. */
export interface WorkItem {
  /** Unique within its booking: `pads.front`. */
  key: string;
  kind: WorkKind;
  bookingId: string;
  carId: string;
  title: string;
  reasons: { text: string; from: RuleFrom | null }[];
  state: 'todo' | 'planned' | 'done' | 'dropped';
  /** Why it was dropped. */
  dropReason: string | null;
  /** The job that is to do it, or did it. */
  job: Job | null;
  /** First and last day on which it can be done; after `target` it is late, though it still counts. */
  earliest: LocalDate;
  latest: LocalDate;
  target: LocalDate;
  /** Set where no day is left in the window, with the reason. */
  impossible: string | null;
  duration: DurationEstimate;
  crewNeeded: 1 | 2;
  skill: WorkSkill | null;
  wheelsOff: boolean;
  needsLift: boolean;
  place: 'shop' | 'customer' | 'road' | 'event';
  parts: PartNeed[];
  /** Fluid that it takes, mL, and of which product, where that is known. */
  fluid: { ml: number; fluidId: string | null; grade: string } | null;
  /** Work of the same booking that comes first, and days that must lie between. */
  after: { key: string; lagDays: number }[];
  /** Wants a visit of its own. */
  isSplit: boolean;
}

interface Kind {
  skill: WorkSkill | null;
  wheelsOff?: boolean;
  needsLift?: boolean;
  crewNeeded?: 2;
  place?: WorkItem['place'];
}
const kinds: Record<WorkKind, Kind> = {
  boilingTest: { skill: 'fluid' },
  sendBedding: { skill: null },
  measure: { skill: 'measuring', wheelsOff: true },
  rotors: { skill: 'parts', wheelsOff: true },
  pads: { skill: 'parts', wheelsOff: true },
  hoses: { skill: 'parts', wheelsOff: true },
  exchange: { skill: 'fluid', wheelsOff: true },
  bleed: { skill: 'fluid', wheelsOff: true },
  ducts: { skill: 'parts', needsLift: true },
  extra: { skill: null },
  // One drives, one counts and works the phone.
  bedding: { skill: 'bedding', crewNeeded: 2, place: 'road' },
  inspection: { skill: null },
  spare: { skill: null },
  reTorque: { skill: 'parts', place: 'event' },
  ductsOff: { skill: 'parts', needsLift: true },
  roadPads: { skill: 'parts', wheelsOff: true },
};

/** What must be there first: measuring before deciding, hoses and pads before the fluid, everything before the form. */
const opens: WorkKind[] = ['rotors', 'pads', 'hoses'];
const before: Partial<Record<WorkKind, WorkKind[]>> = {
  rotors: ['measure'],
  pads: ['measure', 'sendBedding'],
  hoses: ['measure'],
  exchange: ['boilingTest', ...opens],
  bleed: ['boilingTest', ...opens],
  bedding: [...opens, 'exchange', 'bleed', 'ducts'],
  inspection: [...opens, 'exchange', 'bleed', 'ducts', 'bedding', 'extra'],
  roadPads: [],
};

/** Measured at most this long before an event, and not before the last one, a car need not be measured again. Own figure. */
const MEASURED_WITHIN_DAYS = 21;
const TESTED_WITHIN_DAYS = 14;
/** Work for an event is not begun longer before it than this: what is done too early is done again. Own figure. */
const RUN_UP_DAYS = 21;

export const loadUpOf = (event: TrackEvent): LocalDate => event.loadUpDate ?? plusDays(event.startDate, -1);

type Draft = Pick<WorkItem, 'key' | 'reasons'> &
  Partial<Pick<WorkItem, 'parts' | 'fluid' | 'earliest' | 'latest' | 'target' | 'title'>> & {
    minutes?: number;
    wheelsOff?: boolean;
    /** Why nobody here can do it. */
    blocked?: string | undefined;
  };

interface Context {
  logbook: Logbook;
  booking: Booking;
  car: Car;
  event: TrackEvent;
  today: LocalDate;
  loadUp: LocalDate;
  /** The end of the car's event before this one: what was done before it does not count for this one. */
  previous: LocalDate | null;
  facts: readonly Fact[];
}

const noRule = (text: string): WorkItem['reasons'] => [{ text, from: null }];

/** Work that the guided service, or a fluid page, closes by itself; the rest is ticked off by name. */
const guided: ReadonlySet<WorkKind> = new Set([
  'boilingTest',
  'measure',
  'rotors',
  'pads',
  'hoses',
  'exchange',
  'bleed',
  'roadPads',
]);

export interface VisitExtra {
  key: string;
  title: string;
  /** Of a form: its lines. */
  lines: string[];
  done: WorkDone | null;
}

/** Work of a visit that no guided screen covers. */
export function visitExtras(logbook: Logbook, job: Job): VisitExtra[] {
  const booking = logbook.bookings.get(job.bookingId ?? '');
  const car = logbook.cars.get(job.carId);
  const event = logbook.events.get(job.eventId ?? '');
  const ticked = tickedWork(logbook, job.id);
  return job.covers
    .filter((key) => !guided.has(kindOf(key)))
    .map((key) => {
      const added = booking?.workChanges.find((c) => c.change === 'add' && c.item === key);
      return {
        key,
        title: workName(key, added?.change === 'add' ? added.title : undefined),
        lines:
          kindOf(key) === 'inspection' && car && event
            ? (rulesInForce(logbook, car, event).inspection?.items ?? [])
            : [],
        done: ticked.findLast((f) => f.items.includes(key)) ?? null,
      };
    });
}

/** The latest entry of a kind on the list of a check, with its date. */
function lastCheck(c: Context, check: 'ductsFitted'): { ok: boolean; on: LocalDate } | null {
  const fact = c.facts.findLast(
    (f): f is ChecksDone => f.kind === 'checksDone' && f.items.some((i) => i.check === check),
  );
  const item = fact?.items.find((i) => i.check === check);
  return fact && item ? { ok: item.result === 'ok', on: dateIn(fact.at, c.logbook.shop.timeZone) } : null;
}

const doneOf = (facts: readonly Fact[], kind: WorkKind): { fact: WorkDone; keys: string[] }[] =>
  facts.flatMap((f) => {
    const keys = f.kind === 'workDone' ? f.items.filter((i) => kindOf(i) === kind) : [];
    return f.kind === 'workDone' && keys.length > 0 ? [{ fact: f, keys }] : [];
  });

/** Whether the car's ducts are on, by the last that anybody recorded. */
function hasDuctsOn(c: Context): boolean {
  const { timeZone } = c.logbook.shop;
  const states = [
    ...doneOf(c.facts, 'ducts').map((d) => ({ on: dateIn(d.fact.at, timeZone), ok: true })),
    ...doneOf(c.facts, 'ductsOff').map((d) => ({ on: dateIn(d.fact.at, timeZone), ok: false })),
  ];
  const check = lastCheck(c, 'ductsFitted');
  if (check) states.push(check);
  return states.sort((a, b) => a.on.localeCompare(b.on)).at(-1)?.ok ?? false;
}

function fluidDrafts(
  c: Context,
  fluid: FluidJudgement,
  planned: { exchangeOn: LocalDate | null; bleedOn: LocalDate | null },
): Draft[] {
  const { logbook, car, event, today } = c;
  const open = [
    ...policyRules(logbook, car, event, today, fluid.state, planned),
    ...(planned.exchangeOn ? [] : fluid.rules.filter((r) => r.owner === 'boilingPoint')),
  ].filter((r) => !r.met);
  const faults = planned.exchangeOn ? [] : fluid.reasons.filter((r) => r.verdict === 'stop');
  const names: Record<string, RuleFrom> = {
    organiser: { owner: 'organiser', name: event.organiser || event.name },
    customer: { owner: 'customer', name: logbook.customers.get(car.customerId)?.name ?? 'the customer' },
    shop: { owner: 'shop', name: 'the shop' },
  };
  const work =
    open.some((r) => r.work === 'exchange') || faults.length > 0 ? 'exchange' : open.length > 0 ? 'bleed' : null;
  const drafts: Draft[] = [];
  if (work !== null) {
    const rules = open.filter((r) => work === 'bleed' || r.work === 'exchange');
    const last = c.facts.findLast((f) => f.kind === 'fluidExchange');
    const bottle = last?.kind === 'fluidExchange' ? logbook.bottles.get(last.corners[0]?.bottleId ?? '') : undefined;
    const inCar = bottle && logbook.fluids.get(bottle.fluidId);
    const steps = nippleSequence(car);
    const ml =
      work === 'bleed'
        ? steps.length * 40
        : usualVolumesMl(steps, true).reduce((a, b) => a + b, 0) + Math.round(car.reservoirMaxMl * 0.6);
    drafts.push({
      key: work,
      reasons: [
        ...faults.map((f) => ({ text: f.text, from: null })),
        ...rules.map((r) => ({ text: r.reason, from: names[r.owner] ?? null })),
      ],
      // Made too early it would not count for every rule.
      earliest: rules.map((r) => r.notBefore ?? today).reduce((a, b) => (b > a ? b : a), today),
      blocked: faults.find((f) => f.text.includes('workshop'))?.text,
      fluid: { ml, fluidId: inCar && inCar.grade === car.fluidGrade ? inCar.id : null, grade: car.fluidGrade },
    });
  }
  const tested = fluid.state.current.tests.at(-1);
  const testedOn = tested ? dateIn(tested.test.at, logbook.shop.timeZone) : null;
  const unsure = fluid.reasons.find((r) => r.verdict === 'watch' && r.text.includes('test'));
  const isUnknown = fluid.boilingNow === null;
  const isRecent = testedOn !== null && testedOn >= plusDays(event.startDate, -TESTED_WITHIN_DAYS);
  if (isUnknown || (work !== 'exchange' && unsure && !isRecent)) {
    drafts.push({
      key: 'boilingTest',
      reasons: noRule(isUnknown ? 'No test and no exchange on record.' : unsure!.text),
      earliest: isUnknown ? today : plusDays(event.startDate, -TESTED_WITHIN_DAYS),
    });
  }
  return drafts;
}

/** Pads and rotors by axle: what is under a limit, what the rules ask for, and what has not been looked at. */
function partsDrafts(c: Context): Draft[] {
  const { logbook, booking, car, event, today } = c;
  const { timeZone } = logbook.shop;
  const rules = rulesInForce(logbook, car, event);
  const state = judgeCorners(logbook, car, sheetOf(logbook, car));
  const drafts: Draft[] = [];
  const measured = corners.flatMap((corner) => {
    const m = state.corners[corner].pads;
    return m ? [dateIn(m.at, timeZone)] : [];
  });
  const oldest = measured.length === 4 ? measured.sort()[0]! : null;
  const wanted = plusDays(event.startDate, -MEASURED_WITHIN_DAYS);
  if (oldest === null)
    drafts.push({
      key: 'measure',
      reasons: noRule(
        measured.length === 0
          ? 'Nobody has measured pads and rotors.'
          : `${4 - measured.length} of 4 corners have not been measured.`,
      ),
    });
  else if (oldest < wanted || (c.previous !== null && oldest <= c.previous))
    drafts.push({
      key: 'measure',
      reasons: noRule(
        c.previous !== null && oldest <= c.previous
          ? `Not measured since the event of ${longDate(c.previous)}.`
          : `Last measured ${longDate(oldest)}.`,
      ),
    });
  for (const axle of axles) {
    const places = cornersOf(axle).map((corner) => state.corners[corner]);
    const mms = places.flatMap((p) => (p.padMm === null ? [] : [p.padMm]));
    const least = mms.length > 0 ? Math.min(...mms) : null;
    const { limitMm, limitFrom } = places[0]!.spec;
    const rule = rules.padLeastMm;
    const shown = (mm: number): string => `${mm.toFixed(1)} mm`;
    const padReasons: WorkItem['reasons'] = [];
    if (least !== null && least < limitMm)
      padReasons.push({
        text: `${shown(least)} left, limit ${shown(limitMm)} (${limitFrom.toLowerCase()}).`,
        from: null,
      });
    if (least !== null && rule && least < rule.value)
      padReasons.push({ text: `${shown(least)} left, ${shown(rule.value)} asked for.`, from: rule.from });
    for (const p of places)
      for (const r of p.reasons)
        if (r.verdict === 'stop' && p.padJudgement?.reasons.includes(r) && !r.text.includes('limit'))
          padReasons.push({ text: r.text, from: null });
    const parts = axleParts(logbook, car, axle);
    const now = parts.padSet;
    if (now?.use === 'road' && trackSetOf(c, axle))
      padReasons.push({ text: `Road set ${now.label} is on the car.`, from: null });
    if (padReasons.length > 0) {
      const wantMm = Math.max(limitMm, rule?.value ?? 0);
      const found = partsFor(logbook, booking, car, axle, 'padSet', wantMm)[0];
      const name = `Pads ${axle}, ${now?.compound ?? 'compound not on record'}`;
      const need: PartNeed = found
        ? shelfNeed(
            'padSet',
            found,
            `Set ${found.label}, ${padSetMm(logbook, found as PadSet).toFixed(1)} mm, on the shelf`,
            today,
          )
        : toBuy(logbook, booking, 'padSet', now?.id ?? null, name, 1, today);
      drafts.push({ key: `pads.${axle}`, reasons: padReasons, parts: [need] });
    } else if (least !== null && now) {
      const percent = (100 * least) / now.newThicknessMm;
      if (percent < logbook.shop.padTrackStartPercent)
        drafts.push({
          key: `spare.${axle}`,
          reasons: [
            {
              text: `${shown(least)} is ${Math.round(percent)} % of new: take a spare set along.`,
              from: { owner: 'shop', name: 'the shop' },
            },
          ],
          parts: [spareNeed(c, axle, now, limitMm)],
        });
    }
    const rotorReasons = places.flatMap((p) => (p.rotorJudgement?.reasons ?? []).filter((r) => r.verdict === 'stop'));
    if (rotorReasons.length > 0) {
      const found = partsFor(logbook, booking, car, axle, 'rotorPair', 0)[0];
      const need: PartNeed = found
        ? shelfNeed('rotorPair', found, `Pair ${found.label}, on the shelf`, today)
        : toBuy(logbook, booking, 'rotorPair', parts.rotorPair?.id ?? null, `Rotors ${axle}`, 1, today);
      drafts.push({
        key: `rotors.${axle}`,
        reasons: rotorReasons.map((r) => ({ text: r.text, from: null })),
        parts: [need],
      });
    }
  }
  return drafts;
}

const trackSetOf = (c: Context, axle: Axle): PadSet | undefined =>
  [...c.logbook.padSets.values()].find(
    (p) => !p.archived && p.carId === c.car.id && p.axle === axle && p.use === 'track',
  );

function spareNeed(c: Context, axle: Axle, now: PadSet, limitMm: number): PartNeed {
  const spare = partsFor(c.logbook, c.booking, c.car, axle, 'padSet', limitMm)[0];
  return spare
    ? shelfNeed('padSet', spare, `Set ${spare.label}, on the shelf`, c.today)
    : toBuy(c.logbook, c.booking, 'padSet', now.id, `Pads ${axle}, ${now.compound}`, 1, c.today);
}

/** Whether what is on an axle has been bedded: somebody did it since it was fitted, or it has run an event. */
function isBedded(c: Context, axle: Axle): boolean {
  const { padsSince, rotorsSince } = axleParts(c.logbook, c.car, axle);
  const since = [padsSince?.at, rotorsSince?.at]
    .filter((at): at is string => at !== undefined)
    .sort()
    .at(-1);
  if (since === undefined) return true;
  const done = doneOf(c.facts, 'bedding').some((d) => d.fact.at > since && d.keys.includes(`bedding.${axle}`));
  return done || (c.previous !== null && c.previous >= dateIn(since, c.logbook.shop.timeZone) && c.previous < c.today);
}

function beddingDrafts(c: Context, drafts: readonly Draft[]): Draft[] {
  const { logbook, booking, car, event, today } = c;
  const rules = rulesInForce(logbook, car, event);
  const found: Draft[] = [];
  for (const axle of axles) {
    const isNew = drafts.some((d) => d.key === `pads.${axle}` || d.key === `rotors.${axle}`);
    if (!isNew && isBedded(c, axle)) continue;
    const asked = rules.beddedPartsOnly;
    const why = isNew ? 'New parts go on.' : 'What is on has not been bedded yet.';
    const reasons = [{ text: asked ? `${why} Bedded parts only.` : why, from: asked?.from ?? null }];
    if (booking.beddingPlace === 'machine' && isNew)
      found.push({
        key: `sendBedding.${axle}`,
        reasons: [
          { text: `${reasons[0]!.text} Away for ${logbook.shop.machineBeddingDays} days.`, from: reasons[0]!.from },
        ],
        earliest: drafts
          .flatMap((d) => (d.key.endsWith(axle) ? (d.parts ?? []) : []))
          .reduce((day, p) => (p.on > day ? p.on : day), today),
      });
    else if (booking.beddingPlace === 'event')
      found.push({ key: `bedding.${axle}`, reasons, earliest: event.startDate, latest: event.startDate });
    else found.push({ key: `bedding.${axle}`, reasons });
  }
  return found;
}

function otherDrafts(c: Context, drafts: readonly Draft[]): Draft[] {
  const { logbook, booking, car, event } = c;
  const rules = rulesInForce(logbook, car, event);
  const sheet = sheetOf(logbook, car);
  const isOn = hasDuctsOn(c);
  const found: Draft[] = [];
  const ducts = rules.ductsAtEvent;
  if (ducts?.value === 'fitted' && !isOn)
    found.push({ key: 'ducts', reasons: [{ text: 'Ducts wanted on the car.', from: ducts.from }] });
  if (ducts?.value === 'removed' && isOn)
    found.push({
      key: 'ductsOff.before',
      title: 'Ducts off before the event',
      reasons: [{ text: 'No ducts allowed.', from: ducts.from }],
    });
  // A hose with a fault that nobody has changed or waved through.
  const looks = c.facts.findLast(
    (f): f is ChecksDone => f.kind === 'checksDone' && f.items.some((i) => i.check === 'hoses'),
  );
  for (const item of looks?.items ?? []) {
    if (item.check !== 'hoses' || item.result !== 'fault' || item.corner === null) continue;
    const key = `hoses.${item.corner}`;
    if (c.facts.some((f) => f.kind === 'wearPartUsed' && f.at > looks!.at)) continue;
    const part = [...logbook.wearParts.values()].find(
      (w) =>
        !w.archived &&
        w.kind === 'hose' &&
        (w.carId === car.id || w.carId === null) &&
        (w.axle === null || w.axle === axleOfCorner(item.corner!)),
    );
    found.push({
      key,
      reasons: noRule(
        `Fault found on ${longDate(dateIn(looks!.at, logbook.shop.timeZone))}${item.remark ? `: ${item.remark}` : ''}.`,
      ),
      parts: [wearPartNeed(c, part?.id ?? null, part?.name ?? 'Brake hose')],
    });
  }
  if (rules.inspection)
    found.push({
      key: 'inspection',
      reasons: [{ text: `${rules.inspection.items.length} lines to sign.`, from: rules.inspection.from[0] ?? null }],
    });
  const wheelsOff = drafts.some((d) => kinds[kindOf(d.key)].wheelsOff);
  if (rules.reTorqueAtEvent && (wheelsOff || rules.reTorqueAtEvent.from.owner !== 'shop'))
    found.push({
      key: 'reTorque',
      reasons: [{ text: 'Wheels were off: nuts and caliper bolts again.', from: rules.reTorqueAtEvent.from }],
      earliest: event.startDate,
      latest: event.startDate,
    });
  const after = { earliest: plusDays(event.endDate, 1), latest: plusDays(event.endDate, logbook.shop.afterEventDays) };
  if ((sheet.hasDucts && isOn && ducts?.value !== 'removed') || found.some((d) => d.key === 'ducts'))
    found.push({ key: 'ductsOff', reasons: noRule('The car goes back on the road.'), ...after });
  const roadSets = axles.filter((axle) =>
    [...logbook.padSets.values()].some((p) => !p.archived && p.carId === car.id && p.axle === axle && p.use === 'road'),
  );
  for (const axle of roadSets) {
    const set = [...logbook.padSets.values()].find(
      (p) => !p.archived && p.carId === car.id && p.axle === axle && p.use === 'road',
    )!;
    if (axleParts(logbook, car, axle).padSet?.id === set.id) continue;
    found.push({ key: `roadPads.${axle}`, reasons: noRule(`Road set ${set.label} is on the shelf.`), ...after });
  }
  // What a person added.
  for (const change of booking.workChanges)
    if (change.change === 'add')
      found.push({
        key: change.item,
        title: change.title,
        reasons: noRule(change.reason),
        minutes: change.durationMin,
        wheelsOff: change.wheelsOff,
        ...(change.earliest ? { earliest: change.earliest } : {}),
        ...(change.latest ? { latest: change.latest, target: change.latest } : {}),
      });
  return found;
}

function wearPartNeed(c: Context, id: string | null, name: string): PartNeed {
  const shelf = id === null ? 0 : onShelf(c.logbook, id);
  return shelf > 0
    ? {
        goods: 'wearPart',
        name,
        source: 'shelf',
        partId: id,
        likeId: id,
        count: 1,
        on: c.today,
        text: `${name}: ${shelf} on the shelf`,
      }
    : toBuy(c.logbook, c.booking, 'wearPart', id, name, 1, c.today);
}

/** What a job does that somebody planned by hand: by its kind, as it names no work. */
const doesByKind = (job: Job, key: string): boolean => {
  const kind = kindOf(key);
  if (job.kind === 'service')
    return kind === 'boilingTest' || ((kinds[kind].wheelsOff ?? false) && kind !== 'roadPads');
  return (
    (job.kind === 'fluidExchange' && kind === 'exchange') ||
    (job.kind === 'bleed' && kind === 'bleed') ||
    (job.kind === 'boilingTest' && kind === 'boilingTest')
  );
};

/** The open or finished job that covers a piece of work. */
const jobFor = (logbook: Logbook, booking: Booking, key: string): Job | null =>
  [...logbook.jobsOfCar(booking.carId)]
    .filter((j) =>
      j.covers.length > 0
        ? j.bookingId === booking.id && j.covers.includes(key)
        : j.eventId === booking.eventId && doesByKind(j, key) && !isDone(logbook, j),
    )
    .sort((a, b) => a.startAt.localeCompare(b.startAt))
    .at(-1) ?? null;

/** Work that needs no derivation any more because it was done: it stays in the list, ticked. */
function doneDrafts(c: Context, drafts: readonly Draft[]): Draft[] {
  const keys = new Set(drafts.map((d) => d.key));
  return c.logbook
    .jobsOfCar(c.car.id)
    .filter((j) => j.bookingId === c.booking.id && isDone(c.logbook, j))
    .flatMap((j) => j.covers)
    .filter((key) => !keys.has(key))
    .map((key) => ({ key, reasons: [] }));
}

/**
 * What one booked car needs before, at and after its event, in the order in which it is done.
 * @param planned fluid work for an earlier event of the same car, taken as done
 */
export function workOfBooking(
  logbook: Logbook,
  booking: Booking,
  today: LocalDate,
  planned: { exchangeOn: LocalDate | null; bleedOn: LocalDate | null } = { exchangeOn: null, bleedOn: null },
): WorkItem[] {
  const car = logbook.cars.get(booking.carId);
  const event = logbook.events.get(booking.eventId);
  if (!car || !event || booking.archived || car.archived || event.archived) return [];
  if (plusDays(event.endDate, logbook.shop.afterEventDays) < today) return [];
  const c: Context = {
    logbook,
    booking,
    car,
    event,
    today,
    loadUp: loadUpOf(event),
    previous: previousEventEnd(logbook, car, event.startDate),
    facts: logbook.factsOfCar(car.id),
  };
  const isOver = event.endDate < today;
  const first = isOver ? [] : [...fluidDrafts(c, judgeFluid(logbook, car, event, today), planned), ...partsDrafts(c)];
  const withBedding = isOver ? [] : [...first, ...beddingDrafts(c, first)];
  const all = [...withBedding, ...otherDrafts(c, withBedding)].filter(
    (d) => !isOver || d.earliest === undefined || d.earliest > event.endDate,
  );
  const drafts = [...all, ...doneDrafts(c, all)];
  const customer = logbook.customers.get(car.customerId);
  const items = drafts.map((draft): WorkItem => toItem(c, draft, customer?.atTheirPlace ?? false));
  const present = new Map<WorkKind, string[]>();
  for (const i of items) if (i.state !== 'dropped') present.set(i.kind, [...(present.get(i.kind) ?? []), i.key]);
  // Parts that cannot go on cannot be bedded.
  for (const item of items) {
    const parts = items.find(
      (i) => ['pads', 'rotors'].includes(i.kind) && i.impossible && i.key.endsWith(`.${item.key.split('.')[1]}`),
    );
    if (item.kind === 'bedding' && parts) item.impossible = `Waits for ${parts.title.toLowerCase()}.`;
  }
  for (const item of items) {
    const place = item.key.split('.')[1];
    item.after = (before[item.kind] ?? []).flatMap((kind) =>
      (present.get(kind) ?? [])
        .filter((key) => kind !== 'sendBedding' || key.endsWith(place ?? ''))
        .map((key) => ({ key, lagDays: kind === 'sendBedding' ? logbook.shop.machineBeddingDays : 0 })),
    );
  }
  return items.sort((a, b) => workKinds.indexOf(a.kind) - workKinds.indexOf(b.kind) || a.key.localeCompare(b.key));
}

function toItem(c: Context, draft: Draft, atCustomer: boolean): WorkItem {
  const { logbook, booking, car, event, today, loadUp } = c;
  const kind = kindOf(draft.key);
  const traits = kinds[kind];
  const changes = booking.workChanges.filter((w) => w.item === draft.key);
  const drop = changes.find((w): w is Extract<WorkChange, { change: 'drop' }> => w.change === 'drop');
  const job = jobFor(logbook, booking, draft.key);
  const ticked = job !== null && tickedWork(logbook, job.id).some((f) => f.items.includes(draft.key));
  const isOver = job !== null && isDone(logbook, job);
  const done = ticked || (isOver && guided.has(kind));
  const parts = draft.parts ?? [];
  const partsOn = parts.reduce((day, p) => (p.on > day ? p.on : day), today);
  const isBefore = draft.latest === undefined;
  const latest = draft.latest ?? loadUp;
  // What a car does at an earlier event comes off what was done for this one.
  const afterLast = isBefore && c.previous !== null && c.previous >= today ? plusDays(c.previous, 1) : today;
  const runUp = isBefore ? plusDays(event.startDate, -RUN_UP_DAYS) : today;
  const earliest = [draft.earliest ?? today, partsOn, afterLast, runUp, today].reduce((a, b) => (b > a ? b : a));
  const slack = plusDays(latest, -logbook.shop.slackDays);
  const place =
    kind === 'bedding' && draft.earliest === event.startDate
      ? 'event'
      : (traits.place ?? (atCustomer ? 'customer' : 'shop'));
  const wheelsOff = draft.wheelsOff ?? traits.wheelsOff ?? false;
  const duration = durationOf(logbook, kind, car.id);
  const waiting = parts.find((p) => p.on === partsOn && p.on > latest);
  let impossible: string | null = null;
  if (draft.blocked) impossible = draft.blocked;
  else if (latest < today)
    impossible = event.startDate <= today ? 'The event has begun.' : `Load-up was ${shortDate(latest)}.`;
  else if (waiting) impossible = `${waiting.text}: after load-up on ${shortDate(latest)}.`;
  else if (earliest > latest)
    impossible = `May not be done before ${shortDate(earliest)}, must be by ${shortDate(latest)}.`;
  return {
    key: draft.key,
    kind,
    bookingId: booking.id,
    carId: car.id,
    title: workName(draft.key, draft.title),
    reasons: draft.reasons,
    // A visit that is over leaves undone what nobody ticked off.
    state: done ? 'done' : drop ? 'dropped' : job && !isOver ? 'planned' : 'todo',
    dropReason: drop?.reason ?? null,
    job: isOver && !done ? null : job,
    earliest,
    latest,
    target: draft.target ?? (slack < earliest ? (earliest > latest ? latest : earliest) : slack),
    impossible,
    duration:
      draft.minutes === undefined ? duration : { minutes: draft.minutes, band: null, from: 'usual', records: 0 },
    crewNeeded: traits.crewNeeded ?? 1,
    skill: traits.skill,
    wheelsOff,
    needsLift: place === 'shop' && (wheelsOff || (traits.needsLift ?? false)),
    place,
    parts,
    fluid: draft.fluid ?? null,
    after: [],
    isSplit: changes.some((w) => w.change === 'split'),
  };
}

/** The work of every booking of one event; or of all events that are to come or just over, soonest first. */
export function workOfEvents(logbook: Logbook, today: LocalDate, eventId?: string): Map<string, WorkItem[]> {
  const lists = new Map<string, WorkItem[]>();
  const events = [...logbook.events.values()]
    .filter((e) => !e.archived)
    .sort((a, b) => a.startDate.localeCompare(b.startDate) || a.id.localeCompare(b.id));
  // Fluid work for an earlier event counts for a later one of the same car, if its rules allow.
  const done = new Map<string, { exchangeOn: LocalDate | null; bleedOn: LocalDate | null }>();
  for (const event of events) {
    if (plusDays(event.endDate, logbook.shop.afterEventDays) < today) continue;
    for (const booking of logbook.bookingsOfEvent(event.id)) {
      const items = workOfBooking(logbook, booking, today, done.get(booking.carId));
      lists.set(booking.id, items);
      for (const item of items) {
        if ((item.kind !== 'exchange' && item.kind !== 'bleed') || item.state === 'dropped') continue;
        if (item.impossible !== null && item.state !== 'done') continue;
        const on = item.job ? dateIn(item.job.startAt, logbook.shop.timeZone) : item.earliest;
        const known = done.get(booking.carId) ?? { exchangeOn: null, bleedOn: null };
        done.set(booking.carId, { ...known, [item.kind === 'exchange' ? 'exchangeOn' : 'bleedOn']: on });
      }
    }
  }
  if (eventId !== undefined)
    for (const id of lists.keys()) if (logbook.bookings.get(id)?.eventId !== eventId) lists.delete(id);
  return lists;
}

/** What one visit instead of one for each piece of work saves, min: wheels off once. */
export const visitSaving = (items: readonly WorkItem[]): number => {
  const open = items.filter(
    (i) => (i.state === 'todo' || i.state === 'planned') && i.wheelsOff && !i.isSplit && i.impossible === null,
  );
  // Before and after the event are two visits at least.
  const before = open.filter((i) => i.kind !== 'roadPads').length;
  const after = open.length - before;
  return VISIT_MINUTES * (Math.max(0, before - 1) + Math.max(0, after - 1));
};
