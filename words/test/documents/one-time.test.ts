/** One job, one end: the wall, the calendar, the text to the customer and the board tell the same, breaks and all; counted by hand, minute by minute. */
import fc from 'fast-check';
import { dateIn, timeIn, timeOfDay } from '@calvik/core/calendar';
import { conflictFinding, conflictingJobs, endOfJob, spanOfJob, stretchesOfJob } from '@calvik/core/jobs';
import { workOfEvents } from '@calvik/core/run-up';
import { calendarOfShop, messageText, runSheet } from '../../src/documents';
import { TODAY, at, booking, bram, shop, tove, visit } from '../builders/planning-evening';

const DAY = '2026-06-08';
const start = (minutes: number): string =>
  new Date(Date.parse(`${DAY}T05:00:00.000Z`) + minutes * 60_000).toISOString();

/** When so many minutes of work are over that begin at a minute of the day, by going through the day. */
function byHand(
  from: number,
  minutes: number,
  breaks: readonly { from: string; to: string }[],
): { first: number; end: number } {
  const minuteOf = (time: string): number => Number(time.slice(0, 2)) * 60 + Number(time.slice(3));
  const isBreak = (m: number): boolean => breaks.some((b) => minuteOf(b.from) <= m && m < minuteOf(b.to));
  let [at, left] = [from, minutes];
  let first: number | null = null;
  for (; left > 0; at++)
    if (!isBreak(at)) {
      first ??= at;
      left -= 1;
    }
  return { first: first!, end: at };
}

test('property: run sheet, calendar, text and conflicts tell one end, and the stretches make up the minutes', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 90 }),
      fc.integer({ min: 1, max: 90 }),
      fc.integer({ min: 0, max: 4 }),
      (startsAt, length, lunch) => {
        const breaks =
          lunch === 0
            ? []
            : [
                { from: '09:30', to: '09:45' },
                { from: `1${lunch}:00`, to: `1${lunch}:30` },
              ];
        // From seven on, in fives.
        const from = 7 * 60 + startsAt * 5;
        const job = visit({
          startAt: start(startsAt * 5),
          durationMin: length * 5,
          covers: ['flush'],
          bookingId: booking.id,
        });
        const logbook = at([job], [], { shops: [{ ...shop, breaks }] });
        const { first, end } = byHand(from, length * 5, breaks);
        expect(spanOfJob(logbook, job).to).toBe(end);
        fc.pre(end < 24 * 60);
        const time = timeOfDay(end);
        const lists = workOfEvents(logbook, TODAY);
        const sheet = runSheet(logbook, lists, DAY).people.find((p) => p.name === tove.name)!.jobs[0]!;
        expect(sheet.time).toBe(`${timeOfDay(from)}–${time}`);
        const entry = calendarOfShop(logbook).find((e) => e.id === job.id)!;
        const when = entry.when as { to: string };
        expect(timeIn(when.to, shop.timeZone)).toBe(time);
        expect(messageText(logbook, booking, lists.get(booking.id) ?? [], 'bringIn')).toContain(`after ${time}.`);
        const next = { ...job, id: visit().id, carId: visit().carId, crewId: bram.id, startAt: when.to };
        expect(conflictingJobs(logbook, next)).toEqual([]);
        const early = { ...next, startAt: new Date(Date.parse(when.to) - 60_000).toISOString() };
        expect(conflictingJobs(logbook, early).map((j) => j.id)).toEqual([job.id]);
        expect((conflictFinding(logbook, early, job).values as unknown as { to: string }).to).toBe(
          endOfJob(logbook, job),
        );
        const stretches = stretchesOfJob(logbook, job);
        expect(stretches.reduce((n, s) => n + s.to - s.from, 0)).toBe(length * 5);
        expect([stretches[0]!.from, stretches.at(-1)!.to]).toEqual([first, end]);
        expect(dateIn(job.startAt, shop.timeZone)).toBe(DAY);
      },
    ),
    { numRuns: 80 },
  );
});
