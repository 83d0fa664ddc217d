/** The counter on drives made by hand: what counts, what is wrong with it, and that neither order nor repetition changes anything. */
import fc from 'fast-check';
import { shippedProcedures } from '../../src/model';
import {
  type CounterState,
  type RunEntry,
  type SpeedSample,
  applicationsOf,
  beginCount,
  countRun,
  promptOf,
  takeEntry,
  timePassed,
} from '../../src/bedding/driving';

const HZ = 10;
/** Speed that goes in straight lines from one corner to the next: [seconds, km/h], … */
function drive(corners: readonly (readonly [number, number])[], hz = HZ): SpeedSample[] {
  const samples: SpeedSample[] = [];
  const end = corners.at(-1)![0];
  for (let i = 0; i <= end * hz; i++) {
    const s = i / hz;
    const k = corners.findIndex(([t]) => t >= s);
    const [t2, v2] = corners[Math.max(0, k)]!;
    const [t1, v1] = corners[Math.max(0, k - 1)]!;
    samples.push({ seconds: s, kmh: t2 === t1 ? v2 : v1 + ((v2 - v1) * (s - t1)) / (t2 - t1) });
  }
  return samples;
}
const roadPad = (count = 3) => ({
  series: [{ fromKmh: 100, toKmh: 10, decelG: 0.8, count, dragS: null, restS: 0 }],
  cooling: { minutes: 1, kmh: 70 },
});
/** 100 to 10 km/h at 0.8 g takes 3.19 s: 90 km/h over 28.2 km/h a second, by hand. */
const STOP_S = 90 / (0.8 * 9.80665 * 3.6);
const oneStop = (fromS: number, fromKmh = 100, toKmh = 10, seconds = STOP_S): [number, number][] => [
  [fromS, fromKmh],
  [fromS + seconds, toKmh],
  [fromS + seconds + 12, 100],
];
const judged = (s: CounterState): [boolean, string][] => s.applications.map((a) => [a.isCounted, a.faults.join()]);

test('three good ones, then a minute without brakes', () => {
  const entries = drive([
    [0, 0],
    [14, 100],
    ...oneStop(15),
    ...oneStop(31),
    [47, 100],
    [47 + STOP_S, 10],
    [58, 70],
    [120, 70],
  ]);
  const state = countRun(roadPad(), entries);
  expect(judged(state)).toEqual([
    [true, ''],
    [true, ''],
    [true, ''],
  ]);
  const [first] = state.applications;
  expect(Math.abs(first!.fromKmh - 100)).toBeLessThan(1.5);
  expect(Math.abs(first!.toKmh - 10)).toBeLessThan(1.5);
  expect(first!.decelG).toBeCloseTo(0.8, 1);
  expect(state.phase).toBe('cooled');
});

const stops: [name: string, corners: [number, number][], verdict: [boolean, string]][] = [
  ['entered slow', oneStop(15, 85, 10, 2.65), [true, 'enteredSlow']],
  ['let go early', oneStop(15, 100, 45, 1.95), [true, 'letGoEarly']],
  ['too gentle', oneStop(15, 100, 10, 7), [true, 'tooGentle']],
  ['into ABS', oneStop(15, 100, 10, 2.1), [true, 'intoAbs']],
];
test.each(stops)('%s', (_name, corners, verdict) => {
  const state = countRun(roadPad(), drive([[0, 0], [12, corners[0]![1]], ...corners, [40, 100]]));
  expect(judged(state)[0]).toEqual(verdict);
});

test('half of the work does not count, a slowing for a bend is not one at all', () => {
  expect(judged(countRun(roadPad(), drive([[0, 0], [14, 100], ...oneStop(15, 100, 70, 1.1), [40, 100]])))).toEqual([
    [false, 'letGoEarly'],
  ]);
  expect(
    judged(
      countRun(
        roadPad(),
        drive([
          [0, 0],
          [14, 100],
          [16, 100],
          [18, 86],
          [24, 100],
          [40, 100],
        ]),
      ),
    ),
  ).toEqual([]);
});

