/** The peak that an event is prepared for: what the shop has set, else what is computed, else what the venue says. */
import { computedPeak, expectedPeakC, heatAtEvent, judgeFluid, judgeHeat } from '../../src/demand';
import { outlookOf } from '../../src/heat-outlook';
import { type Car, type Fact, type Figure, nothingKnown, recordDefaults, usualSession } from '../../src/model';
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
      venues: [{ ...venue, zones: over.zones ?? zones }],
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
const peak = (of: ReturnType<typeof shop>): Figure => expectedPeakC(of.logbook, of.car, event);

test('computed where enough is on record, with its band and everything that it follows from', () => {
  const of = shop();
  const figure = peak(of);
  const { outlook, axle } = heatAtEvent(of.logbook, of.car, event)!;
  expect(figure.value).toBeGreaterThan(outlook!.axles[axle].fluidC.tempC);
  const [first] = figure.working.inputs;
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

test('rotors that belong to the car are reckoned with before anybody has fitted them; of two nobody knows which', () => {
  const car = makeCar({ heat: { ...nothingKnown, massKg: 1420 } });
  const own = (label: string, axle: 'front' | 'rear') => makeRotorPair({ label, axle, carId: car.id });
  const missing = (pairs: ReturnType<typeof own>[]): string[] =>
    heatAtEvent(book({ cars: [car], venues: [venue], events: [event], rotorPairs: pairs }, []), car, event)!.missing;
  expect(missing([])).toEqual(['frontRotors', 'rearRotors']);
  expect(missing([own('R-1', 'front'), own('R-2', 'rear')])).toEqual([]);
  expect(missing([own('R-1', 'front'), own('R-3', 'front'), own('R-2', 'rear')])).toEqual(['frontRotors']);
});

test('what the shop has set counts before what is computed, and shows both', () => {
  const of = shop({ pin: { tempC: 240, reason: 'New surface' } });
  const figure = peak(of);
  expect(figure.value).toBe(240);
  expect(figure.working.inputs.map((i) => i.name)).toEqual(['set to', 'computed']);
  expect(judgeFluid(of.logbook, of.car, event, TODAY).demanded.value).toBe(270);
});

test('the surer it must be, the higher; a signature is judged by the peak of its moment', () => {
  const at = (certainty: number): number => peak(shop({ certainty })).value;
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
  expect(codes(shop({ heat: { massKg: 3400 } }))).toContain('rotorTooHot');
  const boiling = shop({ pin: { tempC: 330, reason: 'To see it' } });
  expect(judgeHeat(boiling.logbook, boiling.car, event, TODAY)).toMatchObject({
    verdict: 'stop',
    headline: { code: 'fluidMayBoil' },
  });
});

test('what the run-up will ask for can be computed ahead, and is asked for once', () => {
  const of = shop({ heat: { massKg: 1433 } });
  const ahead = heatCasesAhead(of.logbook, TODAY);
  expect(ahead).toHaveLength(1);
  outlookOf.remember(ahead[0]!, computeOutlook(ahead[0]!));
  expect(heatCasesAhead(of.logbook, TODAY)).toEqual([]);
});

test('a reading of the car changes what the event demands, and a usual session is what the event says', () => {
  const plain = shop();
  const reading = (carId: string): Fact => ({
    id: newId(),
    at: '2026-04-25T12:00:00.000Z',
    recordedAt: '2026-04-25T12:00:00.000Z',
    by: newId(),
    kind: 'heatReading',
    carId,
    venueId: venue.id,
    session: usualSession,
    read: { instrument: 'thermalPaint', corner: 'FL', reachedC: 610, notReachedC: null },
    takenWith: 'byHand',
  });
  const of = shop();
  const hot = {
    ...of,
    logbook: { ...of.logbook, factsOfCar: (id: string) => [...of.logbook.factsOfCar(id), reading(id)] },
  };
  expect(peak(hot).value).not.toBeCloseTo(peak(plain).value, 0);
  expect(peak(hot).working.source).toContain('Normal distribution');
});
