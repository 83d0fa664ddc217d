/** Steps that listen to an instrument or a sheet: caliper, wrench, tester; and the figure that nobody has. */
import { act, screen } from '@testing-library/react';
import { TesterPanel } from '../../../src/features/fluid/tester-panel';
import { car, show } from '../../builders/scene';
import type * as Hands from '../../builders/hands';
import { answers, freshHands, isThere, press, sent, text, type } from '../../builders/hands';
import { Wire, benchWire, pressing } from '../../builders/instrument-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);

freshHands();
benchWire();

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
    expect(text()).toContain('Boiling point, ± 0.8 °C 95 times in 100, over the plateau');
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
