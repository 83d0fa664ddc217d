import { button, deviceOf, field, idsByName, link } from './people';
import { expect, test } from './test';

/** What an hour on track costs: by lives and prices, against another part, and without a price that nobody entered. */
test(
  'an hour is added up of what is known; another set is compared; an hour of work without a price is said',
  { tag: ['@phone', '@wide'] },
  async ({ browser, shop }) => {
    const ids = await idsByName(shop.url);
    const car = ids['Lunde-Orr Tessaro']!;
    const { page, complaints } = await deviceOf(browser, ids['Ines Ferrant']!);

    await test.step('the page adds up what is known, and says what is not', async () => {
      await page.goto(`/cars/${car}`);
      await link(page, 'What an hour on track costs').click();
      await expect(page.getByText(/^an hour on track, €[\d.]+ to €[\d.]+; at least/)).toBeVisible();
      await expect(
        page.getByText('Not known yet how long it lasts: drive it, and read it again.').first(),
      ).toBeVisible();
      await expect(page.getByTestId('year-event').filter({ hasText: 'Skarrow closing sprint' })).toContainText(
        /at least €[\d.,]+.*h ahead/,
      );
      await expect(page.getByTestId('year-sum').first()).toContainText(/The year, [\d.]+ hat least €/);
      const table = await (await fetch(`${shop.url}/api/exports/cars/${car}/cost-by-event.csv`)).text();
      expect(table).toMatch(/Skarrow closing sprint.*Front pads/);
    });

    await test.step('another set at twice the price that lasts 1.6 times', async () => {
      await page.getByRole('radio', { name: 'Instead of: Front pads' }).click();
      await field(page, 'Its price').fill('a lot');
      await expect(page.getByText('A price like 240, and how often as long: 1.6.')).toBeVisible();
      await field(page, 'Its price').fill('468');
      await field(page, 'Times as long').fill('1.6');
      await expect(page.getByText(/^Dearer by €\d+\.\d\d an hour \(-?€[\d.]+ to €[\d.]+\)\.$/)).toBeVisible();
    });

    await test.step('a price of an hour that is taken away is missing, and not nought', async () => {
      await page.goto('/settings/shop');
      await field(page, 'An hour of brake work').fill('eighty');
      await button(page, 'Save the shop’s settings').click();
      await expect(page.getByText(/is no price of an hour/)).toBeVisible();
      await field(page, 'An hour of brake work').fill('');
      await button(page, 'Save the shop’s settings').click();
      await expect(page.getByText(/is no price of an hour/)).toHaveCount(0);
      await page.goto(`/cars/${car}/cost`);
      await expect(page.getByText('No price of an hour entered: Settings, Name and place.')).toBeVisible();
    });
    complaints.none();
    await page.context().close();
  },
);
