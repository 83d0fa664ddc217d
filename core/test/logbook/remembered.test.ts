/** What is remembered from logbook to logbook is what somebody who remembers nothing works out anew. */
import { type Records, buildLogbook } from '../../src/logbook';
import { type Car, type Fact, type Shop, corners, shopDefaults } from '../../src/model';
import { judgeCar } from '../../src/readiness';
import { judgeService } from '../../src/service';
import { boil, customer, flush, makeBottle, makeFluid, namedCompounds, pen } from '../builders/book';
import { isTorture, rounds, seed } from '../builders/budget';
import { dice } from '../builders/faulty-cars';
import {
  LEAD,
  OTHER,
  TECH,
  at,
  bottle,
  car,
  crew,
  fluid,
  fullSheet,
  job,
  makePadSet,
  makeRotorPair,
  pads,
  pedal,
  rotor,
  today,
  wheelBearing,
  wholeService,
} from '../builders/service-book';

type Kept = Required<
  Pick<Records, 'shops' | 'crew' | 'cars' | 'fluids' | 'bottles' | 'padSets' | 'rotorPairs' | 'brakeSheets'>
>;
interface Shelf {
  records: { [C in keyof Kept]: (Kept[C] extends Iterable<infer R> ? R : never)[] };
  facts: Fact[];
}

const judge = ({ records, facts }: Shelf): string => {
  const logbook = buildLogbook({ customers: [customer], jobs: [job], compounds: namedCompounds(), ...records }, facts);
  const own = logbook.cars.get(car.id)!;
  const service = judgeService(logbook, job, today)!;
  return JSON.stringify([judgeCar(logbook, own, null, today), service.gate, service.fluid, service.corners]);
};

/** One thing that happens to a shop: an entry more, an entry corrected, or a record changed; each leaves all others as they are. */
function happens({ records, facts }: Shelf, roll: () => number): Shelf {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(roll() * list.length)]!;
  const who = pick([TECH, OTHER, LEAD]);
  const corner = pick(corners);
  const axle = pick(['front', 'rear'] as const);
  const add = (fact: Fact): Shelf => ({ records, facts: [...facts, fact] });
  const change = <C extends keyof Shelf['records']>(c: C, over: object): Shelf => {
    const one = pick<{ id: string }>(records[c]);
    const list = (records[c] as { id: string }[]).map((r) => (r.id === one.id ? { ...r, ...over } : r));
    return { facts, records: { ...records, [c]: list } };
  };
  const now = at({ by: who });
  const early = { at: '2026-05-04T06:00:00.000Z', id: now.id };
  const padSetId = roll() < 0.5 ? null : pick(records.padSets).id;
  const rotorPairId = roll() < 0.5 ? null : pick(records.rotorPairs).id;
  const reading = (): Fact =>
    pick<() => Fact>([
      () => ({ ...boil(car.id, now.at, pick([150, 180, 230, 260])), by: who, id: now.id }),
      () => pads(corner, pick([1.5, 4, 8]), { by: who, padSetId }),
      () => rotor(corner, pick([26, 29, 31]), { by: who, rotorPairId, crack: pick(['none', 'toEdge']) }),
      () => wheelBearing(corner, pick([0.02, 0.3])),
      () => pedal('gate', { by: who, feel: pick(['firm', 'long', 'soft']) }),
    ])();
  return pick<() => Shelf>([
    () => add(reading()),
    () => {
      // The same way of reading, often by the same hand.
      const fact = reading();
      const old = facts.findLast((f) => f.kind === fact.kind);
      const by = roll() < 0.7 ? (old?.by ?? who) : who;
      return add(old ? { ...fact, by, replaces: old.id, because: 'Misread.' } : fact);
    },
    () => add({ ...now, kind: 'withdrawal', replaces: pick(facts).id, because: 'Other car.' } as unknown as Fact),
    () => add({ ...flush(car, now.at, pick(records.bottles).id), id: now.id, by: who }),
    () =>
      add({
        ...boil('', now.at, pick([200, 300])),
        ...early,
        carId: undefined,
        bottleId: pick(records.bottles).id,
      } as never),
    () => add({ ...pen(car.id, now.at, pick([1, 4])), id: now.id }),
    () => add({ ...now, kind: 'partsFitted', axle, changed: pick(['pads', 'both']), padSetId, rotorPairId } as never),
    () => change('fluids', { dryBoilingPointC: pick([240, 310]), wetBoilingPointC: pick([150, 200]) }),
    () => change('bottles', { fluidId: pick(records.fluids).id }),
    () => change('crew', { role: pick(['lead', 'technician']) }),
    () => change('crew', { role: pick(['lead', 'technician']) }),
    () => change('cars', { fluidGrade: pick(['DOT 4', 'DOT 5.1', 'mineral']), reservoirMinMl: pick([100, 260]) }),
    () => change('padSets', { limitMm: pick([2, 5]), newThicknessMm: pick([10, 14]) }),
    () => change('rotorPairs', { discardThicknessMm: pick([28, 30.5]) }),
    () => change('brakeSheets', { padLimitMm: { front: pick([2, 5]), rear: pick([2, 5]) } }),
    () => change('brakeSheets', { maxWheelBearingPlayMm: pick([0.01, 0.1, 1]) }),
    () => change('shops', { suspectSharePercent: pick([1, 10, 30]) }),
    () => change('shops', { padLimitMm: pick([2, 4.5]), defaultUptakePercentPerYear: pick([1, 3]) }),
  ])();
}

