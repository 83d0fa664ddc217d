/** The peak that an event is prepared for: the strictest of what is set, expected and computed, until the car has spoken. */
import fc from 'fast-check';
import { computedPeak, expectedPeakC, heatAtEvent, judgeFluid, judgeHeat, peakDemand } from '../../src/demand';
import { outlookOf } from '../../src/heat-outlook';
import {
  type CameIn,
  type Car,
  type Fact,
  type Figure,
  nothingKnown,
  recordDefaults,
  usualSession,
} from '../../src/model';
import { heatCasesAhead, judgeCar } from '../../src/readiness';
import { computeOutlook } from '../../src/heat-outlook/computing';
import {
  compoundNamed,
  flush,
  makeBottle,
  makeCar,
  makeEvent,
  makeFluid,
  makeVenue,
  book,
  newId,
} from '../builders/book';
import { zones } from '../builders/heat-car';
import { makePadSet, makeRotorPair } from '../builders/service-book';

const TODAY = '2026-05-01';
const fluid = makeFluid();
const bottle = makeBottle(fluid.id);
const venue = makeVenue({ zones, peakFluidTempC: 215 });
const event = makeEvent(venue.id, '2026-05-10');
const compound = compoundNamed('Kerren Heat', { maxTempC: 900, maxWorkingC: 850, friction: 0.44 });
const pads = makePadSet({ label: 'P-51', compoundId: compound.id });
const front = makeRotorPair({ label: 'R-51' });
const rear = makeRotorPair({ label: 'R-52', axle: 'rear', newThicknessMm: 24, discardThicknessMm: 22, newMassKg: 6.5 });

function shop(
  over: {
    heat?: Partial<Car['heat']>;
    pin?: { tempC: number; reason: string };
    certainty?: number;
    zones?: typeof zones;
    max?: number;
    venueC?: number;
  } = {},
  more: Fact[] = [],
) {
  const car = makeCar({ heat: { ...nothingKnown, massKg: 1420, ...over.heat } });
  const booking = {
    ...recordDefaults.bookings,
    id: newId(),
    version: 1,
    archived: false,
    notes: '',
    eventId: event.id,
    carId: car.id,
    pinnedPeak: over.pin ?? null,
  };
  const fitted = (axle: 'front' | 'rear', padSetId: string | null, rotorPairId: string): Fact =>
    ({
      id: newId(),
      at: '2026-04-01T08:00:00.000Z',
      recordedAt: '2026-04-01T08:00:00.000Z',
      by: newId(),
      kind: 'partsFitted',
      carId: car.id,
      jobId: newId(),
      axle,
      padSetId,
      rotorPairId,
      changed: 'both',
    }) as Fact;
  const logbook = book(
    {
      cars: [car],
      venues: [{ ...venue, zones: over.zones ?? zones, peakFluidTempC: over.venueC ?? 215 }],
      events: [event],
      bookings: [booking],
      fluids: [fluid],
      bottles: [bottle],
      padSets: [pads],
      rotorPairs: [front, rear],
      compounds: [{ ...compound, maxTempC: over.max ?? 900, maxWorkingC: Math.min(850, over.max ?? 850) }],
    },
    [
      flush(car, '2026-04-20T08:00:00.000Z', bottle.id),
      fitted('front', pads.id, front.id),
      fitted('rear', null, rear.id),
      ...more,
    ],
    { peakCertaintyPercent: over.certainty ?? 90 },
  );
  return { logbook, car };
}
const demandOfAll = (of: ReturnType<typeof shop>) => peakDemand(of.logbook, of.car, event);
const peak = (of: ReturnType<typeof shop>): Figure => expectedPeakC(of.logbook, of.car, event);

test('computed where enough is on record, with its band and everything that it follows from', () => {
  const of = shop({ venueC: 80 });
  const figure = peak(of);
  const { outlook, axle } = heatAtEvent(of.logbook, of.car, event)!;
  expect(figure.value).toBeGreaterThan(outlook!.axles[axle].fluidC.tempC);
  const [outer] = figure.working.inputs;
  if (outer!.origin.from !== 'computed') throw new Error();
  const [first] = outer!.origin.figure.working.inputs;
  if (first!.origin.from !== 'computed') throw new Error();
  const names = first!.origin.figure.working.inputs.map((i) => i.name);
  expect(names).toEqual(expect.arrayContaining(['zone 1', 'zone 5', 'session', 'car with driver', 'one front rotor']));
  expect(first!.origin.figure.working.inputs.find((i) => i.name === 'car with driver')!.origin).toMatchObject({
    from: 'record',
  });
  expect(first!.origin.figure.working.inputs.find((i) => i.name === 'tyre grip, g')!.origin).toMatchObject({
    from: 'default',
  });
});

