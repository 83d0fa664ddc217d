import {
  type Booking,
  type BrakeSheet,
  type Bottle,
  type Car,
  type CarKind,
  type Collection,
  type Compound,
  type CaseWeightsReset,
  type CrewMember,
  type DiagnosisClosed,
  type Customer,
  type Fact,
  type Fluid,
  type Import,
  type Job,
  type Lift,
  type Message,
  type Wrench,
  type PadSet,
  type PartsOrder,
  type QueueEntry,
  type RecordOf,
  type RotorPair,
  type RuleSet,
  type Shop,
  type Procedure,
  type Supplier,
  type TrackEvent,
  type Venue,
  type WasteHandedOver,
  type WearPart,
  SHOP_ID,
  shippedProcedures,
  shopDefaults,
  recordDefaults,
} from '../model';
import { byTime } from './by-time';
import { composeExchanges } from './exchanges';
import { asMerged } from './merged-records';
import { sameAsBefore } from './remembered';
import type { Growing, Records, Replaced } from './stored';

/** Facts and records, indexed the way that judgements ask for them. Build it with {@link buildLogbook}. */
export interface Logbook {
  shop: Shop;
  crew: ReadonlyMap<string, CrewMember>;
  customers: ReadonlyMap<string, Customer>;
  cars: ReadonlyMap<string, Car>;
  carKinds: ReadonlyMap<string, CarKind>;
  venues: ReadonlyMap<string, Venue>;
  events: ReadonlyMap<string, TrackEvent>;
  bookings: ReadonlyMap<string, Booking>;
  fluids: ReadonlyMap<string, Fluid>;
  bottles: ReadonlyMap<string, Bottle>;
  jobs: ReadonlyMap<string, Job>;
  padSets: ReadonlyMap<string, PadSet>;
  rotorPairs: ReadonlyMap<string, RotorPair>;
  ruleSets: ReadonlyMap<string, RuleSet>;
  lifts: ReadonlyMap<string, Lift>;
  suppliers: ReadonlyMap<string, Supplier>;
  wearParts: ReadonlyMap<string, WearPart>;
  orders: ReadonlyMap<string, PartsOrder>;
  messages: ReadonlyMap<string, Message>;
  wrenches: ReadonlyMap<string, Wrench>;
  queueEntries: ReadonlyMap<string, QueueEntry>;
  compounds: ReadonlyMap<string, Compound>;
  imports: ReadonlyMap<string, Import>;
  /** Bedding procedures: those that come with Calvik, unless the shop has edited them, and its own. */
  procedures: ReadonlyMap<string, Procedure>;
  /** The peak of the fluid that a signature was given by, °C, while that signature is judged; else null. */
  signedPeakC: number | null;
  /** The rules of the gate that a signature was given by, while that signature is judged; else null: those of now. */
  signedRules: number | null;
  /** Facts that count, oldest first, by the car they are about. */
  factsOfCar(carId: string): readonly Fact[];
  /** What no longer counts, with the entry that stands in its place: a correction, or a withdrawal. */
  replacedOfCar(carId: string): readonly Replaced[];
  /** Facts that count, oldest first, by the bottle they are about or that was poured from. */
  factsOfBottle(bottleId: string): readonly Fact[];
  /** Facts that count, oldest first, that name a planned job. */
  factsOfJob(jobId: string): readonly Fact[];
  /** Facts that count, oldest first, about a pad set, a rotor pair, a wear part or an order. */
  factsOfPart(partId: string): readonly Fact[];
  /** Facts that count, oldest first, about a car in the paddock queue, or about the queue of an event: its order, who is away. */
  factsOfQueue(entryOrEventId: string): readonly Fact[];
  /** Used fluid handed over, in no particular order. */
  wasteHandedOver: readonly WasteHandedOver[];
  /** What diagnoses of all cars turned out to be, oldest first, and when the shop set its own cases aside. */
  diagnosesClosed: readonly DiagnosisClosed[];
  weightsReset: readonly CaseWeightsReset[];
  /** The maker's sheet of a car, where somebody has entered one. */
  brakeSheetOfCar(carId: string): BrakeSheet | null;
  bookingsOfCar(carId: string): readonly Booking[];
  bookingsOfEvent(eventId: string): readonly Booking[];
  jobsOfCar(carId: string): readonly Job[];
}

