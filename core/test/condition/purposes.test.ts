/** What a purpose asks of a car whatever was found on it: what nobody has looked at is not in order. */
import { type Purpose, notShownFor } from '../../src/condition';
import type { Fact } from '../../src/model';
import { recordSchemas } from '../../src/model/schemas';
import { CREW, book, makeCar } from '../builders/book';
import { checkedOver } from '../builders/checked-over';
import { fullSheet } from '../builders/service-book';
import { bookEvent } from '../builders/track-records';
import { session } from '../builders/track-book';

const car = makeCar();
const sheet = fullSheet(car);
const shown = checkedOver(car, '2026-06-01T08:00:00.000Z', CREW, sheet);
const said = (facts: readonly Fact[], purpose: Purpose, eventId: string | null = bookEvent.id) =>
  notShownFor(book({ cars: [car], brakeSheets: [sheet] }, [...facts]), car, purpose, eventId).map(
    ({ code, verdict, values }) => `${verdict} ${code} ${String(values['proofs'] ?? values['proof'])}`,
  );
/** Driven at another event, after all that. */
const elsewhere = { ...session('09:00', '09:20'), carId: car.id, eventId: 'another event' } as Fact;

test('of a car that nobody has looked at a session and an event ask for all of it, the road for nothing', () => {
  const all = 'needsWork neverLookedAt pedalFirm,torqued,dry,levelKept,rockedTight';
  expect(said([], 'session')).toEqual([all]);
  expect(said([], 'event')).toEqual([all]);
  expect(said([], 'road')).toEqual([]);
});

test.each([
  ['pedalFirm', (f: Fact) => f.kind === 'pedalCheck'],
  ['torqued', (f: Fact) => f.kind === 'torqueSet' && f.corner === 'RL'],
  ['dry', (f: Fact) => f.kind === 'checksDone'],
  ['levelKept', (f: Fact) => f.kind === 'reservoirSeen'],
  ['rockedTight', (f: Fact) => f.kind === 'wheelBearingMeasurement' && f.corner === 'FR'],
])('%s alone is missed, at one corner too', (proof, isIts) => {
  expect(said(shown, 'event')).toEqual([]);
  const without = shown.filter((f) => !isIts(f));
  expect(without.length).toBeLessThan(shown.length);
  expect(said(without, 'event')).toEqual([`needsWork neverLookedAt ${proof}`]);
  expect(said(without, 'session')).toEqual([`needsWork neverLookedAt ${proof}`]);
});

test('driven at another event since, it is looked at again before this one; at its own the look asks', () => {
  const facts = [...shown, elsewhere];
  expect(said(facts, 'event')).toEqual(['needsWork notSinceEvent pedalFirm,torqued,dry,levelKept,rockedTight']);
  expect(said(facts, 'event', 'another event')).toEqual([]);
  expect(said(facts, 'session')).toEqual([]);
  const again = checkedOver(car, '2026-06-20T08:00:00.000Z', CREW, sheet);
  expect(said([...facts, ...again], 'event')).toEqual([]);
});

test('what an act voids stops every purpose', () => {
  const freed = {
    ...shown[0]!,
    id: 'freed',
    at: '2026-06-02T08:00:00.000Z',
    kind: 'repairDone',
    repair: 'bearingAdjusted',
  };
  const facts = [...shown, { ...freed, axle: null, corner: 'FL', words: '' } as unknown as Fact];
  for (const purpose of ['road', 'session', 'event'] as const)
    expect(said(facts, purpose).sort()).toEqual(['stop notShownSince noPlay', 'stop notShownSince torqued']);
});

test('wheel nuts that a sheet leaves out are asked for all the same, and such a sheet is not saved', () => {
  const bare = { ...sheet, fasteners: sheet.fasteners.filter((f) => f.group !== 'wheel' || f.axle === 'rear') };
  expect(recordSchemas.brakeSheets.safeParse(sheet).success).toBe(true);
  expect(recordSchemas.brakeSheets.safeParse(bare)).toMatchObject({
    error: {
      issues: [expect.objectContaining({ path: ['fasteners'], params: { problem: 'wheelNutsMissing', values: {} } })],
    },
  });
  const logbook = book({ cars: [car], brakeSheets: [bare] }, [
    ...shown.filter((f) => f.kind !== 'torqueSet' || f.corner.startsWith('R')),
  ]);
  expect(notShownFor(logbook, car, 'session', null).map((f) => f.values)).toEqual([{ proofs: ['torqued'] }]);
});

test('wheel nuts without a figure are said of the sheet, not of whoever did not torque them', () => {
  const bare = { ...sheet, fasteners: sheet.fasteners.map((f) => ({ ...f, torqueNm: null })) };
  const logbook = book(
    { cars: [car], brakeSheets: [bare] },
    shown.filter((f) => f.kind !== 'torqueSet'),
  );
  expect(notShownFor(logbook, car, 'event', bookEvent.id)).toEqual([]);
});