test('a full stop on hot pads is said at once, and rolling on ends it', () => {
  const entries = drive([
    [0, 0],
    [14, 100],
    [15, 100],
    [18.6, 0],
    [24, 0],
    [38, 100],
    [40, 100],
  ]);
  const at = (s: number): CounterState =>
    countRun(
      roadPad(),
      entries.filter((e) => e.seconds <= s),
    );
  expect(promptOf(at(17)).code).toBe('brake');
  expect(promptOf(at(20)).code).toBe('rollOn');
  expect(judged(at(20))).toEqual([[true, 'fullStop']]);
  expect(promptOf(at(26)).code).toBe('gather');
  expect(at(40).hotStops).toBe(1);
});

test('a car that stands before it sets off has not stopped on hot pads', () => {
  const state = countRun(
    roadPad(),
    drive([
      [0, 0],
      [30, 0],
      [44, 100],
      [45, 100],
    ]),
  );
  expect(state.hotStops).toBe(0);
  expect(
    promptOf(
      countRun(
        roadPad(),
        drive([
          [0, 0],
          [30, 0],
        ]),
      ),
    ),
  ).toEqual({ code: 'setOff', toKmh: 100 });
});

test('waiting too long is said of the application that comes late', () => {
  const state = countRun(
    roadPad(),
    drive([[0, 0], [14, 100], ...oneStop(15), [90, 100], [90 + STOP_S, 10], [110, 100]]),
  );
  expect(judged(state)).toEqual([
    [true, ''],
    [true, 'waitedTooLong'],
  ]);
});

test('what is to be done: hold, brake, let go, cool', () => {
  const graded = { series: [{ ...roadPad().series[0]!, restS: 6, count: 2 }], cooling: { minutes: 1, kmh: 70 } };
  const entries = drive([[0, 0], [14, 100], ...oneStop(15), [60, 100]]);
  const codeAt = (s: number): string =>
    promptOf(
      countRun(
        graded,
        entries.filter((e) => e.seconds <= s),
      ),
    ).code;
  expect([codeAt(5), codeAt(14.5), codeAt(16.5), codeAt(18), codeAt(24), codeAt(32), codeAt(40)]).toEqual([
    'gather',
    'brake',
    'brake',
    'letGo',
    'gather',
    'hold',
    'brake',
  ]);
});

test('a drag is counted by the clock while the speed holds, and begins anew where it does not', () => {
  const drag = {
    series: [{ fromKmh: 80, toKmh: 80, decelG: 0.4, count: 3, dragS: 4, restS: 6 }],
    cooling: { minutes: 1, kmh: 60 },
  };
  const held = countRun(
    drag,
    drive([
      [0, 0],
      [10, 80],
      [45, 80],
    ]),
  );
  expect(held.counted).toBe(3);
  const left = countRun(
    drag,
    drive([
      [0, 0],
      [10, 80],
      [17, 80],
      [20, 50],
      [24, 80],
      [31, 80],
    ]),
  );
  expect(left.counted).toBe(0);
});

test('taps count where there is no speed; more and enough change the count', () => {
  const tap = (seconds: number): RunEntry => ({ seconds, tap: true });
  const state = countRun(roadPad(), [tap(20), tap(36), { seconds: 36.5, more: 1 }, tap(52), tap(68)]);
  expect(state.applications.every((a) => a.isTapped && a.isCounted)).toBe(true);
  expect([state.counted, state.wanted.length, state.phase]).toEqual([4, 4, 'cooling']);
  expect(timePassed(state, 68 + 61).phase).toBe('cooled');
  const enough = countRun(roadPad(), [tap(20), { seconds: 21, enough: true }]);
  expect([enough.counted, enough.wanted.length, enough.phase]).toEqual([1, 1, 'cooling']);
});

test('braking while it cools is noticed', () => {
  const state = countRun(
    roadPad(1),
    drive([
      [0, 0],
      [14, 100],
      [15, 100],
      [15 + STOP_S, 10],
      [26, 70],
      [40, 70],
      [42, 30],
      [48, 70],
      [70, 70],
    ]),
  );
  expect(state.brakedWhileCooling).toBe(1);
  expect(state.counted).toBe(1);
});

