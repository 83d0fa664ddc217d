/** What lasts of two hundred cars with ten years of readings behind them: cold, and after one more reading; against parsing the same facts. */
import { type Fact, type Records, buildLogbook, judgeWear, recordDefaults, shopDefaults } from '@calvik/core';
import { demoData } from '../server/src/demo/load';
import { timed } from './timed';

const CARS = 200;
const YEARS = 10;
const EVENTS_A_YEAR = 8;
const SESSIONS = 4;
/** A set lasts so many events. */
const EVENTS_A_SET = 6;
const say = (text: string): void => void process.stdout.write(`${text}\n`);

const now = new Date().toISOString();
const today = now.slice(0, 10);
const data = demoData(now);
const of = (collection: string) => data.records.filter((r) => r.collection === collection).map((r) => r.body as never);
const plain = of('cars')[0] as { id: string };
const [venue] = of('venues') as { id: string }[];
const [compound] = of('compounds') as { id: string }[];
const [customer] = of('customers') as { id: string }[];
let n = 0;
const newId = (): string => `01700000-0000-7000-8000-${(++n).toString(16).padStart(12, '0')}`;
const common = { version: 0, archived: false };
const dayOf = (event: number): string =>
  new Date(Date.parse(now) - Math.round(((YEARS * EVENTS_A_YEAR - event) * 365 * 86_400_000) / EVENTS_A_YEAR))
    .toISOString()
    .slice(0, 10);
const eventOf = (day: string) => ({
  ...common,
  ...recordDefaults.events,
  id: newId(),
  name: 'Open pit lane',
  venueId: venue!.id,
  organiser: '',
  startDate: day,
  endDate: day,
  flushWithinDays: null,
  demandedMarginC: null,
  notes: '',
});
const past = Array.from({ length: YEARS * EVENTS_A_YEAR }, (_, i) => eventOf(dayOf(i)));
const coming = eventOf(new Date(Date.parse(now) + 7 * 86_400_000).toISOString().slice(0, 10));
const cars = Array.from({ length: CARS }, (_, i) => ({
  ...plain,
  id: newId(),
  name: `Car ${i}`,
  customerId: customer!.id,
}));
const padSets: { id: string }[] = [];
const bookings = cars.map((car) => ({
  ...common,
  ...recordDefaults.bookings,
  id: newId(),
  eventId: coming.id,
  carId: car.id,
  notes: '',
}));
const facts: Fact[] = [];
const add = (at: string, body: object): void => {
  facts.push({ id: newId(), at, recordedAt: at, by: customer!.id, ...body } as unknown as Fact);
};
for (const car of cars) {
  const jobId = newId();
  const rate = 0.3 + (0.3 * ((n * 7919) % 100)) / 100;
  let set: { id: string } = { id: '' };
  let left = 12;
  past.forEach((event, i) => {
    const at = (hour: number, minute = 0): string =>
      `${event.startDate}T${String(hour).padStart(2, '0')}:${String(minute).padStart(2, '0')}:00.000Z`;
    if (i % EVENTS_A_SET === 0) {
      left = 12;
      set = {
        ...common,
        id: newId(),
        label: `P-${n}`,
        compoundId: compound!.id,
        axle: 'front',
        use: 'track',
        isLining: false,
        carId: car.id,
        rotorPairId: null,
        newThicknessMm: 12,
        limitMm: null,
        hasSensorSlot: false,
        padAreaMm2: null,
        isDirectional: false,
        notes: '',
      } as never;
      padSets.push(set);
      add(at(5), {
        kind: 'partsFitted',
        carId: car.id,
        jobId,
        axle: 'front',
        padSetId: set.id,
        rotorPairId: null,
        changed: 'pads',
      });
    }
    const face = (mm: number) => ({
      thicknessMm: Math.round(mm * 10) / 10,
      otherEndMm: null,
      conditions: [],
      isSeen: true,
    });
    const read = (hour: number): void => {
      for (const corner of ['FL', 'FR'])
        add(at(hour), {
          kind: 'padMeasurement',
          carId: car.id,
          jobId,
          corner,
          padSetId: set.id,
          inner: face(left),
          outer: face(left + 0.2),
          hatClearanceMm: null,
          instrument: 'byHand',
        });
    };
    if (i % EVENTS_A_SET === 0) read(6);
    for (let s = 0; s < SESSIONS; s++) {
      left -= rate;
      add(at(9 + s, 20), {
        kind: 'sessionDriven',
        carId: car.id,
        eventId: event.id,
        outAt: at(9 + s),
        laps: 10,
        coolDownLap: false,
        isWet: false,
        airTempC: 20,
        ducts: null,
        complaints: [],
        words: '',
        isNothingToSay: true,
      });
    }
    read(18);
  });
}
const records = {
  customers: [customer],
  cars,
  venues: [venue],
  compounds: [compound],
  padSets,
  events: [...past, coming],
  bookings,
  shops: [shopDefaults],
} as unknown as Records;
const text = JSON.stringify(facts);
say(`${facts.length} facts: ${CARS} cars, ${YEARS} years, ${padSets.length} sets`);
const parse = timed(() => JSON.parse(text) as unknown, 7).ms;
const all = (book: ReturnType<typeof buildLogbook>) => (): number =>
  cars.filter((car) => judgeWear(book, car as never, coming as never, today).verdict !== 'inOrder').length;
const cold = [0, 1, 2].map(() => {
  // Other objects, so that nothing is known of them yet.
  const book = buildLogbook(records, JSON.parse(text) as Fact[]);
  const began = performance.now();
  const said = all(book)();
  return { ms: performance.now() - began, said };
});
const ms = cold.map((c) => c.ms).sort((a, b) => a - b)[1]!;
say(
  `wear of all, nothing known before: ${ms.toFixed(0)} ms (${cold[0]!.said} need something); bare JSON.parse of the same facts ${parse.toFixed(0)} ms; ratio ${(ms / parse).toFixed(2)} (aim ≤ 1)`,
);
const book = buildLogbook(records, facts);
all(book)();
const after = [0, 1, 2].map((i) => {
  const last = facts.at(-1)!;
  const at = new Date(Date.parse(now) + i * 1000).toISOString();
  const next = buildLogbook(records, [...facts, { ...last, id: newId(), at, recordedAt: at }]);
  const began = performance.now();
  all(next)();
  return performance.now() - began;
});
const afterMs = after.sort((a, b) => a - b)[1]!;
say(`after one more reading: ${afterMs.toFixed(0)} ms; ratio ${(afterMs / parse).toFixed(2)}`);