test.each([
  ['no zones', { zones: [] as typeof zones }, ['zones']],
  ['no weight', { heat: { massKg: null } }, ['massKg']],
])('%s: the venue’s figure counts, and what is missing is said', (_, over, missing) => {
  const of = shop(over);
  expect(peak(of).value).toBe(215);
  expect(computedPeak(of.logbook, of.car, event)).toBeNull();
  expect(judgeHeat(of.logbook, of.car, event, TODAY).headline).toMatchObject({
    code: 'heatNotComputed',
    verdict: 'inOrder',
    values: { missing },
  });
});

test('rotors that belong to the car are used before anybody has fitted them; of two nobody knows which', () => {
  const car = makeCar({ heat: { ...nothingKnown, massKg: 1420 } });
  const own = (label: string, axle: 'front' | 'rear') => makeRotorPair({ label, axle, carId: car.id });
  const missing = (pairs: ReturnType<typeof own>[]): string[] =>
    heatAtEvent(book({ cars: [car], venues: [venue], events: [event], rotorPairs: pairs }, []), car, event)!.missing;
  expect(missing([])).toEqual(['frontRotors', 'rearRotors']);
  expect(missing([own('R-1', 'front'), own('R-2', 'rear')])).toEqual([]);
  expect(missing([own('R-1', 'front'), own('R-3', 'front'), own('R-2', 'rear')])).toEqual(['frontRotors']);
});

test('of what is set, expected and computed the highest counts, and all three show', () => {
  const of = shop({ pin: { tempC: 240, reason: 'New surface' } });
  const figure = peak(of);
  expect(figure.value).toBe(240);
  expect(figure.working.inputs.map((i) => i.name)).toEqual(['set to', 'computed', 'expected peak']);
  expect(judgeFluid(of.logbook, of.car, event, TODAY).demanded.value).toBe(270);
});

test('the surer it must be, the higher; a signature is judged by the peak of its moment', () => {
  const at = (certainty: number): number => peak(shop({ certainty, venueC: 80 })).value;
  expect(at(50)).toBeLessThan(at(80));
  expect(at(80)).toBeLessThan(at(95));
  const { logbook, car } = shop();
  expect(expectedPeakC({ ...logbook, signedPeakC: 333 }, car, event).value).toBe(333);
});

test('the demand of the fluid, the gate of heat and the run-up ask the same function', () => {
  const of = shop();
  const fluidJudged = judgeFluid(of.logbook, of.car, event, TODAY);
  expect(fluidJudged.peak.value).toBe(peak(of).value);
  expect(fluidJudged.demanded.value).toBe(peak(of).value + 30);
  const gate = judgeCar(of.logbook, of.car, event, TODAY).gates.find((g) => g.gate === 'heat')!;
  expect(gate).toMatchObject({ verdict: 'inOrder', headline: { code: 'heatInOrder' } });
});

test('pads beyond their compound, rotors and fluid beyond what they stand are found', () => {
  const codes = (of: ReturnType<typeof shop>) =>
    judgeHeat(of.logbook, of.car, event, TODAY).findings.map((f) => f.code);
  expect(codes(shop())).toEqual([]);
  expect(codes(shop({ max: 300 }))).toContain('padsOverHighest');
  const of = shop();
  const { outlook } = heatAtEvent(of.logbook, of.car, event)!;
  expect(codes(shop({ max: Math.round(outlook!.axles.front.faceC.tempC + 5) }))).toContain('padsMayGoOverHighest');
  expect(codes(shop({ heat: { massKg: 1850 } }))).toContain('rotorTooHot');
  const boiling = shop({ pin: { tempC: 330, reason: 'To see it' } });
  expect(judgeHeat(boiling.logbook, boiling.car, event, TODAY)).toMatchObject({
    verdict: 'stop',
    headline: { code: 'fluidMayBoil' },
  });
});

test('a figure that the model was not made for is named, and nothing is said of the heat', () => {
  for (const [heat, key, value] of [
    [{ massKg: 250 }, 'massKg', 250],
    [{ tyreGrip: 3.8 }, 'tyreGrip', 3.8],
    [{ cgHeightMm: 1400 }, 'cgHeightMm', 1400],
  ] as const) {
    const of = shop({ heat });
    const judged = judgeHeat(of.logbook, of.car, event, TODAY);
    expect(judged).toMatchObject({
      verdict: 'needsWork',
      headline: { code: 'figureOutsideModel', values: { key, value } },
    });
    expect(demandOfAll(of)).toMatchObject({ from: 'venue', computed: null });
  }
});

