import fc from 'fast-check';
import { brakeEnergyJ, frontShare, hydraulicFrontShare, idealFrontShare, padsPowerW } from '../../src/heat';
import { balance, frontForce, moving, rearForce } from '../builders/heat-car';

const kmh = (v: number): number => v / 3.6;

describe('energy of one application', () => {
  test('by hand: 1400 kg from 50 to 20 m/s is 1.47 MJ without drag and rolling resistance', () => {
    const bare = moving({ massKg: 1400, rotatingFactor: 1, dragAreaM2: 0, rollingResistance: 0 });
    expect(brakeEnergyJ(bare, { fromMPerS: 50, toMPerS: 20, decelMPerS2: 9 })).toBeCloseTo(1_470_000, 6);
  });
  test('drag by hand: ½·1.2·0.7·v³ integrated over a stop at constant deceleration', () => {
    const with0 = moving({ massKg: 1000, rotatingFactor: 1, dragAreaM2: 0, rollingResistance: 0 });
    const withDrag = { ...with0, dragAreaM2: 0.7 };
    const stop = { fromMPerS: 40, toMPerS: 0, decelMPerS2: 8 };
    // ∫ ½ρCdA·v² ds, ds = v·dv/a: ½·1.2·0.7·40⁴/(4·8) J.
    expect(brakeEnergyJ(with0, stop) - brakeEnergyJ(withDrag, stop)).toBeCloseTo((0.5 * 1.2 * 0.7 * 40 ** 4) / 32, 6);
  });
  test('motors take their share at their own axle, no more than they can, and the pads never less than nothing', () => {
    const motors = { share: 0.4, mostW: 60_000, frontShare: 0 };
    // 100 kW: 40 by the motors, all at the rear, which would have 30.
    expect(padsPowerW(100_000, 0.7, 'front', motors)).toBeCloseTo(70_000, 6);
    expect(padsPowerW(100_000, 0.3, 'rear', motors)).toBe(0);
    // 300 kW: no more than 60.
    expect(padsPowerW(300_000, 0.3, 'rear', motors)).toBeCloseTo(30_000, 6);
    expect(padsPowerW(300_000, 0.7, 'front', { ...motors, frontShare: 0.5 })).toBeCloseTo(180_000, 6);
    expect(padsPowerW(300_000, 0.7, 'front', undefined)).toBeCloseTo(210_000, 6);
  });
  test('uphill takes some, and it is never negative', () => {
    const stop = { fromMPerS: kmh(120), toMPerS: kmh(60), decelMPerS2: 6 };
    expect(brakeEnergyJ(moving(), { ...stop, slope: 0.06 })).toBeLessThan(brakeEnergyJ(moving(), stop));
    expect(brakeEnergyJ(moving(), { ...stop, slope: 2 })).toBe(0);
    expect(brakeEnergyJ(moving(), { fromMPerS: 10, toMPerS: 10, decelMPerS2: 6 })).toBe(0);
  });
  test('property: heavier and faster is never less', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 600, max: 2600, noNaN: true }),
        fc.double({ min: 5, max: 80, noNaN: true }),
        fc.double({ min: 0, max: 200, noNaN: true }),
        fc.double({ min: 2, max: 13, noNaN: true }),
        (massKg, v, more, decelMPerS2) => {
          const of = (m: number, from: number): number =>
            brakeEnergyJ(moving({ massKg: m, dragAreaM2: 0 }), { fromMPerS: from, toMPerS: 0, decelMPerS2 });
          expect(of(massKg + more, v)).toBeGreaterThanOrEqual(of(massKg, v));
          expect(of(massKg, v + more / 10)).toBeGreaterThanOrEqual(of(massKg, v) - 1e-6);
        },
      ),
    );
  });
});

describe('the axle split', () => {
  test('the ideal one by the textbook: front = (b + z·h)/L (Limpert; Gillespie, from memory)', () => {
    expect(idealFrontShare({ wheelbaseMm: 2500, cgHeightMm: 500, frontWeightShare: 0.5 }, 1)).toBeCloseTo(0.7, 12);
    expect(idealFrontShare(balance, 0)).toBe(balance.frontWeightShare);
  });
  test('by hydraulics: piston areas, radii, friction and pressure, nothing else', () => {
    // 2500·135 against 1250·128·0.9.
    expect(hydraulicFrontShare(frontForce, rearForce)).toBeCloseTo(337_500 / (337_500 + 144_000), 12);
  });
  test('property: no axle gives more than its tyres hold, and both together give all', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 1.3, noNaN: true }),
        fc.double({ min: 0.3, max: 1.6, noNaN: true }),
        fc.double({ min: 0.2, max: 5, noNaN: true }),
        (z, grip, bias) => {
          const share = frontShare(balance, { ...frontForce, pressureShare: bias }, rearForce, z, grip);
          expect(share).toBeGreaterThanOrEqual(0);
          expect(share).toBeLessThanOrEqual(1);
          if (grip < z) return;
          const load = idealFrontShare(balance, z);
          expect(share * z).toBeLessThanOrEqual(grip * load + 1e-9);
          expect((1 - share) * z).toBeLessThanOrEqual(grip * (1 - load) + 1e-9);
        },
      ),
    );
  });
});
