import type { Page } from '@playwright/test';
import { HELD_MS, deviceOf, field, heading, idsByName, todaysJob } from './people';
import { expect, long, test } from './test';

/** By keys alone: Tab until the thing has the focus, then Enter. */
async function go(page: Page, role: string, name: string | RegExp): Promise<void> {
  for (let i = 0; i < 220; i++) {
    const found = await page.evaluate(
      ([wantedRole, source, isPattern]) => {
        const at = document.activeElement;
        if (!at) return false;
        const own =
          at.getAttribute('role') ?? (at.tagName === 'BUTTON' ? 'button' : at.tagName === 'INPUT' ? 'textbox' : '');
        const said = at.getAttribute('aria-label') ?? at.textContent ?? '';
        return own === wantedRole && (isPattern ? new RegExp(source!).test(said) : said.trim() === source);
      },
      [role, typeof name === 'string' ? name : name.source, typeof name === 'string' ? '' : 'yes'] as const,
    );
    if (found) return;
    await page.keyboard.press('Tab');
  }
  throw new Error(`Tab never came to ${role} “${String(name)}”.`);
}
const press = async (page: Page, role: string, name: string | RegExp): Promise<void> => {
  await go(page, role, name);
  await page.keyboard.press('Enter');
};
const done = (page: Page): Promise<void> => page.keyboard.press('Control+Enter');

test(
  'a whole job on the wide screen, by keyboard alone',
  { tag: '@wide', annotation: long('Tab is pressed until the focus is there, hundreds of times.') },
  async ({ browser, shop }) => {
    test.setTimeout(600_000);
    const ids = await idsByName(shop.url);
    const { page, complaints } = await deviceOf(browser, ids['Ines Ferrant']!);
    const job = await todaysJob(shop.url, ids['Helm Tessaro']!);
    await page.goto('/');
    await expect(page.getByRole('heading', { name: 'Run-up' })).toBeVisible();
    await page.keyboard.press('3');
    await heading(page, 'Work');
    await press(page, 'link', 'Service on Helm Tessaro');
    await press(page, 'button', /^Begin: Pedal, before/);
    await heading(page, 'Pedal, before');
    await press(page, 'radio', 'Pedal: Firm');
    await done(page);
    await heading(page, 'What the driver says');
    await done(page);
    await heading(page, 'Reservoir');
    await press(page, 'radio', 'Level: MAX');
    await press(page, 'radio', 'Colour: Amber');
    await press(page, 'radio', 'Basket: Clean');
    await done(page);
    await heading(page, 'Boiling test');
    await page.keyboard.type('268');
    await done(page);
    const list = async (title: string): Promise<void> => {
      await heading(page, title);
      await press(page, 'button', 'All OK');
      await done(page);
    };
    await list('Up on stands');
    for (const corner of ['left front', 'right front', 'right rear', 'left rear']) {
      await heading(page, `Pads, ${corner}`);
      await expect(field(page, 'Inner pad')).toBeFocused();
      await page.keyboard.type('7.1');
      await page.keyboard.press('Enter');
      await expect(field(page, 'Outer pad')).toBeFocused();
      await page.keyboard.type('7');
      await press(page, 'checkbox', 'Both seen, clean');
      await done(page);
    }
    for (const [corner, mm] of [
      ['left front', '24.3'],
      ['right front', '24.3'],
      ['right rear', '9.5'],
      ['left rear', '9.5'],
    ]) {
      await heading(page, `Rotor, ${corner}`);
      for (let n = 1; n <= 8; n++) {
        await expect(field(page, String(n))).toBeFocused();
        await page.keyboard.type(mm!);
        if (n < 8) await page.keyboard.press('Enter');
      }
      await press(page, 'checkbox', 'Looks good');
      await done(page);
    }
    for (const corner of ['left front', 'right front', 'right rear', 'left rear']) {
      await heading(page, `Wheel bearing, ${corner}`);
      await expect(field(page, 'Play')).toBeFocused();
      await page.keyboard.type('0.2');
      await done(page);
    }
    await list('Hoses, seals, hubs');
    await heading(page, 'Decide');
    await done(page);
    await heading(page, 'Plan the exchange');
    await press(page, 'radio', 'Method: Two people and the pedal');
    await press(page, 'radio', /Bottle .* Lantry Street 4/);
    await done(page);
    for (const title of ['Bleed 1, right rear', 'Bleed 2, left front', 'Bleed 3, left rear', 'Bleed 4, right front']) {
      await heading(page, title);
      await expect(field(page, 'Bled here')).toBeFocused();
      await page.keyboard.type('90');
      await page.keyboard.press('Enter');
      await page.keyboard.type('90');
      await done(page);
      await expect(page.getByTestId('top-ups')).toContainText('Topped up here');
      await press(page, 'button', /^Click at 11/);
      await press(page, 'checkbox', 'Fluid clear, no air');
      await press(page, 'checkbox', 'Shut, hose off, cap on, wiped');
      await done(page);
    }
    await heading(page, 'Set the level');
    await press(page, 'radio', 'Level: ¾');
    await press(page, 'radio', 'Colour: Clear');
    await done(page);
    await heading(page, 'Pedal check before release');
    await press(page, 'radio', 'Pedal: Firm');
    await press(page, 'radio', 'Pumps: 4');
    await press(page, 'radio', 'Held: 15 s');
    await press(page, 'radio', 'Sinks: Holds');
    await press(page, 'radio', 'With the engine: Gives a little');
    await done(page);
    await heading(page, 'Down');
    await press(page, 'button', 'All OK');
    await done(page);
    await heading(page, 'Wheel nuts');
    for (const line of [
      'Front wheel nuts, left front',
      'Front wheel nuts, right front',
      'Rear wheel nuts, left rear',
      'Rear wheel nuts, right rear',
    ]) {
      await press(page, 'button', line);
      for (let n = 0; n < 5; n++) await press(page, 'button', /^Click at 115/);
      if (await page.getByText('No wrench chosen').isVisible()) {
        await press(page, 'button', 'Choose the wrench');
        await press(page, 'radio', /^W-2, calibrated/);
      }
      await press(page, 'button', /^Save (front|rear) wheel nuts/);
      // The last wheel leads on by itself.
      if (line !== 'Rear wheel nuts, right rear')
        await expect(page.getByRole('button', { name: line }).first()).toContainText(/done/i);
    }
    await heading(page, 'Release');
    while (await page.getByRole('button', { name: 'Waive', exact: true }).count()) {
      const before = await page.getByRole('button', { name: 'Waive', exact: true }).count();
      await press(page, 'button', 'Waive');
      await go(page, 'textbox', 'Why it is waived');
      await page.keyboard.type('Agreed with the customer.');
      await press(page, 'button', 'Waive it, signed Ines Ferrant');
      await expect(page.getByRole('button', { name: 'Waive', exact: true })).toHaveCount(before - 1);
    }
    await expect(page.getByTestId('gate-state')).toContainText('Nothing holds it.');
    // Enter that is struck signs nothing; held for a second it does.
    await go(page, 'button', /^Release, signed/);
    await page.keyboard.press('Enter');
    await expect(page.getByText('Hold it for a second to sign.')).toBeVisible();
    await expect(page.getByTestId('gate-state')).not.toContainText('Released by');
    await page.keyboard.press('Enter', { delay: HELD_MS });
    await expect(page.getByTestId('gate-state')).toContainText('Released by Ines Ferrant');
    expect(job).toBeTruthy();
    complaints.none();
  },
);