const shop = (): Shelf => ({
  records: {
    shops: [{ ...shopDefaults } as Shop],
    crew: [...crew] as never,
    cars: [car as Car],
    fluids: [fluid, makeFluid({ name: 'Other' })],
    bottles: [bottle, makeBottle(fluid.id, { label: 'B2' })],
    padSets: [makePadSet(), makePadSet({ axle: 'rear', label: 'P-2' })],
    rotorPairs: [makeRotorPair(), makeRotorPair({ axle: 'rear', label: 'R-2' })],
    brakeSheets: [fullSheet()],
  },
  facts: wholeService(),
});

test.each([
  ['pads', () => pads('FL', 1.5), () => pads('FL', 8, { explanation: 'Read through the window before.' }), ''],
  ['play', () => wheelBearing('FL', 2), () => wheelBearing('FL', 0.02), 'Misread.'],
  ['a boiling test', () => boil(car.id, at().at, 150), () => boil(car.id, at().at, 260), ''],
] as [string, () => Fact, () => Fact, string][])(
  'what somebody took back of %s counts once they are a lead',
  (what, bad, good, because) => {
    const { records, facts } = shop();
    const found = { ...bad(), by: TECH };
    const shelf = {
      records,
      facts: [
        ...facts,
        found,
        { ...good(), by: TECH, ...(because ? { replaces: found.id, because } : {}) },
        // Two tests say more than one.
        ...(what === 'a boiling test' ? [{ ...good(), by: TECH }] : []),
      ],
    };
    const before = judge(shelf);
    const promoted = records.crew.map((m) => (m.id === TECH ? { ...m, role: 'lead' as const } : m));
    const after = { ...shelf, records: { ...records, crew: promoted } };
    expect(judge(after)).toBe(judge(structuredClone(after)));
    expect(judge(after)).not.toBe(before);
  },
);

test('after whatever happened, all is said of a car that would be said by whoever opens the shop for the first time', () => {
  const roll = dice(seed(41));
  let [asked, changed] = [0, 0];
  for (const _ of rounds({ seconds: 5, atMost: 60, inTorture: 3000 })) {
    let shelf = shop();
    let before = judge(shelf);
    for (let i = 0; i < 12; i++) {
      shelf = happens(shelf, roll);
      const now = judge(shelf);
      expect(now).toBe(judge(structuredClone(shelf)));
      asked += 1;
      if (now !== before) changed += 1;
      before = now;
    }
  }
  if (isTorture) console.info(`${asked} asked, ${changed} changed`);
  expect(changed).toBeGreaterThan(asked / 4);
});
