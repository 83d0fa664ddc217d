/** The outlook of a car: what nobody may find cooler, what readings do to it, what would help. */
import fc from 'fast-check';
import {
  type CaseReading,
  type HeatCase,
  type HeatInputKey,
  edgeOf,
  hottestAxle,
  sessionAt,
  sittingsOf,
} from '../../src/heat-outlook';
import {
  OUTLOOK_FINER,
  computeOutlook,
  driveAxle,
  factorSpreads,
  heatedCarOf,
  helpFor,
  longestSessionMin,
  piecesOf,
  unknownsOf,
} from '../../src/heat-outlook/computing';
import { type TrackEvent, usualSession } from '../../src/model';
import { makeCar } from '../builders/book';
import { logbookOf } from '../builders/service-book';
import { plainCase, readingsOfTruth, session, trueCarOf, truthOf } from '../builders/heat-case';

const base = plainCase();
const flatOut = { ...session, cameIn: 'flatOut' as const, brakesHeld: false };
const withInput = (c: HeatCase, key: HeatInputKey, factor: number): HeatCase => ({
  ...c,
  inputs: { ...c.inputs, [key]: { ...c.inputs[key], value: c.inputs[key].value * factor } },
});
const fluid = (c: HeatCase): number => computeOutlook(c).axles.front.fluidC.tempC;

describe('landmarks of the trade (common practice, no source)', () => {
  const o = computeOutlook(base);
  test('the fluid is hottest two to six minutes after parking, and the front hotter than the rear', () => {
    const { fluidC } = o.axles.front;
    expect(fluidC.atS - o.parkedAtS!).toBeGreaterThan(120);
    expect(fluidC.atS - o.parkedAtS!).toBeLessThan(360);
    expect(hottestAxle(o.axles, 'fluidC', 90)).toBe('front');
  });
  test('pads are no hotter through their thickness than the iron that heats them, at forty axles', () => {
    for (let seed = 0; seed < 20; seed++) {
      const c = trueCarOf(base, 4000 + seed).case;
      for (const axle of ['front', 'rear'] as const) {
        const pieces = piecesOf(c.inputs, c.zones, session);
        const { peaks } = driveAxle(heatedCarOf(c, session), axle, pieces, session.airTempC);
        expect(peaks.padsC.tempC).toBeLessThan(peaks.rotorC.tempC);
        expect(peaks.faceC.tempC).toBeGreaterThan(peaks.rotorC.tempC);
      }
    }
  });
  test('a cool-down lap takes the edge off it, and ducts do', () => {
    expect(fluid({ ...base, session: { ...session, coolDownLap: true } })).toBeLessThan(fluid(base) - 2);
    expect(fluid({ ...base, session: { ...session, ducts: 'on' } })).toBeLessThan(fluid(base) - 5);
    expect(fluid({ ...base, session: { ...session, ducts: 'taped' } })).toBeGreaterThan(fluid(base));
    expect(fluid({ ...base, session: { ...session, isWet: true } })).toBeLessThan(fluid(base) - 5);
  });
});

test('property: lighter rotors get hotter in bulk; what they hold less of after parking is another matter', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.6, max: 0.98, noNaN: true }),
      fc.double({ min: 6, max: 30, noNaN: true }),
      (factor, drivenMin) => {
        const c = { ...base, session: { ...session, drivenMin } };
        const bulk = (of: HeatCase): number => computeOutlook(of).axles.front.rotorC.tempC;
        expect(bulk(withInput(c, 'frontRotorKg', factor))).toBeGreaterThan(bulk(c) - 0.5);
      },
    ),
    { numRuns: 10 },
  );
});

