import fc from 'fast-check';
import {
  type CornerHeat,
  type CornerTemps,
  type Drive,
  cooledC,
  heatCapacity,
  heatHeldJ,
  materials,
  ratesOf,
  repeatedStopsC,
  rotorConvection,
  stepCorner,
  surfaceFlashK,
} from '../../src/heat';
import { expm, phi1Times } from '../../src/heat/matrix';
import { cornerHeat } from '../builders/heat-car';

/** `odex` ships its source alone, which the strict compiler refuses: what is used of it. */
interface Odex {
  Solver: new (equations: number) => {
    absoluteTolerance: number;
    relativeTolerance: number;
    solve: (
      rates: (x: number, y: number[]) => number[],
      from: number,
      start: number[],
      to: number,
    ) => { y: [number, number, number, number] };
  };
}
const { Solver } = jest.requireActual<Odex>('odex');

const at = (rotorC: number, padsC = rotorC, caliperC = rotorC, fluidC = caliperC): CornerTemps => ({
  rotorC,
  padsC,
  caliperC,
  fluidC,
});

/** The same equations by Hairer's extrapolation code, which shares nothing with the steps of the network. */
function byOdex(c: CornerHeat, drive: Drive, t: CornerTemps, seconds: number, tolerance: number): CornerTemps {
  const solver = new Solver(4);
  solver.absoluteTolerance = solver.relativeTolerance = tolerance;
  const { y } = solver.solve(
    (_x: number, now: number[]) => [...ratesOf(c, drive, at(now[0]!, now[1], now[2], now[3]))],
    0,
    [t.rotorC, t.padsC, t.caliperC, t.fluidC],
    seconds,
  );
  return at(...y);
}
const many = (c: CornerHeat, drive: Drive, t: CornerTemps, seconds: number, steps: number): CornerTemps =>
  Array.from({ length: steps }).reduce<CornerTemps>((now) => stepCorner(c, drive, now, seconds / steps), t);
const apart = (a: CornerTemps, b: CornerTemps): number =>
  Math.max(
    Math.abs(a.rotorC - b.rotorC),
    Math.abs(a.padsC - b.padsC),
    Math.abs(a.caliperC - b.caliperC),
    Math.abs(a.fluidC - b.fluidC),
  );

describe('the exponential of a matrix', () => {
  test('of a diagonal is the exponentials, of a rotation a turn', () => {
    const e = expm(Float64Array.of(1, 0, 0, -30), 2);
    expect(e[0]).toBeCloseTo(Math.E, 12);
    expect(e[3]! / Math.exp(-30)).toBeCloseTo(1, 9);
    const turn = expm(Float64Array.of(0, -1, 1, 0), 2);
    expect(turn[0]).toBeCloseTo(Math.cos(1), 12);
    expect(turn[2]).toBeCloseTo(Math.sin(1), 12);
  });
});

test('φ₁ of a small matrix by its series is the same as out of the exponential', () => {
  const a = Float64Array.of(-0.4, 0.3, 0.1, -0.2);
  const big = a.map((x) => x * 8);
  // φ₁(8A)·8v is what four steps of 2A add up to: y ← y + φ₁(2A)·(2v + 2A·y).
  let y = [0, 0];
  for (let i = 0; i < 4; i++) {
    const rate = [2 * (1 + a[0]! * y[0]! + a[1]! * y[1]!), 2 * (3 + a[2]! * y[0]! + a[3]! * y[1]!)];
    const step = phi1Times(
      a.map((x) => 2 * x),
      rate,
    );
    y = [y[0]! + step[0]!, y[1]! + step[1]!];
  }
  phi1Times(big, [8, 24]).forEach((value, i) => expect(value).toBeCloseTo(y[i]!, 9));
});

