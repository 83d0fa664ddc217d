/** How much fluid an exchange takes, from the car; against the trade's round figures and against the model run by hand. */
import {
  bleedSequence,
  bleedVolumeMl,
  flushVolumeMl,
  nippleVolumesMl,
  oldLeft,
  suckableMl,
} from '../../src/hydraulics';
import { flush, makeCar } from '../builders/book';

const car = makeCar();
const steps = (c = car) => bleedSequence(c);

describe('the fluid that a car takes', () => {
  test('a flush of a usual car is half a litre to three quarters, with its reservoir emptied first', () => {
    // Common practice, no source: 0.5–0.75 L for the car.
    const ml = flushVolumeMl(car, steps());
    expect(ml).toBeGreaterThanOrEqual(500);
    expect(ml).toBeLessThanOrEqual(750);
    expect(ml % 10).toBe(0);
  });

  test('it follows the car: a bigger reservoir, longer lines and bigger calipers take more', () => {
    const usual = flushVolumeMl(car, steps());
    const big = makeCar({
      front: { ...car.front, boresMm: [38, 38, 38] },
      rear: { ...car.rear, boresMm: [38, 38] },
    });
    expect(flushVolumeMl(big, steps(big))).toBeGreaterThan(usual);
    const small = makeCar({ reservoirMaxMl: 160, reservoirMinMl: 60 });
    expect(flushVolumeMl(small, steps(small))).toBeLessThan(usual);
    const long = makeCar({ lineLengthMm: { FL: 4000, FR: 4000, RL: 8000, RR: 8000 } });
    expect(flushVolumeMl(long, steps(long))).toBeGreaterThan(usual);
    const clutch = makeCar({ reservoirSharedWithClutch: true });
    expect(flushVolumeMl(clutch, steps(clutch))).toBe(usual + 60);
    // What cannot be drawn off by syringe has to be pushed through.
    const shut = makeCar({ reservoirCanBeSuckedOut: false });
    expect(flushVolumeMl(shut, steps(shut))).toBeGreaterThan(usual - 250);
  });

  test('what is proposed at the nipples leaves a tenth of the old fluid or less, and half of it leaves more', () => {
    const drawn = (refillMl: number, share: number) => {
      const ml = nippleVolumesMl(car, steps(), 'full', refillMl);
      const corners = steps().map((s, i) => ({
        ...flush(car, '2026-01-01T12:00:00Z', 'b').corners[i]!,
        ...s,
        volumeMl: share * ml[i]!,
      }));
      return Object.values(
        oldLeft(car, flush(car, '2026-01-01T12:00:00Z', 'b', { reservoirRefillMl: refillMl, corners })),
      );
    };
    for (const refillMl of [0, suckableMl(car)]) {
      expect(Math.max(...drawn(refillMl, 1))).toBeLessThanOrEqual(0.101);
      expect(Math.max(...drawn(refillMl, 0.5))).toBeGreaterThan(0.2);
    }
    // Common practice, no source: 0.2 L for the front axle and 0.3 L for the rear with the reservoir emptied first, 250–350 mL at the farthest without.
    const [rr, rl, fr, fl] = nippleVolumesMl(car, steps(), 'full', suckableMl(car)) as [number, number, number, number];
    expect(rr + rl).toBeGreaterThan(200);
    expect(rr + rl).toBeLessThan(400);
    expect(fr + fl).toBeGreaterThan(130);
    expect(fr + fl).toBeLessThan(300);
    expect(nippleVolumesMl(car, steps(), 'full', 0)[0]).toBeGreaterThan(250);
  });

  test('a bleed is the calipers once, and a little at each nipple', () => {
    // By hand: front fixed 2 × 38 a side, π/4·38² = 1134.1 mm², 4 pistons × 8 mm = 36.29 mL; rear floating 40, 1256.6 mm² × 8 mm = 10.05 mL.
    // 2 × (36.29 + 10.05) + 4 × 10 = 132.7, up to the next ten.
    expect(bleedVolumeMl(car, steps())).toBe(140);
  });
});