test('property: heavier, thinner pads, hotter air and longer sessions are never cooler', () => {
  const change = fc.constantFrom<[HeatInputKey, number]>(['massKg', 1.1], ['frontPadMm', 0.8], ['dragAreaM2', 0.8]);
  fc.assert(
    fc.property(
      change,
      fc.double({ min: 8, max: 40, noNaN: true }),
      fc.double({ min: -10, max: 35, noNaN: true }),
      fc.constantFrom('on' as const, 'off' as const),
      ([key, factor], drivenMin, airTempC, ducts) => {
        const c = { ...base, session: { ...session, drivenMin, airTempC, ducts } };
        expect(fluid(withInput(c, key, factor))).toBeGreaterThan(fluid(c) - 0.05);
        expect(fluid({ ...c, session: { ...c.session, airTempC: airTempC + 4 } })).toBeGreaterThan(fluid(c));
        // Whole laps: a session that ends behind a hard stop is hotter than one that ends a straight later.
        const laps = (n: number) => ({ ...c, session: { ...c.session, drivenMin: null, laps: n } });
        const n = Math.ceil(drivenMin / 2);
        expect(fluid(laps(n + 2))).toBeGreaterThan(fluid(laps(n)) - 0.05);
      },
    ),
    { numRuns: 15 },
  );
});

test('property: finite for every session that its schema allows', () => {
  const anySession = fc.record({
    outLap: fc.boolean(),
    drivenMin: fc.double({ min: 1, max: 90, noNaN: true }),
    laps: fc.constant(null),
    coolDownLap: fc.boolean(),
    parkedMin: fc.double({ min: 0, max: 120, noNaN: true }),
    airTempC: fc.double({ min: -30, max: 60, noNaN: true }),
    isWet: fc.boolean(),
    ducts: fc.constantFrom('on' as const, 'off' as const, 'taped' as const),
  });
  fc.assert(
    fc.property(
      anySession,
      fc.double({ min: 25, max: 480, noNaN: true }),
      fc.double({ min: 0, max: 1, noNaN: true }),
      (s, fromKmh, share) => {
        const zones = [{ fromKmh, toKmh: share * (fromKmh - 5), secondsSince: 8, slopePercent: -10 }];
        const o = computeOutlook({ ...base, zones, session: s });
        for (const axle of ['front', 'rear'] as const)
          for (const peak of Object.values(o.axles[axle])) {
            expect(Number.isFinite(peak.tempC) && Number.isFinite(peak.sdC)).toBe(true);
            expect(peak.tempC).toBeGreaterThan(s.airTempC - 3);
          }
      },
    ),
    { numRuns: 25 },
  );
});

test('the steps of an outlook move its peaks by less than half a degree, those of the face by three', () => {
  const car = heatedCarOf(base, session);
  const pieces = piecesOf(base.inputs, base.zones, session);
  const [coarse, fine] = [OUTLOOK_FINER, 2].map((finer) => driveAxle(car, 'front', pieces, 22, finer).peaks);
  for (const part of ['rotorC', 'padsC', 'caliperC', 'fluidC'] as const)
    expect(Math.abs(coarse![part].tempC - fine![part].tempC)).toBeLessThan(0.5);
  expect(Math.abs(coarse!.faceC.tempC - fine!.faceC.tempC)).toBeLessThan(3);
});

