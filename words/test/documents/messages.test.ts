import { workOfBooking } from '@calvik/core/run-up';
import { messageText } from '../../src/documents';
import { TODAY, customer, event, booking, visit, at } from '../builders/planning-evening';

describe('texts to a customer', () => {
  const say = (about: 'booked' | 'bringIn' | 'found', ...rest: Parameters<typeof at>): string => {
    const logbook = at(...rest);
    return messageText(logbook, booking, workOfBooking(logbook, booking, TODAY), about);
  };

  test('booked: the event with its days, what is done before it, and that the host has rules', () => {
    expect(say('booked', [], [], { events: [{ ...event, minPadMm: 8 }] })).toMatch(
      /^Hello Ona, Test car is booked for Two-day, 13–14 Jun 2026\. Before it we do: .* and .*\. Ring Circle has rules for the car; we keep to them\. Ferrant & Loy$/,
    );
  });

  test('bring it in: by the first visit, ready after the last, in the shop’s own time', () => {
    const text = say('bringIn', [
      visit(),
      visit({ startAt: '2026-06-11T12:00:00.000Z', durationMin: 45, covers: ['inspection'] }),
    ]);
    expect(text).toBe(
      'Hello Ona, please bring Test car by Tue 9 Jun at 09:00. It is ready again on Thu 11 Jun after 14:45. Ferrant & Loy',
    );
  });

  test('at the customer’s place we come; work at the event is no reason to bring it in', () => {
    const there = { customers: [{ ...customer, atTheirPlace: true, travelMin: 20 }] };
    expect(say('bringIn', [visit({ liftId: null })], [], there)).toContain('we come to Test car on Tue 9 Jun at 09:00');
    expect(say('bringIn', [visit({ startAt: '2026-06-13T08:30:00.000Z', kind: 'atEvent' })])).toContain(
      'no day is set',
    );
  });

  test('found: each reason once, four at the most, and when it is loaded', () => {
    const text = say('found');
    expect(text).toContain('rule says 5');
    expect(text).toContain('Load-up is 12 Jun 2026.');
    expect(text.match(/rule says 5/g)).toHaveLength(1);
  });
});
