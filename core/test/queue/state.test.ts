import fc from 'fast-check';
import { type QueueMove, queueProofs } from '../../src/model';
import { promiseOfCar, promisesKept, queueState, refuseMove } from '../../src/queue';
import { LEAD, TECH, at, begun, entryOf, moveOf, paddock, queueBook, queueCar } from '../builders/queue-book';

const entry = entryOf();
const stateOf = (moves: readonly QueueMove[], now = at('20:00'), own = entry) =>
  queueState(queueBook([own], moves), own, now);

describe('a car in the queue', () => {
  it('waits, is begun, paused, handed over, gone on with, done: worked minutes without the pause', () => {
    const moves = [
      begun(entry, '14:00'),
      moveOf(entry, '14:10', { move: 'paused', why: 'Too hot to touch' }),
      begun(entry, '14:40', LEAD),
      moveOf(entry, '14:45', { move: 'handedOver', crewId: TECH, why: '' }),
      moveOf(entry, '15:00', { move: 'done', shown: [...queueProofs] }),
    ];
    expect(stateOf([]).status).toBe('waiting');
    expect(stateOf(moves.slice(0, 1))).toMatchObject({ status: 'inHand', crewId: TECH });
    expect(stateOf(moves.slice(0, 2))).toMatchObject({
      status: 'paused',
      crewId: null,
      pausedWhy: 'Too hot to touch',
      workedMin: 10,
    });
    expect(stateOf(moves.slice(0, 4))).toMatchObject({ status: 'inHand', crewId: TECH });
    expect(stateOf(moves)).toMatchObject({
      status: 'done',
      workedMin: 30,
      endedAt: at('15:00'),
      firstStartedAt: at('14:00'),
    });
  });

  it('found more wants more, each once; found again after the end it is open again', () => {
    const more = (time: string) =>
      moveOf(entry, time, {
        move: 'foundMore',
        wants: [
          { work: 'pads', axle: 'front' },
          { work: 'bleed', axle: null },
        ],
        words: '',
      });
    const done = moveOf(entry, '15:00', { move: 'done', shown: [...queueProofs] });
    expect(stateOf([begun(entry, '14:00'), more('14:20'), more('14:21')]).wants).toEqual([
      { work: 'bleed', axle: null },
      { work: 'pads', axle: 'front' },
    ]);
    expect(stateOf([begun(entry, '14:00'), done, more('15:05')]).status).toBe('waiting');
  });

  it('found by one phone before another had it done, a car that is not on record is not done with', () => {
    const done = moveOf(entry, '15:00', { move: 'done', shown: ['pedalFirm', 'jointsDry', 'levelRight'] });
    expect(stateOf([begun(entry, '14:00'), done]).status).toBe('waiting');
    const test = entryOf({ wants: [{ work: 'boilingTest', axle: null }] });
    const moves = [begun(test, '14:00'), moveOf(test, '14:30', { move: 'done', shown: [] })];
    const found = moveOf(test, '14:20', { move: 'foundMore', wants: [{ work: 'pads', axle: 'front' }], words: '' });
    expect(stateOf(moves, at('20:00'), test).status).toBe('done');
    expect(stateOf([...moves, found], at('20:00'), test).status).toBe('waiting');
  });

  it('what a driver was told is kept, broken or moved by the clock, and counts each time', () => {
    const told = (time: string, backBy: string) => moveOf(entry, time, { move: 'promised', backBy: at(backBy) });
    const done = (time: string) => moveOf(entry, time, { move: 'done', shown: [...queueProofs] });
    const outcomes = (moves: QueueMove[], now = at('20:00')) => stateOf(moves, now).promises.map((p) => p.outcome);
    expect(outcomes([told('14:00', '15:00'), begun(entry, '14:10'), done('14:55')])).toEqual(['kept']);
    expect(outcomes([told('14:00', '15:00'), begun(entry, '14:10'), done('15:01')])).toEqual(['broken']);
    expect(outcomes([told('14:00', '15:00')], at('14:59'))).toEqual(['open']);
    expect(outcomes([told('14:00', '15:00')], at('15:01'))).toEqual(['broken']);
    // Told anew in time it has moved; told anew when it had passed it was broken.
    expect(outcomes([told('14:00', '15:00'), told('14:40', '15:30'), begun(entry, '14:41'), done('15:20')])).toEqual([
      'moved',
      'kept',
    ]);
    expect(outcomes([told('14:00', '15:00'), told('15:10', '15:30')], at('15:15'))).toEqual(['broken', 'open']);
    expect(outcomes([told('14:00', '15:00'), moveOf(entry, '14:30', { move: 'left', why: 'Gone home' })])).toEqual([
      'void',
    ]);
    expect(promisesKept([stateOf([told('14:00', '15:00'), told('15:10', '15:30')], at('15:15'))])).toEqual({
      kept: 0,
      broken: 1,
      moved: 0,
      open: 1,
      void: 0,
    });
  });

  it('is one state whatever is written down in whatever order, and its sums hold', () => {
    const always = (m: QueueMove['move']) => fc.constant(m);
    const move: fc.Arbitrary<QueueMove['move']> = fc.oneof(
      fc
        .constantFrom(LEAD, TECH)
        .map((crewId): QueueMove['move'] => ({ move: 'started', crewId, helperId: null, wants: entry.wants })),
      always({ move: 'paused', why: 'x' }),
      fc.constantFrom(LEAD, TECH).map((crewId): QueueMove['move'] => ({ move: 'handedOver', crewId, why: '' })),
      always({ move: 'foundMore', wants: [{ work: 'rotors', axle: null }], words: '' }),
      always({ move: 'done', shown: [] }),
      always({ move: 'referred', to: 'y', words: '', mayBeDriven: true }),
      always({ move: 'left', why: 'z' }),
      fc.integer({ min: 1, max: 300 }).map((m): QueueMove['move'] => ({
        move: 'promised',
        backBy: new Date(Date.parse(at('14:00')) + m * 60_000).toISOString(),
      })),
    );
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.integer({ min: 0, max: 299 }), move), { maxLength: 12 }), (drawn) => {
        const moves = drawn.map(([m, body]) =>
          moveOf(entry, new Date(Date.parse(at('14:00')) + m * 60_000).toISOString(), body),
        );
        const shuffled = [...moves].reverse();
        const [a, b] = [stateOf(moves), stateOf(shuffled)];
        expect({ ...b, moves: null, entry: null }).toEqual({ ...a, moves: null, entry: null });
        expect(a.workedMin).toBeGreaterThanOrEqual(0);
        expect(a.workedMin).toBeLessThanOrEqual(300);
        expect(a.promises).toHaveLength(moves.filter((m) => m.move.move === 'promised').length);
        expect(a.status === 'inHand').toBe(a.crewId !== null);
        expect(['done', 'referred', 'left'].includes(a.status)).toBe(a.endedAt !== null);
      }),
    );
  });

  it('a booked car’s promise is told on its card while it is in the queue, and no longer', () => {
    const own = entryOf({ carId: queueCar.id, walkIn: null });
    const told = moveOf(own, '14:00', { move: 'promised', backBy: at('15:00') });
    const of = (facts: QueueMove[]) => promiseOfCar(queueBook([own], facts), paddock.id, queueCar.id, at('14:30'));
    expect(of([])).toMatchObject({ status: 'waiting', promise: null });
    expect(of([told])?.promise?.backBy).toBe(at('15:00'));
    expect(of([told, begun(own, '14:05'), moveOf(own, '14:20', { move: 'done', shown: [] })])).toBeNull();
    expect(promiseOfCar(queueBook([entry]), paddock.id, queueCar.id, at('14:30'))).toBeNull();
  });
});