describe('readings', () => {
  const truth = trueCarOf(base, 77);
  const six = readingsOfTruth(truth, 6, 78);
  const sd = (readings: CaseReading[]): number => computeOutlook({ ...base, readings }).axles.front.fluidC.sdC;

  test('narrow the band and bring the model to the car', () => {
    const o = computeOutlook({ ...base, readings: six });
    expect(o.axles.front.fluidC.sdC).toBeLessThan(o.before.front.fluidC.sdC / 1.25);
    const peak = truthOf(truth, session, 'front').most.fluidC;
    expect(Math.abs(o.axles.front.fluidC.tempC - peak)).toBeLessThan(3 * o.axles.front.fluidC.sdC);
    for (const r of o.readings) if (!r.isMisfit) expect(Math.abs(r.offBy)).toBeLessThanOrEqual(3);
  });
  test('in whatever order they came', () => {
    const [a, b] = [six, [...six].reverse()].map(
      (readings) => computeOutlook({ ...base, readings }).axles.front.fluidC,
    );
    expect(a!.tempC).toBeCloseTo(b!.tempC, 1);
    expect(a!.sdC).toBeCloseTo(b!.sdC, 1);
  });
  test('one taken back takes its effect back', () => {
    const without = computeOutlook({ ...base, readings: six.slice(0, 5) });
    const again = computeOutlook({ ...base, readings: six.filter((r) => r.id !== six[5]!.id) });
    expect(again).toEqual(without);
    expect(computeOutlook({ ...base, readings: [] }).axles).toEqual(computeOutlook(base).axles);
  });
  test('one that cannot be is named, and moves the rest by little', () => {
    const wrong: CaseReading = {
      ...six[0]!,
      id: 'wrong',
      sitting: 9,
      session: flatOut,
      read: { instrument: 'pyrometer', corner: 'FL', part: 'rotor', tempC: 40, secondsAfterStop: 20 },
    };
    const o = computeOutlook({ ...base, readings: [...six, wrong] });
    const worst = [...o.readings].sort((a, b) => Math.abs(b.offBy) - Math.abs(a.offBy))[0]!;
    expect(worst).toMatchObject({ id: 'wrong', isMisfit: true });
    const clean = computeOutlook({ ...base, readings: six });
    expect(Math.abs(o.axles.front.fluidC.tempC - clean.axles.front.fluidC.tempC)).toBeLessThan(12);
    expect(o.axles.front.fluidC.sdC).toBeGreaterThan(sd(six) - 1);
  });
  describe('are evidence, not truth', () => {
    const caliper = (id: string, tempC: number, corner: 'FL' | 'FR' = 'FL'): CaseReading => ({
      id,
      sitting: 0,
      zones: base.zones,
      session: flatOut,
      boilsAtC: null,
      read: { instrument: 'pyrometer', corner, part: 'caliper', tempC, secondsAfterStop: 60 },
    });
    const edge = (readings: CaseReading[]): number =>
      edgeOf(computeOutlook({ ...base, readings }).axles.front.fluidC, 90);
    const beforeC = computeOutlook({ ...base, readings: [caliper('x', 100)] }).readings[0]!.beforeC;
    test('a caliper of 40 °C where the model has three times that hardly moves the edge, and is named', () => {
      const o = computeOutlook({ ...base, readings: [caliper('cold', 40)] });
      expect(beforeC).toBeGreaterThan(100);
      expect(edge([])).toBeLessThan(edge([caliper('cold', 40)]) + 20);
      expect(o.axles.front.fluidC.sdC).toBeGreaterThan(0.8 * o.before.front.fluidC.sdC);
    });
    test('a sticker that has not coloured at its lowest step cuts nothing away alone', () => {
      const sticker: CaseReading = {
        id: 'sticker',
        sitting: 0,
        zones: base.zones,
        session: flatOut,
        boilsAtC: null,
        read: { instrument: 'sticker', corner: 'FL', reachedC: null, notReachedC: 77 },
      };
      const { axles, before } = computeOutlook({ ...base, readings: [sticker] });
      expect(edgeOf(axles.front.fluidC, 90)).toBeGreaterThan(before.front.fluidC.tempC);
      expect(axles.front.fluidC.sdC).toBeGreaterThan(0.8 * before.front.fluidC.sdC);
    });
    test('two at one moment that contradict each other widen the band', () => {
      const { axles, before } = computeOutlook({ ...base, readings: [caliper('low', 70), caliper('high', 180, 'FR')] });
      expect(axles.front.fluidC.sdC).toBeGreaterThan(before.front.fluidC.sdC);
    });
    test('one that is hotter counts alone, one that is cooler wants company', () => {
      const [up, down] = [edge([caliper('hot', beforeC + 25)]), edge([caliper('cool', beforeC - 25)])];
      expect(up - edge([])).toBeGreaterThan(5);
      expect(edge([]) - down).toBeLessThan(up - edge([]) + 10);
      const two = edge([caliper('cool', beforeC - 25), caliper('cool too', beforeC - 25, 'FR')]);
      expect(two).toBeLessThan(down);
    });
  });
  test('“it boiled” never makes the fluid cooler; where nobody knows at how many degrees it says nothing', () => {
    const boiled = (boilsAtC: number | null): CaseReading => ({
      id: 'boiled',
      sitting: 0,
      zones: base.zones,
      session: flatOut,
      read: { instrument: 'fluidBoiled' },
      boilsAtC,
    });
    const o = computeOutlook({ ...base, readings: [boiled(fluid(base) + 50)] });
    expect(o.axles.front.fluidC.tempC).toBeGreaterThan(fluid(base) + 15);
    const low = computeOutlook({ ...base, readings: [boiled(fluid(base) - 50)] });
    expect(low.axles.front.fluidC.tempC).toBeCloseTo(fluid(base), 0);
    expect(computeOutlook({ ...base, readings: [boiled(null)] }).readings).toEqual([]);
  });
  test('a pyrometer read later reads less for the same heat', () => {
    const at = (secondsAfterStop: number): number =>
      computeOutlook({
        ...base,
        readings: [
          {
            id: 'p',
            sitting: 0,
            zones: base.zones,
            session: flatOut,
            boilsAtC: null,
            read: { instrument: 'pyrometer', corner: 'FL', part: 'rotor', tempC: 300, secondsAfterStop },
          },
        ],
      }).readings[0]!.beforeC;
    expect(at(180)).toBeLessThan(at(30) - 20);
  });
});

