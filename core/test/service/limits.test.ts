/** A signature is judged by what was demanded when it was given; what is demanded later asks for the next one. */
import fc from 'fast-check';
import type { Logbook } from '../../src/logbook';
import type { Fact } from '../../src/model';
import { judgeService, limitsOf } from '../../src/service';
import { limitFigures } from '../../src/service/limit-figures';
import { factSchema } from '../../src/model/schemas';
import { newId } from '../builders/book';
import {
  car,
  fullSheet,
  job,
  logbookOf,
  makePadSet,
  pads,
  rotor,
  signature,
  today,
  wholeService,
} from '../builders/service-book';

const facts = wholeService();
const records = { sheet: fullSheet() };
const unsigned = logbookOf(facts, records);
const limits = limitsOf(unsigned, job)!;
const signed = [...facts, signature(limits)];
const gateOf = (logbook: Logbook) => judgeService(logbook, job, today)!.gate;

type Change = (logbook: Logbook) => Logbook;
const shop =
  (over: Partial<Logbook['shop']>): Change =>
  (l) => ({ ...l, shop: { ...l.shop, ...over } });
const sheet =
  (over: Parameters<typeof fullSheet>[1]): Change =>
  (l) => ({ ...l, brakeSheetOfCar: () => fullSheet(car, over) });
const ofCar =
  (over: Partial<typeof car>): Change =>
  (l) => ({ ...l, cars: new Map(l.cars).set(car.id, { ...car, ...over }) });
const rotors =
  (over: object): Change =>
  (l) => ({ ...l, rotorPairs: new Map([...l.rotorPairs].map(([id, pair]) => [id, { ...pair, ...over }])) });

/** Each of them would hold this very car, had it not been signed before. */
const stricter: [string, Change][] = [
  ['the shop wants more pad', shop({ padLimitMm: 11.9 })],
  ['the shop wants a wider margin', shop({ demandedMarginC: 150 })],
  ['the sheet wants more pad', sheet({ padLimitMm: { front: 11.9, rear: 11.9 } })],
  ['the sheet allows no play of a wheel bearing', sheet({ maxWheelBearingPlayMm: 0.01 })],
  [
    'the sheet wants other torques',
    sheet({ fasteners: fullSheet().fasteners.map((f) => ({ ...f, torqueNm: (f.torqueNm ?? 0) + 60 })) }),
  ],
  ['the reservoir’s MIN stands higher', ofCar({ reservoirMinMl: 270 })],
];

describe('before the signature', () => {
  it('a whole service may be signed', () => {
    expect(gateOf(unsigned)).toMatchObject({ canRelease: true, isReleased: false });
  });
  it.each(stricter)('%s: it may not', (_, change) => {
    expect(gateOf(change(unsigned)).canRelease).toBe(false);
  });
});

