import { workOfBooking } from '@calvik/core/run-up';
import { messageText } from '../../src/documents';
import { padsMeasured } from '../../../core/test/builders/run-up-book';
import { TODAY, car, customer, event, booking, visit, at } from '../builders/planning-evening';

describe('texts to a customer', () => {
  const say = (about: 'booked' | 'bringIn' | 'found', ...rest: Parameters<typeof at>): string => {
    const logbook = at(...rest);
    return messageText(logbook, booking, workOfBooking(logbook, booking, TODAY), about);
  };

  test('booked: the event with its days, what is done before it, and that the host has rules', () => {
    expect(say('booked', [], [], { events: [{ ...event, minPadMm: 8 }] })).toMatch(
      /^Hello Ona, Test car is booked for Two-day, 13–14 Jun 2026\. Beforehand we’ll do: .* and .*\. Ring Circle has rules for the car; we keep to them\. Ferrant & Loy$/,
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

  test('found: in a customer’s words, each once, with what is done about it and when it is loaded', () => {
    const text = say('found');
    expect(text).toMatch(/The brake fluid is older than the rules allow\. .*We’ll see to: .*new brake fluid/);
    expect(text.match(/older than the rules allow/g)).toHaveLength(1);
    expect(text).toContain('Load-up is 12 Jun 2026.');
    // What is between the shop and the organiser is none of it.
    expect(text).not.toMatch(/lines? to sign|rule says|Bedded parts only/);
    const thin = say('found', [], padsMeasured(9, '2026-05-30', car.id), {
      events: [{ ...event, minPadMm: 9.5, loadUpTime: '14:00' }],
    });
    expect(thin).toMatch(/The front pads have 9\.0\smm left, and 9\.5\smm is needed for this event\./);
    expect(thin).toContain('Load-up is 12 Jun 2026, 14:00.');
  });

  test('found: of a car that nobody has looked at, never that it is in order', () => {
    const text = say('found', [], [], { events: [{ ...event, flushWithinDays: null }] });
    expect(text).toMatch(/We still have to .*measure pads and rotors/);
    expect(text).not.toMatch(/in order|out of the ordinary/);
  });
});