/** Parts and orders that a fact is about. */
const partsOf = (f: Fact): (string | null | undefined)[] => [
  'padSetId' in f ? f.padSetId : null,
  'rotorPairId' in f ? f.rotorPairId : null,
  'scrappedPadSetId' in f ? f.scrappedPadSetId : null,
  'scrappedRotorPairId' in f ? f.scrappedRotorPairId : null,
  'wearPartId' in f ? f.wearPartId : null,
  'orderId' in f ? f.orderId : null,
];

/** The entry, or the event, of whose queue a fact tells. */
const queueOf = (f: Fact): string | null =>
  f.kind === 'queueMove' ? f.queueEntryId : f.kind === 'queueOrdered' || f.kind === 'crewAway' ? f.eventId : null;

const recordedLater = (a: Fact, b: Fact): boolean =>
  a.recordedAt === b.recordedAt ? a.id > b.id : a.recordedAt > b.recordedAt;

/** The first entry of the chain of corrections that a fact belongs to. */
function rootOf(fact: Fact, byFactId: ReadonlyMap<string, Fact>): string {
  const seen = new Set<string>();
  let at: Fact = fact;
  while (at.replaces !== undefined && !seen.has(at.id)) {
    seen.add(at.id);
    const next = byFactId.get(at.replaces);
    if (!next) return at.replaces;
    at = next;
  }
  // A ring can only come from a damaged file; its smallest id stands for it.
  return seen.has(at.id) ? [...seen].sort()[0]! : at.id;
}

/**
 * The facts that count. Corrections form chains (trees, when two phones correct the same entry);
 * of each, the entry recorded last among those that nothing replaces is the one that counts, and
 * none at all if that is a withdrawal. The order in which facts arrived is irrelevant.
 * @returns in no particular order
 */
export function effectiveFacts(all: Iterable<Fact>): Fact[] {
  const facts = [...all];
  const byFactId = byId(facts);
  const replaced = new Set(facts.map((f) => f.replaces));
  const counting = new Map<string, Fact>();
  for (const fact of facts) {
    if (replaced.has(fact.id)) continue;
    const root = fact.replaces === undefined ? fact.id : rootOf(fact, byFactId);
    const rival = counting.get(root);
    if (!rival || recordedLater(fact, rival)) counting.set(root, fact);
  }
  return [...counting.values()].filter((fact) => fact.kind !== 'withdrawal');
}

/** What was corrected or withdrawn, each with the entry that names it; of several the one recorded last. */
export function replacedFacts(all: Iterable<Fact>): Replaced[] {
  const facts = [...all];
  const by = new Map<string, Fact>();
  for (const fact of facts) {
    if (fact.replaces === undefined) continue;
    const rival = by.get(fact.replaces);
    if (!rival || recordedLater(fact, rival)) by.set(fact.replaces, fact);
  }
  return facts.flatMap((fact) => {
    const correction = by.get(fact.id);
    return correction && fact.kind !== 'withdrawal' ? [{ fact, by: correction }] : [];
  });
}

const correctedBy = new WeakMap<readonly Replaced[], Map<string, Fact>>();
/** Every correction that followed an entry, one after the other. @param replaced of its car, as {@link Logbook} hands it out */
export function correctionsOf(fact: Fact, replaced: readonly Replaced[]): Fact[] {
  let byOf = correctedBy.get(replaced);
  if (!byOf) {
    byOf = new Map(replaced.map((r) => [r.fact.id, r.by]));
    correctedBy.set(replaced, byOf);
  }
  const chain: Fact[] = [];
  for (let by = byOf.get(fact.id); by && !chain.includes(by); by = byOf.get(by.id)) chain.push(by);
  return chain;
}

