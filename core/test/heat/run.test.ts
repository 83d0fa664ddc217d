/** A session on a car: where heat goes, when the fluid is hottest, and what nobody may find cooler. */
import fc from 'fast-check';
import { type HeatedCar, type DrivePlan, lapOf, peaksOf, runHeat, sessionOf } from '../../src/heat';
import { heatedCar, zones } from '../builders/heat-car';

const DECEL = 9.5;
type Plan = DrivePlan & { airC: number };
const plan: Plan = { drivenS: 20 * 60, outLapShare: null, coolDownS: 0, coolDownKmh: 60, parkedS: 15 * 60, airC: 24 };
const run = (car: HeatedCar = heatedCar(), over: Partial<Plan> = {}, finer = 1, table = zones) => {
  const session = { ...plan, ...over };
  return runHeat(car, sessionOf(lapOf(table, DECEL), session), { airC: session.airC, finer });
};
const fluidPeak = (car?: HeatedCar, over?: Partial<Plan>): number => peaksOf(run(car, over).samples.FL).fluidC.tempC;

test('a lap is as long as its zones say, and a session as its plan', () => {
  const lap = lapOf(zones, DECEL);
  const lapS = lap.reduce((sum, p) => sum + p.seconds, 0);
  // 74 s between the zones, and in them (205−85 + 160−100 + 185−75 + 145−90 + 170−80)/3.6/9.5 s.
  expect(lapS).toBeCloseTo(74 + 435 / 3.6 / 9.5, 9);
  const total = sessionOf(lap, plan).reduce((sum, p) => sum + p.seconds, 0);
  // Fourteen laps, the last of them begun before the twenty minutes are up; the pit lane; a quarter of an hour parked.
  expect(total).toBeCloseTo(Math.ceil((20 * 60) / lapS) * lapS + 20 + 15 * 60, 6);
});

test('a zone downhill puts more into the brakes, uphill less, by the work of the height', () => {
  const of = (slopePercent: number): number => {
    const [, braking] = lapOf([{ fromKmh: 180, toKmh: 72, secondsSince: 20, slopePercent }], DECEL);
    return braking!.slope!;
  };
  expect([of(-5), of(0), of(4)]).toEqual([-0.05, 0, 0.04]);
  const hottest = (slopePercent: number): number =>
    peaksOf(
      run(
        undefined,
        {},
        1,
        zones.map((z) => ({ ...z, slopePercent })),
      ).samples.FL,
    ).rotorC.tempC;
  expect(hottest(-6)).toBeGreaterThan(hottest(0) + 5);
  expect(hottest(6)).toBeLessThan(hottest(0) - 5);
});

describe('landmarks of the trade (common practice, no source)', () => {
  const { samples, parkedAtS } = run();
  const front = peaksOf(samples.FL);
  const rear = peaksOf(samples.RL);

  test('a quick road car on a track: rotor faces of several hundred degrees, hotter in front', () => {
    expect(front.faceC.tempC).toBeGreaterThan(400);
    expect(front.faceC.tempC).toBeLessThan(750);
    expect(front.rotorC.tempC).toBeGreaterThan(rear.rotorC.tempC);
    expect(front.faceC.tempC).toBeGreaterThan(front.rotorC.tempC);
  });
  test('the fluid is hottest two to six minutes after the car was parked, not on the track', () => {
    const after = front.fluidC.atS - parkedAtS!;
    expect(after).toBeGreaterThan(120);
    expect(after).toBeLessThan(360);
    expect(front.fluidC.tempC).toBeGreaterThan(100);
    expect(front.fluidC.tempC).toBeLessThan(300);
  });
  test('a cool-down lap takes the edge off it', () => {
    expect(fluidPeak(undefined, { coolDownS: 120 })).toBeLessThan(front.fluidC.tempC - 1);
  });
  test('left and right of an axle are the same', () => {
    expect(samples.FR).toEqual(samples.FL);
  });
});

test('half the step changes no temperature by more than half a degree', () => {
  const [coarse, fine] = [run(), run(undefined, {}, 2)];
  for (const key of ['rotorC', 'padsC', 'caliperC', 'fluidC'] as const)
    expect(Math.abs(peaksOf(coarse.samples.FL)[key].tempC - peaksOf(fine.samples.FL)[key].tempC)).toBeLessThan(0.5);
});

test('property: heavier, hotter air, thinner pads, smaller rotors and fewer ducts are never cooler', () => {
  fc.assert(
    fc.property(
      fc.record({
        massKg: fc.double({ min: 900, max: 2000, noNaN: true }),
        moreKg: fc.double({ min: 10, max: 400, noNaN: true }),
        airC: fc.double({ min: -5, max: 38, noNaN: true }),
        moreC: fc.double({ min: 1, max: 12, noNaN: true }),
        padMm: fc.double({ min: 4, max: 14, noNaN: true }),
        lessMm: fc.double({ min: 0.5, max: 3, noNaN: true }),
        ductFactor: fc.double({ min: 1, max: 1.3, noNaN: true }),
        moreDuct: fc.double({ min: 0.05, max: 0.4, noNaN: true }),
      }),
      (x) => {
        const short = { drivenS: 6 * 60, parkedS: 8 * 60, airC: x.airC };
        const of = (massKg: number, padMm: number, ductFactor: number, rotorKg = 9): HeatedCar =>
          heatedCar({ moving: { massKg }, front: { padMm, ductFactor, massKg: rotorKg } });
        const base = fluidPeak(of(x.massKg, x.padMm, x.ductFactor), short);
        expect(fluidPeak(of(x.massKg + x.moreKg, x.padMm, x.ductFactor), short)).toBeGreaterThan(base - 1e-6);
        expect(fluidPeak(of(x.massKg, x.padMm, x.ductFactor), { ...short, airC: x.airC + x.moreC })).toBeGreaterThan(
          base - 1e-6,
        );
        expect(fluidPeak(of(x.massKg, x.padMm - x.lessMm, x.ductFactor), short)).toBeGreaterThan(base - 1e-6);
        expect(fluidPeak(of(x.massKg, x.padMm, x.ductFactor + x.moreDuct), short)).toBeLessThan(base + 1e-6);
      },
    ),
    { numRuns: 12 },
  );
});
