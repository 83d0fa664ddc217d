/** Bedding on the screen: chosen and foreseen, held until everything is gone through, driven by taps, looked at, and what stays. */
import { act, waitFor } from '@testing-library/react';
import { type Fact, nothingKnown } from '@calvik/core';
import { BeddingScreen } from '../../../src/features/bedding/bedding-screen';
import { BeddingLookScreen } from '../../../src/features/bedding/look-screen';
import { PlanBeddingScreen } from '../../../src/features/bedding/plan-screen';
import { EditProcedureScreen, NewProcedureScreen } from '../../../src/features/bedding/procedure-form';
import { ProceduresScreen } from '../../../src/features/bedding/procedures-screen';
import { BeddingRunScreen } from '../../../src/features/bedding/run-screen';
import { beginDraft, dropDraft, readDraft, writeAll, writeLast } from '../../../src/state/bedding-draft';
import type * as Hands from '../../builders/hands';
import { freshHands, isThere, pick, place, press, router, saved, text, type } from '../../builders/hands';
import { facts, heatCar, heatRecords } from '../../builders/heat-scene';
import { car, crew, id, show } from '../../builders/scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);
freshHands();

/** So many days ago: after the parts were fitted, which is thirty. */
const ago = (days: number): string => new Date(Date.now() - days * 86_400_000).toISOString();
const released = {
  id: id(90),
  at: ago(20),
  recordedAt: ago(20),
  by: crew.id,
  kind: 'carReleased',
  carId: car.id,
  jobId: id(50),
} as unknown as Fact;
const RUN = id(91);
const program = {
  procedureId: id(92),
  procedureVersion: 2,
  name: 'Two by hand',
  author: 'shop' as const,
  source: '',
  compoundId: null,
  use: 'track' as const,
  isMachine: false,
  series: [{ fromKmh: 60, toKmh: 10, decelG: 0.6, count: 2, dragS: null, restS: 0 }],
  cooling: { minutes: 0.001, kmh: 40 },
  cycles: 1,
  places: ['closedCourse' as const],
  aimsAtC: null,
  notes: '',
};
const begun: Fact = {
  id: RUN,
  at: ago(10),
  recordedAt: ago(10),
  by: crew.id,
  kind: 'beddingBegun',
  carId: car.id,
  axles: ['front'],
  procedure: program,
  reason: '',
  place: 'closedCourse',
  airTempC: 15,
  hasTapedDucts: true,
  checks: [],
};
const driven: Fact = {
  ...begun,
  id: id(93),
  at: ago(9),
  kind: 'beddingDriven',
  runId: RUN,
  cycle: 1,
  speedFrom: 'tap',
  wanted: 2,
  applications: [],
  cooledS: 300,
  coolingWantedS: 300,
  hotStops: 1,
  fileId: null,
  endedBecause: '',
} as unknown as Fact;
const checks = [
  'Pedal firm',
  'Fluid at MAX, cap on',
  'Tyres: pressure and tread',
  'A passenger works the phone, not the driver',
  'Long sight, nobody behind, nobody ahead',
];

const open = (
  screen: React.ReactElement,
  more: Fact[] = [],
  params: object = {},
  records: object = heatRecords,
): void => {
  place.params = { id: car.id, ...params } as Record<string, string>;
  show(screen, [...facts, released, ...more], records);
};

