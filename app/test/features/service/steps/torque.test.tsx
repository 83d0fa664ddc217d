/** Steps that listen to an instrument or a sheet: caliper, wrench, tester; and the figure that nobody has. */
import { screen, waitFor } from '@testing-library/react';
import type { BrakeSheet, Wrench } from '@calvik/core';
import { id } from '../../../builders/scene';

import { sheet } from '../../../builders/service-scene';
import type * as Hands from '../../../builders/hands';
import { answers, freshHands, saved, press, sent, text, type } from '../../../builders/hands';
import { Wire, benchWire, step, pressing } from '../../../builders/instrument-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../../builders/hands').expoRouter);

freshHands();
benchWire();

const wrench: Wrench = {
  id: id(90),
  version: 1,
  archived: false,
  label: 'W-1',
  kind: 'click',
  calibratedOn: null,
  minNm: null,
  maxNm: null,
  notes: '',
};
const dayAgo = (days: number): string => new Date(Date.now() - days * 86_400_000).toISOString().slice(0, 10);

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
    // One more is nobody's, until somebody says whose.
    Wire.last.say('sample', { sample: { torqueNm: 140 } });
    expect(screen.getByTestId('clicks').getAttribute('aria-label')).toBe('Clicks: 5 of 5');
    expect(text()).toMatch(/One more click came in, 140\sN·m: tap what it was on, or undo it\. It is out of band\./);
    await pressing(/^Save front wheel nuts/);
    expect(text()).toContain('Tap what the last click was on, or undo it.');
    await pressing('Undo');
    await pressing(/^Save front wheel nuts/);
    expect(text()).toContain('Choose the wrench.');
    // It is entered once, as a record of the shop, and stays chosen.
    await pressing('Choose the wrench');
    await pressing('New wrench');
    await pressing('Save wrench');
    expect(text()).toContain('Say what stands on the wrench.');
    type('Name on the wrench', 'W-2');
    await pressing('Save wrench');
    await waitFor(() => expect(saved('wrenches')).toMatchObject([{ label: 'W-2', kind: 'click', calibratedOn: null }]));
    expect(text()).toContain('Wrench W-2: nobody has said when it was calibrated.');
    await pressing(/^Save front wheel nuts/);
    await waitFor(() =>
      expect(saved('facts')).toMatchObject([
        {
          kind: 'torqueSet',
          readingsNm: [99.4, 100.2, 101, 99.8, 100.6],
          positions: [1, 3, 5, 2, 4],
          wrench: 'W-2',
          wrenchId: saved('wrenches')[0]!.id,
          calibratedOn: null,
          instrument: 'simulatedWrench',
        },
      ]),
    );
  });

  test('a click too many is taken back; one in words is refused', async () => {
    step('wheels');
    await pressing('Type a reading');
    type('Click, no. 1', 'hard');
    await pressing('Log click');
    expect(text()).toContain('Type the reading in N·m or lbf·ft.');
    type('Click, no. 1', '74 lbft');
    await pressing('Log click');
    expect(screen.getByTestId('clicks').getAttribute('aria-label')).toBe('Clicks: 1 of 5');
    await pressing('Undo');
    expect(screen.getByTestId('clicks').getAttribute('aria-label')).toBe('Clicks: 0 of 5');
  });

  test('any nut may be picked; the one that was passed over is next again, and a wrench that is due says so', async () => {
    step('wheels', [], { wrenches: [{ ...wrench, calibratedOn: dayAgo(350) }] });
    await pressing('Pick no. 4');
    await pressing('Click at 100 N·m');
    for (let i = 0; i < 4; i += 1) await pressing('Click at 100 N·m');
    await pressing('Choose the wrench');
    press(/^W-1, /, 'radio');
    expect(text()).toMatch(/Wrench W-1 is due for calibration in 15 days/);
    await pressing(/^Save front wheel nuts/);
    await waitFor(() =>
      expect(saved('facts')).toMatchObject([{ positions: [4, 1, 3, 5, 2], readingsNm: [100, 100, 100, 100, 100] }]),
    );
  });

  test('one-use bolts and a second stage are asked for', async () => {
    const strict = {
      ...sheet,
      fasteners: sheet.fasteners.map((f) =>
        f.key === 'frontWheel' ? { ...f, isOneUse: true, angleDeg: 90, perCorner: 1, needsThreadLocker: true } : f,
      ),
    };
    step('wheels', [], { brakeSheets: [strict], wrenches: [wrench] });
    expect(text()).toContain('then 90° more');
    await pressing('Click at 100 N·m');
    await pressing('Choose the wrench');
    press(/^W-1, /, 'radio');
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
