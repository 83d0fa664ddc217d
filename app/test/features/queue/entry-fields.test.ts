/** What is typed of a car for the queue: read as it was meant, or refused with what is wrong. */
import { draftOf, emptyDraft, readEntry } from '../../../src/features/queue/entry-fields';

const NOW = '2026-06-13T14:02:00.000Z';
const draft = { ...emptyDraft, wants: ['pads.front', 'bleed.'] };
const read = (over: Partial<typeof emptyDraft>) => readEntry({ ...draft, ...over }, NOW, 'UTC');

it('reads what is wanted, when it goes out and what the driver brought', () => {
  expect(read({ goesOut: '15.20', stays: ['staysIn'], grade: 'DOT 4', group: ' A ' })).toMatchObject({
    wants: [
      { work: 'pads', axle: 'front' },
      { work: 'bleed', axle: null },
    ],
    goesOutAt: '2026-06-13T15:20:00.000Z',
    staysIn: true,
    fluidGrade: 'DOT 4',
    group: 'A',
  });
  expect(
    read({ bottle: 'open', bottleGrade: 'DOT 5.1', bottleOpened: '2026-05-01', bottleLeft: '0.4 L' }),
  ).toMatchObject({ ownBottle: { grade: 'DOT 5.1', isSealed: false, openedOn: '2026-05-01', leftMl: 400 } });
  // A sealed one has no day on which it was opened, whatever was typed before.
  expect(read({ bottle: 'sealed', bottleGrade: 'DOT 4', bottleOpened: '2026-05-01' })).toMatchObject({
    ownBottle: { isSealed: true, openedOn: null, leftMl: null },
  });
});

it.each([
  [{ wants: [] }, 'Choose what is wanted.'],
  [{ goesOut: 'soon' }, 'Give the time it goes out like 14:05.'],
  [{ goesOut: '13:00' }, 'It goes out later than now: give the next time.'],
  [{ bottle: 'open' as const }, 'Say which fluid is in the driver’s bottle.'],
  [
    { bottle: 'open' as const, bottleGrade: 'DOT 4' as const, bottleLeft: 'half' },
    'What is left in the bottle cannot be read.',
  ],
  [
    { bottle: 'open' as const, bottleGrade: 'DOT 4' as const, bottleOpened: 'May' },
    'The day on which the bottle was opened cannot be read.',
  ],
  [
    { bottle: 'open' as const, bottleGrade: 'DOT 4' as const, bottleOpened: '2026-07-01' },
    'The bottle cannot have been opened after today.',
  ],
])('refuses %j', (over, sentence) => {
  expect(read(over)).toBe(sentence);
});

it('shows an entry as it was typed, and reads it back the same', () => {
  const typed = readEntry(
    { ...draft, goesOut: '15:20', bottle: 'open', bottleGrade: 'DOT 4', bottleLeft: '300 mL' },
    NOW,
    'UTC',
  );
  if (typeof typed === 'string') throw new Error(typed);
  const entry = {
    ...typed,
    id: '01900000-0000-7000-8000-00000000e001',
    version: 1,
    archived: false,
    eventId: '01900000-0000-7000-8000-00000000e002',
    carId: null,
    walkIn: { driver: 'Ode Lund', car: 'Brown one', phone: '' },
    arrivedAt: NOW,
  };
  expect(readEntry(draftOf(entry, 'UTC'), NOW, 'UTC')).toEqual(typed);
  // Put right after the car has gone out, it need not be typed anew.
  expect(readEntry(draftOf(entry, 'UTC'), '2026-06-13T16:00:00.000Z', 'UTC', entry.goesOutAt)).toEqual(typed);
});
