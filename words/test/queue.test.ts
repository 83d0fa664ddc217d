/** What is said of the paddock queue. */
import { type QueueMove, queueProofs, queueWorks } from '@calvik/core';
import { queueFinding, queueState } from '@calvik/core/queue';
import { findingText, sayTo } from '../src';
import { queueReferral } from '../src/documents';
import { refusalProblem, problemText } from '../src/problems';
import {
  becomesText,
  moveText,
  promiseLine,
  promiseNames,
  queueMessage,
  queueProofNames,
  queueStatusNames,
  thingNames,
  wantName,
  wantsText,
} from '../src/queue';
import { LEAD, TECH, at, begun, entryOf, moveOf, queueBook, queueCar } from '../../core/test/builders/queue-book';

const say = sayTo({ units: 'metric', timeZone: 'UTC' });
const tell = (f: Parameters<typeof findingText>[0]): string => findingText(f, say, new Map());

test('what is wanted is named by axle where it has one', () => {
  expect(
    wantsText([
      { work: 'pads', axle: 'front' },
      { work: 'bleed', axle: null },
    ]),
  ).toBe('Front pads and bleed');
  for (const work of queueWorks) expect(wantName({ work, axle: null })).toMatch(/^[A-Z]/);
  for (const proof of queueProofs) expect(queueProofNames[proof]).not.toBe('');
  expect(Object.values(queueStatusNames)).toHaveLength(6);
  expect(Object.values(promiseNames)).toHaveLength(5);
  expect(Object.values(thingNames).every((n) => n !== '')).toBe(true);
});

test('every finding is a sentence, and says what to do', () => {
  const f = queueFinding;
  expect(tell(f('nobodyCan', 'stop', {}, { skills: ['fluid'] }))).toBe(
    'Nobody here does fluid work: send somebody, or refer it.',
  );
  expect(tell(f('nobodyCan', 'stop', {}, { skills: [] }))).toMatch(/^Nobody is here/);
  expect(tell(f('ownBottleWrong', 'stop', {}, { has: 'DOT 4', brought: 'DOT 5' }))).toBe(
    'The driver’s bottle is DOT 5, the car has DOT 4: they never mix. It stays shut.',
  );
  expect(tell(f('ownBottleOld', 'needsWork', {}, { days: 40, most: 30 }))).toMatch(/open 40 days, more than 30/);
  expect(
    tell(
      f(
        'ownBottleSmall',
        'watch',
        {},
        { left: { value: 100, measure: 'volume' }, wanted: { value: 250, measure: 'volume' } },
      ),
    ),
  ).toMatch(/100\smL.*250\smL/);
  expect(tell(f('notBefore', 'needsWork', {}, { time: '14:20', fits: '15:20' }))).toBe(
    'Not back before 14:20; for 15:20, yes.',
  );
  expect(tell(f('notBefore', 'needsWork', {}, { time: '14:20', fits: null }))).toBe('Not back before 14:20.');
  expect(tell(f('promiseBroken', 'stop', {}, { time: '14:20', now: '15:05' }))).toBe(
    'Promised for 14:20: broken. Now 15:05.',
  );
  expect(tell(f('promiseMoved', 'needsWork', {}, { time: '14:20', now: null }))).toMatch(
    /no longer holds four times in five\.$/,
  );
  for (const when of ['evening', 'morning'] as const)
    expect(tell(f('afterLastSession', 'watch', {}, { when }))).toMatch(new RegExp(when));
  for (const code of [
    'adapterUnknown',
    'twoHandsNeeded',
    'noBleeder',
    'noWrench',
    'ownBottleUndated',
    'fluidUnknown',
    'notOnRecord',
  ] as const)
    expect(tell(f(code, 'watch', {}, {}))).toMatch(/\.$/);
  expect(tell(f('adapterMissing', 'watch', {}, { adapter: '45 mm' }))).toMatch(/45 mm/);
  expect(tell(f('noFluidHere', 'needsWork', {}, { grade: 'mineral' }))).toMatch(/mineral/);
});