test('hotter than iron, pads or fluid could be is not known, and not in order; the venue’s figure counts meanwhile', () => {
  const of = shop({ heat: { massKg: 3400 } });
  const judged = judgeHeat(of.logbook, of.car, event, TODAY);
  expect(judged).toMatchObject({ verdict: 'needsWork', headline: { code: 'outsideModel' } });
  expect(heatAtEvent(of.logbook, of.car, event)!.outlook).toBeNull();
  expect(demandOfAll(of)).toMatchObject({ from: 'venue', computed: null, figure: { value: 215 } });
  // A reading of the same car cannot make it known either.
  expect(judgeCar(of.logbook, of.car, event, TODAY).gates.find((g) => g.gate === 'heat')!.verdict).toBe('needsWork');
});

test('what the run-up will ask for can be computed ahead, and is asked for once', () => {
  const of = shop({ heat: { massKg: 1433 } });
  const ahead = heatCasesAhead(of.logbook, TODAY);
  expect(ahead).toHaveLength(1);
  outlookOf.remember(ahead[0]!, computeOutlook(ahead[0]!));
  expect(heatCasesAhead(of.logbook, TODAY)).toEqual([]);
});

test('a reading of the car changes what the event demands, and a usual session is what the event says', () => {
  const plain = shop({ venueC: 80 });
  const reading = (carId: string): Fact => ({
    id: newId(),
    at: '2026-04-25T12:00:00.000Z',
    recordedAt: '2026-04-25T12:00:00.000Z',
    by: newId(),
    kind: 'heatReading',
    carId,
    venueId: venue.id,
    session: { ...usualSession, cameIn: 'flatOut' },
    read: { instrument: 'thermalPaint', corner: 'FL', reachedC: 700, notReachedC: null },
    takenWith: 'byHand',
  });
  const of = shop({ venueC: 80 });
  const hot = {
    ...of,
    logbook: { ...of.logbook, factsOfCar: (id: string) => [...of.logbook.factsOfCar(id), reading(id)] },
  };
  expect(peak(hot).value).not.toBeCloseTo(peak(plain).value, 0);
  expect(peakDemand(hot.logbook, hot.car, event).computed!.working.source).toContain('Normal distribution');
});

