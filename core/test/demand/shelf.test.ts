import { helpLimits, shelfFor } from '../../src/demand';
import { type Bottle, recordDefaults } from '../../src/model';
import { book, compoundNamed, makeBottle, makeCar, makeEvent, makeFluid, makeVenue, newId } from '../builders/book';
import { at, makePadSet, makeRotorPair } from '../builders/service-book';

const TODAY = '2026-05-04';
const car = makeCar({ fluidGrade: 'DOT 4' });
const other = makeCar({ name: 'Another' });
const venue = makeVenue({ altitudeM: 0 });
const event = makeEvent(venue.id, '2026-06-13', '2026-06-14');
const race = makeFluid({ name: 'Orsen Race', grade: 'DOT 4', dryBoilingPointC: 325, wetBoilingPointC: 205 });
const plain = makeFluid({ name: 'Lantry', grade: 'DOT 4', dryBoilingPointC: 265, wetBoilingPointC: 170 });
const silicone = makeFluid({ name: 'Veyle', grade: 'DOT 5', dryBoilingPointC: 268, wetBoilingPointC: 190 });
const bottle = (fluidId: string, over: Partial<Bottle> = {}) => makeBottle(fluidId, { sizeMl: 1000, ...over });
const opened = (b: Bottle, day: string) =>
  ({
    ...at(),
    carId: undefined,
    jobId: undefined,
    kind: 'bottleOpened',
    bottleId: b.id,
    at: `${day}T08:00:00.000Z`,
  }) as never;
const left = (b: Bottle, leftMl: number) =>
  ({ ...at(), carId: undefined, jobId: undefined, kind: 'bottleLevel', bottleId: b.id, leftMl }) as never;

type Records = Parameters<typeof book>[0];
const logbook = (records: Records = {}, facts: Parameters<typeof book>[1] = []) =>
  book({ cars: [car, other], venues: [venue], events: [event], fluids: [race, plain, silicone], ...records }, facts);
const fluids = (...args: Parameters<typeof logbook>) =>
  shelfFor(logbook(...args), car, event, TODAY).fluids.map((f) => f.name);

describe('shelfFor: fluids', () => {
  it('are those of the car’s grade of which there is enough to flush it', () => {
    const some = bottle(plain.id);
    expect(fluids({ bottles: [bottle(race.id), some, bottle(silicone.id)] })).toEqual(['Orsen Race', 'Lantry']);
    expect(fluids({ bottles: [some] }, [left(some, 290)])).toEqual([]);
    expect(fluids({ bottles: [some] }, [left(some, 310)])).toEqual(['Lantry']);
    expect(fluids({})).toEqual([]);
  });

  it('out of a bottle that has been open for too long help nobody', () => {
    const some = bottle(plain.id);
    expect(fluids({ bottles: [some] }, [opened(some, '2026-04-30')])).toEqual(['Lantry']);
    expect(fluids({ bottles: [some] }, [opened(some, '2025-11-01')])).toEqual([]);
  });

  it('that are put away, or whose bottles are, are not there', () => {
    expect(fluids({ bottles: [bottle(plain.id, { archived: true })] })).toEqual([]);
    expect(fluids({ fluids: [{ ...plain, archived: true }], bottles: [bottle(plain.id)] })).toEqual([]);
  });

  it('that another car has been promised do not help this one; its own do', () => {
    const some = bottle(plain.id);
    const reserving = (carId: string) => ({
      ...recordDefaults.bookings,
      id: newId(),
      version: 1,
      archived: false,
      eventId: event.id,
      carId,
      reservedIds: [some.id],
      notes: '',
    });
    expect(fluids({ bottles: [some], bookings: [reserving(other.id)] })).toEqual([]);
    expect(fluids({ bottles: [some], bookings: [reserving(car.id)] })).toEqual(['Lantry']);
    expect(fluids({ bottles: [some, bottle(plain.id)], bookings: [reserving(other.id)] })).toEqual(['Lantry']);
  });

  it('boil by their label when they go in, a little lower on the day, and lower on a mountain', () => {
    const of = (e: typeof event | null, v = venue) =>
      shelfFor(logbook({ bottles: [bottle(race.id)], venues: [v] }), car, e, TODAY).fluids[0]!.boilsAtC;
    const now = of(null);
    expect(now).toBeGreaterThan(320);
    expect(of(event)).toBeLessThan(now);
    expect(of(event)).toBeGreaterThan(now - 10);
    expect(of(event, { ...venue, altitudeM: 2000 })).toBeLessThan(of(event));
  });
});