describe('what is not saved of a car in the queue', () => {
  const refusal = (move: QueueMove['move'], before: QueueMove[] = [], own = entry) =>
    refuseMove(queueBook([own], before), moveOf(own, '16:00', move))?.code ?? null;
  const start = begun(entry, '14:00');
  const done = { move: 'done' as const, shown: [...queueProofs] };

  it('done without having been begun, or without what a car that is not on record must show', () => {
    expect(refusal(done)).toBe('neverBegun');
    expect(refusal({ move: 'done', shown: ['pedalFirm'] }, [start])).toBe('notShown');
    expect(refusal(done, [start])).toBeNull();
    // What was found asks for more.
    const test = entryOf({ wants: [{ work: 'boilingTest', axle: null }] });
    const found = moveOf(test, '14:30', { move: 'foundMore', wants: [{ work: 'pads', axle: 'rear' }], words: '' });
    expect(refusal({ move: 'done', shown: [] }, [begun(test, '14:00')], test)).toBeNull();
    expect(refusal({ move: 'done', shown: [] }, [begun(test, '14:00'), found], test)).toBe('notShown');
  });

  it('a letter that it may be driven, when work was begun on it and nothing of it is shown', () => {
    const refer = (mayBeDriven: boolean) => ({ move: 'referred' as const, to: 'A workshop', words: '', mayBeDriven });
    expect(refusal(refer(true), [start])).toBe('notShown');
    expect(refusal(refer(false), [start])).toBeNull();
    expect(refusal(refer(true))).toBeNull();
    const test = entryOf({ wants: [{ work: 'boilingTest', axle: null }] });
    expect(refusal(refer(true), [begun(test, '14:00')], test)).toBeNull();
  });

  it('a pause or a handover of what nobody has in hand, anything of what is over, or of who has left', () => {
    expect(refusal({ move: 'paused', why: 'x' })).toBe('notInHand');
    expect(refusal({ move: 'handedOver', crewId: LEAD, why: '' })).toBe('notInHand');
    expect(refusal({ move: 'paused', why: 'x' }, [start])).toBeNull();
    const over = [start, moveOf(entry, '15:00', done)];
    expect(refusal(done, over)).toBe('queueIsOver');
    expect(refusal({ move: 'left', why: 'x' }, over)).toBe('queueIsOver');
    expect(refusal({ move: 'promised', backBy: at('17:00') }, over)).toBe('queueIsOver');
    const gone = entryOf({ archived: true });
    expect(refuseMove(queueBook([gone]), begun(gone, '14:00'))?.code).toBe('queueEntryGone');
    const stranger = entryOf();
    expect(refuseMove(queueBook([]), begun(stranger, '14:00'))).toBeNull();
    expect(refuseMove(queueBook([]), moveOf(stranger, '14:00', done))?.code).toBe('neverBegun');
  });
});