describe('one corner', () => {
  const c = cornerHeat();
  const braking: Drive = { powerW: 60_000, speedMPerS: 40, airC: 25 };
  const rolling: Drive = { powerW: 0, speedMPerS: 40, airC: 25 };
  const parked: Drive = { powerW: 0, speedMPerS: 0, airC: 25 };

  test.each([
    [1e-4, 0.04],
    [1e-6, 0.04],
    [1e-8, 0.04],
  ])('agrees with odex at a tolerance of %d', (tolerance, within) => {
    for (const [drive, from, seconds, steps] of [
      [braking, at(300, 200, 90, 85), 4, 40],
      [rolling, at(550, 320, 120, 100), 60, 60],
      [parked, at(500, 350, 140, 110), 600, 150],
    ] as const)
      expect(apart(many(c, drive, from, seconds, steps), byOdex(c, drive, from, seconds, tolerance))).toBeLessThan(
        within + 1500 * tolerance,
      );
  });

  test('is of second order: half the step, a quarter of the error', () => {
    const exact = byOdex(c, rolling, at(700, 300, 100, 90), 120, 1e-10);
    const error = (steps: number): number => apart(many(c, rolling, at(700, 300, 100, 90), 120, steps), exact);
    expect(error(48) / error(96)).toBeGreaterThan(3);
  });

  test('is stable at any step: an hour at once ends at the air', () => {
    const end = stepCorner(c, parked, at(700, 400, 200, 150), 360_000);
    expect(apart(end, at(25))).toBeLessThan(1);
  });

  // Limpert, Brake Design and Safety, from memory: 0.70·Re^0.55 laminar, 0.04·Re^0.8 from 2.4·10⁵ on. Air of 0.028 W/m·K and 1.9·10⁻⁵ m²/s.
  test('convection is laminar where it is slow, turbulent where it is fast, and never falls with speed', () => {
    const nusselt = (kmh: number): number => ((rotorConvection(kmh / 3.6, 0.33, false) - 10) * 0.33) / 0.028;
    const reynolds = (kmh: number): number => ((kmh / 3.6) * 0.33) / 1.9e-5;
    expect(nusselt(20) / (0.7 * reynolds(20) ** 0.55)).toBeCloseTo(1, 6);
    expect(nusselt(150) / (0.04 * reynolds(150) ** 0.8)).toBeCloseTo(1, 6);
    for (let kmh = 0; kmh < 200; kmh += 1) expect(nusselt(kmh + 1)).toBeGreaterThan(nusselt(kmh));
  });

  test('ducts do nothing for a car that stands', () => {
    const ducted = { ...c, ductFactor: 1.6 };
    expect(stepCorner(ducted, parked, at(500, 350, 140, 110), 600)).toEqual(
      stepCorner(c, parked, at(500, 350, 140, 110), 600),
    );
    expect(stepCorner(ducted, rolling, at(500), 60).rotorC).toBeLessThan(
      stepCorner(c, rolling, at(500), 60).rotorC - 20,
    );
  });

  test('a rotor alone that neither radiates nor touches its pads cools by Newton’s law', () => {
    // Pads, caliper and fluid as hot as the air take nothing worth speaking of where the rotor is all the mass there is.
    const heavy: CornerHeat = { ...c, rotor: { ...c.rotor, massKg: 9000, faceAreaM2: 1e-9 } };
    const beta =
      (rotorConvection(40, heavy.rotor.outerDiameterM, true) * heavy.rotor.coolingAreaM2) /
      (9000 * heatCapacity('greyIron', 400));
    const end = many(heavy, rolling, at(400), 60, 60);
    expect(end.rotorC).toBeCloseTo(cooledC(400, 25, beta, 60), 1);
  });

  test('one stop by hand: 300 kJ into 9 kg of iron at 100 °C is 67 K', () => {
    // c(100) = 430 + 220·80/480 = 466.7 J/kg·K; the rise itself lifts it a little: 300 000·0.98/(9·482) = 67.8.
    const end = many(c, { ...braking, powerW: 100_000, speedMPerS: 0 }, at(100), 3, 30);
    expect(end.rotorC - 100).toBeGreaterThan(65.5);
    expect(end.rotorC - 100).toBeLessThan(68);
  });

  test('energy balance: what goes in stays or leaves, to one part in a million', () => {
    const fine = 4000;
    const h = 20 / fine;
    let now = at(80, 60, 50, 45);
    const before = heatHeldJ(c, now, 0);
    let lost = 0;
    for (let i = 0; i < fine; i++) {
      const next = stepCorner(c, braking, now, h);
      const mid = (key: keyof CornerTemps): number => (now[key] + next[key]) / 2;
      const kelvin = (x: number): number => x + 273.15;
      lost +=
        h *
        (rotorConvection(40, c.rotor.outerDiameterM, true) * c.rotor.coolingAreaM2 * (mid('rotorC') - 25) +
          materials.greyIron.emissivity *
            5.670374e-8 *
            2 *
            c.rotor.faceAreaM2 *
            (kelvin(mid('rotorC')) ** 4 - kelvin(25) ** 4) +
          ((10 + 5.5 * (40 * 0.6) ** 0.8) * c.caliper.coolingAreaM2 + 2.8) * (mid('caliperC') - 25) +
          0.5 * (10 + 5.5 * (40 * 0.6) ** 0.8) * c.pads.areaM2 * (mid('padsC') - 25));
      now = next;
    }
    const given = 60_000 * 20;
    expect(Math.abs(heatHeldJ(c, now, 0) - before + lost - given) / given).toBeLessThan(1e-6);
  });

  test('property: finite for every valid input, and never below the coldest that is there', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 400_000, noNaN: true }),
        fc.double({ min: 0, max: 95, noNaN: true }),
        fc.double({ min: -30, max: 50, noNaN: true }),
        fc.double({ min: 0.01, max: 5000, noNaN: true }),
        fc.tuple(...[900, 600, 250, 250].map((max) => fc.double({ min: 50, max, noNaN: true }))),
        (powerW, speedMPerS, airC, seconds, [rotorC, padsC, caliperC, fluidC]) => {
          const end = stepCorner(
            c,
            { powerW: seconds > 20 ? 0 : powerW / (1 + seconds), speedMPerS, airC },
            at(rotorC!, padsC, caliperC, fluidC),
            seconds,
          );
          for (const value of Object.values(end)) {
            expect(Number.isFinite(value)).toBe(true);
            expect(value).toBeGreaterThan(airC - 2);
          }
        },
      ),
    );
  });
});