const good = drive([[0, 0], [14, 100], ...oneStop(15), ...oneStop(31), ...oneStop(47), [100, 70]], 5);
test('property: order and repetitions of samples change nothing', () => {
  const program = roadPad();
  const plain = countRun(program, good);
  fc.assert(
    fc.property(fc.array(fc.nat(good.length - 1), { maxLength: 60 }), fc.integer(), (again, seed) => {
      const all = [...good, ...again.map((i) => good[i]!)];
      // A shuffle by a key of its own for each place.
      const shuffled = all
        .map((e, i) => ({ e, key: Math.sin(seed + i * 12.9898) }))
        .sort((a, b) => a.key - b.key)
        .map(({ e }) => e);
      expect(countRun(program, shuffled)).toEqual(plain);
    }),
    { numRuns: 40 },
  );
});

test('property: whatever speeds come, the count goes up by one at most, never down, and never beyond what is wanted', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...shippedProcedures.filter((p) => !p.isMachine)),
      fc.array(fc.double({ min: 0, max: 200, noNaN: true }), { maxLength: 300 }),
      fc.constantFrom(0.2, 1),
      (procedure, speeds, step) => {
        let state = beginCount(procedure);
        speeds.forEach((kmh, i) => {
          const next = takeEntry(state, { seconds: i * step, kmh });
          expect(next.counted - state.counted).toBeGreaterThanOrEqual(0);
          expect(next.counted - state.counted).toBeLessThanOrEqual(1);
          expect(next.counted).toBeLessThanOrEqual(applicationsOf(procedure.series).length);
          expect(next.applications.filter((a) => a.isCounted).length).toBe(next.counted);
          promptOf(next);
          state = next;
        });
      },
    ),
    { numRuns: 120 },
  );
});

/** 100 km/h to a standstill, a while there, and away again. */
const toStandstill = (hz: number): SpeedSample[] =>
  drive(
    [
      [0, 0],
      [14, 100],
      [15, 100],
      [18.54, 0],
      [30, 0],
      [45, 100],
    ],
    hz,
  );

test('property: a sample of noise anywhere in the standing changes nothing: it is a full stop, and one', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(1, 2, 5, 10),
      fc.double({ min: 0, max: 1, noNaN: true }),
      fc.double({ min: 3, max: 8.9, noNaN: true }),
      (hz, share, kmh) => {
        const plain = toStandstill(hz);
        const still = plain.flatMap((p, i) => (p.kmh === 0 && p.seconds > 1 ? [i] : []));
        const at = still[1 + Math.floor(share * (still.length - 2))]!;
        const state = countRun(
          roadPad(),
          plain.map((p, i) => (i === at ? { ...p, kmh } : p)),
        );
        expect(state.applications.map((a) => a.faults.includes('fullStop'))).toEqual([true]);
        expect(state.hotStops).toBe(1);
      },
    ),
  );
});

test('a roll down to walking pace and away again is no full stop', () => {
  for (const hz of [1, 2, 10]) {
    const state = countRun(
      roadPad(),
      drive(
        [
          [0, 0],
          [14, 100],
          [15, 100],
          [18.47, 2],
          [18.9, 2],
          [33, 100],
          [40, 100],
        ],
        hz,
      ),
    );
    expect(state.applications.map((a) => a.faults.includes('fullStop'))).toEqual([false]);
  }
});

test('a procedure that says 10 s between its applications is late after 34, and in time after 20; one that says nothing gives longer', () => {
  const waiting = (waitS: number, restS: number): string[] => {
    const away = 15 + STOP_S;
    const series = [{ ...roadPad().series[0]!, fromKmh: 100, toKmh: 60, restS }];
    const entries = drive([
      [0, 0],
      [14, 100],
      [15, 100],
      [15 + (STOP_S * 4) / 9, 60],
      [away + 5, 100],
      [away + waitS, 100],
      [away + waitS + (STOP_S * 4) / 9, 60],
      [away + waitS + 12, 100],
    ]);
    return countRun({ ...roadPad(), series }, entries).applications[1]!.faults;
  };
  expect(waiting(34, 10)).toContain('waitedTooLong');
  expect(waiting(20, 10)).not.toContain('waitedTooLong');
  expect(waiting(28, 0)).not.toContain('waitedTooLong');
});
