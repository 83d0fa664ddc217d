import type { Fact } from '../../src/model';
import { brakeSheetOf } from '../../src/logbook';
import { judgeService } from '../../src/service';
import { tell } from '../builders/say';
import { newId } from '../builders/book';
import {
  car,
  at,
  checks,
  decision,
  fullSheet,
  job,
  judged,
  logbookOf,
  pedal,
  today,
  wholeService,
} from '../builders/service-book';

test('a car without a sheet has its fasteners without figures; with one, its own', () => {
  const sheet = fullSheet();
  expect(brakeSheetOf(logbookOf([], { sheet: null }), car).fasteners.every((f) => f.torqueNm === null)).toBe(true);
  expect(brakeSheetOf(logbookOf([], { sheet }), car).id).toBe(sheet.id);
});

describe('what nobody has looked at', () => {
  const facts = wholeService();
  const list = (result: string, ...names: string[]) =>
    checks(
      'look',
      names.map((name): [string, null, string] => [name, null, name === 'leaks' ? result : 'ok']) as never,
    );
  const held = (fact: ReturnType<typeof checks>): unknown =>
    judged([...facts, fact]).gate.holds.find((h) => h.finding.code === 'listNotAnswered')?.finding.values['points'];
  test('a point that is left out, or said not to be there though every car has it, holds the car', () => {
    expect(held(list('ok', 'hoses', 'seals', 'leaks', 'hubs'))).toBeUndefined();
    expect(held(list('ok', 'hoses', 'seals', 'leaks'))).toEqual(['hubs']);
    expect(held(list('notThere', 'hoses', 'seals', 'leaks', 'hubs'))).toEqual(['leaks']);
  });
});

describe('what nobody waives besides', () => {
  const facts = wholeService();
  test.each(['wheelsOn', 'parkingBrakeNormal', 'unionsUnderPedal', 'wheelsTurnFree'] as const)(
    '%s at fault stops the car',
    (check) => {
      expect(judged([...facts, checks('down', [[check, null, 'fault']])]).gate.stops).toHaveLength(1);
    },
  );
  test('a leak stops it wherever it is, until it is sealed and the list gone through again', () => {
    const seal = () =>
      ({ ...at(), kind: 'repairDone', repair: 'jointSealed', axle: null, corner: 'RL', words: '' }) as unknown as Fact;
    const before = seal();
    const leak = checks('look', [['leaks', 'RL', 'fault']]);
    expect(judged([...facts, leak]).gate.stops.map(tell)).toEqual([
      'No leak at unions and nipples, left rear: not in order.',
    ]);
    const dry = () => checks('look', [['leaks', null, 'ok']]);
    // A new answer alone ends nothing.
    expect(judged([...facts, leak, dry()]).gate.stops).toHaveLength(1);
    const sealed = seal();
    expect(judged([...facts, leak, sealed]).gate.stops.map((f) => f.code)).toContain('checkFault');
    // A joint was opened: the pedal again.
    expect(judged([...facts, leak, sealed, dry()]).gate.stops.map((f) => f.code)).toEqual(['notShownSince']);
    expect(judged([...facts, leak, sealed, dry(), pedal('gate')]).gate.stops).toEqual([]);
    // Nor is a leak that was sealed before it was found.
    expect(judged([...facts, before, leak, dry(), pedal('gate')]).gate.stops).toHaveLength(1);
  });
  test('a hose that was changed wants the whole sequence', () => {
    const change = decision('hoses', 'rear', { corner: 'RL', action: 'change', reason: 'Chafed.' });
    const opened = facts.filter((f) => f.kind !== 'exchangeBegun' && f.kind !== 'nippleBled');
    expect(judged([...opened, change]).gate.stops.map(tell)).toContain(
      'A hose was changed at the left rear: the system was opened, the whole sequence is drawn again.',
    );
    expect(
      judged([...facts, change])
        .gate.stops.map(tell)
        .join(),
    ).not.toContain('A hose was changed');
  });
  test('a caliper that was off wants its torques, though nothing new went on', () => {
    const off = decision('other', 'front', { action: 'change', reason: 'Caliper taken off.' });
    const groups = judged([off])
      .torque.filter((l) => l.fastener.axle === 'front')
      .map((l) => `${l.fastener.group} ${l.corner}`);
    expect(groups).toEqual(expect.arrayContaining(['caliper FL', 'caliper FR', 'padPin FL']));
    expect(judged([off]).steps.map((s) => s.key)).toContain('torque.front');
  });
});

test('a list with a fault of the whole car holds it; one with a corner leads to a decision', () => {
  const facts = wholeService();
  expect(
    judged([...facts, checks('look', [['seals', null, 'fault']])]).gate.holds.map((h) => tell(h.finding)),
  ).toContain('Piston seals and boots dry and whole: not in order.');
  const { recommendations } = judged([...facts, checks('look', [['seals', 'FR', 'fault']])]);
  expect(recommendations).toContainEqual(expect.objectContaining({ subject: 'other', corner: 'FR', action: 'refer' }));
});

test('a job whose car is not there is judged as nothing', () => {
  expect(judgeService(logbookOf([]), { ...job, carId: newId() }, today)).toBeNull();
});