/**
 * What was corrected or withdrawn by nobody but whoever had written it, no lead among them: what of it stops a car counts on. Unordered.
 */
export function correctedByOwnHand(logbook: Logbook, carId: string): Fact[] {
  const replaced = logbook.replacedOfCar(carId);
  return replaced.flatMap(({ fact }) =>
    correctionsOf(fact, replaced).some((by) => mayTakeBack(logbook, fact, by)) ? [] : [fact],
  );
}

/** Whether somebody may take back what another found to stop a car: not whoever found it, unless that is a lead. */
export const mayTakeBack = (logbook: Pick<Logbook, 'crew'>, found: Fact, by: Fact): boolean =>
  found.by !== by.by || isLead(logbook, by.by);

/** Whether somebody is a lead: who may say what others may not. */
export const isLead = (logbook: Pick<Logbook, 'crew'>, id: string): boolean => logbook.crew.get(id)?.role === 'lead';

/** Who is a lead. */
export const leadsOf = (logbook: Pick<Logbook, 'crew'>): string[] =>
  [...logbook.crew.values()].flatMap((m) => (m.role === 'lead' ? [m.id] : []));

const byId = <T extends { id: string }>(items: Iterable<T> | undefined): Map<string, T> => {
  const map = new Map<string, T>();
  for (const item of items ?? []) map.set(item.id, item);
  return map;
};

/**
 * Lists of items by key, in the order in which they came.
 * @param keysOf the keys of an item; empty ones and repetitions are passed over
 */
function index<T>(items: Iterable<T>, keysOf: (item: T) => readonly (string | null | undefined)[]): Map<string, T[]> {
  const map = new Map<string, T[]>();
  for (const item of items) {
    for (const key of keysOf(item)) {
      if (!key) continue;
      const list = map.get(key);
      if (!list) map.set(key, [item]);
      else if (list[list.length - 1] !== item) list.push(item);
    }
  }
  return map;
}

/** Finds lists by key and sorts each one by time when it is first asked for: most never are. */
function sortedOnDemand(of: string, lists: ReadonlyMap<string, Fact[]>): (key: string) => readonly Fact[] {
  const sorted = new Map<string, readonly Fact[]>();
  return (key) => {
    const known = sorted.get(key);
    if (known) return known;
    // Where nothing was written it is the list of the logbook before: what was worked out from that holds.
    const list = sameAsBefore(`${of} ${key}`, [...(lists.get(key) ?? [])].sort(byTime));
    sorted.set(key, list);
    return list;
  };
}

type OfKind<K extends Fact['kind']> = Extract<Fact, { kind: K }>;
const kindsOf = new WeakMap<readonly Fact[], Map<Fact['kind'], Fact[]>>();

/**
 * The facts of one kind out of a list, in its order. The list is sorted into kinds once: a car of twenty years is asked for the
 * same few kinds again and again.
 * @param facts a list that nobody changes, as {@link Logbook} hands them out
 */
export function ofKind<K extends Fact['kind']>(facts: readonly Fact[], kind: K): readonly OfKind<K>[] {
  let kinds = kindsOf.get(facts);
  if (!kinds) {
    kinds = new Map();
    for (const fact of facts) {
      const list = kinds.get(fact.kind);
      if (list) list.push(fact);
      else kinds.set(fact.kind, [fact]);
    }
    kindsOf.set(facts, kinds);
  }
  return (kinds.get(kind) ?? []) as OfKind<K>[];
}

const none: readonly never[] = [];

/** A list without what is left out; the list itself where nothing is, so that what is known of it stays known. */
export const filtered = <T>(list: readonly T[], isKept: (item: T) => boolean): readonly T[] =>
  list.every(isKept) ? list : list.filter(isKept);

/** A way of finding lists that does its work once for each key. */
export function onceEach<T>(find: (key: string) => T): (key: string) => T {
  const known = new Map<string, T>();
  return (key) => {
    if (!known.has(key)) known.set(key, find(key));
    return known.get(key)!;
  };
}

