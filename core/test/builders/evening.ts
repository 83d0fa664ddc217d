/**
 * A lead's evening on two devices: what people do to a random shop, step by step, and a store that keeps the one rule of the real one (a write on an older
 * version changes nothing; a batch is saved whole or not at all; what came once does not come twice).
 */
import { dateIn, instantAt, plusDays, readTime, timeIn } from '../../src/calendar';
import { readDate } from '../../src/calendar/read-date';
import { awaited, receive, usuallyReceived } from '../../src/inventory';
import type { Logbook } from '../../src/logbook';
import { mergeVersions } from '../../src/logbook/merge';
import { type Collection, type Fact, type Job, type RecordOf, recordDefaults } from '../../src/model';
import {
  jobWithout,
  movedByDays,
  openJobsOfEvent,
  planningCase,
  proposedPlan,
  reservables,
  shoppingLists,
  workLists,
} from '../../src/run-up';
import { earliestDueFirst } from '../../src/schedule/solver';
import { readCount } from '../../src/units';
import { newId } from './book';
import { type ShopInRunUp, bookOf } from './random-shop';
import { NOW, TODAY, common, ines, shop as plainShop, tove } from './run-up-book';

interface Stored {
  id: string;
  version: number;
  archived: boolean;
}
export type Entry = { collection: Collection; body: Stored; base?: Stored } | { collection: 'facts'; body: Fact };

const TZ = plainShop.timeZone;
const json = (value: unknown): string => JSON.stringify(value) ?? 'undefined';

/** What was acknowledged, field by field, by code that knows nothing of how versions are brought together. */
class Ledger {
  readonly fields = new Map<string, string>();
  readonly made = new Set<string>();
  /** @param was undefined of a new record */
  note(collection: string, was: Stored | undefined, body: Stored): void {
    this.made.add(`${collection} ${body.id}`);
    for (const key of new Set([...Object.keys(was ?? {}), ...Object.keys(body)])) {
      const value = json(body[key as keyof Stored]);
      if (key !== 'version' && value !== json(was?.[key as keyof Stored]))
        this.fields.set(`${collection} ${body.id} ${key}`, value);
    }
  }
}

export class EveningShop {
  private readonly records = new Map<string, Map<string, Stored>>();
  readonly facts: Fact[];
  readonly ledger = new Ledger();
  /** Collisions on which somebody decided, and changes that were kept from both. */
  merged = 0;
  asked = 0;

  constructor({ records, facts }: ShopInRunUp) {
    for (const [collection, all] of Object.entries(records))
      this.records.set(collection, new Map([...(all as Iterable<Stored>)].map((r) => [r.id, r])));
    this.facts = [...facts];
    for (const [collection, all] of this.records)
      for (const one of all.values()) this.ledger.note(collection, undefined, one);
  }

  of<C extends Collection>(collection: C): RecordOf<C>[] {
    return [...(this.records.get(collection)?.values() ?? [])] as never;
  }
  get(collection: string, id: string): Stored | undefined {
    return this.records.get(collection)?.get(id);
  }
  get inRunUp(): ShopInRunUp {
    return {
      records: Object.fromEntries([...this.records].map(([c, all]) => [c, [...all.values()]])) as never,
      facts: this.facts,
    };
  }
  private known: Logbook | null = null;
  get logbook(): Logbook {
    return (this.known ??= bookOf(this.inRunUp));
  }

  /** @returns whether it was saved; what was saved before just so is, too, and changes nothing */
  write(entries: readonly Entry[]): boolean {
    const isThere = (e: Entry): boolean => {
      if (e.collection === 'facts') return this.facts.some((f) => f.id === e.body.id);
      const now = this.get(e.collection, e.body.id);
      return (
        now !== undefined &&
        json({ ...e.body, version: now.version }) === json(now) &&
        now.version === e.body.version + 1
      );
    };
    if (entries.every(isThere)) return true;
    for (const e of entries) {
      if (e.collection === 'facts') continue;
      const now = this.get(e.collection, e.body.id);
      if ((now?.version ?? 0) !== e.body.version) return false;
    }
    for (const e of entries) {
      if (e.collection === 'facts') {
        if (!this.facts.some((f) => f.id === e.body.id)) this.facts.push(e.body);
        continue;
      }
      const all = this.records.get(e.collection) ?? new Map<string, Stored>();
      this.records.set(e.collection, all);
      this.ledger.note(e.collection, e.base ?? all.get(e.body.id), e.body);
      all.set(e.body.id, { ...e.body, version: e.body.version + 1 });
    }
    this.known = null;
    return true;
  }

