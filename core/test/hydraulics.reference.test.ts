import fc from 'fast-check';
import {
  type AxleBrake,
  afterRetraction,
  bleedSequence,
  boresText,
  circuitAtRisk,
  circuitOf,
  parseBores,
  bottlesToOpen,
  drawOutlook,
  levelAtShare,
  reservoirFirst,
  caliperVolumeMl,
  cornerVolumes,
  draw,
  exchangePlan,
  fitDecay,
  judgeLeakDown,
  lineVolumeMl,
  oldSystem,
  overflowSum,
  refillReservoir,
  returnedMl,
} from '../src';
import { makeCar } from './book';
import { tell } from './say';
import { leastSquares } from './textbook';

const fixed: AxleBrake = {
  brake: 'fixedCaliper',
  boresMm: [38, 38],
  bleedNipplesPerCorner: 1,
  bleedNippleOrder: 'innerFirst',
};
const floating: AxleBrake = {
  brake: 'floatingCaliper',
  boresMm: [54],
  bleedNipplesPerCorner: 1,
  bleedNippleOrder: 'innerFirst',
};
const car = makeCar();
const still = { topUpAtMl: null, topUpToMl: 0, flowMlPerS: 2 };

describe('bores as people write them', () => {
  test.each([
    ['4 × 40', 'fixedCaliper', [40, 40]],
    ['2x38, 2x34', 'fixedCaliper', [38, 34]],
    ['38, 34, 28 a side', 'fixedCaliper', [38, 34, 28]],
    ['54 mm', 'floatingCaliper', [54]],
    ['1.5 in', 'floatingCaliper', [38.1]],
    ['19', 'drum', [19]],
  ] as const)('%s, %s', (text, brake, boresMm) => expect(parseBores(text, brake)).toEqual({ ok: true, boresMm }));
  test.each([
    ['', 'fixedCaliper', 'empty'],
    ['forty', 'fixedCaliper', 'notBores'],
    ['3 × 40', 'fixedCaliper', 'oddCount'],
    ['0 × 40', 'fixedCaliper', 'outOfRange'],
    ['38, 34, 28', 'fixedCaliper', 'sayWhichSide'],
    ['400', 'floatingCaliper', 'outOfRange'],
  ] as const)('%s, %s: %s', (text, brake, problem) => expect(parseBores(text, brake)).toEqual({ ok: false, problem }));
  test('what is shown reads back as it was', () => {
    const bore = fc.integer({ min: 100, max: 900 }).map((tenths) => tenths / 10);
    fc.assert(
      fc.property(
        fc.constantFrom('fixedCaliper', 'floatingCaliper', 'drum'),
        fc.array(bore, { minLength: 1, maxLength: 6 }),
        (brake, boresMm) => {
          expect(parseBores(boresText({ brake, boresMm }), brake)).toEqual({ ok: true, boresMm });
        },
      ),
    );
  });
});

