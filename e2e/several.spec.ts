/** One change to many cars of an event: each is one request, all of it or nothing, and a second tap does nothing more. */
import type { Page } from '@playwright/test';
import { button, deviceOf, field, idsByName, link } from './people';
import { expect, test } from './test';

interface Change {
  collection: string;
  body: {
    id: string;
    archived: boolean;
    eventId?: string;
    bookingId?: string;
    workChanges?: { change: string; reason: string }[];
  };
}
const recordsOf = async (url: string): Promise<Change[]> => {
  const latest = new Map<string, Change>();
  let since = 0;
  for (;;) {
    const page = (await (await fetch(`${url}/api/changes?limit=5000&since=${since}`)).json()) as {
      changes: Change[];
      cursor: number;
      more: boolean;
    };
    for (const c of page.changes) latest.set(`${c.collection} ${c.body.id}`, c);
    since = page.cursor;
    if (!page.more) return [...latest.values()];
  }
};

/** What the device keeps until the server has acknowledged it. */
const waiting = (page: Page): Promise<number> =>
  page.evaluate(() => Object.keys(localStorage).filter((key) => key.startsWith('calvik.unsent')).length);

test(
  'work is dropped, planned work moved and undone, and everybody is texted, each in one request',
  { tag: '@phone' },
  async ({ browser, shop }) => {
    const ids = await idsByName(shop.url);
    const { page, complaints } = await deviceOf(browser, ids['Ines Ferrant']!);
    const event = ids['Dunvarrel two-day']!;
    const writes: string[] = [];
    page.on('request', (r) => {
      if (r.method() === 'POST' || r.method() === 'PUT') writes.push(r.url().replace(shop.url, ''));
    });
    await page.goto(`/events/${event}/work`);
    await button(page, 'Several at once').click();

    const stuck = page.getByTestId('several-drop').getByRole('checkbox');
    await stuck.nth(0).click();
    await stuck.last().click();
    await button(page, /^Drop 2 pieces of work$/).click();
    await expect(page.getByText('Say why it is dropped.')).toBeVisible();
    await field(page, 'Why drop it').fill('the pads come too late');
    const dropped = async () =>
      (await recordsOf(shop.url))
        .filter((c) => c.collection === 'bookings' && c.body.eventId === event)
        .flatMap((c) => c.body.workChanges ?? [])
        .filter((w) => w.change === 'drop' && w.reason === 'the pads come too late').length;
    // The line is dead: it waits as one, and goes out as one when it is back.
    await page.route('**/api/batches', (route) => route.abort());
    await button(page, /^Drop 2 pieces of work$/).dblclick();
    await expect(page.getByText('Dropped: 2 pieces of work.')).toBeVisible();
    await expect.poll(() => waiting(page)).toBe(1);
    expect(await dropped()).toBe(0);
    await page.unroute('**/api/batches');
    await expect.poll(dropped).toBe(2);
    await expect.poll(() => waiting(page)).toBe(0);

    const jobs = async (): Promise<Record<string, string>> =>
      Object.fromEntries(
        (await recordsOf(shop.url))
          .filter((c) => c.collection === 'jobs')
          .map((c) => [c.body.id, (c.body as unknown as { startAt: string }).startAt]),
      );
    const before = await jobs();
    await field(page, 'By how many days').fill('soon');
    await expect(page.getByText(/^A whole number of days/)).toBeVisible();
    await field(page, 'By how many days').fill('1');
    const moving = await page.getByTestId('several-move').getByRole('checkbox').count();
    await page.getByTestId('several-move').getByRole('checkbox').first().click();
    writes.length = 0;
    await button(page, new RegExp(`^Move ${moving - 1} jobs?`)).click();
    await expect(page.getByText(/jobs? of Dunvarrel two-day moved/)).toBeVisible();
    expect(writes).toHaveLength(1);
    const after = await jobs();
    const moved = Object.keys(before).filter((id) => before[id] !== after[id]);
    expect(moved).toHaveLength(moving - 1);

    const texts = page.getByTestId('several-texts').getByRole('checkbox');
    const cars = await texts.count();
    await page.getByRole('radio', { name: /Found/ }).click();
    // The server has them, and its answer is lost: sent again they are the same texts.
    await page.route('**/api/batches', async (route) => {
      await route.fetch();
      await route.abort();
    });
    await button(page, `${cars} texts to the messages`).dblclick();
    await expect(page.getByText(`${cars} texts among the messages.`)).toBeVisible();
    await expect.poll(() => waiting(page)).toBe(1);
    await page.unroute('**/api/batches');
    await expect.poll(() => waiting(page)).toBe(0);
    const told = (await recordsOf(shop.url)).filter((c) => c.collection === 'messages').map((c) => c.body.bookingId);
    expect(new Set(told).size).toBe(told.length);
    // Whoever has been told is left out of the next.
    await expect(texts.first()).not.toBeChecked();

    await page.goto('/board');
    await button(page, /^Undo/).click();
    await expect.poll(jobs).toEqual(before);
    await page.goto('/messages');
    await expect(page.getByTestId('message').filter({ hasText: 'what we found on' })).toHaveCount(cars);
    await expect(link(page, 'Work')).toBeVisible();
    complaints.expected(/ERR_FAILED|Failed to load/);
    complaints.none();
  },
);
