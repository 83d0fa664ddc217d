import fc from 'fast-check';
import {
  type Fact,
  axleParts,
  bottleState,
  composeExchanges,
  compoundHistory,
  effectiveFacts,
  fittingCandidates,
  lastPadReadings,
  bleedSequence,
  ofKind,
  onceEach,
  padsAt,
  judgePairing,
  placeOf,
  reservationOf,
  returnedMl,
  rotorAt,
  thinnest,
  toCanonical,
  fromCanonical,
} from '../src';
import { tell } from './say';
import { book, makeCar, newId } from './book';
import {
  at,
  begun,
  bottle,
  car,
  crew,
  decision,
  drawn,
  fluid,
  job,
  logbookOf,
  makePadSet,
  makeRotorPair,
  pads,
  rotor,
  signature,
} from './service-book';

const sets = [
  makePadSet({ label: 'P-1' }),
  makePadSet({ label: 'P-2', compound: 'Holt S' }),
  makePadSet({ label: 'P-3', axle: 'rear' }),
];
const pairs = [makeRotorPair({ label: 'R-1' }), makeRotorPair({ label: 'R-2' })];
const records = { padSets: sets, rotorPairs: pairs };
const fit = (padSetId: string | null, rotorPairId: string | null, over: object = {}): Fact =>
  ({ ...at(), kind: 'partsFitted', axle: 'front', padSetId, rotorPairId, changed: 'both', ...over }) as Fact;

describe('where parts are', () => {
  test('a set is in one place at a time, whatever is fitted in whatever order', () => {
    const move = fc.record({ set: fc.nat(1), pair: fc.nat(1), axle: fc.constantFrom('front' as const) });
    fc.assert(
      fc.property(fc.array(move, { maxLength: 12 }), (moves) => {
        const facts = moves.map((m) => fit(sets[m.set]!.id, pairs[m.pair]!.id, { axle: m.axle }));
        const logbook = logbookOf(facts, records);
        const onCar = sets.slice(0, 2).filter((s) => placeOf(logbook, s.id).at === 'car');
        expect(onCar.length).toBe(moves.length === 0 ? 0 : 1);
        if (onCar[0]) expect(axleParts(logbook, car, 'front').padSet!.id).toBe(onCar[0].id);
      }),
    );
  });
  test('readings of what was there before do not count for what is there now', () => {
    const facts = [pads('FL', 3), rotor('FL', 30.1), fit(sets[0]!.id, pairs[0]!.id)];
    const logbook = logbookOf(facts, records);
    expect(padsAt(logbook, car, 'FL')).toBeNull();
    expect(rotorAt(logbook, car, 'FL')).toBeNull();
    const onlyPads = logbookOf(
      [pads('FL', 3), rotor('FL', 30.1), fit(sets[0]!.id, null, { changed: 'pads' })],
      records,
    );
    expect(rotorAt(onlyPads, car, 'FL')).not.toBeNull();
  });
  test('a promise ends with another decision, with the fitting, or with the release', () => {
    const promised = decision('pads', 'front', { action: 'change', padSetId: sets[0]!.id });
    const promise = (...more: Fact[]) => reservationOf(logbookOf([promised, ...more], records), sets[0]!.id);
    expect(promise()).not.toBeNull();
    expect(promise(decision('pads', 'front', { action: 'keep' }))).toBeNull();
    expect(promise(fit(sets[0]!.id, null))).toBeNull();
    expect(promise(signature())).toBeNull();
    expect(promise(decision('pads', 'rear', { action: 'keep' }))).not.toBeNull();
  });
  test('what is promised to one car is not offered to another, and a set of another car never is', () => {
    const other = makeCar({ name: 'Other' });
    const facts = [decision('pads', 'front', { action: 'change', padSetId: sets[0]!.id })];
    const logbook = book(
      {
        crew,
        cars: [car, other],
        jobs: [job],
        padSets: [...sets, makePadSet({ label: 'P-9', carId: car.id })],
        rotorPairs: pairs,
      },
      facts,
    );
    const labels = (of: typeof car): string[] => fittingCandidates(logbook, of, 'front').padSets.map((p) => p.label);
    expect(labels(car)).toEqual(['P-9', 'P-1', 'P-2']);
    expect(labels(other)).toEqual(['P-2']);
    expect(fittingCandidates(logbook, car, 'rear').padSets.map((p) => p.label)).toEqual(['P-3']);
  });
  test('shoes are offered to drums and pads to calipers', () => {
    const drum = makeCar({
      rear: {
        brake: 'drum',
        boresMm: [19],
        bleedNipplesPerCorner: 1,
        bleedNippleOrder: 'innerFirst',
      },
    });
    const shoes = makePadSet({ label: 'P-5', axle: 'rear', isLining: true });
    const logbook = book({ crew, cars: [drum, car], padSets: [...sets, shoes] }, []);
    expect(fittingCandidates(logbook, drum, 'rear').padSets.map((p) => p.label)).toEqual(['P-5']);
    expect(fittingCandidates(logbook, car, 'rear').padSets.map((p) => p.label)).toEqual(['P-3']);
  });
});