describe('shelfFor: parts', () => {
  const hot = compoundNamed('Ardel H', { friction: 0.5, maxTempC: 800 });
  const set = makePadSet({ label: 'P-3', compoundId: hot.id, axle: 'front', newThicknessMm: 14 });
  const pair = makeRotorPair({ label: 'R-3', axle: 'rear', newMassKg: null });
  const shelf = (records: Records, facts: Parameters<typeof book>[1] = []) =>
    shelfFor(logbook({ compounds: [hot], ...records }, facts), car, event, TODAY);

  it('tell what they would bring: compound, thickness, and how hot they may get', () => {
    expect(shelf({ padSets: [set] }).padSets).toEqual([
      { id: set.id, label: 'P-3', axle: 'front', compound: 'Ardel H', thicknessMm: 14, friction: 0.5, maxTempC: 800 },
    ]);
    const unknown = makePadSet({ compoundId: newId(), label: 'P-4' });
    expect(shelf({ padSets: [unknown] }).padSets).toMatchObject([{ compound: '', friction: null, maxTempC: null }]);
  });

  it('weigh what they were weighed to, else by their size: an iron rotor of this size is some kilograms', () => {
    const [bySize] = shelf({ rotorPairs: [pair] }).rotorPairs;
    expect(bySize!.massKg).toBeGreaterThan(4);
    expect(bySize!.massKg).toBeLessThan(20);
    expect(shelf({ rotorPairs: [{ ...pair, newMassKg: 8.7 }] }).rotorPairs[0]!.massKg).toBe(8.7);
  });

  it('that are on a car, or another car’s own, are not on the shelf', () => {
    const on = (carId: string) =>
      ({
        ...at(),
        carId,
        kind: 'partsFitted',
        axle: 'front',
        padSetId: set.id,
        rotorPairId: null,
        changed: 'pads',
      }) as never;
    expect(shelf({ padSets: [set] }, [on(other.id)]).padSets).toEqual([]);
    expect(shelf({ padSets: [{ ...set, carId: other.id }] }).padSets).toEqual([]);
    expect(shelf({ padSets: [{ ...set, carId: car.id }] }).padSets).toHaveLength(1);
  });
});

describe('helpLimits', () => {
  it('knows nothing of a car that nobody has measured', () => {
    const limits = helpLimits(logbook(), car, event, TODAY);
    expect(limits.maxPadC).toEqual({ front: null, rear: null });
    expect(limits.newPadMm).toEqual({ front: 0, rear: 0 });
  });

  it('takes what is on each axle', () => {
    const hot = compoundNamed('Ardel H', { maxTempC: 800 });
    const set = makePadSet({ compoundId: hot.id, axle: 'rear', newThicknessMm: 11 });
    const on = {
      ...at(),
      carId: car.id,
      kind: 'partsFitted',
      axle: 'rear',
      padSetId: set.id,
      rotorPairId: null,
      changed: 'pads',
    };
    const limits = helpLimits(logbook({ compounds: [hot], padSets: [set] }, [on as never]), car, event, TODAY);
    expect(limits.maxPadC).toEqual({ front: null, rear: 800 });
    expect(limits.newPadMm).toEqual({ front: 0, rear: 11 });
  });
});
