/** Steps that listen to an instrument or a sheet: caliper, wrench, tester; and the figure that nobody has. */
import { act, screen, waitFor } from '@testing-library/react';
import { type Fact } from '@calvik/core';
import { car } from '../../../builders/scene';
import { at, pair } from '../../../builders/service-scene';
import type * as Hands from '../../../builders/hands';
import { answers, freshHands, isThere, saved, press, sent, text, type } from '../../../builders/hands';
import { Wire, benchWire, step, pressing } from '../../../builders/instrument-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../../builders/hands').expoRouter);

freshHands();
benchWire();

const fitted: Fact = {
  ...at(6),
  kind: 'partsFitted',
  axle: 'front',
  padSetId: null,
  rotorPairId: pair.id,
  changed: 'none',
} as Fact;

describe('measuring a rotor', () => {
  beforeEach(() => {
    answers['/api/bench/calipers'] = { id: 'c1' };
  });

  test('where the driver said judder the run-out is asked for', () => {
    step('rotor.FL', [fitted]);
    expect(text()).not.toContain('Judder was said');
    step('rotor.FL', [fitted, { ...at(7), kind: 'driverReport', complaints: ['judder'], words: '' } as Fact]);
    expect(text()).toContain('Judder was said: read the run-out too, and all eight points.');
  });
  test('the caliper goes from point to point; only a reading at rest is taken', async () => {
    step('rotor.FL', [fitted]);
    await pressing('Use the digital micrometer');
    expect(sent.at(-1)).toMatchObject({
      path: '/api/bench/calipers',
      body: { carId: car.id, corner: 'FL', target: 'rotor' },
    });
    Wire.last.say('sample', { sample: { mm: 31.4, isSteady: false } });
    expect(screen.getByTestId('caliper').textContent).toMatch(/31\.400/);
    press('Closing …');
    expect(saved()).toEqual([]);
    Wire.last.say('sample', { sample: { mm: 31.287, isSteady: true } });
    await pressing('Take it');
    await waitFor(() => expect(text()).toContain('Micrometer on: point 2'));
    Wire.last.say('sample', { sample: { mm: 31.301, isSteady: true } });
    await pressing('Take it');
    press('Cracks: No cracks', 'radio');
    press('Transfer layer: Even, blue-grey', 'radio');
    await pressing('Save and go on');
    expect(text()).toContain('Say whether the wear marks are still there.');
    press('Wear marks: Still there', 'radio');
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
    await pressing('Use the digital micrometer');
    act(() => Wire.last.onerror?.());
    expect(text()).toContain('The instrument does not answer. Type the figure.');
    expect(isThere('Use the digital micrometer')).toBe(true);
    expect(Wire.last.closed).toBe(true);
  });

  test('a carbon-ceramic rotor is weighed: its thickness decides nothing', async () => {
    const ceramic = {
      ...pair,
      material: 'carbonCeramic' as const,
      minMassKg: 5.3,
      newMassKg: 5.7,
      discardThicknessMm: null,
    };
    step('rotor.FL', [fitted], { rotorPairs: [ceramic] });
    expect(isThere('Use the digital micrometer')).toBe(false);
    await pressing('Save and go on');
    expect(text()).toContain('Weigh it: a carbon-ceramic rotor is judged by its weight.');
    type('Weight', '5.28');
    press(/^1: /);
    type('1', '27.4');
    expect(screen.getByTestId('live-verdict').textContent).toMatch(/weighs 5\.28.*at least 5\.30.*out/);
    press(/^Weight: /);
    type('Weight', '5.41');
    press('Looks good', 'checkbox');
    await pressing('Save and go on');
    await waitFor(() => expect(saved('facts')).toMatchObject([{ massKg: 5.41, thicknessesMm: [27.4] }]));
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

  test('a rotor without a label is judged by the figure that is read off its hat, and what looks good is said in one tap', async () => {
    step('rotor.FL');
    press(/^Discard: /);
    type('Discard', '30');
    press(/^1: /);
    type('1', '29.9');
    expect(screen.getByTestId('live-verdict').textContent).toMatch(/29\.90.*30\.00/);
    press('Looks good', 'checkbox');
    await pressing('Save and go on');
    await waitFor(() =>
      expect(saved('facts')).toMatchObject([
        { discardThicknessMm: 30, crack: 'none', transferLayer: 'even', wearMarksGone: false, rotorPairId: null },
      ]),
    );
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
