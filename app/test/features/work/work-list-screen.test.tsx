/** The screens of the run-up: what they refuse, what they keep, and what they say of a place that breaks a rule. */
import { screen, waitFor } from '@testing-library/react';

import { WorkListScreen } from '../../../src/features/work/work-list-screen';
import { bottle, id, show } from '../../builders/scene';
import type * as Hands from '../../builders/hands';
import { freshHands, saved, place, press, type } from '../../builders/hands';
import { event, booking, scene, old } from '../../builders/run-up-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);

freshHands();

describe('the work list', () => {
  beforeEach(() => {
    place.params = { id: event.id };
  });

  test('says what, why and for whom; nothing is dropped without a reason', async () => {
    show(<WorkListScreen />, old, scene);
    expect(screen.getByTestId('work-flush').textContent).toMatch(/rule says 30\. \(Ring Circle\)/);
    press(/^Flush: /, 'link');
    press('Drop it');
    expect(screen.getByText('Say why it is dropped.')).toBeTruthy();
    expect(saved('bookings')).toEqual([]);
    type('Why drop it', 'The customer does it.');
    press('Drop it');
    await waitFor(() => expect(saved('bookings')).toHaveLength(1));
    expect(saved('bookings')[0]!.workChanges).toEqual([
      { change: 'drop', item: 'flush', reason: 'The customer does it.' },
    ]);
  });

  test('a bottle is reserved for the car, and released again', async () => {
    const sealed = { ...bottle, id: id(31), label: 'B-031' };
    show(<WorkListScreen />, old, { ...scene, bottles: [sealed] });
    press(/^Flush: /, 'link');
    press(/^Reserve bottle B-031, Orsen Race 325, 1000 mL$/);
    await waitFor(() => expect(saved('bookings')).toMatchObject([{ reservedIds: [sealed.id] }]));
    press(/^Flush: /, 'link');
    press(/^Release bottle B-031, /);
    await waitFor(() => expect(saved('bookings')[1]).toMatchObject({ reservedIds: [] }));
  });

  test.each([
    [{ What: '', Why: 'x', 'How long': '20 min' }, 'Say what is to be done.'],
    [{ What: 'x', Why: 'x', 'How long': 'soon' }, /“soon” is not a figure/],
    [{ What: 'x', Why: 'x', 'How long': '20 h' }, 'From 5 min to 10 h.'],
    [{ What: 'x', Why: '', 'How long': '20 min' }, 'Say why.'],
  ])('added work %j is refused in words', (typed, sentence) => {
    show(<WorkListScreen />, old, scene);
    press('Add work');
    for (const [label, text] of Object.entries(typed)) type(label, text);
    press('Add it');
    expect(screen.getByText(sentence)).toBeTruthy();
    expect(saved('bookings')).toEqual([]);
  });

  test('the text to the customer goes to the messages as it stands', async () => {
    show(<WorkListScreen />, old, scene);
    press('Text the customer');
    expect((screen.getByLabelText('Text') as HTMLTextAreaElement).value).toContain('is booked for Two-day');
    press('To the messages');
    await waitFor(() => expect(saved('messages')).toHaveLength(1));
    expect(saved('messages')[0]).toMatchObject({ about: 'booked', bookingId: booking.id });
  });
});
