import { usualDurationMin } from '../../src/jobs';
import { addedMinutes, decidedWork } from '../../src/service';
import { tell } from '../builders/say';
import { decision, judged, wholeService } from '../builders/service-book';

describe('decisions', () => {
  test('the last word on each question counts, and time is added for what is changed', () => {
    const facts = [
      decision('pads', 'front', { action: 'change' }),
      decision('pads', 'front', { action: 'keep' }),
      decision('rotors', 'rear', { action: 'change' }),
      decision('pads', 'rear', { action: 'change' }),
    ];
    expect(decidedWork(facts)).toEqual({
      pads: { front: false, rear: true },
      rotors: { front: false, rear: true },
      hoses: [],
      others: [],
    });
    // Pads 20 min and rotors 15 min more, on a service of two hours.
    expect(addedMinutes(judged(facts).recommendations)).toBe(35);
    expect(usualDurationMin.service).toBe(120);
  });
  test('a decision that was changed back takes its steps away again', () => {
    const change = decision('pads', 'front', { action: 'change' });
    expect(judged([change]).steps.map((s) => s.key)).toContain('fit.front');
    expect(judged([change, decision('pads', 'front')]).steps.map((s) => s.key)).not.toContain('fit.front');
  });
  test('a referred finding holds the car with its reason, and stands on the sheet', () => {
    const facts = [
      ...wholeService(),
      decision('rotors', 'front', { action: 'refer', reason: 'To be turned by a workshop.' }),
    ];
    expect(judged(facts).gate.holds.map((h) => tell(h.finding))).toContain(
      'Rotors, front axle: referred. To be turned by a workshop.',
    );
  });
  test('a carried spare is open and known, and holds nothing up', () => {
    const facts = [
      ...wholeService(),
      decision('pads', 'rear', { action: 'carrySpare', reason: 'Look after session two.' }),
    ];
    const { gate } = judged(facts);
    expect(gate.canRelease).toBe(true);
    expect(gate.open.map(tell)).toContain('Pads, rear axle: carry a spare. Look after session two.');
  });
});
