/** What can be computed for a car that goes out again, by hand. */
import { decisionsOn, sessionsAt } from '../../src/sessions';
import { heatAffectedMl, padLapsLeft, suggestLimits, wearOver, wearPerHour } from '../../src/track';
import { allPads, session, sessionOf, trackBook, trackCar } from '../builders/track-book';

const first = session('09:00', '09:20');
const facts = [...allPads('08:00', 9), first, ...allPads('09:30', 8.2)];
const book = trackBook(facts);

test('0.8 mm in eight laps is 0.1 a lap: 47 laps to half a millimetre over the limit, fewer by how little two readings tell', () => {
  const left = padLapsLeft(book, trackCar, sessionOf(book, first));
  expect(left).toHaveLength(4);
  for (const { perLapMm, laps } of left) {
    expect(perLapMm).toBeCloseTo(0.1, 6);
    expect(laps).toBeLessThanOrEqual(47);
    expect(laps).toBeGreaterThanOrEqual(25);
  }
  expect(suggestLimits(book, trackCar, sessionOf(book, first), []).maxLaps).toBeNull();
});
test('pads that would not last one and a half such sessions limit the laps', () => {
  const thin = trackBook([...allPads('08:00', 5), first, ...allPads('09:30', 4.2)]);
  // 0.7 mm at 0.1 a lap, and not so sure.
  const { maxLaps } = suggestLimits(thin, trackCar, sessionOf(thin, first), []);
  expect(maxLaps).toBeGreaterThanOrEqual(4);
  expect(maxLaps).toBeLessThanOrEqual(7);
});
test('what twenty minutes wear is three times as much in an hour; a few minutes say nothing', () => {
  const wear = wearOver(book, trackCar, sessionsAt(book, trackCar.id, sessionOf(book, first).fact.eventId));
  const [front] = wearPerHour(wear, 20);
  expect(front!.lostMm).toBeCloseTo(0.8, 6);
  expect(front!.perHourMm).toBeCloseTo(2.4, 6);
  expect(wearPerHour(wear, 3)).toEqual([]);
});
test('the heat-affected fluid is that behind the pistons, never less than four calipers of 15 mL nor more than of 45', () => {
  const ml = heatAffectedMl(book, trackCar);
  expect(ml % 5).toBe(0);
  expect(ml).toBeGreaterThanOrEqual(60);
  expect(ml).toBeLessThanOrEqual(180);
  expect(decisionsOn(book, sessionOf(book, first))).toEqual([]);
});
test.each([
  ['fluidMayBoil', true],
  ['fluidMarginThin', true],
  ['cornerHotter', true],
  ['boiledInSession', true],
  // Said of fluid that is in order, or of a service: no reason to spare the brakes.
  ['fluidInOrder', false],
  ['fluidUnknown', false],
  ['lookFault', false],
])('%s asks for a cool-down lap: %s', (code, wants) => {
  const found = [{ code, verdict: 'watch' as const, place: {}, values: {} }];
  expect(suggestLimits(book, trackCar, sessionOf(book, first), found).coolDownLap).toBe(wants);
});
test.each([
  ['pulls', true],
  ['grabs', true],
  ['squeal', false],
])('a car that %s stays in when it is wet: %s', (complaint, staysIn) => {
  const found = [{ code: 'driverComplained', verdict: 'watch' as const, place: {}, values: { complaint } }];
  expect(suggestLimits(book, trackCar, sessionOf(book, first), found).notInTheWet).toBe(staysIn);
});
