/** Steps that listen to an instrument or a sheet: caliper, wrench, tester; and the figure that nobody has. */
import { screen, waitFor } from '@testing-library/react';
import { type BrakeSheet } from '@calvik/core';

import { sheet } from '../../builders/service-scene';
import type * as Hands from '../../builders/hands';
import { answers, freshHands, saved, press, sent, text, type } from '../../builders/hands';
import { Wire, benchWire, step, pressing } from '../../builders/instrument-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);

freshHands();
benchWire();

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