test('a run is held until place, checklist and reason are there; then it begins with all of it', async () => {
  open(<PlanBeddingScreen />);
  expect(text()).toContain('What it will do on this car');
  expect(text()).toMatch(
    /applications are right for this car|This car wants \d+ applications|Stop at \d+, not|It never gets the faces/,
  );
  press('Open the run');
  expect(text()).toContain('Say where it is driven.');
  press('Place: Closed course', 'radio');
  press('Open the run');
  expect(text()).toContain('See what is still open above.');
  for (const check of checks) press(`Before: ${check}`, 'checkbox');
  press('Choose another');
  press('Road pads, hard slowings', 'menuitem');
  await act(async () => press('Open the run'));
  expect(saved('facts')).toEqual([]);
  type('Why this one', 'No track to be had');
  await act(async () => press('Open the run'));
  await waitFor(() =>
    expect(saved('facts')).toMatchObject([
      {
        kind: 'beddingBegun',
        place: 'closedCourse',
        reason: 'No track to be had',
        procedure: { procedureVersion: 0, name: 'Road pads, hard slowings' },
      },
    ]),
  );
  expect(router.replace).toHaveBeenCalledWith(`/cars/${car.id}/bedding/${String(saved('facts')[0]!.id)}`);
});

test('air that cannot be read is said, and the table stands behind the chart', () => {
  open(<PlanBeddingScreen />);
  type('Air', 'warm');
  expect(text()).toContain('The air temperature cannot be read');
  type('Air', '5');
  press('Stop by stop, as a table');
  expect(isThere('Rotor faces stop by stop', 'table')).toBe(true);
});

test('driven by taps: each counts, the rest is cooled, and the cycle is saved by itself', async () => {
  // Of a car that nobody has weighed the count does not follow the model.
  open(<BeddingRunScreen />, [begun], { run: RUN }, { ...heatRecords, cars: [{ ...heatCar, heat: nothingKnown }] });
  press('Speed: One tap for each application', 'radio');
  press('Begin cycle 1');
  expect(text()).toContain('0 / 2');
  await act(async () => press('Braked: count it'));
  expect(text()).toContain('1 / 2');
  expect(readDraft(RUN, 1)).toHaveLength(1);
  await act(async () => press('Braked: count it'));
  await waitFor(() =>
    expect(saved('facts')).toMatchObject([
      { kind: 'beddingDriven', runId: RUN, cycle: 1, wanted: 2, speedFrom: 'tap' },
    ]),
  );
  expect(readDraft(RUN, 1)).toEqual([]);
});

test('the count follows the model where the car is known: too few are more', async () => {
  open(<BeddingRunScreen />, [begun], { run: RUN });
  press('Speed: One tap for each application', 'radio');
  press('Begin cycle 1');
  await act(async () => press('Braked: count it'));
  await act(async () => press('Braked: count it'));
  await waitFor(() => expect(text()).toMatch(/(Two|Three|Four|Five|Six) more, by the model/));
  expect(text()).toMatch(/2 \/ [4-8]/);
});

test('what was driven before a reload is there again; ending early wants a reason', async () => {
  beginDraft(RUN, 1, { source: 'tap', startedAt: new Date().toISOString() });
  writeLast(RUN, 1, [{ seconds: 12, tap: true }]);
  open(<BeddingRunScreen />, [begun], { run: RUN });
  expect(text()).toContain('1 of 2 applications are counted, and kept on this phone.');
  press('Go on');
  press('End here');
  press('End the cycle');
  expect(text()).toContain('Say why it ends here.');
  press('Why: Traffic', 'checkbox');
  await act(async () => press('End the cycle'));
  await waitFor(() =>
    expect(saved('facts')).toMatchObject([{ endedBecause: 'Traffic', applications: [{ isTapped: true }] }]),
  );
});

test('a draft is written in blocks, and a late entry rewrites them', () => {
  const entries = Array.from({ length: 95 }, (_, i) => ({ seconds: i, kmh: i }));
  entries.forEach((_, i) => writeLast(RUN, 4, entries.slice(0, i + 1)));
  expect(readDraft(RUN, 4)).toEqual(entries);
  const all = [...entries, { seconds: 95, more: 2 }, { seconds: 96, enough: true as const }];
  writeAll(RUN, 4, all);
  expect(readDraft(RUN, 4)).toEqual(all);
  dropDraft(RUN, 4);
  expect(readDraft(RUN, 4)).toEqual([]);
});

