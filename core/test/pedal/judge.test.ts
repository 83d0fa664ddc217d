import { judgePedal } from '../../src/pedal';
import { tell } from '../builders/say';
import { pedal } from '../builders/service-book';

describe('the pedal', () => {
  const base = pedal('baseline', { feel: 'acceptable' });
  const judge = (over: object) => judgePedal(pedal('gate', over) as never, base as never);
  test('passes when it is as good as it came, held, and gives with the engine', () => {
    expect(judge({}).findings).toEqual([]);
    expect(judge({ feel: 'acceptable' }).isPassed).toBe(true);
  });
  test.each([
    [{ feel: 'soft' }, 'stop', 'Pedal soft'],
    [{ sinks: true }, 'stop', 'Pedal sinks'],
    [{ feel: 'long' }, 'needsWork', 'Pedal long'],
    [{ heldSeconds: 4 }, 'needsWork', 'Held 4 s'],
    [{ heldSeconds: null }, 'needsWork', 'unknown time'],
    [{ sinks: null }, 'needsWork', 'Not said'],
    [{ dropsWithEngine: false }, 'needsWork', 'booster'],
    [{ strokes: 20 }, 'watch', '20 pumps'],
  ])('%j is %s', (over, verdict, says) => {
    expect(judge(over).findings.map((f) => [f.verdict, tell(f)])).toContainEqual([
      verdict,
      expect.stringContaining(says),
    ]);
    expect(judge(over).isPassed).toBe(verdict !== 'stop');
  });
  test('a soft pedal names its suspects once each', () => {
    const { suspects } = judge({ feel: 'soft', sinks: true });
    expect(suspects[0]).toBe('airInCaliper');
    expect(new Set(suspects).size).toBe(suspects.length);
  });
});
