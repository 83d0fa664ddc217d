import { button, deviceOf, field, idsByName, link, pick } from './people';
import { expect, test } from './test';

/** What stands in the stores and on a car's sheet, entered by hand, and a photo that waits for a connection. */
test(
  'a pad set and a rotor pair are entered, with errors at the field, and found again on the shelf',
  { tag: '@phone' },
  async ({ browser, shop }) => {
    const ids = await idsByName(shop.url);
    const { page, complaints } = await deviceOf(browser, ids['Ines Ferrant']!);
    const label = 'R-900';
    await page.goto('/inventory/rotors/new');
    await expect(field(page, 'Label')).toHaveValue(/^R-\d{3}$/);
    await field(page, 'Label').fill(label);
    await pick(page, 'Car', 'Sorrel Velund');
    await field(page, 'Thickness when new').fill('1.26 in');
    await field(page, 'Discard thickness, cast on the hat').fill('33');
    await button(page, 'Save rotor pair').click();
    await expect(page.getByText('The discard thickness must be below the thickness when new.')).toBeVisible();
    await field(page, 'Discard thickness, cast on the hat').fill('30.4');
    await page.reload();
    await expect(page.getByText('Your unfinished entry is back.')).toBeVisible();
    await button(page, 'Save rotor pair').click();
    await link(page, new RegExp(`^${label}`)).click();
    await expect(page.getByText(/32\.00\smm new, discard at 30\.40\smm\. It is on the shelf\./)).toBeVisible();
    await expect(page.getByText('None on record.')).toBeVisible();

    await page.goto('/inventory/pads/new');
    await expect(field(page, 'Label')).toHaveValue(/^P-\d{3}$/);
    await field(page, 'Label').fill(`P-${label}`);
    await button(page, 'Save pad set').click();
    await expect(page.getByText('This must not be empty.')).toBeVisible();
    await field(page, 'Compound').fill('Kerren R2');
    await pick(page, 'Car', 'Sorrel Velund');
    await pick(page, 'Tied to rotors', new RegExp(label));
    await button(page, 'Save pad set').click();
    await link(page, new RegExp(`^P-${label}`)).click();
    await expect(link(page, `Rotors ${label}`)).toBeVisible();
    await expect(link(page, 'Sorrel Velund')).toBeVisible();
    complaints.none();
  },
);

test(
  'a car’s sheet: a figure without its source is refused, in any unit it is understood',
  { tag: '@wide' },
  async ({ browser, shop }) => {
    const ids = await idsByName(shop.url);
    const { page, complaints } = await deviceOf(browser, ids['Ines Ferrant']!);
    const car = 'Marsk Hollin';
    await page.goto(`/cars/${ids[car]}`);
    await expect(page.getByText(/torque figures are missing/)).toBeVisible();
    await button(page, 'Brake sheet').click();
    await field(page, 'Torque, Front wheel nuts').fill('80 lbft');
    await expect(page.getByTestId('fastener-frontWheel')).toContainText(/108\.5\sN·m/);
    await button(page, 'Save the sheet').click();
    await expect(page.getByText('Front wheel nuts: say where the figure stands.')).toBeVisible();
    await field(page, 'Where it stands, Front wheel nuts').fill('Hollin manual, 4-12');
    await field(page, 'Torque, Rear wheel nuts').fill('tight');
    await button(page, 'Save the sheet').click();
    await expect(page.getByText('Rear wheel nuts: “tight” is not a torque. Type it like 38 or 28 lbft.')).toBeVisible();
    await field(page, 'Torque, Rear wheel nuts').fill('');
    await page.getByRole('radio', { name: 'Parking brake: Electric' }).click();
    await button(page, 'Save the sheet').click();
    await expect(page.getByText(/torque figures are missing/)).toBeVisible();
    // The sheet is asked for at once: a service of this car goes through service mode.
    await button(page, 'Start a service').click();
    await expect(page.getByTestId('service-state')).toContainText(/0 of \d+ steps/);
    await page.goto(`${page.url()}/ground`);
    await expect(page.getByText('Electric parking brake in service mode, doors shut')).toBeVisible();
    await page.goto(page.url().replace('/ground', '/wheels'));
    const table = page.getByRole('group', { name: 'Torque table' });
    await expect(table).toContainText(/Front wheel nuts108\.5\sN·m/);
    await expect(table).toContainText(/Rear wheel nutsNo figure/);
    complaints.none();
  },
);

test(
  'a calendar is one tap away, for who is on duty and for an event',
  { tag: '@phone' },
  async ({ browser, shop }) => {
    const ids = await idsByName(shop.url);
    const { page, complaints } = await deviceOf(browser, ids['Tove Loy']!);
    for (const [path, label, says] of [
      ['/work', 'Calendar of Tove Loy', 'SUMMARY:Service\\, Rooth Velund'],
      [`/events/${ids['Dunvarrel two-day']}`, 'Calendar of this event', 'SUMMARY:Dunvarrel two-day'],
    ]) {
      await page.goto(shop.url + path);
      const [download] = await Promise.all([
        page.context().waitForEvent('request', (r) => r.url().endsWith('.ics')),
        button(page, label!).click(),
      ]);
      expect(await (await fetch(download.url())).text()).toContain(says);
    }
    complaints.none();
  },
);
