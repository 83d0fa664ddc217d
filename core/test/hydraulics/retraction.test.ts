import fc from 'fast-check';
import { overflowSum, returnedMl } from '../../src/hydraulics';
import { car } from '../builders/service-book';
import { tell } from '../builders/say';
import { fixed, floating } from '../builders/hydraulics-cars';

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

describe('overflow sum, by hand', () => {
  test('a fixed caliper: four 38 mm pistons, 8 mm off each pad, 1 mm off the rotor', () => {
    // One piston π/4·38² = 1134.1 mm²; a side has two and moves 8 + 0.5 mm: 2 × 1134.1 × 8.5 = 19 280 mm³; two sides 38.56 mL.
    expect(returnedMl(fixed, { innerPadMm: 8, outerPadMm: 8, rotorMm: 1 })).toBeCloseTo(38.56, 2);
  });
  test('a floating caliper: one 54 mm piston, 6 mm off each pad, 1 mm off the rotor', () => {
    // π/4·54² = 2290.2 mm², moved by 6 + 6 + 1 = 13 mm: 29.77 mL.
    expect(returnedMl(floating, { innerPadMm: 6, outerPadMm: 6, rotorMm: 1 })).toBeCloseTo(29.77, 2);
  });
  test('stepped bores: 38, 34 and 28 mm a side, 4.2 mm off the inner pad, 3.6 mm off the outer, 0.8 mm off the rotor', () => {
    // A side π/4·(38² + 34² + 28²) = 2657.8 mm², moved by 4.2 + 0.4 and by 3.6 + 0.4 mm: 2657.8 × 8.6 = 22 857 mm³.
    expect(
      returnedMl({ brake: 'fixedCaliper', boresMm: [38, 34, 28] }, { innerPadMm: 4.2, outerPadMm: 3.6, rotorMm: 0.8 }),
    ).toBeCloseTo(22.857, 3);
  });
  test('a drum: two 19 mm pistons, 3 mm off each shoe', () => {
    // π/4·19² = 283.5 mm², each moved by 3 mm: 1.70 mL.
    expect(
      returnedMl({ ...floating, brake: 'drum', boresMm: [19, 19] }, { innerPadMm: 3, outerPadMm: 3, rotorMm: 0 }),
    ).toBeCloseTo(1.7, 2);
  });
  test('says how much to draw off first, or that it fits', () => {
    const corner = (name: string, innerPadMm: number) => ({
      name,
      wear: { innerPadMm, outerPadMm: innerPadMm, rotorMm: 0 },
      origin: { from: 'record', label: 'test' } as const,
    });
    const sum = (mm: number, levelMl: number) =>
      overflowSum({
        axle: 'front',
        brake: floating,
        corners: [corner('FL', mm), corner('FR', mm)],
        levelMl,
        levelOrigin: { from: 'record', label: 'test' },
        maxMl: 300,
      });
    // 2 corners × 2290.2 mm² × 13.5 mm = 61.8 mL against 40 free.
    const tight = sum(6.75, 260);
    expect(tight.returned.value).toBeCloseTo(61.84, 2);
    expect(tell(tight.finding)).toBe('62 mL will come up, 40 mL free: draw off at least 22 mL first.');
    expect(sum(6.75, 230).drawOff.value).toBe(0);
    expect(tell(sum(6.75, 230).finding)).toContain('it fits');
  });
});
