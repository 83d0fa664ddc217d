import type { Fact } from '../../src/model';
import { judgeCar } from '../../src/readiness';
import { decisionFor, judgeStart, judgeTrack } from '../../src/paddock';
import { goingOut, refusalOf } from '../../src/track';
import {
  LEAD,
  TECH,
  allChecks,
  check,
  clock,
  decide,
  fact,
  goodLook,
  repair,
  session,
  sessionOf,
  trackBook,
  trackCar,
} from '../builders/track-book';
import { newId } from '../builders/book';
import { bookEvent, flushed } from '../builders/track-records';

const TODAY = '2026-06-13';
const minutes = (hour: number) => (m: number) => `${String(hour).padStart(2, '0')}:${String(25 + m).padStart(2, '0')}`;
const first = session('09:00', '09:20');
const look = goodLook(minutes(9), first, 9, 250);
const gate = (facts: readonly Fact[]) => judgeTrack(trackBook(facts), trackCar);
const may = (facts: readonly Fact[], decision: Fact) => refusalOf(trackBook(facts), decision, TODAY);

describe('a session and its decision', () => {
  test('before anything was driven nothing speaks against the car', () => {
    expect(gate([]).verdict).toBe('inOrder');
  });
  test('driven and not decided: somebody is wanted; looked over and let go: in order', () => {
    expect(gate([first]).headline.code).toBe('sessionNotLookedAt');
    expect(gate([first, ...look, decide('09:40', first, 'go')]).verdict).toBe('inOrder');
  });
  test('a whole look that finds nothing asks for go, and anybody may sign it', () => {
    const book = trackBook([first, ...look]);
    const { findings, proposed } = goingOut(book, trackCar, bookEvent as never, sessionOf(book, first), TODAY);
    expect(findings.map((f) => f.code)).toEqual(['levelNotComparable']);
    expect(proposed).toBe('go');
    expect(may([first, ...look], decide('09:40', first, 'go'))).toBeNull();
  });
  test('before it was looked at there is no advice: out without a look is the lead’s word, with limits and a reason', () => {
    const book = trackBook([first]);
    expect(goingOut(book, trackCar, bookEvent as never, sessionOf(book, first), TODAY).proposed).toBeNull();
    expect(may([first], decide('09:40', first, 'limits', { reason: 'No time.' }))).toEqual({ code: 'notLookedAt' });
    expect(may([first], decide('09:40', first, 'go', { by: LEAD, reason: 'No time.' }))).toEqual({
      code: 'notLookedAt',
    });
    expect(may([first], decide('09:40', first, 'limits', { by: LEAD }))).toEqual({ code: 'decisionWithoutReason' });
    expect(may([first], decide('09:40', first, 'limits', { by: LEAD, reason: 'Three laps.' }))).toBeNull();
    expect(may([first], decide('09:40', first, 'stop', { reason: 'Not looked at.' }))).toBeNull();
  });
  const drip = check('09:41', first, 'leaks', [['dripping', 'RL']]);
  test('a stop: nobody lets it pass, the lead neither', () => {
    for (const decision of ['go', 'limits'] as const)
      expect(
        may([first, ...look, drip], decide('09:45', first, decision, { by: LEAD, reason: 'I say so.' })),
      ).toMatchObject({ code: 'stopStands' });
    expect(may([first, ...look, drip], decide('09:45', first, 'stop'))).toBeNull();
  });
  test('what comes to light after the signature stops the car again', () => {
    const signed = decide('09:40', first, 'go');
    expect(gate([first, ...look, signed, drip])).toMatchObject({ verdict: 'stop', headline: { code: 'lookFault' } });
  });
  test('mended and looked at again it may go, and the stop is lifted with a reason', () => {
    const stop = decide('09:45', first, 'stop', { reason: 'Drips.' });
    const sealed = repair('09:50', 'jointSealed', 'RL');
    const dry = check('09:55', first, 'leaks');
    expect(may([first, ...look, drip, stop, dry], decide('10:00', first, 'go'))).toMatchObject({ code: 'stopStands' });
    expect(may([first, ...look, drip, stop, sealed], decide('10:00', first, 'go'))).toMatchObject({
      code: 'stopStands',
    });
    const facts = [first, ...look, drip, stop, sealed, dry, check('09:56', first, 'pedal')];
    expect(gate(facts).headline.code).toBe('stoppedAtTrack');
    expect(may(facts, decide('10:00', first, 'go'))).toEqual({ code: 'decisionWithoutReason' });
    const go = decide('10:00', first, 'go', { reason: 'Dry.' });
    expect(may(facts, go)).toBeNull();
    expect(gate([...facts, go]).verdict).toBe('inOrder');
  });
  test('an answer that leaves out what was found takes nothing back; a second pair of eyes with a reason does', () => {
    const again = (by: string, done: string) => ({ ...check('09:55', first, 'leaks', [], done), by });
    const after = (answer: Fact) => gate([first, ...look, drip, answer]).verdict;
    expect(after(again(TECH, ''))).toBe('stop');
    expect(after(again(TECH, 'Was water.'))).toBe('stop');
    expect(after(again(LEAD, ''))).toBe('stop');
    expect(after(again(LEAD, 'Was water off the wheel.'))).not.toBe('stop');
  });
  test('a correction of what stopped it counts where somebody else makes it', () => {
    const correct = (by: string) =>
      ({ ...drip, id: newId(), faults: [], by, replaces: drip.id, because: 'Wrong car.' }) as Fact;
    expect(gate([first, ...look, drip, correct(TECH)]).verdict).toBe('stop');
    expect(gate([first, ...look, drip, correct(LEAD)]).verdict).not.toBe('stop');
    // One's own correction is none, and the lead may still correct that one.
    const own = correct(TECH);
    const lead = { ...own, id: newId(), by: LEAD, replaces: own.id, because: 'Looked myself.' } as Fact;
    expect(gate([first, ...look, drip, own, lead]).verdict).not.toBe('stop');
  });
  test('a decision does not come back when what ended it is taken back or put right: it wants another', () => {
    const signed = decide('09:40', first, 'go');
    const retracted = { ...check('09:55', first, 'leaks', [], 'Was water off the wheel.'), by: LEAD };
    const cured = [
      repair('09:50', 'jointSealed', 'RL'),
      check('09:55', first, 'leaks'),
      check('09:56', first, 'pedal'),
    ];
    for (const over of [[retracted], cured]) {
      const facts = [first, ...look, signed, drip, ...over];
      expect(gate(facts)).toMatchObject({ verdict: 'needsWork', headline: { code: 'decisionEnded' }, decision: null });
      const again = decide('10:00', first, 'go');
      expect(may(facts, again)).toBeNull();
      expect(gate([...facts, again]).verdict).toBe('inOrder');
    }
    // One that was found and over before it was decided ends nothing.
    expect(gate([first, ...look, drip, retracted, decide('10:00', first, 'go')]).verdict).toBe('inOrder');
  });
  test('a stop of one’s own wants a reason', () => {
    expect(may([first, ...look], decide('09:45', first, 'stop'))).toEqual({ code: 'decisionWithoutReason' });
  });
  test('a session after a stop is marked, and so is one that nobody had decided on', () => {
    const second = session('10:30', '10:50');
    const stopped = trackBook([first, decide('09:45', first, 'stop', { reason: 'Drips.' }), second]);
    expect(judgeStart(stopped, sessionOf(stopped, second))[0]?.code).toBe('drivenOnStop');
    const undecided = trackBook([first, second]);
    expect(judgeStart(undecided, sessionOf(undecided, second))[0]?.code).toBe('drivenUndecided');
  });
  test('a look every second session: the one between is not asked for', () => {
    const every2 = decide('09:40', first, 'go', { limits: { lookAfterSessions: 2 } });
    const second = session('10:30', '10:50');
    const third = session('12:00', '12:20');
    expect(gate([first, ...look, every2, second]).verdict).toBe('inOrder');
    expect(gate([first, ...look, every2, second, third]).headline.code).toBe('sessionNotLookedAt');
  });
  test('after the first session nuts and bolts, after the second not, unless wheels were off', () => {
    const second = session('10:30', '10:50');
    const kinds = (facts: readonly Fact[], s: Fact) => {
      const book = trackBook(facts);
      return goingOut(book, trackCar, null, sessionOf(book, s), TODAY).look.items.map((i) => i.kind);
    };
    expect(kinds([first], first)).toContain('torque');
    expect(kinds([first, second], second)).not.toContain('torque');
    const off = fact('10:00', {
      kind: 'checksDone',
      jobId: first.id,
      step: 'ground',
      items: [{ check: 'wheelsOff', corner: null, result: 'ok', remark: '' }],
    });
    expect(kinds([first, off, second], second)).toContain('torque');
  });
  test('what was odd last time comes first', () => {
    const second = session('10:30', '10:50');
    const facts = [
      first,
      ...look,
      check('09:41', first, 'debris', [['gravelInCaliper', 'FL']]),
      decide('09:45', first, 'limits'),
      second,
    ];
    const book = trackBook(facts);
    const items = goingOut(book, trackCar, null, sessionOf(book, second), TODAY).look.items;
    expect(items[0]).toMatchObject({ kind: 'debris', because: 'oddLastTime' });
  });
  test('a doubtful pedal wants what cures its cause, and then the pedal pressed again', () => {
    const soft = session('09:00', '09:20', { complaints: ['softFromCold'], isNothingToSay: false });
    const opened = fact('09:30', {
      kind: 'diagnosisOpened',
      sessionId: soft.id,
      signs: ['softFromCold'],
      corner: null,
    });
    const closed = fact('09:35', {
      kind: 'diagnosisClosed',
      diagnosisId: opened.id,
      cause: 'airInSystem',
      isConfirmed: true,
      words: '',
    });
    const before = [soft, ...allChecks('09:25', soft), opened];
    const pressed = check('09:50', soft, 'pedal');
    const bled = flushed(trackCar.id, clock('09:45'));
    expect(gate(before).verdict).toBe('stop');
    expect(gate([...before, closed]).verdict).toBe('stop');
    // A name for it cures nothing, however often the pedal is pressed.
    expect(gate([...before, closed, pressed]).verdict).toBe('stop');
    expect(gate([...before, closed, bled]).verdict).not.toBe('stop');
    expect(gate([...before, closed, { ...bled, pedalAfter: null } as Fact]).verdict).toBe('stop');
    expect(gate([...before, closed, { ...bled, pedalAfter: null } as Fact, pressed]).verdict).not.toBe('stop');
  });
});

test('what asks for a decision is the worst of what was found', () => {
  const of = (verdict: 'inOrder' | 'watch' | 'needsWork' | 'stop') => ({ code: 'x', verdict, place: {}, values: {} });
  expect(decisionFor([])).toBe('go');
  expect(decisionFor([of('watch')])).toBe('go');
  expect(decisionFor([of('watch'), of('needsWork')])).toBe('limits');
  expect(decisionFor([of('needsWork'), of('stop')])).toBe('stop');
});

test('the readiness of a car asks this gate too', () => {
  const drip = check('09:41', first, 'leaks', [['dripping', 'RL']]);
  const readiness = judgeCar(trackBook([first, drip]), trackCar, bookEvent as never, TODAY);
  expect(readiness.verdict).toBe('stop');
  expect(readiness.gates.find((g) => g.gate === 'track')?.headline.code).toBe('lookFault');
  expect(clock('09:00')).toBe('2026-06-13T09:00:00.000Z');
});
