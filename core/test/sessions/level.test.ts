import fc from 'fast-check';
import { type CornerWear, returnedMl } from '../../src/hydraulics';
import type { Corner } from '../../src/model';
import { levelAgainstWear, levelBefore } from '../../src/sessions';
import { makeCar } from '../builders/book';
import { clock, level, session, trackBook, trackCar } from '../builders/track-book';

const fixed = {
  brake: 'fixedCaliper',
  boresMm: [38, 38],
  bleedNipplesPerCorner: 1,
  bleedNippleOrder: 'innerFirst',
} as const;
const floating = {
  brake: 'floatingCaliper',
  boresMm: [54],
  bleedNipplesPerCorner: 1,
  bleedNippleOrder: 'innerFirst',
} as const;
const car = makeCar({ front: { ...fixed, boresMm: [38, 38] }, rear: { ...floating, boresMm: [54] } });
const wear = (front: number, rear: number): Record<Corner, CornerWear> => {
  const of = (mm: number): CornerWear => ({ innerPadMm: mm, outerPadMm: mm, rotorMm: 0 });
  return { FL: of(front), FR: of(front), RL: of(rear), RR: of(rear) };
};
const none = wear(0, 0);

describe('the overflow sum backwards, by hand', () => {
  test('a fixed caliper: two bores of 38 a side, 0.4 mm off each pad, both fronts', () => {
    // π/4·38² = 1134.11 mm²; two a side 2268.23; 0.4 mm on both sides: 1.8146 mL a corner, 3.629 for the axle.
    const sum = levelAgainstWear(car, wear(0.4, 0), 250, 246);
    expect(sum.explainedMl).toBeCloseTo(3.629, 3);
    expect(sum.finding.code).toBe('levelByWear');
  });
  test('a floating caliper: one bore of 54, its piston follows both pads', () => {
    // π/4·54² = 2290.22 mm²; 0.5 + 0.5 mm: 2.2902 mL a corner, 4.580 for the axle.
    const sum = levelAgainstWear(car, wear(0, 0.5), 250, 245);
    expect(sum.explainedMl).toBeCloseTo(4.58, 3);
    expect(sum.finding.code).toBe('levelByWear');
  });
  test('“down 6 mL; wear explains 5” is in order; down 60 with the same wear leaks', () => {
    // 5 mL: 0.275 mm off every pad: 4 × 2268.23 × 0.275 /1000 = 2.495, and 2 × 2290.22 × 0.55 /1000 = 2.519.
    const sum = levelAgainstWear(car, wear(0.275, 0.275), 250, 244);
    expect(sum.explainedMl).toBeCloseTo(5.014, 3);
    expect(sum.finding).toMatchObject({ code: 'levelByWear', verdict: 'inOrder' });
    expect(levelAgainstWear(car, wear(0.275, 0.275), 250, 190).finding).toMatchObject({
      code: 'levelLeak',
      verdict: 'stop',
    });
    expect(levelAgainstWear(car, wear(0.275, 0.275), 250, 232).finding.code).toBe('levelMoreThanWear');
  });
});

test('it is the same sum as the service’s: what the pads have worn comes back when their pistons do', () => {
  const mm = fc.double({ min: 0, max: 6, noNaN: true });
  fc.assert(
    fc.property(mm, mm, (front, rear) => {
      const back = 2 * returnedMl(car.front, wear(front, rear).FL) + 2 * returnedMl(car.rear, wear(front, rear).RL);
      const sum = levelAgainstWear(car, wear(front, rear), 280, 280 - back);
      expect(sum.explainedMl).toBeCloseTo(back, 9);
      expect(280 - back < car.reservoirMinMl || sum.finding.verdict === 'inOrder').toBe(true);
    }),
  );
});

test('a fall never becomes milder by being larger', () => {
  const order = ['inOrder', 'watch', 'needsWork', 'stop'];
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 120 }), fc.integer({ min: 0, max: 60 }), (drop, more) => {
      const at = (ml: number) => order.indexOf(levelAgainstWear(car, none, 270, 270 - ml).finding.verdict);
      expect(at(drop + more)).toBeGreaterThanOrEqual(at(drop));
    }),
  );
});

test('under MIN stops whatever wear explains; wear that nobody gauged explains nothing', () => {
  expect(levelAgainstWear(car, wear(5, 5), 200, car.reservoirMinMl - 1).finding).toMatchObject({
    code: 'levelUnderMin',
    verdict: 'stop',
  });
  const { finding } = levelAgainstWear(car, { ...none, RL: null }, 250, 240);
  expect(finding.code).toBe('levelWearUnknown');
  // Backwards through the same sum: so much off every front pad takes those ten millilitres.
  const { value: mm } = finding.values['frontPad'] as { value: number };
  const each = { innerPadMm: mm, outerPadMm: mm, rotorMm: 0 };
  expect(levelAgainstWear(car, { ...none, FL: each, FR: each }, 250, 240).explainedMl).toBeCloseTo(10, 9);
});

test('the level before is the one read last, with what was poured in; fluid moved since makes it unknown', () => {
  const first = session('09:00', '09:20');
  const second = session('11:00', '11:20');
  const read = level('09:30', first, 240, 15);
  const facts = trackBook([first, read, second]).factsOfCar(trackCar.id);
  expect(levelBefore(facts, second.at)).toEqual({ levelMl: 255, at: clock('09:30') });
  const bled = { ...first, id: first.id, at: clock('10:00'), kind: 'nippleBled' } as never;
  expect(levelBefore([read, bled], second.at)).toBeNull();
});