describe('how it came in', () => {
  const at400 = (over: Partial<typeof session>, id = 'rotor'): CaseReading => ({
    id,
    sitting: 0,
    zones: base.zones,
    session: { ...session, brakesHeld: false, ...over },
    boilsAtC: null,
    read: { instrument: 'pyrometer', corner: 'FL', part: 'rotor', tempC: 400, secondsAfterStop: 60 },
  });
  const faceOf = (...readings: CaseReading[]) => computeOutlook({ ...base, readings }).axles.front.faceC;
  test('the same 400 °C at the wall is a hotter face the easier it came in, and where nobody knows it says less', () => {
    const [flat, easy, two, unknown] = (['flatOut', 'easyLap', 'twoEasyLaps', 'unknown'] as const).map((cameIn) =>
      faceOf(at400({ cameIn })),
    );
    expect(easy!.tempC).toBeGreaterThan(flat!.tempC + 60);
    expect(two!.tempC).toBeGreaterThan(easy!.tempC + 60);
    expect(unknown!.tempC).toBeGreaterThan(flat!.tempC);
    expect(unknown!.tempC).toBeLessThan(easy!.tempC);
    expect(unknown!.sdC).toBeGreaterThan(flat!.sdC);
  });
  test('what nobody asked is not known, and a chip that was left alone is no answer', () => {
    expect(faceOf(at400({ coolDownLap: false }))).toEqual(faceOf(at400({ cameIn: 'unknown' })));
    const held = (brakesHeld: boolean): number =>
      computeOutlook({ ...base, readings: [at400({ cameIn: 'flatOut', brakesHeld })] }).readings[0]!.beforeC;
    expect(held(true)).not.toBeCloseTo(held(false), 0);
  });
  test('many readings of one session where nobody knows narrow less than those of as many sessions', () => {
    const many = (sittings: boolean) =>
      faceOf(
        ...Array.from({ length: 6 }, (_, i) => ({
          ...at400({ cameIn: 'unknown' }, `r${i}`),
          sitting: sittings ? i : 0,
          read: { instrument: 'pyrometer', corner: 'FL', part: 'rotor', tempC: 300, secondsAfterStop: 60 } as const,
        })),
      ).sdC;
    expect(many(false)).toBeGreaterThan(many(true));
  });
  test('readings close together are of one session', () => {
    expect(sittingsOf(['2026-05-01T10:00:00Z', '2026-05-01T14:00:00Z', '2026-05-01T10:20:00Z'])).toEqual([0, 1, 0]);
    expect(sittingsOf([])).toEqual([]);
  });
});

