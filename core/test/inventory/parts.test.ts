import fc from 'fast-check';
import {
  axleParts,
  compoundHistory,
  fittingCandidates,
  lastPadReadings,
  padsAt,
  judgePairing,
  placeOf,
  reservationOf,
  rotorAt,
} from '../../src/inventory';
import { ofKind, onceEach } from '../../src/logbook';
import type { Fact } from '../../src/model';
import { thinnest } from '../../src/pads';
import { tell } from '../builders/say';
import { compoundNamed, book, makeCar } from '../builders/book';
import {
  at,
  car,
  crew,
  decision,
  job,
  logbookOf,
  makePadSet,
  makeRotorPair,
  pads,
  rotor,
  signature,
} from '../builders/service-book';

const sets = [
  makePadSet({ label: 'P-1' }),
  makePadSet({ label: 'P-2', compoundId: compoundNamed('Holt S').id }),
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
    expect(compoundHistory(logbook, pairs[0]!.id).map((c) => c.name)).toEqual(['Kerren R2', 'Holt S', 'Kerren R2']);
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
