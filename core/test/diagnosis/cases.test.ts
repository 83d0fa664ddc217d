import fc from 'fast-check';
import { type Corner, type DiagnosisClosed, type Fact, type Sign, causes, corners } from '../../src/model';
import {
  casesOfShop,
  checkTable,
  diagnosesOf,
  findDiagnosis,
  judgeDiagnosis,
  ownCases,
  signsOnRecord,
} from '../../src/diagnosis';
import { newId } from '../builders/book';
import {
  allChecks,
  allHot,
  atEvent,
  check,
  clock,
  fact,
  gauge,
  level,
  session,
  sessionOf,
  trackBook,
  trackCar,
} from '../builders/track-book';

const TODAY = '2026-06-13';
const first = session('09:00', '09:20');
const signs = (...facts: Fact[]): [Sign, Corner | null][] => {
  const book = trackBook([first, ...facts]);
  return signsOnRecord(book, trackCar, sessionOf(book, first), TODAY).map((f) => [f.sign, f.corner]);
};
/** What stands on record before anybody looks: the flush of some days before. */
const before: [Sign, Corner | null][] = [['workedOnLately', null]];

const rotorAt = (corner: Corner, over: object): Fact =>
  fact('08:00', {
    kind: 'rotorMeasurement',
    jobId: atEvent.id,
    corner,
    rotorPairId: null,
    thicknessesMm: [31, 31],
    runoutMm: 0.03,
    lipMm: 0,
    massKg: null,
    crack: 'none',
    crackLengthMm: null,
    wearMarksGone: false,
    transferLayer: 'even',
    isSeen: true,
    instrument: 'byHand',
    ...over,
  });

describe('signsOnRecord', () => {
  it('finds nothing where nothing was read but that the fluid was changed lately', () => {
    expect(signs()).toEqual(before);
    expect(signs(...allChecks('09:30', first))).toEqual(before);
  });

  it.each([
    ['toEdge', null, true],
    ['joinsHoles', null, true],
    ['crack', 14, true],
    ['crack', 4, true],
    ['crazing', null, false],
    ['none', null, false],
  ] as const)('a rotor measured with "%s" (%s mm) is a cracked face: %s', (crack, crackLengthMm, isSign) => {
    expect(signs(rotorAt('RL', { crack, crackLengthMm }))).toEqual([
      ...(isSign ? [['faceCracked', 'RL']] : []),
      ...before,
    ]);
  });

  it('takes a rotor that runs out over its limit, at its corner', () => {
    expect(signs(rotorAt('FR', { runoutMm: 0.15 }))).toContainEqual(['runoutHigh', 'FR']);
    expect(signs(rotorAt('FR', { runoutMm: 0.04 }))).toEqual(before);
  });

  it.each([
    [6, 8.5, 'innerPadThinner'],
    [8.5, 6, 'outerPadThinner'],
  ] as const)('pads of %s and %s mm: %s, as the measuring step says it', (inner, outer, sign) => {
    expect(signs(gauge('08:00', 'FL', inner, outer))).toContainEqual([sign, 'FL']);
    expect(signs(gauge('08:00', 'FL', inner, inner))).toEqual(before);
  });

  it('a pad under its limit is thin, also where nobody knows how thick it was new', () => {
    expect(signs(gauge('08:00', 'RR', 2, 2))).toContainEqual(['padsThin', 'RR']);
  });

  it('takes what the look found: where it drips, what the faces show; grease from a hub is no leak', () => {
    const seen = (...faults: Parameters<typeof check>[3] & object) => signs(check('09:30', first, 'leaks', faults));
    expect(seen(['dripping', 'RL'])).toContainEqual(['leakSeen', 'RL']);
    expect(signs(check('09:30', first, 'wheelInside', [['greaseInWheel', 'FL']]))).toEqual(before);
    expect(signs(check('09:30', first, 'wheelInside', [['fluidInWheel', 'FL']]))).toContainEqual(['leakSeen', 'FL']);
    expect(signs(check('09:30', first, 'faces', [['faceSmeared', 'FR']]))).toContainEqual(['faceBlotched', 'FR']);
    expect(signs(check('09:30', first, 'faces', [['crack', 'FR']]))).toContainEqual(['faceCracked', 'FR']);
    expect(signs(check('09:30', first, 'faces', [['crazing', 'FR']]))).toEqual(before);
    // The last answer holds.
    expect(signs(check('09:30', first, 'leaks', [['dripping', 'RL']]), check('09:40', first, 'leaks'))).toEqual(before);
  });

  it('takes one corner that is far hotter than the other three', () => {
    const even = { FL: 250, FR: 245, RL: 190, RR: 195 };
    expect(signs(...allHot('09:25', first, even))).toEqual(before);
    expect(signs(...allHot('09:25', first, { ...even, RL: 420 }))).toContainEqual(['cornerHot', 'RL']);
  });

  it('takes a level that fell by more than the pads have worn', () => {
    const known = fact('08:30', {
      kind: 'levelRead',
      sessionId: newId(),
      levelMl: 240,
      toppedUpMl: 0,
    });
    expect(signs(known, level('09:30', first, 170))).toContainEqual(['levelDown', null]);
    expect(signs(known, level('09:30', first, 239)).map(([sign]) => sign)).not.toContain('levelDown');
  });

  it('work of three weeks ago may have left something, work of a month ago has not', () => {
    const fitted = (at: string, changed: string): Fact => ({
      ...fact('08:00', { kind: 'partsFitted', axle: 'front', padSetId: null, rotorPairId: null, changed }),
      at,
      jobId: atEvent.id,
    });
    const late = '2026-07-13';
    const worked = (...facts: Fact[]) =>
      signsOnRecord(trackBook(facts), trackCar, null, late).some((f) => f.sign === 'workedOnLately');
    expect(worked()).toBe(false);
    expect(worked(fitted('2026-06-20T10:00:00.000Z', 'pads'))).toBe(false);
    expect(worked(fitted('2026-06-23T10:00:00.000Z', 'pads'))).toBe(true);
    // A label written down is no work on the brakes; nor is what comes after the day.
    expect(worked(fitted('2026-07-10T10:00:00.000Z', 'none'))).toBe(false);
    expect(worked(fitted('2026-07-14T10:00:00.000Z', 'pads'))).toBe(false);
  });

  it('names each sign once, whatever is read how often', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            corner: fc.constantFrom(...corners),
            inner: fc.double({ min: 0.5, max: 14, noNaN: true }),
            outer: fc.double({ min: 0.5, max: 14, noNaN: true }),
          }),
          { maxLength: 12 },
        ),
        (readings) => {
          const found = signs(...readings.map((r) => gauge('08:00', r.corner, r.inner, r.outer)));
          const names = found.map(([sign]) => sign);
          expect(new Set(names).size).toBe(names.length);
        },
      ),
      { numRuns: 50 },
    );
  });
});