describe('circuits', () => {
  test('diagonal: a hose that lets go at one corner takes the one across the car with it; front and rear: its axle', () => {
    expect(circuitOf({ circuitSplit: 'diagonal' }, 'FL')).toEqual(['FL', 'RR']);
    expect(circuitOf({ circuitSplit: 'frontRear' }, 'RL')).toEqual(['RL', 'RR']);
    expect(circuitAtRisk({ circuitSplit: 'diagonal' }, 'RL')).toMatchObject({ values: { corners: ['RL', 'FR'] } });
  });
  test('the sequence by circuit finishes one circuit before it begins the other', () => {
    const split = fc.constantFrom('diagonal' as const, 'frontRear' as const);
    fc.assert(
      fc.property(split, fc.constantFrom('left' as const, 'right' as const), (circuitSplit, masterCylinderSide) => {
        const of = makeCar({ circuitSplit, masterCylinderSide, sequenceSchool: 'byCircuit' });
        const order = [...new Set(bleedSequence(of).map((n) => n.corner))];
        expect(new Set(order.slice(0, 2))).toEqual(new Set(circuitOf(of, order[0]!)));
        expect(order).toHaveLength(4);
      }),
    );
  });
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

describe('volumes by geometry', () => {
  test('a metre of 3.3 mm bore holds 8.55 mL', () => expect(lineVolumeMl(1000, 3.3)).toBeCloseTo(8.553, 3));
  test('a caliper’s cavity grows with its pistons', () => {
    expect(caliperVolumeMl(floating, 5) - caliperVolumeMl(floating)).toBeCloseTo((2290.2 * 5) / 1000, 2);
  });
});

describe('exchange model', () => {
  test('a fed reservoir dilutes like the stirred tank of the textbooks: c = e^(−V/V₀)', () => {
    // Any chemical engineering text: continuous stirred tank, step of the inflow.
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

describe('leak-down test of the pressure bleeder', () => {
  const readings = (perSecond: number, seconds = 180) =>
    Array.from({ length: seconds / 10 + 1 }, (_, i) => ({
      seconds: i * 10,
      pressureKpa: 100 * Math.exp(-perSecond * i * 10),
    }));

  test('the fit finds the rate that made the readings, and agrees with least squares by the textbook', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 0.01, noNaN: true }), (rate) => {
        const list = readings(rate);
        const { slope } = leastSquares(list.map((r) => [r.seconds, Math.log(r.pressureKpa)]));
        expect(fitDecay(list)!.perSecond).toBeCloseTo(rate, 9);
        expect(fitDecay(list)!.perSecond).toBeCloseTo(-slope, 12);
        expect(fitDecay(list)!.startKpa).toBeCloseTo(100, 6);
      }),
    );
  });
  test('the error of the slope is that of the textbook: σ over the root of the sum of squares about the mean time', () => {
    // Montgomery, Peck and Vining, Introduction to Linear Regression Analysis, section 2.3 (from memory): se(b₁) = √(MSE / Sxx).
    const times = [0, 10, 20, 30, 40];
    const offs = [0.05, -0.05, 0.06, -0.07, 0.01];
    const list = times.map((seconds, i) => ({ seconds, pressureKpa: 100 * Math.exp(-0.002 * seconds + offs[i]!) }));
    const line = leastSquares(list.map((r) => [r.seconds, Math.log(r.pressureKpa)]));
    const mse =
      list.reduce((n, r) => n + (Math.log(r.pressureKpa) - line.intercept - line.slope * r.seconds) ** 2, 0) / 3;
    expect(fitDecay(list)!.standardError).toBeCloseTo(Math.sqrt(mse / 1000), 9);
  });

  test('noise on a sound seal is not called a leak while the hold is short', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -0.5, max: 0.5, noNaN: true }), { minLength: 3, maxLength: 60 }),
        (noise) => {
          const list = noise.map((kpa, i) => ({ seconds: i, pressureKpa: 100 + kpa }));
          expect(judgeLeakDown({ id: 'x', readings: list }, null).finding.verdict).toBe('watch');
        },
      ),
    );
  });
  test('holds, leaks, too short, over the ceiling, no pressure', () => {
    const found = (rate: number, seconds?: number, ceiling: number | null = 140) =>
      judgeLeakDown({ id: 'x', readings: readings(rate, seconds) }, ceiling).finding;
    expect(found(0.00005).verdict).toBe('inOrder');
    expect(found(0.001).code).toBe('leaksDown');
    expect(found(0.00005, 60).verdict).toBe('watch');
    expect(tell(found(0.00005, 180, 90))).toContain('ceiling');
    // A burst seal is called at once, a doubtful one when the hold is long enough.
    expect(found(0.01, 20).code).toBe('leaksDown');
    expect(found(0.0005, 30).verdict).toBe('watch');
    expect(found(0.0005, 180).code).toBe('leaksDown');
    expect(
      judgeLeakDown(
        {
          id: 'x',
          readings: [
            { seconds: 0, pressureKpa: 0 },
            { seconds: 60, pressureKpa: 0 },
          ],
        },
        null,
      ).finding.verdict,
    ).toBe('needsWork');
  });
});