/** Every bottle that a fact is about or poured from. */
export function bottlesOf(fact: Fact): string[] {
  if (fact.kind === 'fluidExchange') {
    const poured = fact.corners.map((c) => c.bottleId);
    return fact.reservoirBottleId ? [...poured, fact.reservoirBottleId] : poured;
  }
  return 'bottleId' in fact && fact.bottleId ? [fact.bottleId] : [];
}

/** Indexes records and facts once, so that each judgement finds its own in no time. */
export function buildLogbook(records: Records, facts: Iterable<Fact>): Logbook {
  const all = [...facts];
  return indexLogbook(records, effectiveFacts(all), replacedFacts(all));
}

/**
 * {@link buildLogbook} of facts that are known to count.
 * @param stored as {@link effectiveFacts} hands them out
 * @param allReplaced as {@link replacedFacts} hands them out
 */
export function indexLogbook(asStored: Records, stored: readonly Fact[], allReplaced: readonly Replaced[]): Logbook {
  const { records, effective, replaced } = asMerged(asStored, stored, allReplaced);
  // What an older record does not say yet is what holds until somebody says otherwise.
  const saying = <C extends Growing>(collection: C): Map<string, RecordOf<C>> => {
    const missing = recordDefaults[collection];
    const fields = Object.keys(missing);
    const kept = (records[collection] ?? []) as Iterable<RecordOf<C>>;
    return byId(
      [...kept].map((r) => (fields.every((f) => f in r) ? r : { ...missing, ...r })) as Iterable<RecordOf<C>>,
    );
  };
  const cars = saying('cars');
  const counting: Fact[] = [...effective, ...composeExchanges(effective, cars)];
  const ofPart = index(counting, partsOf);
  const ofQueue = index(counting, (f) => [queueOf(f)]);
  const queueEntries = byId(records.queueEntries);
  // What was begun on a car before anybody knew which it is counts for it.
  const carOf = (f: Fact): string | null | undefined =>
    f.kind === 'queueMove' ? (f.carId ?? queueEntries.get(f.queueEntryId)?.carId) : 'carId' in f ? f.carId : undefined;
  const ofCar = index(counting, (f) => [carOf(f)]);
  const replacedOf = index(replaced, ({ fact }) => ['carId' in fact ? fact.carId : undefined]);
  const ofBottle = index(counting, bottlesOf);
  const ofJob = index(counting, (f) => [f.jobId]);
  const live = <T extends { archived: boolean }>(map: Map<string, T>): T[] =>
    [...map.values()].filter((r) => !r.archived);
  const bookings = saying('bookings');
  const jobs = saying('jobs');
  const bookingsByCar = index(live(bookings), (b) => [b.carId]);
  const bookingsByEvent = index(live(bookings), (b) => [b.eventId]);
  const sheets = new Map(
    live(saying('brakeSheets'))
      .sort((a, b) => (a.id < b.id ? 1 : -1))
      .map((sheet) => [sheet.carId, sheet]),
  );
  const jobsByCar = index(live(jobs), (j) => [j.carId]);
  return {
    shop: { ...shopDefaults, ...byId(records.shops).get(SHOP_ID) },
    crew: saying('crew'),
    customers: saying('customers'),
    cars,
    carKinds: byId(records.carKinds),
    venues: saying('venues'),
    events: saying('events'),
    bookings,
    fluids: byId(records.fluids),
    bottles: byId(records.bottles),
    jobs,
    compounds: saying('compounds'),
    imports: byId(records.imports),
    procedures: byId([...shippedProcedures, ...(records.procedures ?? [])]),
    signedPeakC: null,
    signedRules: null,
    padSets: saying('padSets'),
    rotorPairs: saying('rotorPairs'),
    ruleSets: byId(records.ruleSets),
    lifts: byId(records.lifts),
    suppliers: byId(records.suppliers),
    wearParts: byId(records.wearParts),
    orders: saying('orders'),
    messages: saying('messages'),
    wrenches: saying('wrenches'),
    queueEntries,
    wasteHandedOver: counting.filter((f): f is WasteHandedOver => f.kind === 'wasteHandedOver'),
    diagnosesClosed: counting.filter((f): f is DiagnosisClosed => f.kind === 'diagnosisClosed').sort(byTime),
    weightsReset: counting.filter((f): f is CaseWeightsReset => f.kind === 'caseWeightsReset').sort(byTime),
    factsOfPart: sortedOnDemand('part', ofPart),
    factsOfQueue: sortedOnDemand('queue', ofQueue),
    brakeSheetOfCar: (carId) => sheets.get(carId) ?? null,
    factsOfCar: sortedOnDemand('car', ofCar),
    replacedOfCar: (carId) => replacedOf.get(carId) ?? none,
    factsOfBottle: sortedOnDemand('bottle', ofBottle),
    factsOfJob: sortedOnDemand('job', ofJob),
    bookingsOfCar: (carId) => bookingsByCar.get(carId) ?? [],
    bookingsOfEvent: (eventId) => bookingsByEvent.get(eventId) ?? [],
    jobsOfCar: (carId) => jobsByCar.get(carId) ?? [],
  };
}

