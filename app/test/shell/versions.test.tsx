/** Pages that were opened before somebody else saved: what they did not touch is kept, what both touched is asked about, and a page says what it saved. */
import { act, cleanup, screen, waitFor } from '@testing-library/react';
import type { Collection, RecordOf } from '@calvik/core';
import { BrakeSheetScreen } from '../../src/features/cars/brake-sheet-screen';
import { EditEventScreen } from '../../src/features/events/event-form';
import { ShopSettingsScreen } from '../../src/features/settings/shop-screen';
import { TwoVersions } from '../../src/shell/two-versions';
import { received } from '../../src/state/logbook';
import type { AppStore } from '../../src/state/store';
import { event, records, shop } from '../builders/awkward-scene';
import type * as Hands from '../builders/hands';
import { freshHands, place, press, saved, text, type, typeAndLeave } from '../builders/hands';
import { car, show } from '../builders/scene';
import { records as service } from '../builders/service-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../builders/hands').expoRouter);
freshHands();

/** Somebody else's device has saved. */
const another = <C extends Collection>(store: AppStore, collection: C, body: RecordOf<C>): void =>
  act(() => {
    store.dispatch(
      received({
        cursor: 99,
        more: false,
        changes: [{ seq: 99, collection, body: { ...body, version: body.version + 1 } }],
      }),
    );
  }) as never;
const openEvent = (): AppStore => {
  place.params = { id: event.id };
  return show(
    <>
      <EditEventScreen />
      <TwoVersions />
    </>,
    [],
    records,
  );
};
const save = async (name: string): Promise<void> => {
  await act(async () => press(name));
};

test('an event that somebody else has changed elsewhere: both are kept, and it is told', async () => {
  const store = openEvent();
  type('Notes', 'Gate opens at six.');
  another(store, 'events', { ...event, organiser: 'Brenholt Society' });
  await save('Save event');
  await waitFor(() =>
    expect(saved('events')).toMatchObject([{ version: 4, notes: 'Gate opens at six.', organiser: 'Brenholt Society' }]),
  );
  expect(
    await screen.findByText(/Changed by somebody else meanwhile, and kept: Organiser: Brenholt Society/),
  ).toBeTruthy();
});

test('the same field: nothing is saved before somebody has chosen, then what was chosen', async () => {
  const store = openEvent();
  type('Notes', 'Mine.');
  another(store, 'events', { ...event, notes: 'Theirs.' });
  await save('Save event');
  expect(await screen.findByText('Changed by two people')).toBeTruthy();
  expect(text()).toContain('Before: Gate opens at seven.');
  expect(saved('events')).toEqual([]);
  press('Notes, theirs: Theirs.', 'radio');
  press('Notes, yours: Mine.', 'radio');
  await save('Save');
  await waitFor(() => expect(saved('events')).toMatchObject([{ version: 4, notes: 'Mine.' }]));
});

test('a draft that was left yesterday is told by what it was begun on', async () => {
  openEvent();
  type('Notes', 'Left over night.');
  cleanup();
  const store = show(<EditEventScreen />, [], {
    ...records,
    events: [{ ...event, version: 4, organiser: 'Brenholt Society' }],
  });
  expect(store.getState().logbook.loaded).toBe(true);
  await save('Save event');
  await waitFor(() =>
    expect(saved('events')).toMatchObject([{ version: 4, notes: 'Left over night.', organiser: 'Brenholt Society' }]),
  );
});

test('two people at two fasteners of one sheet', async () => {
  const sheet = service.brakeSheets![0]!;
  place.params = { id: car.id };
  const store = show(<BrakeSheetScreen />, [], service);
  const [mine, theirs] = sheet.fasteners as [
    RecordOf<'brakeSheets'>['fasteners'][number],
    RecordOf<'brakeSheets'>['fasteners'][number],
  ];
  const torque = screen.getAllByLabelText(/torque/i, { selector: 'input' })[0]!;
  type(torque.getAttribute('aria-label')!, '111');
  another(store, 'brakeSheets', {
    ...sheet,
    fasteners: sheet.fasteners.map((f) => (f.key === theirs.key ? { ...f, source: 'Sheet 9' } : f)),
  });
  await save('Save the sheet');
  await waitFor(() => expect(saved('brakeSheets')).toHaveLength(1));
  const made = saved('brakeSheets')[0] as unknown as RecordOf<'brakeSheets'>;
  expect(made.fasteners.find((f) => f.key === mine.key)?.torqueNm).toBe(111);
  expect(made.fasteners.find((f) => f.key === theirs.key)?.source).toBe('Sheet 9');
});

test('a page of the settings keeps its draft when somebody else saves, wipes nothing, and says what it saved', async () => {
  place.params = { page: 'figures' };
  const store = show(<ShopSettingsScreen />, [], { shops: [shop] });
  type('Demanded margin over peak temperature', '41');
  another(store, 'shops', { ...shop, name: 'Under a new name' });
  expect(
    screen.getByLabelText<HTMLInputElement>('Demanded margin over peak temperature', { selector: 'input' }).value,
  ).toBe('41');
  await save('Save the shop’s settings');
  await waitFor(() => expect(saved('shops')).toMatchObject([{ demandedMarginC: 41, name: 'Under a new name' }]));
  expect(screen.getByTestId('saved').textContent).toContain('Saved');
  expect(screen.getByTestId('saved').textContent).toMatch(/margin: 41/i);
});

test('first and last day move together, until somebody says otherwise; a long event is asked about', async () => {
  openEvent();
  const at = (label: string): string => screen.getByLabelText<HTMLInputElement>(label, { selector: 'input' }).value;
  typeAndLeave('First day', '13.3.27');
  expect([at('Last day'), at('Load-up')]).toEqual(['14/03/2027', '11/03/2027']);
  typeAndLeave('Last day', '20.3.27');
  typeAndLeave('First day', '14.3.27');
  expect([at('Last day'), at('Load-up')]).toEqual(['20/03/2027', '12/03/2027']);
  await save('Save event');
  expect(await screen.findByText('More than four days: save again if the last day is meant.')).toBeTruthy();
  expect(saved('events')).toEqual([]);
  await save('Save event');
  await waitFor(() => expect(saved('events')).toMatchObject([{ startDate: '2027-03-14', endDate: '2027-03-20' }]));
});
