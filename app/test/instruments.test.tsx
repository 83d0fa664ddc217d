/** Steps that listen to an instrument or a sheet: caliper, wrench, tester; and the figure that nobody has. */
import { act, screen, waitFor } from '@testing-library/react';
import { type BrakeSheet, type Fact } from '@calvik/core';
import { TesterPanel } from '../src/features/fluid/tester-panel';
import { StepScreen } from '../src/features/service/step-screen';
import { car, flush, id, show } from './scene';
import { at, intake, job, lead, pads, pair, records, sheet } from './service-scene';
import type * as Hands from './hands';
import { answers, freshHands, isThere, saved, place, press, sent, text, type } from './hands';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('./hands').expoRouter);
freshHands();

/** The wire from the bench: what an instrument says is what a test lets it say. */
class Wire extends EventTarget {
  static last: Wire;
  onerror: (() => void) | null = null;
  closed = false;
  constructor(readonly url: string) {
    super();
    Wire.last = this;
  }
  close(): void {
    this.closed = true;
  }
  say(kind: string, data: object): void {
    act(() => void this.dispatchEvent(new MessageEvent(kind, { data: JSON.stringify(data) })));
  }
}
beforeEach(() => {
  (globalThis as { EventSource: unknown }).EventSource = Wire;
});

const fitted: Fact = {
  ...at(6),
  kind: 'partsFitted',
  axle: 'front',
  padSetId: null,
  rotorPairId: pair.id,
  changed: 'none',
} as Fact;
const step = (key: string, facts: Fact[] = [], more: object = {}) => {
  place.params = { job: job.id, step: key };
  return show(<StepScreen />, [flush(60, 20), ...intake, ...facts], { ...records, ...more });
};
const pressing = (name: string | RegExp, role?: string): Promise<void> => act(async () => press(name, role));

describe('measuring a rotor', () => {
  beforeEach(() => {
    answers['/api/bench/calipers'] = { id: 'c1' };
  });

  test('the caliper goes from point to point; only a reading at rest is taken', async () => {
    step('rotor.FL', [fitted]);
    await pressing('Use the digital caliper');
    expect(sent.at(-1)).toMatchObject({
      path: '/api/bench/calipers',
      body: { carId: car.id, corner: 'FL', target: 'rotor' },
    });
    Wire.last.say('sample', { sample: { mm: 31.4, isSteady: false } });
    expect(screen.getByTestId('caliper').textContent).toMatch(/31\.40/);
    press('Closing …');
    expect((screen.getByLabelText('1', { selector: 'input' }) as HTMLInputElement).value).toBe('');
    Wire.last.say('sample', { sample: { mm: 31.287, isSteady: true } });
    await pressing('Take it');
    await waitFor(() => expect(text()).toContain('Caliper on: point 2'));
    Wire.last.say('sample', { sample: { mm: 31.301, isSteady: true } });
    await pressing('Take it');
    press('Cracks: No cracks', 'radio');
    press('Transfer layer: Even, blue-grey', 'radio');
    await pressing('Save and go on');
    await waitFor(() =>
      expect(saved('facts')).toMatchObject([
        // Every digit of the instrument is kept.
        {
          kind: 'rotorMeasurement',
          thicknessesMm: [31.287, 31.301],
          instrument: 'simulatedCaliper',
          rotorPairId: pair.id,
        },
      ]),
    );
  });

  test('a caliper that falls silent says so, and the keypad is there', async () => {
    step('rotor.FL', [fitted]);
    await pressing('Use the digital caliper');
    act(() => Wire.last.onerror?.());
    expect(text()).toContain('The instrument does not answer. Type the figure.');
    expect(isThere('Use the digital caliper')).toBe(true);
    expect(Wire.last.closed).toBe(true);
  });

  test('under the discard figure it is a stop while somebody types; cracks and transfer layer are asked for', async () => {
    step('rotor.FL', [fitted]);
    await pressing('Save and go on');
    expect(text()).toContain('Measure at one point at least; eight are usual.');
    type('1', '29.95');
    expect(screen.getByTestId('live-verdict').textContent).toMatch(/29\.95.*30\.00/);
    await pressing('Save and go on');
    expect(text()).toContain('Say what cracks there are, or none.');
    press('Cracks: A crack', 'radio');
    await pressing('Save and go on');
    expect(text()).toContain('Type how long the crack is.');
    press('Crack length: 12 mm', 'radio');
    await pressing('Save and go on');
    expect(text()).toContain('Say how the transfer layer looks.');
    expect(saved()).toEqual([]);
  });

  test('weight is a check on thickness: when they disagree, measure again', () => {
    const heavy = { ...pair, newMassKg: 10 };
    step('rotor.FL', [fitted], { rotorPairs: [heavy] });
    type('1', '31.2');
    press(/^Weight: /);
    // By geometry 0.8 mm off this swept band weigh about 274 g; the scales say nothing has gone.
    type('Weight', '10.0');
    expect(text()).toMatch(/Scales say .* the micrometer .*: measure again/);
  });
});