const closed = (time: string, diagnosisId: string, cause: DiagnosisClosed['cause'], isConfirmed = true) =>
  fact(time, { kind: 'diagnosisClosed', diagnosisId, cause, isConfirmed, words: '' }) as DiagnosisClosed;

describe('casesOfShop', () => {
  it('counts what was found with one’s own eyes, each diagnosis by its last word', () => {
    const [a, b, c] = [newId(), newId(), newId()];
    const book = trackBook([
      closed('09:00', a, 'leak'),
      closed('10:00', a, 'padWear'),
      closed('11:00', b, 'padWear'),
      closed('12:00', c, 'leak', false),
    ]);
    expect(casesOfShop(book)).toEqual({ counts: { padWear: 2 }, total: 2, since: null });
  });

  it('counts anew since its cases were set aside', () => {
    const book = trackBook([
      closed('09:00', newId(), 'leak'),
      fact('10:00', { kind: 'caseWeightsReset', carId: undefined }),
      closed('11:00', newId(), 'padWear'),
    ]);
    expect(casesOfShop(book)).toEqual({ counts: { padWear: 1 }, total: 1, since: clock('10:00') });
  });

  it('adds up to its total, whatever was closed', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.constantFrom(...causes), fc.boolean()), { maxLength: 40 }), (all) => {
        const { counts, total } = ownCases(all.map(([cause, sure]) => closed('09:00', newId(), cause, sure)));
        expect(total).toBe(all.filter(([, sure]) => sure).length);
        expect(Object.values(counts).reduce((a, b) => a + b, 0)).toBe(total);
      }),
    );
  });
});

describe('judgeDiagnosis', () => {
  const opened = fact('09:30', {
    kind: 'diagnosisOpened',
    sessionId: first.id,
    signs: ['leakSeen', 'softFromCold'],
    corner: null,
  }) as Extract<Fact, { kind: 'diagnosisOpened' }>;
  const means = { hasLift: false, people: 2, wheelsAreOff: false } as const;
  const judge = (...facts: Fact[]) => judgeDiagnosis(trackBook([first, opened, ...facts]), trackCar, opened, means);
  const checked = (time: string, outcome: string, minutes: number | null, diagnosisId = opened.id) =>
    fact(time, { kind: 'diagnosisChecked', diagnosisId, check: 'holdPedal', outcome, minutes });

  it('does not find again what was said', () => {
    const d = judge(check('09:25', first, 'leaks', [['dripping', 'RL']]));
    expect(d.said).toEqual(['leakSeen', 'softFromCold']);
    expect(d.found.map((f) => f.sign)).not.toContain('leakSeen');
    expect(d.evidence.filter((e) => 'sign' in e && e.sign === 'leakSeen')).toHaveLength(1);
  });

  it('adds up its own minutes, by the clock where somebody noted them and by the usual time where not', () => {
    const d = judge(
      checked('09:40', 'holds', 7),
      checked('09:50', 'sinks', null),
      checked('09:55', 'holds', 90, newId()),
    );
    expect(d.checked).toHaveLength(2);
    expect(d.minutes).toBe(7 + checkTable.holdPedal.minutes);
  });

  it('stands by its last word and its last referral', () => {
    expect(judge()).toMatchObject({ closed: null, referral: null });
    const last = closed('11:00', opened.id, 'padWear');
    expect(judge(closed('10:00', opened.id, 'leak'), last, closed('12:00', newId(), 'leak')).closed).toEqual(last);
  });

  it('is found by its car, the newest first', () => {
    const later = fact('12:00', { kind: 'diagnosisOpened', sessionId: null, signs: [], corner: null });
    const book = trackBook([first, opened, later]);
    expect(diagnosesOf(book, trackCar.id).map((d) => d.id)).toEqual([later.id, opened.id]);
    expect(findDiagnosis(book, trackCar.id, opened.id)).toEqual(opened);
    expect(findDiagnosis(book, trackCar.id, newId())).toBeNull();
    expect(findDiagnosis(book, newId(), opened.id)).toBeNull();
  });
});