describe('each axle for itself', () => {
  /** A car whose rear brakes do most of the work, as some with the engine behind. */
  const rearWorks: HeatCase = {
    ...base,
    axles: { ...base.axles, rear: { ...base.axles.rear, pistonAreaMm2: 3 * base.axles.rear.pistonAreaMm2 } },
    inputs: {
      ...base.inputs,
      frontWeightPercent: { ...base.inputs.frontWeightPercent, value: 34 },
      rearPressurePercent: { ...base.inputs.rearPressurePercent, value: 130 },
      rearRotorKg: { ...base.inputs.rearRotorKg, value: 5 },
    },
  };
  const halfWith = (key: HeatInputKey, axle: 'front' | 'rear'): number => {
    const input = rearWorks.inputs[key];
    const inputs = { ...rearWorks.inputs, [key]: { ...input, spread: input.spreadMeasured } };
    return computeOutlook({ ...rearWorks, inputs }).axles[axle].fluidC.sdC;
  };
  test('its own figures narrow its band; those of the other one do it no good', () => {
    const now = computeOutlook(rearWorks).axles;
    for (const [own, other] of [
      ['rear', 'front'],
      ['front', 'rear'],
    ] as const) {
      expect(halfWith(`${own}PadMm`, own)).toBeLessThan(now[own].fluidC.sdC - 0.1);
      expect(halfWith(`${other}PadMm`, own)).toBeCloseTo(now[own].fluidC.sdC, 6);
    }
  });
  test('what to measure is asked of the axle that gets hottest', () => {
    expect(hottestAxle(computeOutlook(rearWorks).axles, 'fluidC', 90)).toBe('rear');
    const keys = unknownsOf(rearWorks, 90).map((u) => u.key);
    expect(keys).toContain('rearPadMm');
    expect(keys.filter((key) => /^front(Pad|Rotor)/.test(key))).toEqual([]);
  });
  test('a reading at one axle tells of the other one as far as the model is the same, and no further', () => {
    const at = (corner: 'FL' | 'RL'): CaseReading => ({
      id: corner,
      sitting: 0,
      zones: base.zones,
      session: flatOut,
      boilsAtC: null,
      read: { instrument: 'sticker', corner, reachedC: 170, notReachedC: 176 },
    });
    const o = computeOutlook({ ...base, readings: [at('FL')] });
    const [front, rear] = [o.axles.front.caliperC, o.axles.rear.caliperC];
    const risen = (axle: 'front' | 'rear'): number => o.axles[axle].caliperC.tempC / o.before[axle].caliperC.tempC - 1;
    expect(risen('front')).toBeGreaterThan(0.05);
    expect(risen('rear')).toBeGreaterThan(0);
    expect(risen('rear')).toBeLessThan(risen('front'));
    expect(front.sdC / o.before.front.caliperC.sdC).toBeLessThan(rear.sdC / o.before.rear.caliperC.sdC);
  });
});

