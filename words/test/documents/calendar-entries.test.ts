import { calendarOfCrew, calendarOfEvent, calendarOfShop } from '../../src/documents';
import { newId } from '../../../core/test/builders/book';
import { customer, tove, bram, event, visit, at } from '../builders/planning-evening';

describe('calendars', () => {
  test('of a person: their own jobs and those they help with, each with who, for whom, what and where', () => {
    const own = visit();
    const logbook = at([
      own,
      visit({ crewId: bram.id, helperId: tove.id }),
      visit({ crewId: bram.id }),
      visit({ archived: true }),
    ]);
    const entries = calendarOfCrew(logbook, tove.id);
    expect(entries).toHaveLength(2);
    expect(entries[0]).toEqual({
      id: own.id,
      title: 'Service, Test car',
      details: 'With Tove Loy. Customer: Ona Birk, 0555 0101. For Two-day. Measure pads and rotors; Flush. Lift 1',
      place: 'Ferrant & Loy',
      when: { from: '2026-06-09T07:00:00.000Z', to: '2026-06-09T08:30:00.000Z' },
      revision: 0,
    });
  });

  test('a job at the customer’s place, and one at the event, say where', () => {
    const there = { customers: [{ ...customer, atTheirPlace: true, travelMin: 20 }] };
    const [home] = calendarOfCrew(at([visit({ liftId: null })], [], there), tove.id);
    expect(home!.place).toBe('At Ona Birk’s');
    const [away] = calendarOfCrew(at([visit({ kind: 'atEvent', startAt: '2026-06-13T08:30:00.000Z' })]), tove.id);
    expect(away!.place).toBe('Tarn');
  });

  test('of an event: its days whole, to the morning after, who is booked, then its work', () => {
    const entries = calendarOfEvent(at([visit()]), event.id);
    expect(entries[0]).toMatchObject({
      title: 'Two-day',
      details: 'Booked: Test car. Gate at seven.',
      place: 'Tarn',
      when: { firstDay: '2026-06-13', dayAfter: '2026-06-15' },
    });
    expect(entries.slice(1).map((e) => e.title)).toEqual(['Load-up, Two-day', 'Service, Test car']);
    expect(calendarOfShop(at([visit()])).map((e) => e.title)).toEqual([
      'Two-day',
      'Load-up, Two-day',
      'Service, Test car',
    ]);
    expect(calendarOfEvent(at(), newId())).toEqual([]);
  });
});