describe('closed forms', () => {
  test('repeated stops (Limpert, from memory): the first is one rise, the last the limit of a geometric series', () => {
    const of = (stops: number): number => repeatedStopsC({ ambientC: 20, riseC: 60, everyS: 45, beta: 0.004, stops });
    expect(of(1)).toBeCloseTo(80, 12);
    expect(of(2)).toBeCloseTo(20 + 60 * (1 + Math.exp(-0.18)), 10);
    expect(of(10_000)).toBeCloseTo(20 + 60 / (1 - Math.exp(-0.18)), 6);
  });

  test('the network in a series of equal stops ends within a twelfth of Limpert’s limit', () => {
    // Constant capacity, no radiation and no pads to speak of: what Limpert assumes.
    const plain = cornerHeat();
    const lone: CornerHeat = {
      ...plain,
      rotor: { ...plain.rotor, isVented: false },
      pads: { ...plain.pads, massKg: 0.05, areaM2: 1e-6 },
      padShare: 0,
    };
    const everyS = 40;
    let now = at(20);
    for (let i = 0; i < 60; i++) {
      now = many(lone, { powerW: 40_000, speedMPerS: 25, airC: 20 }, now, 3, 12);
      if (i < 59) now = many(lone, { powerW: 0, speedMPerS: 25, airC: 20 }, now, everyS - 3, 20);
    }
    const mc = 9 * heatCapacity('greyIron', now.rotorC * 0.85);
    const radiation =
      4 * materials.greyIron.emissivity * 5.67e-8 * 2 * lone.rotor.faceAreaM2 * (now.rotorC * 0.85 + 273) ** 3 * 0.55;
    const beta = (rotorConvection(25, lone.rotor.outerDiameterM, false) * lone.rotor.coolingAreaM2 + radiation) / mc;
    const limit = repeatedStopsC({ ambientC: 20, riseC: 120_000 / mc, everyS, beta, stops: 60 });
    expect(Math.abs(now.rotorC - limit) / (limit - 20)).toBeLessThan(1 / 12);
  });

  test('surface flash: 1 MW/m² for 4 s on iron is about 160 K (Carslaw and Jaeger)', () => {
    // 2·10⁶·√(4/(π·48·7200·478)) with c(125) = 478.
    expect(surfaceFlashK(1e6, 4, 'greyIron', 125)).toBeCloseTo(2e6 * Math.sqrt(4 / (Math.PI * 48 * 7200 * 478.125)), 3);
    expect(surfaceFlashK(1e6, 1, 'greyIron', 125)).toBeCloseTo(surfaceFlashK(1e6, 4, 'greyIron', 125) / 2, 9);
  });
});