  /** What a device saves: what it was opened with goes along, and where the store has moved on since, the two are brought together or somebody decides. */
  save(entries: readonly Entry[], isMine: () => boolean): boolean {
    const said = new Map<string, string | null>();
    const upToDate = entries.flatMap((e): Entry[] => {
      if (e.collection === 'facts' || !e.base) return [e];
      const theirs = this.get(e.collection, e.body.id);
      if (!theirs || theirs.version === e.base.version) return [e];
      const bare = (r: Stored): Stored => ({ ...r, version: 0 });
      const merged = mergeVersions(bare(e.base), bare(e.body), bare(theirs));
      if (merged.kept.length > 0) this.merged += 1;
      if (merged.collisions.length > 0) this.asked += 1;
      const chosen = new Map<string, boolean>();
      const decided = merged.decide(({ path }) => {
        const mine = isMine();
        chosen.set(path.join('.'), mine);
        return mine;
      });
      // What has to stand now, worked out field by field from the three of them: mine where only I changed it, or where mine was chosen.
      for (const key of Object.keys(e.body) as (keyof Stored)[]) {
        if (key === 'version') continue;
        const [was, mine, other] = [e.base, e.body, theirs].map((r) => json(r[key])) as [string, string, string];
        const isDecided = [...chosen.keys()].some((path) => path.split('.')[0] === key);
        const value = mine === was ? other : other === was ? mine : mine === other ? mine : isDecided ? null : other;
        const whole = chosen.get(key);
        said.set(`${e.collection} ${e.body.id} ${key}`, whole === undefined ? value : whole ? mine : other);
      }
      return [{ collection: e.collection, body: { ...decided, version: theirs.version }, base: theirs }];
    });
    if (!this.write(upToDate)) return false;
    for (const [key, value] of said)
      // Of a field that two people changed in different parts of it, neither has all of it.
      if (value === null) this.ledger.fields.delete(key);
      else this.ledger.fields.set(key, value);
    return true;
  }
}

/** What somebody types, most of it not as it is meant to be typed. */
const typedDates = ['6.6.26', '2026-06-20', '20 Jun', 'tomorrow', '31.2.26', '5.1.', 'soon', '', '12/6', '8.6.2026'];
const typedTimes = ['9', '9:30', '14', '7.30', '25:00', '0930', 'noon', '', '16.45', '8h'];
const typedCounts = ['1', '2', '0', '1,200', '-1', '1e3', '2.5', '', 'two', '3 '];

/** One thing that somebody does; null where there is nothing to do it to. */
type Act = (shop: EveningShop, roll: () => number) => Entry[] | null;

const pick = <T>(list: readonly T[], roll: () => number): T | undefined => list[Math.floor(roll() * list.length)];
const change = <C extends Collection>(
  collection: C,
  was: RecordOf<C> | undefined,
  over: Partial<RecordOf<C>>,
): Entry[] | null => (was ? [{ collection, body: { ...was, ...over } as Stored, base: was as Stored }] : null);
const live = <T extends Stored>(all: readonly T[]): T[] => all.filter((r) => !r.archived);
const openJobs = (shop: EveningShop): Job[] =>
  live(shop.of('jobs')).filter((j) => !shop.facts.some((f) => 'jobId' in f && f.jobId === j.id));

