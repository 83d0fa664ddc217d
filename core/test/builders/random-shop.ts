/** Random shops in their run-up, and a check of planned days that reads records and facts only: it knows nothing of the planner. */
import fc from 'fast-check';
import { dateIn, plusDays, plusWorkingDays, timeIn, weekdayOf } from '../../src/calendar';
import type { Logbook, Records } from '../../src/logbook';
import { type Bottle, type CrewMember, type Fact, type Job, type TrackEvent, recordDefaults } from '../../src/model';
import type { WorkItem } from '../../src/run-up';
import { book, flush, makeBottle, makeCar, makeEvent, makeFluid, newId } from './book';
import { makePadSet } from './service-book';
import { TODAY, car as firstCar, common, customer, ines, measured, shop, tove, venue } from './run-up-book';

type Lists = ReadonlyMap<string, readonly WorkItem[]>;

export interface ShopInRunUp {
  records: Partial<Records>;
  facts: Fact[];
}
export const bookOf = ({ records, facts }: ShopInRunUp): Logbook => book(records, facts);

const TZ = shop.timeZone;
const hose = { ...common, id: newId(), name: 'Hose', kind: 'hose' as const, carId: null, axle: null, reorderAt: 0 };
const SUPPLIER = newId();

/** Two to four cars at one to three events, with too little or too much of everything. */
export const randomShop: fc.Arbitrary<ShopInRunUp> = fc
  .record({
    cars: fc.array(
      fc.record({
        flushedDaysAgo: fc.option(fc.integer({ min: 1, max: 300 })),
        padMm: fc.option(fc.constantFrom(2, 6, 11)),
        reservoir: fc.constantFrom(180, 280, 400),
        events: fc.array(fc.nat(2), { minLength: 1, maxLength: 3 }),
        hoseFault: fc.boolean(),
        hasSet: fc.boolean(),
        other: fc.boolean(),
      }),
      { minLength: 1, maxLength: 4 },
    ),
    events: fc.array(
      fc.record({
        inDays: fc.integer({ min: 1, max: 30 }),
        long: fc.nat(2),
        withinDays: fc.option(fc.constantFrom(5, 10, 30)),
      }),
      {
        minLength: 3,
        maxLength: 3,
      },
    ),
    bottles: fc.array(
      fc.record({
        size: fc.constantFrom(500, 1000),
        openDaysAgo: fc.option(fc.integer({ min: 0, max: 40 })),
        other: fc.boolean(),
        reservedBy: fc.option(fc.nat(5)),
      }),
      { maxLength: 4 },
    ),
    supplier: fc.option(fc.constantFrom(0, 3, 12)),
    ordered: fc.option(fc.record({ count: fc.integer({ min: 1, max: 3 }), inDays: fc.integer({ min: 0, max: 20 }) })),
    hoses: fc.nat(3),
    crew: fc.integer({ min: 1, max: 2 }),
    off: fc.option(
      fc.record({
        from: fc.nat(20),
        days: fc.nat(6),
        part: fc.constantFrom('day' as const, 'morning' as const, 'afternoon' as const),
      }),
    ),
    lifts: fc.nat(2),
    pace: fc.constantFrom('late' as const, 'early' as const),
  })
  .map((r): ShopInRunUp => {
    const fluid = makeFluid();
    const other = makeFluid({ name: 'Other fluid', dryBoilingPointC: 310, wetBoilingPointC: 200 });
    const events = r.events.map((e, i): TrackEvent => {
      const start = plusDays(TODAY, e.inDays);
      return makeEvent(venue.id, start, plusDays(start, e.long), {
        name: `Event ${i}`,
        organiser: `Club ${i}`,
        flushWithinDays: e.withinDays,
      });
    });
    const past = makeBottle(fluid.id, { label: 'P', sizeMl: 60_000, archived: true });
    const facts: Fact[] = [];
    const padSets: Records['padSets'] & object[] = [];
    const cars = r.cars.map((c, i) => {
      const car = i === 0 ? { ...firstCar, id: newId() } : makeCar({ name: `Car ${i}`, reservoirMaxMl: c.reservoir });
      if (c.flushedDaysAgo !== null) facts.push(flush(car, `${plusDays(TODAY, -c.flushedDaysAgo)}T08:00:00Z`, past.id));
      if (c.padMm !== null) facts.push(...measured(c.padMm, plusDays(TODAY, -3), car.id));
      if (c.hasSet) padSets.push(makePadSet({ carId: car.id, label: `S${i}` }));
      if (c.hoseFault)
        facts.push({
          ...base(),
          kind: 'checksDone',
          carId: car.id,
          jobId: newId(),
          step: 'look',
          items: [{ check: 'hoses', corner: 'FL', result: 'fault', remark: '' }],
        } as unknown as Fact);
      return car;
    });
    const bookings = r.cars.flatMap((c, i) =>
      [...new Set(c.events)].map((e) => ({
        ...common,
        ...recordDefaults.bookings,
        id: newId(),
        eventId: events[e]!.id,
        carId: cars[i]!.id,
        notes: '',
        reservedIds: [] as string[],
      })),
    );
    const bottles: Bottle[] = r.bottles.map((b, i) => {
      const bottle = makeBottle(b.other ? other.id : fluid.id, { label: `B${i}`, sizeMl: b.size });
      if (b.openDaysAgo !== null)
        facts.push({
          ...base(),
          at: `${plusDays(TODAY, -b.openDaysAgo)}T07:00:00.000Z`,
          kind: 'bottleOpened',
          bottleId: bottle.id,
        } as unknown as Fact);
      if (b.reservedBy !== null && bookings.length > 0)
        bookings[b.reservedBy % bookings.length]!.reservedIds.push(bottle.id);
      return bottle;
    });
    if (r.hoses > 0)
      facts.push({ ...base(), kind: 'stockCounted', wearPartId: hose.id, count: r.hoses } as unknown as Fact);
    const off = r.off
      ? [{ from: plusDays(TODAY, r.off.from), to: plusDays(TODAY, r.off.from + r.off.days), why: '', part: r.off.part }]
      : [];
    return {
      records: {
        shops: [{ ...shop, planPace: r.pace }],
        crew: [{ ...tove, daysOff: off }, ines].slice(0, r.crew),
        customers: [customer],
        cars,
        venues: [venue],
        events,
        bookings,
        fluids: [fluid, other],
        bottles: [past, ...bottles],
        padSets,
        wearParts: [hose],
        lifts: Array.from({ length: r.lifts }, (_, i) => ({ ...common, id: newId(), name: `Lift ${i}` })),
        suppliers:
          r.supplier === null
            ? []
            : [
                {
                  ...common,
                  id: SUPPLIER,
                  name: 'Supplier',
                  supplies: ['bottle', 'wearPart', 'padSet', 'rotorPair'],
                  leadDays: r.supplier,
                  notes: '',
                },
              ],
        orders:
          r.ordered === null
            ? []
            : [
                {
                  ...common,
                  id: newId(),
                  supplierId: SUPPLIER,
                  placedOn: TODAY,
                  lines: [
                    {
                      goods: 'bottle',
                      likeId: fluid.id,
                      name: fluid.name,
                      count: r.ordered.count,
                      bookingIds: [],
                      unitPriceMinor: null,
                      deliveries: [{ on: plusDays(TODAY, r.ordered.inDays), count: r.ordered.count }],
                    },
                  ],
                },
              ],
      },
      facts,
    };
  });

