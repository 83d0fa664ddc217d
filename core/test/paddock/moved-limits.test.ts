/** A limit that is moved while an event runs: a lead who did not move it lets the car go, or nobody. */
import { type Logbook, withRecord } from '../../src/logbook';
import { type Fact, SHOP_ID } from '../../src/model';
import { judgeTrack } from '../../src/paddock';
import { limitMoves } from '../../src/service';
import { refusalOf } from '../../src/track';
import { newId } from '../builders/book';
import { LEAD, TECH, decide, fact, goodLook, session, sheet, trackBook, trackCar } from '../builders/track-book';
import { bookEvent } from '../builders/track-records';

const TODAY = '2026-06-13';
const first = session('09:00', '09:20');
const looked = [first, ...goodLook((m) => `09:${25 + m}`, first, 9, 250)];
const milder = { ...sheet, maxWheelBearingPlayMm: 4 };
const book = (...more: Fact[]): Logbook => trackBook([...looked, ...more]);
const now = (...more: Fact[]): Logbook => withRecord(book(...more), 'brakeSheets', milder);
const [move] = limitMoves(book(), now(), TODAY);
const by = (who: string): Fact => fact('09:50', { ...move!, by: who });
const codes = (logbook: Logbook): string[] => judgeTrack(logbook, trackCar, bookEvent.id).findings.map((f) => f.code);
const may = (logbook: Logbook, decision: Fact) => refusalOf(logbook, decision, TODAY)?.code ?? null;

test('it is written down for the car at the event, on the days of the event alone', () => {
  expect(move).toMatchObject({ eventId: bookEvent.id, carId: trackCar.id, limit: 'bearingPlay', to: 4 });
  expect(limitMoves(book(), now(), '2026-06-20')).toEqual([]);
});

test('it stands against the car until another lead has signed, and is over when the figure is back', () => {
  expect(codes(now(by(TECH)))).toContain('limitMoved');
  expect(codes(book(by(TECH)))).not.toContain('limitMoved');
  expect(may(now(by(TECH)), decide('09:55', first, 'go', { reason: 'In order.' }))).toBe('onlyLeadLetsGo');
  expect(may(now(by(TECH)), decide('09:55', first, 'go', { by: LEAD, reason: 'In order.' }))).toBeNull();
  const go = decide('09:55', first, 'go', { by: LEAD, reason: 'By the maker’s sheet.' });
  expect(codes(now(by(TECH), go))).not.toContain('limitMoved');
  // Moved again after that it is looked at again.
  expect(codes(now(by(TECH), go, fact('10:10', { ...move!, by: TECH })))).toContain('limitMoved');
  // Whoever stops the car has let nothing go by it.
  const stop = decide('09:55', first, 'stop', { by: LEAD, reason: 'Play.' });
  expect(codes(now(by(TECH), stop))).toContain('limitMoved');
});

test('a lead does not let go what that lead moved, unless there is no other', () => {
  const go = decide('09:55', first, 'go', { by: LEAD, reason: 'So it is.' });
  expect(may(now(by(LEAD)), go)).toBeNull();
  const two = (l: Logbook): Logbook => withRecord(l, 'crew', { ...l.crew.get(LEAD)!, id: newId(), name: 'Other Lead' });
  expect(may(two(now(by(LEAD))), go)).toBe('ownLimit');
  expect(codes(two(now(by(LEAD), go)))).toContain('limitMoved');
});

test('gauging the pads more seldom while an event runs is a milder limit, more often is none', () => {
  const every = (logbook: Logbook, padsEverySessions: number): Logbook =>
    withRecord(logbook, 'shops', { ...logbook.shop, id: SHOP_ID, padsEverySessions });
  const moves = limitMoves(every(book(), 1), every(book(), 4), TODAY);
  expect(moves).toEqual([expect.objectContaining({ limit: 'padsEvery', from: 1, to: 4, eventId: bookEvent.id })]);
  expect(limitMoves(every(book(), 4), every(book(), 1), TODAY)).toEqual([]);
  const moved = every(book(fact('09:50', { ...moves[0]!, by: TECH })), 4);
  expect(codes(moved)).toContain('limitMoved');
  expect(may(moved, decide('09:55', first, 'go', { reason: 'In order.' }))).toBe('onlyLeadLetsGo');
});