test('what it may turn into is said with how likely, the little likely not', () => {
  expect(
    becomesText({
      works: [
        { work: 'pads', share: 0.24, from: 'usual' },
        { work: 'hoses', share: 0.02, from: 'usual' },
      ],
      referralShare: 0.2,
    }),
  ).toMatch(/^May turn into pads \(24\s%\) and nothing that can be done here \(20\s%\)\.$/);
  expect(becomesText({ works: [], referralShare: 0 })).toBe('');
});

describe('a driver is told', () => {
  const own = entryOf({ carId: queueCar.id, walkIn: null });
  const message = (moves: QueueMove[], backBy: string | null, against: string | null = null, entry = own): string => {
    const logbook = queueBook([entry], moves);
    return queueMessage(logbook, queueState(logbook, entry, at('14:30')), 'Queue car', backBy, against);
  };
  it('when the car is back, and when that moves, instead of what', () => {
    expect(message([], at('15:20'))).toBe('Hello Ona, Queue car is back by 15:20. Your shop');
    const told = moveOf(own, '14:00', { move: 'promised', backBy: at('15:00') });
    expect(message([told], at('15:40'))).toMatch(/takes longer than we said: back by 15:40 instead of 15:00/);
    expect(message([], null)).toMatch(/cannot say yet/);
  });
  it('that it is done only as its own gate has it', () => {
    const done = [begun(own, '14:00'), moveOf(own, '14:20', { move: 'done', shown: [] })];
    expect(message(done, null)).toMatch(/is back: come and fetch it/);
    expect(message(done, null, 'Pedal not pressed.')).toMatch(/does not go out yet: Pedal not pressed\./);
  });
  it('on the day and on the card', () => {
    const logbook = queueBook([own]);
    expect(promiseLine(logbook, { status: 'waiting', promise: null })).toBe(
      'In the paddock queue, no time promised yet',
    );
    expect(promiseLine(logbook, { status: 'inHand', promise: { backBy: at('15:00'), outcome: 'open' } })).toBe(
      'Being worked on, back by 15:00',
    );
    expect(promiseLine(logbook, { status: 'waiting', promise: { backBy: at('15:00'), outcome: 'broken' } })).toMatch(
      /was to be back by 15:00/,
    );
  });
});

test('what is refused says what is missing', () => {
  const { code, values } = refusalProblem({ code: 'notShown', proofs: ['pedalFirm', 'nutsTorqued'] });
  expect(problemText(code, values, say)).toBe(
    'Before it leaves, show: pedal firm at once, engine off and wheel nuts to their figure, on the ground.',
  );
});

test('a referral says who it is for, what was done, and that nobody knows the fluid', () => {
  const entry = entryOf({ fluidGrade: null, words: 'Sinks at the lights.' });
  const moves = [
    moveOf(entry, '14:00', { move: 'said', complaints: ['softFromCold'] }),
    begun(entry, '14:10', LEAD),
    moveOf(entry, '14:20', { move: 'foundMore', wants: [{ work: 'hoses', axle: null }], words: 'Left rear swollen.' }),
    moveOf(entry, '14:30', { move: 'referred', to: 'A workshop', words: '', mayBeDriven: false }),
  ];
  const logbook = queueBook([entry], moves);
  const letter = queueReferral(logbook, moves[3]!)!;
  expect(letter).toMatchObject({
    to: 'A workshop',
    car: 'Red one',
    customer: 'Nell Arden',
    statusLine: 'NOT TO BE DRIVEN.',
  });
  const text = letter.sections.flatMap((s) => s.lines).join('\n');
  expect(text).toMatch(/The driver: Sinks at the lights\./);
  expect(text).toMatch(/pedal soft from cold/i);
  expect(text).toMatch(/Found: hose\. Left rear swollen\./);
  expect(text).toMatch(/Not known to us: read the cap\./);
  expect(queueReferral(logbook, moves[0]!)).toBeNull();
  expect(moveText(logbook, moves[1]!)).toMatch(/^Begun by .*: bleed$/);
  expect(moveText(logbook, moveOf(entry, '15:00', { move: 'handedOver', crewId: TECH, why: 'Off home' }))).toMatch(
    /Off home$/,
  );
});