const base = () => ({ id: newId(), at: `${TODAY}T04:00:00.000Z`, recordedAt: `${TODAY}T04:00:00.000Z`, by: tove.id });

const list = <T>(all: Iterable<T> | undefined): T[] => [...(all ?? [])];
const minutes = (time: string): number => Number(time.slice(0, 2)) * 60 + Number(time.slice(3));

/** What a day of the plan draws from. */
interface Source {
  left: number;
  from: string;
  until: string | null;
  /** Days for which it can be used once it is open; null where that is no matter. */
  keeps: number | null;
  owner: string | null;
}

/** Everything that work could draw of one fluid or part, by the records. */
function sourcesOf({ records, facts }: ShopInRunUp, id: string): Source[] {
  const sources: Source[] = [];
  const owners = new Map(
    list(records.bookings)
      .filter((b) => !b.archived && !list(records.events).find((e) => e.id === b.eventId)?.archived)
      .flatMap((b) => (b.reservedIds ?? []).map((r) => [r, b.id] as const)),
  );
  const { openBottleDays = 30 } = list(records.shops)[0]!;
  for (const b of list(records.bottles)) {
    if (b.fluidId !== id || b.archived) continue;
    const opened = facts.find((f) => f.kind === 'bottleOpened' && f.bottleId === b.id)?.at.slice(0, 10) ?? null;
    const level = facts.findLast((f) => f.kind === 'bottleLevel' && f.bottleId === b.id) as
      { leftMl: number } | undefined;
    sources.push({
      left: level?.leftMl ?? b.sizeMl,
      from: TODAY,
      until: opened && plusDays(opened, openBottleDays),
      keeps: opened ? null : openBottleDays,
      owner: owners.get(b.id) ?? null,
    });
  }
  const counted = facts.findLast((f) => f.kind === 'stockCounted' && f.wearPartId === id) as
    { count: number } | undefined;
  if (counted) sources.push({ left: counted.count, from: TODAY, until: null, keeps: null, owner: null });
  const size =
    list(records.bottles)
      .filter((b) => b.fluidId === id)
      .at(-1)?.sizeMl ?? 1000;
  for (const order of list(records.orders))
    for (const line of order.archived ? [] : order.lines)
      if (line.likeId === id)
        for (let n = 0; n < line.count; n++)
          sources.push({
            left: line.goods === 'bottle' ? size : 1,
            // What comes on a day is there the morning after.
            from: plusDays(line.deliveries[0]!.on, 1),
            until: null,
            keeps: line.goods === 'bottle' ? openBottleDays : null,
            owner: null,
          });
  const lead = Math.min(
    ...list(records.suppliers)
      .filter((s) => !s.archived)
      .map((s) => s.leadDays),
  );
  if (Number.isFinite(lead))
    sources.push({ left: 1e9, from: plusDays(plusWorkingDays(TODAY, lead), 1), until: null, keeps: null, owner: null });
  return sources;
}