describe('torque', () => {
  const without = (group: string): BrakeSheet => ({
    ...sheet,
    fasteners: sheet.fasteners.map((f) => (f.group === group ? { ...f, torqueNm: null, source: '' } : f)),
  });

  test('a missing figure is found, and says where it stands, before anything is tightened', async () => {
    step('wheels', [], { brakeSheets: [without('wheel')] });
    expect(screen.getByTestId('find-figure').textContent).toContain('“About right” is not a figure');
    type('Figure', 'tight');
    await pressing('Put it on the sheet');
    expect(text()).toContain('Type the figure, for example 28 N·m or 21 lbft.');
    type('Figure', '80 lbft');
    await pressing('Put it on the sheet');
    expect(text()).toContain('Say where the figure stands: sheet and page.');
    type('Where it stands', 'Manual, 4-12');
    await pressing('Put it on the sheet');
    await waitFor(() => expect(saved('brakeSheets')).toHaveLength(1));
    const found = (saved('brakeSheets')[0] as unknown as BrakeSheet).fasteners.find((f) => f.key === 'frontWheel')!;
    expect(found.source).toBe('Manual, 4-12');
    // 1 lbf·ft is 1.355 817 948 N·m: NIST SP 811.
    expect(found.torqueNm).toBeCloseTo(80 * 1.355817948, 6);
    expect(screen.queryByTestId('find-figure')).toBeNull();
  });

  test('the wrench clicks in; a turn is kept with wrench and calibration', async () => {
    answers['/api/bench/wrenches'] = { id: 'w1' };
    step('wheels');
    await pressing('Listen to the wrench');
    expect(sent.at(-1)).toMatchObject({ path: '/api/bench/wrenches', body: { settingNm: 100, count: 5 } });
    for (const torqueNm of [99.4, 100.2, 101, 99.8, 100.6]) Wire.last.say('sample', { sample: { torqueNm } });
    expect(screen.getByTestId('clicks').getAttribute('aria-label')).toBe('Clicks: 5 of 5');
    await pressing(/^Save front wheel nuts/);
    expect(text()).toContain('Say which wrench it was.');
    type('Wrench', 'W-2');
    type('Calibrated on', 'in March');
    await pressing(/^Save front wheel nuts/);
    expect(text()).toContain('Give the calibration date as year-month-day.');
    type('Calibrated on', '2026-03-01');
    await pressing(/^Save front wheel nuts/);
    await waitFor(() =>
      expect(saved('facts')).toMatchObject([
        {
          kind: 'torqueSet',
          readingsNm: [99.4, 100.2, 101, 99.8, 100.6],
          wrench: 'W-2',
          calibratedOn: '2026-03-01',
          instrument: 'simulatedWrench',
        },
      ]),
    );
  });

  test('a click too many is taken back; one in words is refused', async () => {
    step('wheels');
    type('Click on no. 1', 'hard');
    await pressing('Log click');
    expect(text()).toContain('Type the click in N·m or lbf·ft.');
    type('Click on no. 1', '74 lbft');
    await pressing('Log click');
    expect(screen.getByTestId('clicks').getAttribute('aria-label')).toBe('Clicks: 1 of 5');
    await pressing('Undo');
    expect(screen.getByTestId('clicks').getAttribute('aria-label')).toBe('Clicks: 0 of 5');
  });

  test('one-use bolts and a second stage are asked for', async () => {
    const strict = {
      ...sheet,
      fasteners: sheet.fasteners.map((f) =>
        f.key === 'frontWheel' ? { ...f, isOneUse: true, angleDeg: 90, perCorner: 1, needsThreadLocker: true } : f,
      ),
    };
    step('wheels', [], { brakeSheets: [strict] });
    expect(text()).toContain('then 90° more');
    type('Click on no. 1', '100');
    await pressing('Log click');
    type('Wrench', 'W-2');
    await pressing(/^Save front wheel nuts/);
    expect(text()).toContain('Say whether new bolts went in.');
    press('New bolts: Yes', 'radio');
    await pressing(/^Save front wheel nuts/);
    expect(text()).toContain('Say whether the second stage is done.');
    press('Second stage: Yes', 'radio');
    press('Thread locker: Yes', 'radio');
    await pressing(/^Save front wheel nuts/);
    await waitFor(() =>
      expect(saved('facts')).toMatchObject([{ newBolts: true, angleDone: true, threadLocker: true }]),
    );
  });
});