describe('a model never lowers what the shop demands until the car has spoken', () => {
  const HOUR = 3_600_000;
  const START = Date.parse('2026-04-25T09:00:00.000Z');
  const wordOf = (carId: string, tempC: number): Fact => ({
    id: newId(),
    at: '2026-04-26T18:00:00.000Z',
    recordedAt: '2026-04-26T18:00:00.000Z',
    by: newId(),
    kind: 'peakTakenOver',
    carId,
    venueId: venue.id,
    eventId: event.id,
    tempC,
    insteadOfC: 230,
    reason: 'Four stickers agree',
  });
  /** Readings of the front calipers as the model itself foresees them, so far off, so many sessions an hour apart. */
  const read = (
    of: ReturnType<typeof shop>,
    count: number,
    sessions: number,
    offC = 0,
    at = START,
    cameIn: CameIn = 'flatOut',
  ): Fact[] => {
    const { caliperC } = heatAtEvent(of.logbook, of.car, event)!.outlook!.axles.front;
    return Array.from({ length: count }, (_, i): Fact => ({
      id: newId(),
      at: new Date(at + (i % sessions) * 2 * HOUR).toISOString(),
      recordedAt: new Date(at + (i % sessions) * 2 * HOUR).toISOString(),
      by: newId(),
      kind: 'heatReading',
      carId: of.car.id,
      venueId: venue.id,
      session: { ...usualSession, cameIn, brakesHeld: false },
      read: {
        instrument: 'sticker',
        corner: i % 2 === 0 ? 'FL' : 'FR',
        reachedC: caliperC.tempC + offC - 6,
        notReachedC: caliperC.tempC + offC + 6,
      },
      takenWith: 'byHand',
    }));
  };
  const withFacts = (of: ReturnType<typeof shop>, facts: Fact[]): ReturnType<typeof shop> => ({
    ...of,
    logbook: {
      ...of.logbook,
      factsOfCar: (id: string) =>
        id === of.car.id ? [...of.logbook.factsOfCar(id), ...facts] : of.logbook.factsOfCar(id),
    },
  });
  const demandOf = (of: ReturnType<typeof shop>) => peakDemand(of.logbook, of.car, event);
  const plain = shop({ venueC: 230 });

  test('weight, zones and rotors alone lower nothing, nor do readings of one session, too few, or a lead’s word without any', () => {
    const { computed, figure, from } = demandOf(plain);
    expect(computed!.value).toBeLessThan(200);
    expect(figure.value).toBe(230);
    expect(from).toBe('venue');
    for (const [facts, lack] of [
      [[], 'tooFewReadings'],
      [read(plain, 2, 2), 'tooFewReadings'],
      [read(plain, 6, 1), 'readInTooFewSessions'],
      [read(plain, 6, 2, 0, START - 500 * 24 * HOUR), 'readLongAgo'],
      [[...read(plain, 5, 2), ...read(plain, 1, 1, -90)], 'readingsDisagree'],
      // Nobody asked how the car came in: what was read may be of a rotor that had an easy lap, or none.
      [read(plain, 6, 3, 0, START, 'unknown'), 'wayInNotAsked'],
    ] as const) {
      const of = withFacts(plain, [...facts, wordOf(plain.car.id, 150)]);
      expect(demandOf(of).lacks.map((f) => f.code)).toContain(lack);
      expect(demandOf(of)).toMatchObject({ from: 'venue', takenOver: null, figure: { value: 230 } });
    }
  });

  test('enough of them and a lead’s word: the computed one counts, never less than what the lead saw, and one that does not fit ends it', () => {
    const facts = read(plain, 6, 3);
    const before = demandOf(withFacts(plain, facts));
    expect(before.lacks).toEqual([]);
    expect(before).toMatchObject({ from: 'venue', figure: { value: 230 } });
    const edge = before.computed!.value;
    const taken = withFacts(plain, [...facts, wordOf(plain.car.id, edge)]);
    expect(demandOf(taken)).toMatchObject({ from: 'takenOver', figure: { value: edge } });
    expect(judgeFluid(taken.logbook, taken.car, event, TODAY).peak.value).toBe(edge);
    expect(demandOf(withFacts(plain, [...facts, wordOf(plain.car.id, edge + 9)])).figure.value).toBe(edge + 9);
    const doubted = withFacts(plain, [...facts, wordOf(plain.car.id, edge), ...read(plain, 1, 1, -90)]);
    expect(demandOf(doubted)).toMatchObject({ from: 'venue', figure: { value: 230 } });
  });

  test('nobody takes over what they have read themselves, unless they work alone', () => {
    const lead = newId();
    const own = read(plain, 6, 3).map((f) => ({ ...f, by: lead }) as Fact);
    const edge = demandOf(withFacts(plain, own)).computed!.value;
    const of = withFacts(plain, [...own, { ...wordOf(plain.car.id, edge), by: lead }]);
    const crewOf = (count: number) => ({
      ...of.logbook,
      crew: new Map(Array.from({ length: count }, (_, i) => [`c${i}`, { archived: false } as never])),
    });
    expect(peakDemand(crewOf(1), of.car, event)).toMatchObject({ from: 'takenOver', figure: { value: edge } });
    expect(peakDemand(crewOf(2), of.car, event)).toMatchObject({ from: 'venue', figure: { value: 230 } });
    expect(peakDemand(crewOf(2), of.car, event, lead).lacks.map((f) => f.code)).toContain('tooFewReadings');
  });

  test('what was set for the car stays a floor, whoever takes over what', () => {
    const pinned = shop({ venueC: 230, pin: { tempC: 221, reason: 'New surface' } });
    const facts = read(pinned, 6, 3);
    const of = withFacts(pinned, [...facts, wordOf(pinned.car.id, 170)]);
    expect(demandOf(of)).toMatchObject({ from: 'pinned', figure: { value: 221 } });
  });

  test('whatever is read, in any number and of any size: without a lead’s word it is never less than what was typed', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 90, max: 300 }),
        fc.option(fc.integer({ min: 60, max: 320 }), { nil: undefined }),
        fc.integer({ min: 0, max: 6 }),
        fc.integer({ min: -80, max: 80 }),
        (venueC, pinC, count, offC) => {
          const of = shop({ venueC, ...(pinC ? { pin: { tempC: pinC, reason: 'x' } } : {}) });
          const told = demandOf(withFacts(of, read(of, count, 2, offC)));
          const typed = Math.max(venueC, pinC ?? 0);
          expect(told.figure.value).toBe(Math.max(typed, told.computed!.value));
        },
      ),
      { numRuns: 12 },
    );
  });
});