interface Draw {
  job: string;
  day: string;
  booking: string;
  amount: number;
}

/** Whether every draw finds enough, by trying every bottle for each. */
function canAllBeDrawn(sources: Source[], draws: Draw[]): boolean {
  const sorted = [...draws].sort((a, b) => a.day.localeCompare(b.day));
  const opened: (string | null)[] = sources.map(() => null);
  let tries = 0;
  const go = (i: number, wanted: number): boolean => {
    if (wanted <= 1e-9) return i + 1 >= sorted.length || go(i + 1, sorted[i + 1]!.amount);
    const draw = sorted[i]!;
    return sources.some((s, k) => {
      const was = opened[k]!;
      if ((tries += 1) > 200_000) return true;
      if (s.left <= 1e-9 || draw.day < s.from || (s.until !== null && draw.day > s.until)) return false;
      if (s.owner !== null && s.owner !== draw.booking) return false;
      if (s.keeps !== null && was !== null && draw.day > plusDays(was, s.keeps)) return false;
      const taken = Math.min(wanted, s.left);
      s.left -= taken;
      opened[k] = was ?? draw.day;
      const isEnough = go(i, wanted - taken);
      s.left += taken;
      opened[k] = was;
      return isEnough;
    });
  };
  return sorted.length === 0 || go(0, sorted[0]!.amount);
}

/** What planned work draws: fluid by its work list, small parts by the piece. */
function drawsOf(jobs: readonly Job[], lists: Lists): Map<string, Draw[]> {
  const found = new Map<string, Draw[]>();
  for (const job of jobs)
    for (const item of lists.get(job.bookingId ?? '') ?? []) {
      if (!job.covers.includes(item.key) || item.state === 'done' || item.state === 'dropped') continue;
      const note = (id: string, amount: number): void =>
        void found.set(id, [
          ...(found.get(id) ?? []),
          { job: job.id, day: dateIn(job.startAt, TZ), booking: job.bookingId!, amount },
        ]);
      if (item.fluid?.fluidId) note(item.fluid.fluidId, item.fluid.ml);
      for (const p of item.parts) if (p.goods === 'wearPart' && p.likeId) note(p.likeId, p.count);
    }
  return found;
}