describe('motors that brake', () => {
  const electric = (over: Partial<Record<HeatInputKey, number>> = {}): HeatCase => {
    const figures = { massKg: 2000, motorSharePercent: 40, motorPowerKw: 200, motorFrontPercent: 50, ...over };
    const inputs = { ...base.inputs };
    for (const [key, value] of Object.entries(figures) as [HeatInputKey, number][])
      inputs[key] = { ...inputs[key], value, isDefault: false, spread: inputs[key].spreadMeasured };
    return { ...base, inputs };
  };
  const peak = (c: HeatCase, battery?: 'takesCharge' | 'fullOrHot', axle: 'front' | 'rear' = 'front'): number =>
    computeOutlook({ ...c, session: { ...session, ...(battery ? { battery } : {}) } }).axles[axle].rotorC.tempC;
  test('a plan reckons with a battery that is full or hot: as hot as without motors', () => {
    expect(peak(electric())).toBe(peak(electric(), 'fullOrHot'));
    expect(peak(electric())).toBeCloseTo(peak(electric({ motorSharePercent: 0 })), 6);
    expect(peak(electric(), 'takesCharge')).toBeLessThan(peak(electric()) - 50);
  });
  test('what is left of it then counts, up to the motors’ own limit and at their own axle', () => {
    expect(peak(electric({ motorLeftPercent: 50 }))).toBeLessThan(peak(electric()) - 20);
    expect(peak(electric({ motorPowerKw: 20 }), 'takesCharge')).toBeGreaterThan(peak(electric(), 'takesCharge') + 30);
    const atRear = electric({ motorFrontPercent: 0 });
    expect(peak(atRear, 'takesCharge')).toBeCloseTo(peak(atRear), 6);
    expect(peak(atRear, 'takesCharge', 'rear')).toBeLessThan(peak(atRear, undefined, 'rear') - 50);
  });
  test('a reading of a session of which nobody knows what the battery took says less', () => {
    const of = (battery: 'takesCharge' | 'unknown') => {
      const read = { instrument: 'sticker', corner: 'FL', reachedC: 110, notReachedC: 121 } as const;
      const one = { id: 'r', sitting: 0, zones: base.zones, session: { ...flatOut, battery }, boilsAtC: null, read };
      return computeOutlook({ ...electric(), readings: [one, { ...one, id: 's' }] }).axles.front.caliperC;
    };
    expect(of('unknown').sdC).toBeGreaterThan(of('takesCharge').sdC);
  });
  test('an event’s plan knows of no battery and of no way in', () => {
    const logbook = logbookOf([], { rotorPairs: [] });
    const car = makeCar();
    const event = { session: { ...usualSession, battery: 'takesCharge', cameIn: 'twoEasyLaps' } } as TrackEvent;
    expect(sessionAt(logbook, car, event).session).toEqual(sessionAt(logbook, car, null).session);
  });
});

describe('what is not known', () => {
  test('measuring a figure makes the band what was said', () => {
    const unknowns = unknownsOf(base, 90);
    expect(unknowns.length).toBeGreaterThanOrEqual(1);
    expect([...unknowns].sort((a, b) => a.halfThenC - b.halfThenC)).toEqual(unknowns);
    for (const { key, halfThenC } of unknowns.slice(0, 3)) {
      const input = base.inputs[key];
      const measured = {
        ...base,
        inputs: { ...base.inputs, [key]: { ...input, spread: input.spreadMeasured, isDefault: false } },
      };
      const { fluidC } = computeOutlook(measured).axles.front;
      expect(edgeOf(fluidC, 90) - fluidC.tempC).toBeCloseTo(halfThenC, 1);
    }
  });
  test('what is measured is not asked for again, and every default widens the spread of some factor', () => {
    const known = Object.fromEntries(
      Object.entries(base.inputs).map(([k, v]) => [k, { ...v, isDefault: false, spread: v.spreadMeasured }]),
    ) as HeatCase['inputs'];
    expect(unknownsOf({ ...base, inputs: known }, 90)).toEqual([]);
    const [wide, narrow] = [factorSpreads(base), factorSpreads({ ...base, inputs: known })];
    for (const key of Object.keys(wide) as (keyof typeof wide)[]) expect(narrow[key]).toBeLessThanOrEqual(wide[key]);
  });
});

