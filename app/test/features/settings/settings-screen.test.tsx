/** Settings and the people: who is on duty, lifts, the rules of the shop; and the board by week and by lift. */
import { act, waitFor } from '@testing-library/react';
import { type RecordOf, SHOP_ID, shopDefaults } from '@calvik/core';
import { SettingsScreen } from '../../../src/features/settings/settings-screen';
import { ShopSettingsScreen } from '../../../src/features/settings/shop-screen';
import { show } from '../../builders/scene';
import type * as Hands from '../../builders/hands';
import { freshHands, place, saved, press, router, text, type, typeAndLeave } from '../../builders/hands';
import { common, lift, bram } from '../../builders/settings-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);

freshHands();

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

  test('a rule of the shop is taken away; and stays away', async () => {
    const shop: RecordOf<'shops'> = {
      ...shopDefaults,
      ...common,
      id: SHOP_ID,
      fluidPolicies: [{ school: 'window', withinDays: 90 }, { school: 'everyEvent' }],
    };
    place.params = { page: 'rules' };
    show(<ShopSettingsScreen />, [], { shops: [shop] });
    press('Remove rule B: within 90 days before the event');
    await pressing('Save the shop’s settings');
    await waitFor(() => expect(saved('shops')).toHaveLength(1));
    expect(saved('shops')[0]).toMatchObject({ fluidPolicies: [{ school: 'everyEvent' }] });
  });

  test('the week of the shop: hours and breaks that end before they begin are refused; a day shut that was typed and not added is saved too', async () => {
    place.params = { page: 'week' };
    show(<ShopSettingsScreen />, [], { shops: [{ ...shopDefaults, ...common, id: SHOP_ID }] });
    type('Monday', '17:00 to 08:00');
    await pressing('Save the shop’s settings');
    expect(text()).toMatch(/Monday/);
    type('Monday', '8:00 to 16:30');
    type('Breaks, a line each', '10:00 to 10:15\n13:00 to 12:30');
    await pressing('Save the shop’s settings');
    expect(text()).toContain('“13:00 to 12:30” is none');
    type('Breaks, a line each', '12:00 - 12.30\n10:00 to 10:15');
    type('Why', 'Company holiday');
    await pressing('Save the shop’s settings');
    expect(text()).toContain('Give the first day.');
    expect(saved()).toEqual([]);
    typeAndLeave('First day shut', '24/12/2026');
    await pressing('Save the shop’s settings');
    await waitFor(() => expect(saved('shops')).toHaveLength(1));
    expect(saved('shops')[0]).toMatchObject({
      breaks: [
        { from: '10:00', to: '10:15' },
        { from: '12:00', to: '12:30' },
      ],
      closedDays: [{ from: '2026-12-24', to: '2026-12-24', why: 'Company holiday', part: 'day' }],
    });
    expect((saved('shops')[0] as unknown as RecordOf<'shops'>).hours[0]).toEqual({ from: '08:00', to: '16:30' });
  });
});