test('the look: four faces, what they ask for, a milder decision only with a reason', async () => {
  open(<BeddingLookScreen />, [begun, driven], { run: RUN });
  press('Save the look');
  expect(text()).toContain('Say what each of the four faces looks like.');
  press('All four even blue-grey', 'checkbox');
  expect(text()).toContain('Accept: bedded: nothing speaks against it.');
  press('Open left front, inner face');
  press('left front, inner face: Even blue-grey', 'checkbox');
  press('left front, inner face: Pad outline', 'checkbox');
  expect(text()).toContain('Clean and bed again: pad outline. Stood still hot');
  press('Decision: Accept: bedded', 'radio');
  press('Save the look');
  expect(text()).toContain('The faces ask for more than that');
  type('Because', 'Faint, gone after two laps');
  await act(async () => press('Save the look'));
  await waitFor(() =>
    expect(saved('facts')).toMatchObject([
      { kind: 'beddingLook', axle: 'front', decision: 'accept', reason: 'Faint, gone after two laps' },
    ]),
  );
});

test('the car’s page: what is bedded, what was turned, what was driven on the road', async () => {
  open(<BeddingScreen />, [begun, driven]);
  expect(text()).toContain('Driven, not looked at');
  expect(isThere('Go on with the run')).toBe(true);
  type('Since the last entry', 'far');
  press('Add');
  expect(text()).toContain('Type the distance like 350 km or 220 mi.');
  type('Since the last entry', '100 mi');
  await act(async () => press('Add'));
  await waitFor(() => expect(saved('facts')).toMatchObject([{ kind: 'roadUse', km: 160.9 }]));
  press(/^Rotors R-001 were turned or cleaned/);
  await act(async () => press('Rotors R-001: Cleaned', 'radio'));
  await waitFor(() => expect(saved('facts')[1]).toMatchObject({ kind: 'rotorsRefaced', how: 'cleaned' }));
});

test('procedures: the schools are listed, edited as the shop’s own, copied, refused at the field', async () => {
  show(<ProceduresScreen />, facts, heatRecords);
  expect(text()).toContain('Off the car, on a machine');
  expect(text()).toMatch(/28 × 4 s dragged at 80 km\/h, 0\.4 g, 6 s held before each/);
});

test('a school that is edited is saved under its own id, in whatever units it was typed', async () => {
  place.params = { id: '01900000-0000-7000-8000-0000000be001' };
  show(<EditProcedureScreen />, facts, heatRecords);
  type('From', '60 mph');
  type('To', '55 mph');
  await act(async () => press('Save procedure'));
  await waitFor(() => expect(text()).toContain('An application ends slower than it begins'));
  type('To', '10');
  await act(async () => press('Save procedure'));
  await waitFor(() => expect(saved('procedures')).toHaveLength(1));
  const [body] = saved('procedures') as { id: string; series: { fromKmh: number; toKmh: number }[] }[];
  expect(body!.id).toBe('01900000-0000-7000-8000-0000000be001');
  expect(body!.series[0]!.fromKmh).toBeCloseTo(96.56, 1);
  expect(body!.series[0]!.toKmh).toBe(10);
});

test('a new one: dragged, on a machine, without a place', async () => {
  place.params = {};
  show(<NewProcedureScreen />, facts, heatRecords);
  type('Name', 'Own drag');
  pick('Whose it is', 'Rotor maker’s sheet');
  press('Add a series');
  press('Remove series 2');
  type('From', '80');
  type('To', '20');
  press('Place: Closed course', 'checkbox');
  await act(async () => press('Save procedure'));
  await waitFor(() => expect(text()).toContain('Say where it may be driven.'));
  press('Place: Private ground', 'checkbox');
  await act(async () => press('Save procedure'));
  await waitFor(() =>
    expect(saved('procedures')).toMatchObject([{ name: 'Own drag', author: 'rotorMaker', places: ['privateGround'] }]),
  );
});