/** Whether somebody is there for the whole of a job, by the records alone. */
function isThere(s: ShopInRunUp, member: CrewMember, job: Job): boolean {
  const day = dateIn(job.startAt, TZ);
  const from = minutes(timeIn(job.startAt, TZ));
  const to = from + job.durationMin;
  const shopRecord = list(s.records.shops)[0]!;
  const week = (member.hours ?? shopRecord.hours)[weekdayOf(day)];
  if (member.archived || !week || from < minutes(week.from) || to > minutes(week.to)) return false;
  return [...member.daysOff, ...(shopRecord.closedDays ?? [])].every((d) => {
    if (day < d.from || day > d.to) return true;
    // The half day ends, or begins, with the break at noon; without one, at noon.
    const noon = (shopRecord.breaks ?? [{ from: '12:00', to: '12:30' }]).find(
      (b) => b.from < '14:00' && b.to > '11:00',
    );
    return d.part === 'morning'
      ? from >= minutes(noon?.to ?? '12:00')
      : d.part === 'afternoon'
        ? to <= minutes(noon?.from ?? '12:00')
        : false;
  });
}

const overlap = (a: Job, b: Job): boolean =>
  Date.parse(a.startAt) < Date.parse(b.startAt) + b.durationMin * 60_000 &&
  Date.parse(b.startAt) < Date.parse(a.startAt) + a.durationMin * 60_000;

/** Everything that is wrong with planned jobs; empty where they can all be done as planned. `goods` are looked at as a whole, the rest job by job. */
export function wrongWith(s: ShopInRunUp, jobs: readonly Job[], lists: Lists): { job: string | null; what: string }[] {
  const found: { job: string | null; what: string }[] = [];
  const say = (job: string | null, what: string): void => void found.push({ job, what });
  const crew = list(s.records.crew) as CrewMember[];
  for (const job of jobs) {
    const booking = list(s.records.bookings).find((b) => b.id === job.bookingId);
    const event = list(s.records.events).find((e) => e.id === job.eventId);
    if (!booking || booking.archived || !event || event.archived) {
      say(job.id, 'nobody is booked');
      continue;
    }
    const day = dateIn(job.startAt, TZ);
    // Nuts again, and bedding where that was said, are work at the event, for whoever goes there.
    const isAtEvent =
      job.covers.length > 0 &&
      job.covers.every(
        (key) => key === 'reTorque' || (key.startsWith('bedding') && booking.beddingPlace === 'event'),
      ) &&
      event.crewIds?.includes(job.crewId) === true &&
      event.startDate <= day &&
      day <= event.endDate;
    for (const id of isAtEvent ? [] : [job.crewId, job.helperId]) {
      const member = crew.find((c) => c.id === id);
      if (id && (!member || !isThere(s, member, job))) say(job.id, 'somebody is not there');
    }
    if (job.liftId && list(s.records.lifts).find((l) => l.id === job.liftId)?.archived) say(job.id, 'the lift is gone');
    const isAfter = job.covers.every((key) => key.startsWith('ductsOff') || key.startsWith('roadPads'));
    if (!isAfter && !isAtEvent && day >= event.startDate) say(job.id, 'after load-up');
    if (day < TODAY) say(job.id, 'in the past');
    const items = lists.get(booking.id) ?? [];
    for (const key of job.covers) {
      const item = items.find((i) => i.key === key);
      if (!item || item.state === 'dropped') say(job.id, 'not wanted');
    }
    for (const other of jobs)
      if (other.id !== job.id && overlap(job, other)) {
        const hands = [other.crewId, other.helperId].filter(Boolean);
        if ([job.crewId, job.helperId].some((id) => id && hands.includes(id))) say(job.id, 'two jobs at once');
        if (job.liftId && job.liftId === other.liftId) say(job.id, 'two on a lift');
        if (job.carId === other.carId) say(job.id, 'two at a car');
      }
  }
  for (const [id, draws] of drawsOf(jobs, lists))
    if (!canAllBeDrawn(sourcesOf(s, id), draws)) say(null, `short of ${id}: ${draws.map((d) => d.job).join()}`);
  return found;
}

/** Labelled parts that two pieces of work of different cars, or two of one car, are to get. */
export function promisedTwice(lists: Lists): string[] {
  const seen = new Map<string, string>();
  const twice: string[] = [];
  for (const items of lists.values())
    for (const item of items)
      if (item.state === 'todo' || item.state === 'planned')
        for (const p of item.parts)
          if (p.partId !== null && p.goods !== 'wearPart') {
            if (seen.has(p.partId)) twice.push(`${seen.get(p.partId)} and ${item.bookingId} ${item.key}`);
            seen.set(p.partId, `${item.bookingId} ${item.key}`);
          }
  return twice;
}