describe('pairing (each compound keeps to its own rotors: common practice, no source)', () => {
  test('new rotors take anything; met ones take what they have met', () => {
    const fresh = logbookOf([], records);
    expect(judgePairing(fresh, sets[0]!, pairs[0]!)).toEqual([]);
    const met = logbookOf([fit(sets[0]!.id, pairs[0]!.id)], records);
    expect(judgePairing(met, sets[0]!, pairs[0]!)).toEqual([]);
    expect(tell(judgePairing(met, sets[1]!, pairs[0]!)[0]!)).toContain('transfer layer of Kerren R2');
    expect(judgePairing(met, sets[1]!, pairs[1]!)).toEqual([]);
    expect(judgePairing(met, null, pairs[0]!)).toEqual([]);
  });
  test('a set tied to other rotors says so', () => {
    const tied = makePadSet({ rotorPairId: pairs[1]!.id });
    expect(tell(judgePairing(logbookOf([], records), tied, pairs[0]!)[0]!)).toContain(
      'belong with rotors R-2, not R-1',
    );
  });
  test('compounds come in the order in which they were met', () => {
    const logbook = logbookOf(
      [
        fit(sets[0]!.id, pairs[0]!.id),
        fit(sets[1]!.id, pairs[0]!.id),
        fit(sets[1]!.id, pairs[0]!.id),
        fit(sets[0]!.id, pairs[0]!.id),
      ],
      records,
    );
    expect(compoundHistory(logbook, pairs[0]!.id)).toEqual(['Kerren R2', 'Holt S', 'Kerren R2']);
  });
});

describe('reading lists', () => {
  test('the last reading of a set by corner, and its thinnest point', () => {
    const before = pads('FL', 9, { padSetId: sets[0]!.id });
    const inner = { thicknessMm: 7, otherEndMm: 4.5, conditions: [] };
    const m = pads('FL', [7, 5], { padSetId: sets[0]!.id, inner });
    const logbook = logbookOf([before, m], records);
    expect(lastPadReadings(logbook, sets[0]!.id)).toEqual({ FL: m });
    expect(thinnest(m)).toBe(4.5);
  });
  test('sorted into kinds once, in their order', () => {
    const facts = [pads('FL', 9), rotor('FL', 31), pads('FR', 8)];
    expect(ofKind(facts, 'padMeasurement').map((f) => f.corner)).toEqual(['FL', 'FR']);
    expect(ofKind(facts, 'padMeasurement')).toBe(ofKind(facts, 'padMeasurement'));
    expect(ofKind([], 'leakDownTest')).toEqual([]);
  });
  test('work for a key is done once', () => {
    const work = jest.fn((key: string) => key.length);
    const once = onceEach(work);
    expect([once('abc'), once('abc'), once('d')]).toEqual([3, 3, 1]);
    expect(work).toHaveBeenCalledTimes(2);
  });
});

describe('exchanges put together from nipples', () => {
  const draws = fc.array(
    fc.record({ index: fc.nat(3), ml: fc.integer({ min: 0, max: 300 }), low: fc.integer({ min: 60, max: 260 }) }),
    { minLength: 1, maxLength: 10 },
  );
  test('whatever was drawn is poured from the bottle and goes to waste, once, in any order of arrival', () => {
    fc.assert(
      fc.property(draws, fc.infiniteStream(fc.nat()), (list, random) => {
        const first = begun({ drawnOffMl: 0, refillMl: 100 });
        const facts: Fact[] = [
          first,
          ...list.map((d) => drawn(first.id, d.index, { volumeMl: d.ml, lowestLevelMl: d.low })),
        ];
        const total = list.reduce((sum, d) => sum + d.ml, 0);
        const [exchange] = composeExchanges(effectiveFacts(facts), new Map([[car.id, car]]));
        expect(exchange!.corners.reduce((sum, c) => sum + c.volumeMl, 0)).toBe(total);
        const shuffled = facts
          .map((f) => [random.next().value, f] as const)
          .sort((a, b) => a[0] - b[0])
          .map(([, f]) => f);
        expect(composeExchanges(effectiveFacts(shuffled), new Map([[car.id, car]]))).toEqual([exchange]);
        expect(bottleState(logbookOf(shuffled), bottle, '2026-05-04').leftMl).toBe(Math.max(0, 2000 - 100 - total));
      }),
    );
  });
  test('it is a full exchange only when every place was drawn after the last time under MIN', () => {
    fc.assert(
      fc.property(draws, (list) => {
        const first = begun();
        const facts = list.map((d) => drawn(first.id, d.index, { volumeMl: 50, lowestLevelMl: d.low }));
        const [exchange] = composeExchanges([first, ...facts], new Map([[car.id, car]]));
        const restart = list.findLastIndex((d) => d.low < car.reservoirMinMl);
        const places = new Set(list.map((d) => d.index));
        const after = new Set(list.slice(restart + 1).map((d) => d.index));
        expect(exchange!.scope).toBe(restart < 0 || [...places].every((p) => after.has(p)) ? 'full' : 'heatAffected');
        expect(bleedSequence(car)).toHaveLength(4);
      }),
    );
  });
  test('an exchange without a drawn nipple is none', () => {
    expect(composeExchanges([begun()], new Map())).toEqual([]);
    expect(fluid.grade).toBe('DOT 4');
  });
});

test('what comes back when pistons go home never shrinks with wear', () => {
  const wear = fc.double({ min: 0, max: 12, noNaN: true });
  fc.assert(
    fc.property(wear, wear, wear, wear, fc.constantFrom(car.front, car.rear), (inner, outer, more, rotorMm, axle) => {
      const less = returnedMl(axle, { innerPadMm: inner, outerPadMm: outer, rotorMm });
      expect(returnedMl(axle, { innerPadMm: inner + more, outerPadMm: outer, rotorMm })).toBeGreaterThanOrEqual(
        less - 1e-9,
      );
      expect(less).toBeGreaterThanOrEqual(0);
    }),
  );
});

test('forces convert both ways: 1 lbf = 4.448 222 N (NIST SP 811)', () => {
  expect(toCanonical(1000, 'lbf')).toBeCloseTo(4.448222, 6);
  expect(fromCanonical(toCanonical(7962, 'lbf'), 'lbf')).toBe(7962);
  expect(newId()).toHaveLength(36);
});
