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
    let loaded = 0;
    page.on('response', (response) => {
      if (response.request().resourceType() === 'script')
        void response.body().then((body) => (loaded += gzipSync(body, { level: 9 }).length));
    });
    // The code that judges does not come at all: the run-up stands without it.
    await page.route('**/later-screens-*.js', (route) => route.abort());
    await page.goto('/');
    await expect(page.locator('[data-testid^="run-up-car-"]').first()).toBeVisible();
    expect(loaded).toBeGreaterThan(200 * 1024);
    expect(loaded / 1024).toBeLessThan(MOST_KB);

    // Once it can be had the run-up is judged here: what is changed elsewhere shows.
    await page.unroute('**/later-screens-*.js');
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
    complaints.expected(/later-screens|ERR_FAILED/);
    complaints.none();
    await page.context().close();
  },
);
