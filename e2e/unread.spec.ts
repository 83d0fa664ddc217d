/** Every route while the logbook has not been read: nothing is said or made of what nobody has read. */
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { deviceOf } from './people';
import { expect, test } from './test';

const folder = join(__dirname, '..', 'app', 'src', 'app');
/** Each page's file is its path; what stands in brackets is some id. */
const paths = (readdirSync(folder, { recursive: true }) as string[])
  .filter((file) => file.endsWith('.tsx') && !/(^|\/)[_+]/.test(file))
  .map(
    (file) =>
      `/${file
        .replace(/\.tsx$/, '')
        .replace(/(^|\/)index$/, '')
        .replace(/\[\w+\]/g, '01900000-0000-7000-8000-0000000000aa')}`,
  );
/** Drawn from what the server has judged, and from what this device holds. */
const without = new Set(['/', '/unsent']);

test(
  'until the logbook has been read every page says so, and that it cannot be read where it cannot (long: it opens every page)',
  { tag: '@phone' },
  async ({ browser, ids }) => {
    expect(paths.length).toBeGreaterThan(70);
    const { page } = await deviceOf(browser, ids['Tove Loy']!);
    // Asked, and never answered.
    await page.route('**/api/changes**', () => undefined);
    for (const path of paths.filter((p) => !without.has(p))) {
      await page.goto(path);
      const main = page.getByRole('main');
      await expect(main.getByRole('heading', { level: 1 }), path).toHaveText('Reading …');
      expect((await main.innerText()).trim(), path).toBe('Reading …');
    }
    await page.unroute('**/api/changes**');
    await page.route('**/api/changes**', (route) => route.abort());
    await page.goto('/inventory');
    await expect(page.getByText(/^This device has not read the logbook/)).toBeVisible();
    await page.unroute('**/api/changes**');
    await expect(page.getByRole('heading', { level: 1, name: 'Stock' })).toBeVisible();
  },
);
