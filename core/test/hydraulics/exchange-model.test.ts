import fc from 'fast-check';
import {
  caliperVolumeMl,
  cornerVolumes,
  draw,
  exchangePlan,
  lineVolumeMl,
  oldSystem,
  refillReservoir,
} from '../../src/hydraulics';
import { makeCar } from '../builders/book';
import { fixed, floating } from '../builders/hydraulics-cars';

const car = makeCar();

const still = { topUpAtMl: null, topUpToMl: 0, flowMlPerS: 2 };

describe('volumes by geometry', () => {
  test('a metre of 3.3 mm bore holds 8.55 mL', () => expect(lineVolumeMl(1000, 3.3)).toBeCloseTo(8.553, 3));
  test('a caliper’s cavity grows with its pistons', () => {
    expect(caliperVolumeMl(floating, 5) - caliperVolumeMl(floating)).toBeCloseTo((2290.2 * 5) / 1000, 2);
  });
});

describe('exchange model', () => {
  test('a line that holds next to nothing is drawn through in the end, and all of it', () => {
    for (const lineLengthMm of [0, 1e-6]) {
      const short = makeCar({
        lineLengthMm: { FL: lineLengthMm, FR: lineLengthMm, RL: lineLengthMm, RR: lineLengthMm },
      });
      const { outMl } = draw(oldSystem(short, 200), { corner: 'RR', volumeMl: 100, isFed: true, ...still });
      expect(outMl).toBeCloseTo(100, 6);
    }
  });

  test('a fed reservoir dilutes like the stirred tank of the textbooks: c = e^(−V/V₀)', () => {
    // Chemical engineering, any text: continuous stirred tank, step of the inflow.
    const start = oldSystem(car, 200);
    for (const volumeMl of [50, 200, 430]) {
      const { state } = draw(start, { corner: 'FL', volumeMl, isFed: true, ...still });
      expect(state.reservoirOld).toBeCloseTo(Math.exp(-volumeMl / 200), 9);
    }
  });

  test('a line is plug flow: with a fresh reservoir nothing new reaches the caliper before the line has passed', () => {
    const fresh = refillReservoir(oldSystem(car, 300), 300, 300);
    expect(fresh.reservoirOld).toBe(0);
    const { lineMl } = cornerVolumes(car, 'RR');
    const before = draw(fresh, { corner: 'RR', volumeMl: lineMl * 0.97, isFed: true, ...still });
    expect(before.state.calipers.RR.old).toBeCloseTo(1, 3);
    expect(before.oldOutMl).toBeCloseTo(before.outMl, 2);
  });

  test('after the line has passed the caliper follows its own stirred tank', () => {
    const fresh = refillReservoir(oldSystem(car, 300), 300, 300);
    const { lineMl, caliperMl } = cornerVolumes(car, 'FR');
    for (const times of [1, 2, 3]) {
      const { state } = draw(fresh, { corner: 'FR', volumeMl: lineMl + times * caliperMl, isFed: true, ...still });
      expect(state.calipers.FR.old).toBeCloseTo(Math.exp(-times), 2);
    }
  });

  test('what stays in a reservoir dilutes what is poured on top', () => {
    expect(refillReservoir(oldSystem(car, 280), 240, 240).reservoirOld).toBeCloseTo(40 / 280, 12);
  });

  test('fluid in = fluid out + change of level, and old fluid is neither made nor lost, to 0.1 mL', () => {
    fc.assert(
      fc.property(
        fc.record({
          level: fc.integer({ min: 150, max: 280 }),
          volume: fc.integer({ min: 1, max: 900 }),
          corner: fc.constantFrom('FL' as const, 'FR' as const, 'RL' as const, 'RR' as const),
          isFed: fc.boolean(),
        }),
        ({ level, volume, corner, isFed }) => {
          const start = oldSystem(car, level);
          const r = draw(start, { corner, volumeMl: volume, isFed, flowMlPerS: 3, topUpAtMl: 140, topUpToMl: 280 });
          expect(r.outMl).toBeCloseTo(volume, 6);
          expect(Math.abs(r.inMl - r.outMl - (r.state.reservoirMl - level))).toBeLessThan(0.1);
          const old = (s: typeof start): number => {
            const line = s.lines[corner];
            const slice = line.volumeMl / line.slices.length;
            // The first slice is being filled while the last one is leaving: of it only the rest is still there.
            const inLine = line.slices.reduce((sum, c) => sum + c * slice, 0) - line.slices.at(-1)! * line.partMl;
            const entering = 0;
            return (
              s.reservoirMl * s.reservoirOld + inLine + entering + s.calipers[corner].volumeMl * s.calipers[corner].old
            );
          };
          const slice = start.lines[corner].volumeMl / start.lines[corner].slices.length;
          expect(Math.abs(old(start) - r.oldOutMl - old(r.state))).toBeLessThan(0.1 + slice);
          expect(r.lowestMl).toBeGreaterThanOrEqual(isFed ? level - 1e-9 : Math.min(level, 140) - 1e-6);
        },
      ),
      { numRuns: 60 },
    );
  });

  test('a level never falls under MIN while somebody tops up at the alarm', () => {
    const r = draw(oldSystem(car, 280), {
      corner: 'RR',
      volumeMl: 700,
      isFed: false,
      flowMlPerS: 3,
      topUpAtMl: 140,
      topUpToMl: 280,
    });
    expect(r.lowestMl).toBeGreaterThanOrEqual(140 - 1e-9);
    expect(r.topUps).toBe(5);
  });

  describe('against the usual amounts of the trade (common practice, no source)', () => {
    const typical = makeCar({
      front: { ...fixed, boresMm: [40, 40] },
      rear: { ...floating, boresMm: [38] },
      reservoirMaxMl: 300,
      reservoirMinMl: 130,
    });
    const plan = (drawnOffMl: number, refillMl: number, wantedNewPercent = 95) =>
      exchangePlan(typical, {
        method: 'pedalTwo',
        scope: 'full',
        drawnOffMl,
        refillMl,
        wantedNewPercent,
        levelMl: 280,
      });

    test('with a fresh reservoir: about 0.2 L for the front axle, 0.3 L for the rear, 0.5–0.75 L for the car', () => {
      const p = plan(240, 260, 90);
      const axle = (a: string): number =>
        p.nipples.filter((n) => n.corner.startsWith(a)).reduce((sum, n) => sum + n.volumeMl, 0);
      expect(axle('F')).toBeGreaterThan(150);
      expect(axle('F')).toBeLessThan(260);
      expect(axle('R')).toBeGreaterThan(220);
      expect(axle('R')).toBeLessThan(350);
      expect(p.wasteMl).toBeGreaterThan(450);
      expect(p.wasteMl).toBeLessThan(750);
    });

    test('without: the farthest corner takes by far the most, 250–350 mL to the point where it runs mostly new', () => {
      const p = plan(0, 0, 70);
      expect(p.nipples[0]!.volumeMl).toBeGreaterThan(250);
      expect(p.nipples[0]!.volumeMl).toBeLessThan(350);
      for (const n of p.nipples.slice(1)) expect(n.volumeMl).toBeLessThan(p.nipples[0]!.volumeMl);
    });

    test('every planned nipple ends at the share that was wanted, and a fresh reservoir saves fluid', () => {
      for (const p of [plan(240, 260), plan(0, 0)])
        for (const n of p.nipples) expect(n.newPercent).toBeGreaterThanOrEqual(95 - 1e-6);
      expect(plan(240, 260).wasteMl + 240).toBeLessThan(plan(0, 0).wasteMl);
    });
  });
});
