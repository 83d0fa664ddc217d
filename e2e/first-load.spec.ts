import type { Response } from '@playwright/test';
import { gzipSync } from 'node:zlib';
import { deviceOf, idsByName } from './people';
import { expect, test } from './test';

/** A quarter more than a bare page of Router, Paper and Toolkit: 355 kB, as `npm run bench` measures it. */
const MOST_KB = 1.25 * 355;

test(
  'loads little, and shows what the server judged while the rest is on its way',
  { tag: '@phone' },
  async ({ browser, shop }) => {
    const ids = await idsByName(shop.url);
    const { page, complaints } = await deviceOf(browser, ids['Ines Ferrant']!);
    const scripts: Promise<number>[] = [];
    const weigh = (response: Response): void => {
      if (response.request().resourceType() === 'script')
        scripts.push(response.body().then((body) => gzipSync(body, { level: 9 }).length));
    };
    page.on('response', weigh);
    // The code that judges does not come at all: the run-up stands without it.
    await page.route('**/screens-*.js', (route) => route.abort());
    await page.goto('/');
    await expect(page.locator('[data-testid^="run-up-car-"]').first()).toBeVisible();
    page.off('response', weigh);
    const loaded = (await Promise.all(scripts)).reduce((sum, bytes) => sum + bytes, 0);
    expect(loaded).toBeGreaterThan(200 * 1024);
    expect(loaded / 1024).toBeLessThan(MOST_KB);

    // Once it can be had the run-up is judged here: what is changed elsewhere shows.
    await page.unroute('**/screens-*.js');
    const name = await page.locator('[data-testid^="event-"]').first().getByRole('heading').innerText();
    const path = `${shop.url}/api/events/${ids[name]}`;
    const event = (await (await fetch(path)).json()) as object;
    const changed = await fetch(path, {
      method: 'PUT',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ ...event, name: 'Another name' }),
    });
    expect(changed.ok).toBe(true);
    await expect(page.getByRole('heading', { name: 'Another name' })).toBeVisible();
    complaints.expected(/screens-|ERR_FAILED/);
    complaints.none();
    await page.context().close();
  },
);