describe('after the signature', () => {
  it('the car is released', () => {
    expect(gateOf(logbookOf(signed))).toMatchObject({ isReleased: true, isReopened: false });
  });

  it.each(stricter)('%s: it stays released', (_, change) => {
    expect(gateOf(change(logbookOf(signed)))).toMatchObject({ isReleased: true, isReopened: false });
  });

  it('whatever is demanded in whatever order, it stays released', () => {
    const changes = [
      ...stricter.map(([, change]) => change),
      rotors({ discardThicknessMm: 31.9 }),
      rotors({ newThicknessMm: 40 }),
      shop({ demandedMarginC: 150, openBottleDays: 0, altitudeM: 4000, defaultPeakFluidTempC: 320 }),
      ofCar({ pressureCeilingKpa: 10, reservoirMaxMl: 3000 }),
    ];
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...changes), { maxLength: 8 }), (chosen) => {
        const logbook = chosen.reduce((l, change) => change(l), logbookOf(signed));
        expect(gateOf(logbook)).toMatchObject({ isReleased: true, isReopened: false });
      }),
      { numRuns: 40 },
    );
  });

  it.each([
    ['a pad under the limit', () => pads('FL', 1)],
    ['a crack', () => rotor('RR', 31, { crack: 'toEdge' })],
  ] as [string, () => Fact][])('%s that is read later reopens it', (_, later) => {
    expect(gateOf(logbookOf([...signed, later()]))).toMatchObject({ isReleased: false, isReopened: true });
  });

  describe('what has ended it', () => {
    const evening = '2026-05-04T19:00:00.000Z';
    const other = newId();
    const thin = { ...pads('FL', 1, { at: evening, recordedAt: evening }), by: other };
    const later = '2026-05-04T20:00:00.000Z';
    const correction = { ...pads('FL', 9), at: evening, recordedAt: later, replaces: thin.id, because: 'Misread.' };
    const withdrawal = {
      kind: 'withdrawal',
      id: newId(),
      at: later,
      recordedAt: later,
      by: correction.by,
      jobId: job.id,
      replaces: thin.id,
      because: 'Other car.',
    } as unknown as Fact;
    it.each([
      ['corrected', correction],
      ['withdrawn', withdrawal],
    ] as [string, Fact][])('%s, it stays ended: signing again is a new act', (_, over) => {
      const facts = [...signed, thin, over];
      const ended = { canRelease: true, isReleased: false, isReopened: true };
      expect(gateOf(logbookOf(facts))).toMatchObject(ended);
      expect(gateOf(logbookOf([...facts].reverse()))).toMatchObject(ended);
      const night = '2026-05-04T21:00:00.000Z';
      const again = { ...signature(limits), id: newId(), at: night, recordedAt: night } as Fact;
      expect(gateOf(logbookOf([...facts, again]))).toMatchObject({ isReleased: true, isReopened: false });
    });
    it('whoever signs again does so by the limits of now', () => {
      const now = shop({ padLimitMm: 11.9 })(logbookOf([...signed, thin, correction]));
      expect(gateOf(now)).toMatchObject({ canRelease: false, isReopened: true });
      expect(gateOf(now).stops.length).toBeGreaterThan(0);
    });
    it('what is written down later and says nothing worse ends nothing', () => {
      const fine = pads('FL', 9, { at: evening, recordedAt: evening });
      const nothing = { ...pads('FL', 9.1), at: evening, recordedAt: later, replaces: fine.id, because: 'Misread.' };
      expect(gateOf(logbookOf([...signed, fine, nothing]))).toMatchObject({ isReleased: true });
    });
    it('by the rules of before a correction brings it back', () => {
      const facts = [...wholeService(), signature({ ...limits, rules: 5 }), thin, correction];
      expect(gateOf(logbookOf(facts))).toMatchObject({ isReleased: true });
    });
  });

  it('a limit that was laxer then does not let pass what is read now under it', () => {
    // Signed where the shop wanted 3 mm; read at 2.5 mm since: out by the limits of the signature.
    expect(gateOf(shop({ padLimitMm: 1 })(logbookOf([...signed, pads('FL', 2.5)])))).toMatchObject({
      isReleased: false,
    });
  });
});

describe('limitsOf', () => {
  it('is stored with the signature as it is: the schema takes it, and changes nothing of it', () => {
    const stored = factSchema.parse(JSON.parse(JSON.stringify(signature(limits))));
    expect(stored).toMatchObject({ kind: 'carReleased', limits: JSON.parse(JSON.stringify(limits)) });
  });

  it('is the same whoever computes it, whenever, of the same shop', () => {
    expect(limitsOf(logbookOf(signed, records), job)).toEqual(limits);
    expect(limitsOf(logbookOf([...facts].reverse(), records), job)).toEqual(limits);
  });

  it('knows nothing of a job without a car', () => {
    expect(limitsOf(unsigned, { ...job, carId: newId() })).toBeNull();
  });
});

test('a set’s own pad limit counts as moved only as far as the sheet and the shop are no stricter', () => {
  const of = { carId: car.id, eventId: null };
  const set = makePadSet({ carId: car.id, axle: 'front' });
  const fitted = {
    ...facts.find((f) => f.kind === 'padMeasurement')!,
    id: newId(),
    kind: 'partsFitted',
    axle: 'front',
    padSetId: set.id,
    rotorPairId: null,
    changed: 'pads',
  } as unknown as Fact;
  const ofSets = (limitMm: number, sheetMm: number): number[] => {
    const logbook = sheet({ padLimitMm: { front: sheetMm, rear: sheetMm } })(
      logbookOf([...facts, fitted], { ...records, padSets: [{ ...set, limitMm }] }),
    );
    return limitFigures(logbook, of)
      .filter((f) => f.limit === 'padLimit' && f.subject === set.id)
      .map((f) => f.value);
  };
  expect(ofSets(6, 5).length).toBeGreaterThan(0);
  // From 4 to 3.5 mm under a sheet that says 5: nothing has moved.
  expect(ofSets(4, 5)).toEqual(ofSets(3.5, 5));
  expect(Math.min(...ofSets(6, 5))).toBe(6);
});
