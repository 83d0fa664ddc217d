/** Pads every second session: never later than the shop says, and sooner where one is thin, unknown, or the driver has a word to say. */
import fc from 'fast-check';
import { SHOP_ID, shopDefaults } from '../../src/model';
import { judgeLook } from '../../src/paddock';
import { findSession } from '../../src/sessions';
import { allPads, atEvent, session, sheet, trackCar } from '../builders/track-book';
import { makeBook } from '../builders/track-records';

const shop = (padsEverySessions: number) => ({ shops: [{ ...shopDefaults, id: SHOP_ID, padsEverySessions }] });
/** Whether the look after the last of several sessions asks for the pads. */
const asks = (every: number, facts: ReturnType<typeof session>[]): boolean => {
  const last = facts.filter((f) => f.kind === 'sessionDriven').at(-1)!;
  const logbook = makeBook(trackCar, sheet, [atEvent], facts, shop(every), []);
  const found = findSession(logbook, trackCar.id, last.id)!;
  return judgeLook(logbook, trackCar, found).items.some((i) => i.kind === 'pads');
};
const runs = [session('08:00', '08:20'), session('09:00', '09:20'), session('10:00', '10:20')];

describe('pads after a session', () => {
  test('are gauged after each, unless the shop says otherwise', () => {
    const facts = [...allPads('07:30', 11), ...runs];
    expect(asks(1, facts)).toBe(true);
    expect(asks(4, facts)).toBe(false);
    expect(asks(3, facts)).toBe(true);
    expect(asks(2, [...allPads('07:30', 11), runs[0]!])).toBe(false);
    expect(asks(2, [...allPads('07:30', 11), ...runs.slice(0, 2)])).toBe(true);
  });
  test('are gauged where nobody ever has, and where the driver says something', () => {
    expect(asks(4, [runs[0]!])).toBe(true);
    expect(asks(4, [...allPads('07:30', 11), session('08:00', '08:20', { complaints: ['pulls'] })])).toBe(true);
    const said = { words: 'A scrape at the left rear.', isNothingToSay: false };
    expect(asks(4, [...allPads('07:30', 11), session('08:00', '08:20', said)])).toBe(true);
  });
  test('are gauged where one could come to its limit before the next time, by what it wore lately', () => {
    // The shop's limit is 3 mm, and a pad may wear 1 mm a session where nobody knows better.
    expect(asks(4, [...allPads('07:30', 7.1), runs[0]!])).toBe(false);
    expect(asks(4, [...allPads('07:30', 6.9), runs[0]!])).toBe(true);
    // Two millimetres in the first: eight more until the fifth.
    const worn = [...allPads('07:30', 12), runs[0]!, ...allPads('08:30', 10), runs[1]!];
    expect(asks(4, worn)).toBe(true);
    expect(asks(3, worn)).toBe(false);
  });
  test('once gauged after it, stay in its look', () => {
    expect(asks(4, [...allPads('07:30', 11), runs[0]!, ...allPads('08:30', 10.8)])).toBe(true);
  });
  test('property: asked at the latest after so many sessions as the shop says', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 4 }),
        fc.integer({ min: 1, max: 6 }),
        fc.double({ min: 3, max: 14, noNaN: true }),
        (every, driven, mm) => {
          const hours = Array.from({ length: driven }, (_, i) => String(8 + i).padStart(2, '0'));
          const facts = [...allPads('07:30', mm), ...hours.map((h) => session(`${h}:00`, `${h}:20`))];
          if (driven >= every) expect(asks(every, facts)).toBe(true);
          if (mm - every < 3) expect(asks(every, facts)).toBe(true);
        },
      ),
      { numRuns: 60 },
    );
  });
});