describe('what would help', () => {
  const shelf = {
    padSets: [
      {
        id: 'set',
        label: 'P-9',
        axle: 'front' as const,
        compound: 'Other',
        thicknessMm: 15,
        friction: 0.42,
        maxTempC: 900,
      },
      {
        id: 'road',
        label: 'P-8',
        axle: 'front' as const,
        compound: 'Road',
        thicknessMm: 16,
        friction: 0.42,
        maxTempC: 400,
      },
    ],
    rotorPairs: [
      {
        id: 'pair',
        label: 'R-9',
        axle: 'front' as const,
        massKg: 14,
        outerMm: 365,
        innerMm: 240,
        thicknessMm: 34,
        isVented: true,
      },
    ],
    fluids: [{ id: 'fluid', name: 'Fresh', boilsAtC: 305 }],
  };
  const limits = { boilsAtC: 260, maxPadC: { front: 760, rear: null }, newPadMm: { front: 15, rear: 10 } };
  const help = helpFor(base, shelf, limits, 90);
  const of = (change: string) => help.find((h) => h.change.change === change);

  test('everything that the trade asks about, each by its own outlook, best first', () => {
    for (const change of [
      'ductsOn',
      'coolDownLap',
      'shorterSession',
      'newPads',
      'padSet',
      'rotorPair',
      'biggerRotors',
      'fluid',
    ])
      expect(of(change)).toBeDefined();
    const edge = (c: HeatCase): number => edgeOf(computeOutlook(c).axles.front.fluidC, 90);
    const lap = { ...base, session: { ...session, coolDownLap: true } };
    expect(of('coolDownLap')!.fluidGainC).toBeCloseTo(edge(base) - edge(lap), 6);
    expect(of('fluid')!.fluidGainC).toBe(45);
    const best = help.map((h) => Math.max(h.fluidGainC, 0.5 * (h.padGainC ?? 0)));
    expect(best).toEqual([...best].sort((a, b) => b - a));
  });
  test('what spoils the pads to cool the fluid is not offered', () => {
    expect(help.filter((h) => h.change.change === 'padSet').map((h) => 'id' in h.change && h.change.id)).toEqual([
      'set',
    ]);
    for (const h of help) expect(h.padGainC ?? 0).toBeGreaterThan(-5);
  });
  test('what is done already is not offered again', () => {
    const done = helpFor({ ...base, session: { ...session, ducts: 'on', coolDownLap: true } }, shelf, limits, 90);
    expect(done.some((h) => ['ductsOn', 'coolDownLap'].includes(h.change.change))).toBe(false);
  });
});

test('property: up to the longest session every one stays under the limit, and one minute more does not', () => {
  fc.assert(
    fc.property(fc.integer({ min: 12, max: 30 }), fc.double({ min: 0.5, max: 0.98, noNaN: true }), (planned, share) => {
      const c = { ...base, session: { ...session, drivenMin: planned, laps: null } };
      const outlook = computeOutlook(c);
      const edge = (axle: 'front' | 'rear'): number => edgeOf(outlook.axles[axle].fluidC, 90);
      const limitC = 25 + share * (Math.max(edge('front'), edge('rear')) - 25);
      const longest = longestSessionMin(c, outlook, limitC, 90)!;
      // Straight from the model, at its finest step: by how much the hottest axle is under the limit.
      const spareC = (minutes: number): number => {
        const now = { ...session, drivenMin: minutes, laps: null };
        const pieces = piecesOf(c.inputs, c.zones, now);
        return Math.min(
          ...(['front', 'rear'] as const).map((axle) => {
            const over = edge(axle) - outlook.axles[axle].fluidC.tempC;
            const { peaks } = driveAxle(heatedCarOf(c, now, outlook.factors), axle, pieces, now.airTempC);
            return limitC - over - peaks.fluidC.tempC;
          }),
        );
      };
      for (let minutes = 1; minutes <= longest; minutes++) expect(spareC(minutes)).toBeGreaterThan(-1);
      expect(spareC(longest + 1)).toBeLessThan(1);
    }),
    { numRuns: 6 },
  );
});
