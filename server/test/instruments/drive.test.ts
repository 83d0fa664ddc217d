/** The counter against simulated drives whose truth is known: every school that is driven, a procedure in mixed units, phones of 1, 5 and 10 samples a second. */
import { type ApplicationFault, type Procedure, shippedProcedures } from '@calvik/core';
import { applicationsOf, beginCount, countRun, takeEntry } from '@calvik/core/bedding/driving';
import { openTrace, traceCsv, traceIn } from '@calvik/core/traces';
import { count } from '../../../core/test/builders/budget';
import { simulateDrive } from '../../src/instruments/drive';

const schools: readonly Procedure[] = [
  ...shippedProcedures.filter((p) => !p.isMachine),
  // From 60 mph to 10 km/h: people mix units.
  {
    ...shippedProcedures[0]!,
    name: 'Mixed units',
    series: [{ fromKmh: 60 * 1.609344, toKmh: 10, decelG: 0.7, count: 8, dragS: null, restS: 0 }],
  },
];
const RATES_HZ = [1, 5, 10];
const DRIVES = count(200, 1000);
const habits = { noiseKmh: 0.8, faultShare: 0.15, dropOutsPerMin: 0.3, bendShare: 0.15 };

/** A school with a minute of cooling: what is counted before it is what the test is about. */
const short = (p: Procedure) => ({ series: p.series, cooling: { ...p.cooling, minutes: 1 } });

test(`${DRIVES} drives: the count is exact in 99 % of them, faults are named rightly in 95 %`, () => {
  const wrong: string[] = [];
  let [applications, named] = [0, 0];
  for (let i = 0; i < DRIVES; i++) {
    const school = schools[i % schools.length]!;
    const hz = RATES_HZ[Math.floor(i / schools.length) % RATES_HZ.length]!;
    const program = short(school);
    const { samples, truth } = simulateDrive(
      { wanted: applicationsOf(program.series), cooling: program.cooling },
      { ...habits, seed: `run ${i}`, hz },
    );
    const state = countRun(program, samples);
    const wanted = truth.filter((t) => t.isCounted).length;
    if (state.counted !== wanted || state.phase === 'gathering') wrong.push(`${school.name} at ${hz} Hz, drive ${i}`);
    truth.forEach((t, j) => {
      applications += 1;
      const said = state.applications[j]?.faults.join() ?? 'nothing';
      if (said === (t.fault ?? '')) named += 1;
    });
  }
  expect(wrong.length / DRIVES).toBeLessThanOrEqual(0.01);
  expect(named / applications).toBeGreaterThanOrEqual(0.95);
});

test('slowing for bends alone is never an application', () => {
  for (const [i, school] of schools.filter((s) => s.series[0]!.dragS === null).entries()) {
    const program = short(school);
    const wanted = applicationsOf(program.series);
    const plain = { seed: `bends ${i}`, hz: 5, noiseKmh: 0.8, faultShare: 0, dropOutsPerMin: 0 };
    const { samples } = simulateDrive({ wanted, cooling: program.cooling }, { ...plain, bendShare: 1 });
    const state = countRun(program, samples);
    // Before each application a bend: none of them is counted, none is even taken for a bad one.
    expect([school.name, state.applications.length]).toEqual([school.name, wanted.length]);
  }
});

test('the same live, after a reload in the middle, and out of the file that it is saved as', () => {
  const school = short(schools[0]!);
  const { samples } = simulateDrive(
    { wanted: applicationsOf(school.series), cooling: school.cooling },
    { ...habits, seed: 'twice', hz: 10 },
  );
  const live = samples.reduce(takeEntry, beginCount(school));
  const half = Math.floor(samples.length / 2);
  const stored = JSON.parse(JSON.stringify(samples.slice(0, half))) as typeof samples;
  const reloaded = samples.slice(half).reduce(takeEntry, countRun(school, stored));
  expect(reloaded).toEqual(live);
  const opened = openTrace(traceCsv(samples.map((s) => ({ seconds: s.seconds, speedMPerS: s.kmh / 3.6 }))));
  const read = opened.ok ? traceIn(opened.file, opened.file.format === 'csv' ? opened.file.guess : null) : null;
  if (!read?.ok) throw new Error('The file cannot be read.');
  const first = samples[0]!.seconds;
  // A file begins at nought.
  const fromFile = countRun(
    school,
    read.points.map((p) => ({
      seconds: Math.round((p.seconds + first) * 1000) / 1000,
      kmh: Math.round(p.speedMPerS * 360) / 100,
    })),
  );
  expect(fromFile.applications).toEqual(live.applications);
  expect(fromFile.counted).toBe(live.counted);
});

test('what the driver is told to do wrong is what he does', () => {
  const school = short(schools[0]!);
  const told: (ApplicationFault | null)[] = [
    null,
    'fullStop',
    'tooGentle',
    null,
    null,
    null,
    null,
    null,
    null,
    null,
    null,
    null,
  ];
  const { samples } = simulateDrive(
    { wanted: applicationsOf(school.series), cooling: school.cooling },
    { ...habits, bendShare: 0, dropOutsPerMin: 0, seed: 'told', hz: 10, told },
  );
  const state = countRun(school, samples);
  expect(state.applications.map((a) => a.faults.join()).slice(0, 4)).toEqual(['', 'fullStop', 'tooGentle', '']);
  expect(state.hotStops).toBe(1);
});
