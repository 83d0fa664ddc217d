/** Settings and the people: who is on duty, lifts, the rules of the shop; and the board by week and by lift. */
import { act, screen, waitFor } from '@testing-library/react';
import { type Job, type RecordOf, SHOP_ID, dateIn, plusDays, shopDefaults, recordDefaults } from '@calvik/core';
import { BoardScreen } from '../src/features/schedule/board-screen';
import { SettingsScreen } from '../src/features/settings/settings-screen';
import { WearParts } from '../src/features/inventory/wear-parts';
import { car, crew, id, show } from './scene';
import type * as Hands from './hands';
import { freshHands, isThere, saved, place, press, router, text, type } from './hands';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('./hands').expoRouter);
freshHands();

const common = { version: 1, archived: false };
const lift: RecordOf<'lifts'> = { ...common, id: id(43), name: 'Lift 1' };
const bram = { ...crew, id: id(47), name: 'Bram Okell' };
const pressing = (name: string | RegExp, role?: string): Promise<void> => act(async () => press(name, role));

describe('settings', () => {
  test('a new hand is added and has a page; an empty name is asked for', async () => {
    show(<SettingsScreen />);
    await pressing('Add');
    expect(saved()).toEqual([]);
    type('New crew member', 'Sanna Reij');
    await pressing('Add');
    await waitFor(() => expect(saved('crew')).toMatchObject([{ name: 'Sanna Reij', role: 'technician' }]));
    await pressing('Sanna Reij');
    expect(router.push).toHaveBeenCalledWith(`/crew/${String(saved('crew')[0]!.id)}`);
  });

  test('who is on duty signs from then on', () => {
    const store = show(<SettingsScreen />, [], { crew: [bram] });
    press('Bram Okell', 'radio');
    expect(store.getState().preferences.crewId).toBe(bram.id);
  });

  test('lifts come and go', async () => {
    show(<SettingsScreen />, [], { lifts: [lift] });
    await pressing('Add lift');
    expect(text()).toContain('Type the name first.');
    type('New lift', 'Lift 2');
    await pressing('Add lift');
    await waitFor(() => expect(saved('lifts')).toMatchObject([{ name: 'Lift 2', archived: false }]));
    await pressing('Take Lift 1 away');
    await waitFor(() => expect(saved('lifts')[1]).toMatchObject({ id: lift.id, archived: true }));
    expect(text()).not.toContain('Lift 1');
  });

  test('units and look are this device’s own', () => {
    const store = show(<SettingsScreen />);
    press('Units: Imperial', 'radio');
    press('Theme: Dark', 'radio');
    expect(store.getState().preferences).toMatchObject({ units: 'imperial', theme: 'dark' });
    expect(saved()).toEqual([]);
  });

  test('a rule of the shop is taken away; hours that end before they begin are refused', async () => {
    const shop: RecordOf<'shops'> = {
      ...shopDefaults,
      ...common,
      id: SHOP_ID,
      fluidPolicies: [{ school: 'window', withinDays: 90 }, { school: 'everyEvent' }],
    };
    show(<SettingsScreen />, [], { shops: [shop] });
    press('Remove rule B: within 90 days before the event');
    type('Monday', '17:00 to 08:00');
    await pressing('Save the shop’s settings');
    expect(saved()).toEqual([]);
    expect(text()).toMatch(/Monday/);
    type('Monday', '8:00 to 16:30');
    await pressing('Save the shop’s settings');
    await waitFor(() => expect(saved('shops')).toHaveLength(1));
    const changed = saved('shops')[0] as unknown as RecordOf<'shops'>;
    expect(changed.fluidPolicies).toEqual([{ school: 'everyEvent' }]);
    expect(changed.hours[0]).toEqual({ from: '08:00', to: '16:30' });
  });
});

describe('the board', () => {
  const today = dateIn(new Date().toISOString(), shopDefaults.timeZone);
  const job = (n: number, over: Partial<Job>): Job => ({
    ...recordDefaults.jobs,
    ...common,
    id: id(n),
    kind: 'errand',
    carId: car.id,
    eventId: null,
    crewId: crew.id,
    startAt: `${plusDays(today, 1)}T09:00:00.000Z`,
    durationMin: 45,
    notes: '',
    covers: ['ducts'],
    ...over,
  });
  const scene = {
    crew: [bram],
    lifts: [lift],
    jobs: [
      job(50, { liftId: lift.id }),
      job(51, { crewId: bram.id, helperId: crew.id, startAt: `${plusDays(today, 1)}T11:00:00.000Z` }),
    ],
  };
  const open = (): void => {
    place.params = { day: plusDays(today, 1) };
    show(<BoardScreen />, [], scene);
  };

  test('by people, who helps has the job too; by lift, what has none stands apart', () => {
    open();
    expect(screen.getAllByTestId(/^(board-job|block-)/)).toHaveLength(3);
    press(/Lifts$/, 'radio');
    expect(screen.getAllByTestId(/^(board-job|block-)/)).toHaveLength(2);
    expect(text()).toContain('Lift 1');
    expect(text()).toContain('No lift');
  });

  test('goes a day on and a day back', () => {
    open();
    press('The next day');
    expect(screen.queryAllByTestId(/^(board-job|block-)/)).toHaveLength(0);
    press('The day before');
    expect(screen.getAllByTestId(/^(board-job|block-)/)).toHaveLength(3);
  });
});

test('small parts say what is here and what is low', () => {
  const part: RecordOf<'wearParts'> = {
    ...common,
    id: id(60),
    name: 'Slide-pin kit',
    kind: 'slidePins',
    carId: null,
    axle: null,
    reorderAt: 2,
  };
  const counted = {
    id: id(61),
    at: '2026-01-01T08:00:00.000Z',
    recordedAt: '2026-01-01T08:00:00.000Z',
    by: crew.id,
    kind: 'stockCounted',
    wearPartId: part.id,
    count: 1,
  };
  show(<WearParts />, [counted as never], { wearParts: [part] });
  expect(text()).toMatch(/Slide-pin kit/);
  expect(text()).toMatch(/low/i);
  expect(isThere(/Slide-pin kit/, 'link')).toBe(true);
});