/** The same logbook with one record as it is about to be saved. */
export function withRecord<C extends Collection>(logbook: Logbook, collection: C, record: RecordOf<C>): Logbook {
  if (collection === 'shops') return { ...logbook, shop: record as Shop };
  if (collection === 'brakeSheets') {
    const sheet = record as BrakeSheet;
    const isIts = (carId: string): boolean => {
      const known = logbook.brakeSheetOfCar(carId);
      return carId === sheet.carId && (known === null || known.id === sheet.id);
    };
    return {
      ...logbook,
      brakeSheetOfCar: (carId) => (isIts(carId) ? (sheet.archived ? null : sheet) : logbook.brakeSheetOfCar(carId)),
    };
  }
  const map = logbook[collection as keyof Logbook] as ReadonlyMap<string, RecordOf<C>>;
  return { ...logbook, [collection]: new Map(map).set(record.id, record) };
}

/** The same logbook with other jobs: as a plan would leave them. */
export function withJobs(logbook: Logbook, changed: readonly Job[]): Logbook {
  const jobs = new Map(logbook.jobs);
  for (const job of changed) jobs.set(job.id, job);
  const byCar = index(
    [...jobs.values()].filter((j) => !j.archived),
    (j) => [j.carId],
  );
  return { ...logbook, jobs, jobsOfCar: (carId) => byCar.get(carId) ?? [] };
}

/** The same logbook with facts that are not saved yet: what a screen judges while somebody is typing. */
export function withFacts(logbook: Logbook, extra: readonly Fact[]): Logbook {
  const replaced = new Set(extra.map((f) => f.replaces));
  const add = (find: (id: string) => readonly Fact[], concerns: (fact: Fact, id: string) => boolean) =>
    onceEach((id: string): readonly Fact[] => {
      const list = filtered(find(id), (f) => !replaced.has(f.id));
      const more = extra.filter((f) => concerns(f, id));
      return more.length === 0 ? list : [...list, ...more].sort(byTime);
    });
  const byFactId = new Map(extra.flatMap((f) => (f.replaces === undefined ? [] : [[f.replaces, f] as const])));
  return {
    ...logbook,
    factsOfCar: add(logbook.factsOfCar, (f, id) => 'carId' in f && f.carId === id),
    replacedOfCar: onceEach((id) => [
      ...logbook.replacedOfCar(id),
      ...logbook.factsOfCar(id).flatMap((fact) => {
        const by = byFactId.get(fact.id);
        return by ? [{ fact, by }] : [];
      }),
    ]),
    factsOfBottle: add(logbook.factsOfBottle, (f, id) => bottlesOf(f).includes(id)),
    factsOfJob: add(logbook.factsOfJob, (f, id) => f.jobId === id),
    factsOfPart: add(logbook.factsOfPart, (f, id) => partsOf(f).includes(id)),
    factsOfQueue: add(logbook.factsOfQueue, (f, id) => queueOf(f) === id),
  };
}
