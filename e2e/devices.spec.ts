import { button, deviceOf, field, idsByName, link, pick, room } from './people';
import { Complaints } from './watch';
import { noonZone } from './zone';
import { expect, test } from './test';

test(
  'what one enters the other sees, and neither overwrites the other',
  { tag: '@phone' },
  async ({ browser, shop }) => {
    const ids = await idsByName(shop.url);
    const ines = await deviceOf(browser, ids['Ines Ferrant']!);
    const tove = await deviceOf(browser, ids['Tove Loy']!);
    const venue = `${shop.url}/venues/${ids['Pellmoor Airfield']}`;
    await ines.page.goto(venue);
    await tove.page.goto(venue);
    await expect(field(ines.page, 'Name')).toHaveValue('Pellmoor Airfield');
    // From here on Ines hears nothing of what others do.
    await ines.page.route('**/api/changes**', (route) => route.abort());
    await field(tove.page, 'Expected peak fluid temperature').fill('197');
    await button(tove.page, 'Save venue').click();
    await expect(tove.page.getByRole('heading', { name: 'Run-up' })).toBeVisible();

    // Ines still has the older version before her: what she typed and what Tove saved are both kept, and she is told.
    await field(ines.page, 'Name').fill('Pellmoor Airfield North');
    await button(ines.page, 'Save venue').click();
    await expect(ines.page.getByRole('heading', { name: 'Run-up' })).toBeVisible();
    await expect(ines.page.getByText(/^Changed by somebody else meanwhile, and kept: .*197\s°C/)).toBeVisible();
    await ines.page.unroute('**/api/changes**');
    const kept = (await (await fetch(`${shop.url}/api/venues/${ids['Pellmoor Airfield']}`)).json()) as {
      name: string;
      peakFluidTempC: number;
      version: number;
    };
    expect(kept).toMatchObject({ name: 'Pellmoor Airfield North', peakFluidTempC: 197, version: 3 });
    ines.complaints.expected(/409|ERR_FAILED/);

    const car = `${shop.url}/cars/${ids['Rooth Velund']}`;
    await ines.page.goto(car);
    await tove.page.goto(`${car}/test`);
    for (const key of ['2', '9', '8']) await button(tove.page, key).click();
    await button(tove.page, 'Save reading').click();
    await expect(ines.page.getByTestId('history-entry').first()).toContainText('Boiled at 298 °C', {
      timeout: 20_000,
    });
    await expect(ines.page.getByTestId('history-entry').first()).toContainText('Tove Loy');
    ines.complaints.none();
    tove.complaints.none();
  },
);

test(
  'in imperial units everything is shown in them, and any unit may still be typed',
  { tag: '@phone' },
  async ({ browser, shop }) => {
    const ids = await idsByName(shop.url);
    const { page, complaints } = await deviceOf(browser, ids['Bram Okell']!, { units: 'imperial' });
    await page.goto(`/cars/${ids['Tarrick Aldane']}/test`);
    await field(page, 'Boiling point').fill('556');
    await expect(page.getByText('291 °C')).toBeVisible();
    await field(page, 'Boiling point').fill('291 C');
    await expect(page.getByText('556 °F').first()).toBeVisible();
    await expect(page.getByTestId('limit-bar').first()).toHaveAttribute('aria-label', /Wants \d{3} °F/);
    await page.goto('/inventory');
    await expect(page.getByText(/fl oz left of 33\.8\sfl oz/).first()).toBeVisible();
    complaints.none();
  },
);

test(
  'the wide screen is worked by keys, listed under the question mark',
  { tag: '@wide' },
  async ({ browser, shop }) => {
    const ids = await idsByName(shop.url);
    const { page, complaints } = await deviceOf(browser, ids['Tove Loy']!);
    await page.goto('/');
    await expect(page.getByRole('heading', { name: 'Run-up' })).toBeVisible();
    await page.keyboard.press('?');
    await expect(page.getByText('Tab and Enter reach everything else.', { exact: false })).toBeVisible();
    await page.keyboard.press('5');
    await expect(page.getByRole('heading', { name: 'Stock' })).toBeVisible();
    await page.keyboard.press('e');
    await expect(page.getByRole('heading', { name: 'New event' })).toBeVisible();
    await field(page, 'Name').fill('1 2 3');
    await expect(page.getByRole('heading', { name: 'New event' })).toBeVisible();
    complaints.none();
  },
);

test('a page that is not there says so', { tag: '@phone' }, async ({ page }) => {
  const complaints = new Complaints(page);
  await page.goto('/cars/01900000-0000-7000-8000-00000000ffff');
  await expect(page.getByText('There is no such car.', { exact: false })).toBeVisible();
  await page.goto('/nowhere');
  await expect(page.getByText('There is no page at this address.')).toBeVisible();
  complaints.none();
});

test.describe(() => {
  test.use({ story: 'empty' });
  test('an empty shop leads from nothing to a judged car', { tag: '@phone' }, async ({ page }) => {
    const complaints = new Complaints(page);
    await page.goto('/');
    await expect(page.getByText('No event is coming up.', { exact: false })).toBeVisible();
    await button(page, 'Choose who is on duty').click();
    await field(page, 'New crew member').fill('Mara Quist');
    await button(page, 'Add').click();
    await expect(page.getByRole('radio', { name: 'Mara Quist, lead' })).toBeChecked();
    await link(page, 'Name and place').click();
    await field(page, 'Time zone').fill('Europe/Nowhere');
    await button(page, 'Save the shop’s settings').click();
    await expect(page.getByText('This time zone is not known.')).toBeVisible();
    await field(page, 'Time zone').fill(noonZone);
    await button(page, 'Save the shop’s settings').click();
    await page.goto('/settings/rules');
    await pick(page, 'Another rule', 'D: every so many months');
    await button(page, 'Add D: flush every 24 months').click();
    await button(page, 'Save the shop’s settings').click();
    await expect(page.getByText('C: bleed after each track day, flush every 12 months')).toBeVisible();
    await room(page, 'Cars');
    await button(page, 'New customer').first().click();
    await field(page, 'Name').fill('Otis Vane');
    await button(page, 'Save, then enter the car').click();
    await field(page, 'Name in the shop').fill('Vane Hollin');
    await button(page, 'Say more now').click();
    await field(page, 'Make').fill('Hollin');
    await field(page, 'Model').fill('Saloon');
    await page.getByRole('radio', { name: 'Nipples per front corner: Two' }).click();
    await page.getByRole('radio', { name: 'Order of the two, by the caliper’s maker: Outer first' }).click();
    await button(page, 'Save car').click();
    await expect(page.getByText('2 nipples').first()).toBeVisible();
    await button(page, 'Record flush').click();
    await button(page, 'New bottle').click();
    await button(page, 'New fluid').click();
    await field(page, 'Name').fill('Orsen Race 325');
    await field(page, 'Dry boiling point').fill('325');
    await field(page, 'Wet boiling point').fill('401F');
    await button(page, 'Save, then enter the bottle').click();
    await pick(page, 'Fluid', /Orsen Race 325/);
    await button(page, 'Save bottle').click();
    await expect(page.getByTestId('bottle-left')).toHaveText(/1000\smL/);
    await button(page, 'It is opened now').click();
    await expect(page.getByText(/opened .* 0\sdays ago/)).toBeVisible();
    await room(page, 'Cars');
    await link(page, 'Vane Hollin').click();
    await expect(page.getByText('No test and no flush on record: test the fluid.')).toBeVisible();
    complaints.none();
  });
});