describe('steps of others', () => {
  test('a side of the car is handed over whole', async () => {
    step('pads.FL');
    press('More');
    press(/^Hand over/, 'menuitem');
    press('What: The left side', 'radio');
    press(lead.name, 'radio');
    await pressing('Hand over');
    await waitFor(() => expect(saved('facts').length).toBeGreaterThan(1));
    const steps = saved('facts').map((f) => f.step);
    expect(steps).toEqual(expect.arrayContaining(['pads.FL', 'rotor.FL', 'pads.RL', 'rotor.RL']));
    expect(steps).not.toContain('pads.FR');
    for (const f of saved('facts')) expect(f).toMatchObject({ kind: 'stepHandedOver', toCrewId: lead.id });
  });

  test('a photo stands with its step', async () => {
    const photo = {
      ...at(20),
      kind: 'photoTaken',
      photoId: id(900),
      step: 'pads.FL',
      aboutFactId: null,
      widthPx: 800,
      heightPx: 600,
    } as Fact;
    step('pads.FL', [pads(6, 'FL', 7), photo]);
    const picture = await screen.findByLabelText('Photo 1 of Pads, left front');
    expect(picture.parentElement!.style.width).toBe('160px');
  });
});

describe('the boiling tester', () => {
  const result = jest.fn();
  const open = () => {
    answers['/api/bench/boiling-tests'] = { id: 't1', ambientKpa: 97.3 };
    result.mockClear();
    show(<TesterPanel sample={{ carId: car.id }} depth="9 mm" onResult={result} />);
  };

  test('heats, shows what it measures, and reports the plateau with its spread', async () => {
    open();
    press('In the cup');
    await pressing('Start heating');
    expect(sent.at(-1)).toMatchObject({ body: { carId: car.id, depthMm: 30 } });
    Wire.last.say('sample', { type: 'sample', sample: { seconds: 12, tempC: 143.2 } });
    expect(text()).toContain('Heating, 12 s');
    expect(screen.getByTestId('tester-temperature').textContent).toMatch(/^143/);
    Wire.last.say('result', {
      type: 'result',
      plateau: { boilingPointC: 287.44, standardErrorC: 0.4, fromSeconds: 40, toSeconds: 60 },
    });
    expect(text()).toContain('Boiling point, ± 0.4 °C over the plateau');
    expect(result).toHaveBeenCalledWith(287.4, 97.3);
    expect(Wire.last.closed).toBe(true);
    expect(isThere('Test again')).toBe(true);
  });

  test('a probe that is not covered, a broken wire and a hand on the switch each end it in words', async () => {
    open();
    await pressing('Start heating');
    Wire.last.say('stopped', { type: 'stopped', reason: 'The probe is not submerged.' });
    expect(screen.getByTestId('tester-problem').textContent).toBe('The probe is not submerged.');
    await pressing('Start heating');
    act(() => Wire.last.onerror?.());
    expect(text()).toContain('The connection to the tester broke. Start again.');
    await pressing('Start heating');
    await pressing('Switch off');
    expect(text()).toContain('Stopped by hand.');
    expect(sent.at(-1)).toMatchObject({ method: 'DELETE', path: '/api/bench/boiling-tests/t1' });
    expect(result).not.toHaveBeenCalled();
  });

  test('a depth in words is refused before anything gets hot', async () => {
    open();
    type('Depth of the sample', 'deep');
    await pressing('Start heating');
    expect(screen.getByTestId('tester-problem').textContent).toMatch(/“deep” is not a figure/);
    expect(sent).toEqual([]);
  });
});