export const acts: Record<string, Act> = {
  moveAnEvent: (shop, roll) => {
    const event = pick(live(shop.of('events')), roll);
    const day = readDate(pick(typedDates, roll)!, 'dayFirst', TODAY);
    // A date that is not understood keeps the form open: nothing is saved.
    if (!event || day === null) return null;
    const long = (Date.parse(event.endDate) - Date.parse(event.startDate)) / 86_400_000;
    return change('events', event, { startDate: day, endDate: plusDays(day, long), loadUpDate: null });
  },
  loadUpHour: (shop, roll) => {
    const time = readTime(pick(typedTimes, roll)!);
    return time === null ? null : change('events', pick(live(shop.of('events')), roll), { loadUpTime: time });
  },
  noteOnAnEvent: (shop, roll) => change('events', pick(live(shop.of('events')), roll), { notes: `note ${roll()}` }),
  cancelAnEvent: (shop, roll) => change('events', pick(live(shop.of('events')), roll), { archived: roll() < 0.3 }),
  bookCars: (shop, roll) => {
    const event = pick(live(shop.of('events')), roll);
    const booked = new Set(
      live(shop.of('bookings'))
        .filter((b) => b.eventId === event?.id)
        .map((b) => b.carId),
    );
    const free = live(shop.of('cars')).filter((c) => !booked.has(c.id));
    if (!event || free.length === 0) return null;
    return free.map((car): Entry => ({
      collection: 'bookings',
      body: {
        ...common,
        ...recordDefaults.bookings,
        id: newId(),
        eventId: event.id,
        carId: car.id,
        notes: '',
      } as Stored,
    }));
  },
  cancelABooking: (shop, roll) => change('bookings', pick(live(shop.of('bookings')), roll), { archived: true }),
  whoGoes: (shop, roll) =>
    change('events', pick(live(shop.of('events')), roll), {
      crewIds: live(shop.of('crew'))
        .map((m) => m.id)
        .filter(() => roll() < 0.4),
    }),
  atTheEvent: (shop, roll) => change('events', pick(live(shop.of('events')), roll), { reTorqueAtEvent: roll() < 0.7 }),
  beddedThere: (shop, roll) => change('bookings', pick(live(shop.of('bookings')), roll), { beddingPlace: 'event' }),
  daysOff: (shop, roll) => {
    const from = plusDays(TODAY, Math.floor(roll() * 20));
    const day = { from, to: plusDays(from, Math.floor(roll() * 4)), why: 'away', part: 'day' as const };
    const member = pick(live(shop.of('crew')), roll);
    return member ? change('crew', member, { daysOff: [...member.daysOff, day] }) : null;
  },
  somebodyLeaves: (shop, roll) =>
    roll() < 0.3 ? change('crew', pick(live(shop.of('crew')), roll), { archived: true }) : null,
  aLiftGoes: (shop, roll) => change('lifts', pick(shop.of('lifts'), roll), { archived: roll() < 0.5 }),
  aRule: (shop, roll) => {
    const rules = [
      { pressureBleeders: readCount(pick(typedCounts, roll)!) ?? null },
      { slackDays: Math.floor(roll() * 3) },
      { planPace: roll() < 0.5 ? ('late' as const) : ('early' as const) },
      { breaks: roll() < 0.5 ? [] : [{ from: '12:00', to: '12:30' }] },
      { closedDays: [{ from: plusDays(TODAY, 8), to: plusDays(TODAY, 8), why: '', part: 'day' as const }] },
    ];
    return change('shops', shop.of('shops')[0], pick(rules, roll)!);
  },
  putABottleAway: (shop, roll) => change('bottles', pick(live(shop.of('bottles')), roll), { archived: true }),
  plan: (shop) => {
    const c = planningCase(shop.logbook, NOW);
    const { jobs, drop } = proposedPlan(shop.logbook, c, earliestDueFirst(c.problem, true), newId);
    const all = [...jobs, ...drop.map((j) => ({ ...j, archived: true }))];
    return all.length > 0
      ? all.map((body): Entry => ({ collection: 'jobs', body, base: shop.get('jobs', body.id) }))
      : null;
  },
  pin: (shop, roll) => {
    const job = pick(openJobs(shop), roll);
    return job ? change('jobs', job, { isPinned: !job.isPinned }) : null;
  },
  moveAJob: (shop, roll) => {
    const job = pick(openJobs(shop), roll);
    const time = readTime(pick(typedTimes, roll)!);
    if (!job || time === null) return null;
    // Often onto somebody who has something to do then.
    const other = pick(
      openJobs(shop).filter((j) => j.id !== job.id && j.carId !== job.carId),
      roll,
    );
    if (other && roll() < 0.5)
      return change('jobs', job, { startAt: other.startAt, crewId: other.crewId, liftId: null, isPinned: true });
    const day = plusDays(TODAY, Math.floor(roll() * 25));
    const who = pick(shop.of('crew'), roll)!.id;
    return change('jobs', job, { startAt: instantAt(day, time, TZ), crewId: who, isPinned: true });
  },
  moveAllOfAnEvent: (shop, roll) => {
    const event = pick(live(shop.of('events')), roll);
    const jobs = event ? openJobsOfEvent(shop.logbook, event.id) : [];
    const days = Math.floor(roll() * 5) - 2;
    if (jobs.length === 0 || days === 0) return null;
    return movedByDays(shop.logbook, jobs, days).map((body, i): Entry => ({
      collection: 'jobs',
      body,
      base: jobs[i]!,
    }));
  },
  takeOneOut: (shop, roll) => {
    const job = pick(
      openJobs(shop).filter((j) => j.covers.length > 0),
      roll,
    );
    if (!job) return null;
    const items = workLists(shop.logbook, TODAY).get(job.bookingId ?? '') ?? [];
    return [{ collection: 'jobs', body: jobWithout(shop.logbook, job, [pick(job.covers, roll)!], items), base: job }];
  },
  decide: (shop, roll) => {
    const bookings = live(shop.of('bookings')).filter(() => roll() < 0.6);
    const lists = workLists(shop.logbook, TODAY);
    const entries = bookings.flatMap((b): Entry[] => {
      const item = pick(
        (lists.get(b.id) ?? []).filter((i) => i.state === 'todo' || i.state === 'planned'),
        roll,
      );
      if (!item) return [];
      const drop = { change: 'drop' as const, item: item.key, reason: 'not this time' };
      return [{ collection: 'bookings', body: { ...b, workChanges: [...b.workChanges, drop] } as Stored, base: b }];
    });
    return entries.length > 0 ? entries : null;
  },
  takeUpAgain: (shop, roll) => {
    const booking = pick(
      live(shop.of('bookings')).filter((b) => b.workChanges.length > 0),
      roll,
    );
    return change('bookings', booking, { workChanges: [] });
  },
  addWork: (shop, roll) => {
    const booking = pick(live(shop.of('bookings')), roll);
    if (!booking) return null;
    const extra = {
      change: 'add' as const,
      item: `extra.${newId()}`,
      title: 'Duct tape',
      durationMin: 30,
      wheelsOff: roll() < 0.5,
      reason: 'asked for',
      earliest: null,
      latest: null,
    };
    return change('bookings', booking, { workChanges: [...booking.workChanges, extra] });
  },
  reserve: (shop, roll) => {
    const booking = pick(live(shop.of('bookings')), roll);
    const items = workLists(shop.logbook, TODAY).get(booking?.id ?? '') ?? [];
    const found = items.flatMap((i) => reservables(shop.logbook, booking!, i, TODAY)).filter((r) => !r.isReserved);
    const one = pick(found, roll);
    return booking && one ? change('bookings', booking, { reservedIds: [...booking.reservedIds, one.id] }) : null;
  },
  order: (shop, roll) => {
    const items = [...workLists(shop.logbook, TODAY).values()].flat();
    const list = pick(
      shoppingLists(shop.logbook, items, TODAY).filter((l) => l.supplier !== null),
      roll,
    );
    if (!list?.supplier) return null;
    const lines = list.lines.map((l) => ({
      goods: l.goods,
      likeId: l.likeId,
      name: l.name,
      count: l.count,
      bookingIds: l.waiting.map((w) => w.bookingId),
      partNumber: '',
      unitPriceMinor: null,
      deliveries: [{ on: plusDays(TODAY, Math.floor(roll() * 6)), count: l.count }],
    }));
    const order = {
      ...common,
      id: newId(),
      supplierId: list.supplier.id,
      placedOn: TODAY,
      placedBy: 'app',
      currency: 'EUR',
      lines,
    };
    return [{ collection: 'orders', body: order as Stored }];
  },
  receive: (shop, roll) => {
    const lines = awaited(shop.logbook).filter(() => roll() < 0.7);
    const ids = new Map<string, string>();
    const idFor = (name: string): string => {
      if (!ids.has(name)) ids.set(name, newId());
      return ids.get(name)!;
    };
    const came = lines.map((line) => {
      const typed = readCount(pick(typedCounts, roll)!);
      const isRight = typed !== null && Number.isInteger(typed) && typed >= 1 && typed <= line.left;
      return { line, count: isRight ? typed : usuallyReceived(line, TODAY) };
    });
    if (came.length === 0) return null;
    return receive(shop.logbook, came, { idFor, by: tove.id, now: NOW, today: TODAY }) as Entry[];
  },
  tickOff: (shop, roll) => {
    // What has a screen of its own is done there.
    const hasScreen = (j: Job): boolean => ['service', 'trackBleed', 'flush', 'bleed', 'boilingTest'].includes(j.kind);
    const job = pick(
      openJobs(shop).filter((j) => j.covers.length > 0 && !hasScreen(j)),
      roll,
    );
    if (!job) return null;
    const done = {
      id: newId(),
      kind: 'workDone',
      at: NOW,
      recordedAt: NOW,
      by: ines.id,
      carId: job.carId,
      jobId: job.id,
      items: [...job.covers],
      minutes: null,
      note: '',
    };
    return [{ collection: 'facts', body: done as unknown as Fact }];
  },
};