describe('the level while somebody types', () => {
  const fed = { begun: { method: 'pressureFed' } as never, levelMl: 280 };
  const byHand = { begun: { method: 'pedalTwo' } as never, levelMl: 200 };
  const typed = (volumeMl: number | null, toppedUpMl = 0, lowestMl: number | null = null) => ({
    volumeMl,
    toppedUpMl,
    lowestMl,
  });
  const at = { reservoirMinMl: 120 };

  test('stop after level less MIN, alarm 20 mL before it', () => {
    expect(drawOutlook(at, byHand, typed(null), null)).toMatchObject({
      stopAfterMl: 80,
      alarmAfterMl: 60,
      nowMl: 200,
      finding: null,
    });
    expect(drawOutlook(at, byHand, typed(65), null)).toMatchObject({
      nowMl: 135,
      lowestMl: 135,
      finding: { code: 'topUpNow' },
      isUnderMin: false,
    });
    expect(drawOutlook(at, byHand, typed(90), null)).toMatchObject({
      nowMl: 110,
      isUnderMin: true,
      finding: { code: 'wouldGoUnderMin' },
    });
    expect(drawOutlook(at, fed, typed(500), null)).toMatchObject({ stopAfterMl: null, nowMl: 280, isUnderMin: false });
  });
  test('who tops up at the alarm stays above MIN; who saw it lower is believed', () => {
    expect(drawOutlook(at, byHand, typed(150, 140), null)).toMatchObject({
      nowMl: 190,
      lowestMl: 140,
      isUnderMin: false,
    });
    expect(drawOutlook(at, byHand, typed(150, 140, 100), null)).toMatchObject({ lowestMl: 100, isUnderMin: true });
  });
  test('a draw that is corrected gives its own millilitres back first', () => {
    expect(drawOutlook(at, byHand, typed(50), { volumeMl: 60, toppedUpMl: 10 })).toMatchObject({
      beforeMl: 250,
      nowMl: 200,
    });
  });
  test('level, drawn and topped up always add up, and nothing is under MIN that the sum keeps above it', () => {
    const ml = fc.integer({ min: 0, max: 400 });
    fc.assert(
      fc.property(fc.integer({ min: 120, max: 300 }), ml, ml, (levelMl, drawn, topped) => {
        const o = drawOutlook(at, { begun: { method: 'vacuum' } as never, levelMl }, typed(drawn, topped), null);
        expect(o.nowMl).toBe(Math.max(0, levelMl - drawn + topped));
        expect(o.isUnderMin).toBe(o.lowestMl < 120);
        if (topped > 0) expect(o.isUnderMin).toBe(false);
      }),
    );
  });
  test('after pistons went back; what to suck out first; bottles to open; marks of a reservoir', () => {
    const max = { reservoirMaxMl: 300, reservoirMinMl: 130 };
    expect(afterRetraction(max, 260, 20, 49)).toEqual({ leftMl: 240, standsAtMl: 289, overflowMl: 0, finding: null });
    expect(afterRetraction(max, 260, 0, 49)).toMatchObject({ overflowMl: 9, finding: { code: 'overflowComing' } });
    expect(reservoirFirst(max, 258)).toEqual({ staysMl: 45, drawOffMl: 213, refillMl: 255 });
    expect(reservoirFirst(max, 30)).toEqual({ staysMl: 45, drawOffMl: 0, refillMl: 270 });
    expect([bottlesToOpen(900, 1000, 1000), bottlesToOpen(1100, 1000, 500), bottlesToOpen(1600, 500, 500)]).toEqual([
      0, 1, 3,
    ]);
    expect([0, 0.5, 1].map((share) => levelAtShare(max, share))).toEqual([130, 215, 300]);
  });
});
