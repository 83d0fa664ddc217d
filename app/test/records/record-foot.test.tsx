/** The foot of a record's page: who changed what, putting away, taking back; and a fluid that is corrected. */
import { act, screen, waitFor } from '@testing-library/react';
import { CompoundScreen } from '../../src/features/inventory/compound-form';
import { FluidScreen } from '../../src/features/inventory/fluid-form';
import { RecordFoot } from '../../src/records/record-foot';
import { bottle, crew, fluid, show } from '../builders/scene';
import { compounds } from '../builders/service-scene';
import type * as Hands from '../builders/hands';
import { answers, freshHands, isThere, place, press, saved, text, type } from '../builders/hands';
import { car, customer } from '../builders/scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../builders/hands').expoRouter);

freshHands();

test('every version is told with its name and what was new in it, newest first', async () => {
  answers[`/api/fluids/${fluid.id}/history`] = [
    { version: 1, savedAt: null, savedBy: null, body: { ...fluid, name: 'Old name', version: 1 } },
    { version: 2, savedAt: '2026-05-02T08:00:00.000Z', savedBy: crew.id, body: { ...fluid, version: 2 } },
    { version: 3, savedAt: '2026-05-03T08:00:00.000Z', savedBy: crew.id, body: { ...fluid, version: 3 } },
  ];
  show(<RecordFoot collection="fluids" record={fluid} name={fluid.name} />);
  press('Who changed what');
  await waitFor(() => expect(screen.getByTestId('record-changes').children).toHaveLength(3));
  const [last, second, first] = [...screen.getByTestId('record-changes').children].map((c) => c.textContent);
  expect(last).toContain('Saved without a change');
  expect(second).toContain(crew.name);
  expect(second).toContain(`Name: ${fluid.name}, before Old name`);
  expect(first).toBe('nobody’s name with itEntered');
});

test('what hangs on it is said before it is put away; put away it can be taken back', async () => {
  show(<RecordFoot collection="customers" record={customer} name={customer.name} />, [], { cars: [car] });
  press('Archive');
  expect(text()).toContain(`Still in use by 1 car (${car.name})`);
  await act(async () => press(`Archive: ${customer.name}`));
  expect(saved('customers')[0]).toMatchObject({ archived: true });
  await waitFor(() => expect(isThere('Restore')).toBe(true));
  await act(async () => press('Restore'));
  expect(saved('customers')[1]).toMatchObject({ archived: false });
});

test('a fluid that was typed wrong is corrected on its own page, and asks again below the least of its grade', async () => {
  place.params = { id: fluid.id };
  show(<FluidScreen />, [], { bottles: [bottle] });
  type('Wet boiling point', '120');
  await act(async () => press('Save fluid'));
  expect(text()).toMatch(/does the label really say less\?/);
  type('Wet boiling point', '205');
  await act(async () => press(/^(It does: save|Save) fluid$/));
  await waitFor(() => expect(saved('fluids')[0]).toMatchObject({ id: fluid.id, wetBoilingPointC: 205 }));
});

test('a compound has its own put away, with the sets that are made of it', () => {
  place.params = { id: compounds[0]!.id };
  show(<CompoundScreen />, [], { compounds });
  expect(isThere('Archive')).toBe(true);
});