/**
 * Plays an evening: at each step one of two people does something, at once or with a form that was opened some steps ago; taps twice now and then, or leaves
 * before the answer is there and finds out later.
 * @param each called after every step with what was done
 */
export function playEvening(
  shop: EveningShop,
  steps: number,
  roll: () => number,
  each: (name: string, isSaved: boolean) => void,
): void {
  const opened: { name: string; entries: Entry[] }[] = [];
  const names = Object.keys(acts);
  const isMine = (): boolean => roll() < 0.5;
  const bodyOf = (e: Entry): string => json(e.body);
  for (let i = 0; i < steps; i++) {
    // A form that has been open for a while is saved now.
    const waiting = opened.length > 0 && roll() < 0.35 ? opened.shift()! : null;
    const name = waiting?.name ?? names[Math.floor(roll() * names.length)]!;
    const entries = waiting?.entries ?? acts[name]!(shop, roll);
    if (!entries) continue;
    if (!waiting && roll() < 0.25 && entries.every((e) => e.collection !== 'facts' && e.base)) {
      opened.push({ name, entries });
      continue;
    }
    const isSaved = shop.save(entries, isMine);
    if (isSaved && roll() < 0.3) {
      // The second tap, or the same request sent again after a lost answer.
      const before = json([shop.inRunUp.records, shop.facts.length]);
      const again = entries.filter(
        (e) => e.collection === 'facts' || shop.get(e.collection, e.body.id)?.version === e.body.version + 1,
      );
      if (
        again.length === entries.length &&
        entries.every(
          (e) =>
            e.collection === 'facts' ||
            bodyOf(e) === json({ ...shop.get(e.collection, e.body.id), version: e.body.version }),
        )
      ) {
        shop.write(entries);
        if (json([shop.inRunUp.records, shop.facts.length]) !== before)
          throw new Error(`A second tap on “${name}” did something more.`);
      }
    }
    each(name, isSaved);
  }
}

/** Where a job stands by the clock of the shop. */
export const dayAndTime = (job: Pick<Job, 'startAt'>): [string, string] => [
  dateIn(job.startAt, TZ),
  timeIn(job.startAt, TZ),
];
