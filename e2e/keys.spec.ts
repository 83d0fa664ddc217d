/** Lists, dialogs and the board by keys alone, by the patterns of WAI-ARIA. */
import type { Page } from '@playwright/test';
import { button, deviceOf, idsByName } from './people';
import { expect, test } from './test';

const focused = (page: Page) =>
  page.evaluate(() => {
    const at = document.activeElement!;
    return {
      role: at.getAttribute('role') ?? at.tagName.toLowerCase(),
      name: at.getAttribute('aria-label') ?? at.textContent,
    };
  });
const tabsTo = async (page: Page, isThere: (at: { role: string; name: string | null }) => boolean): Promise<number> => {
  for (let n = 1; n <= 60; n++) {
    await page.keyboard.press('Tab');
    if (isThere(await focused(page))) return n;
  }
  throw new Error('Tab never came there.');
};

test(
  'a venue is chosen in six tabs, by its letters, and the keys come back',
  { tag: '@wide' },
  async ({ browser, shop }) => {
    const ids = await idsByName(shop.url);
    const { page, complaints } = await deviceOf(browser, ids['Ines Ferrant']!);
    await page.goto('/events/new');
    await expect(page.getByRole('heading', { name: 'New event' })).toBeVisible();
    await page.keyboard.press('Tab');
    expect(await focused(page)).toMatchObject({ role: 'link', name: 'To the page' });
    await page.keyboard.press('Enter');
    const tabs = await tabsTo(page, ({ name }) => /^Venue/.test(name ?? ''));
    expect(tabs + 1).toBeLessThanOrEqual(6);
    await page.keyboard.press('Enter');

    const list = page.getByRole('listbox', { name: 'Venue' });
    const options = list.getByRole('option');
    await expect(options.first()).toBeFocused();
    await expect(page.getByRole('dialog', { name: 'Venue' })).toBeVisible();
    const names = await options.allInnerTexts();
    await page.keyboard.press('ArrowDown');
    await expect(options.nth(1)).toBeFocused();
    await page.keyboard.press('End');
    await expect(options.last()).toBeFocused();
    // A letter that is a shortcut elsewhere looks for a name here, and leads nowhere.
    await page.keyboard.press('c');
    await page.keyboard.press('w');
    expect(new URL(page.url()).pathname).toBe('/events/new');
    // The keys stay in it, both ways round.
    for (let i = 0; i < 5; i++) {
      await page.keyboard.press(i % 2 ? 'Shift+Tab' : 'Tab');
      expect(await page.evaluate(() => document.activeElement!.closest('[role="dialog"]') !== null)).toBe(true);
    }
    await options.first().focus();
    // Any other key ends a word.
    await page.keyboard.press('Home');
    const wanted = names.at(-1)!;
    await page.keyboard.type(wanted.slice(0, 3));
    await page.keyboard.press('Enter');
    await expect(list).toHaveCount(0);
    await expect.poll(async () => (await focused(page)).name).toMatch(/^Venue/);
    await expect(page.getByText(wanted).first()).toBeVisible();

    // Escape leaves the list without a choice.
    await page.keyboard.press('Enter');
    await expect(list).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(list).toHaveCount(0);
    await expect.poll(async () => (await focused(page)).name).toMatch(/^Venue/);
    complaints.none();
  },
);

test('Enter opens a job on the board, and the keys come back to it', { tag: '@wide' }, async ({ browser, shop }) => {
  const ids = await idsByName(shop.url);
  const { page, complaints } = await deviceOf(browser, ids['Ines Ferrant']!);
  await page.goto('/board');
  const block = page.locator('[data-testid^="block-"]').first();
  await expect(block).toBeVisible();
  const name = await block.getAttribute('aria-label');
  await tabsTo(page, (at) => at.name === name);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog')).toBeVisible();
  expect(await page.evaluate(() => document.activeElement!.closest('[role="dialog"]') !== null)).toBe(true);
  await page.keyboard.press('5');
  expect(new URL(page.url()).pathname).toBe('/board');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect.poll(async () => (await focused(page)).name).toBe(name);
  await expect(button(page, /^Undo/)).toHaveCount(0);
  complaints.none();
});

test(
  'the weeks are one stop of Tab; arrows lead through days and people, Enter opens the board',
  { tag: '@wide' },
  async ({ browser, shop }) => {
    const ids = await idsByName(shop.url);
    const { page, complaints } = await deviceOf(browser, ids['Ines Ferrant']!);
    await page.goto('/weeks');
    const grid = page.getByRole('grid', { name: 'Days and people' });
    await expect(grid.getByRole('row').first()).toBeVisible();
    await tabsTo(page, ({ name }) => /^Board of/.test(name ?? ''));
    const first = (await focused(page)).name;
    await page.keyboard.press('ArrowRight');
    const second = (await focused(page)).name;
    expect(second).toMatch(/^Board of/);
    expect(second).not.toBe(first);
    for (let i = 0; i < 3 && !/, .*:/.test((await focused(page)).name ?? ''); i++)
      await page.keyboard.press('ArrowDown');
    const day = second!.replace('Board of ', '');
    expect((await focused(page)).name).toContain(`, ${day}:`);
    // Away and back: Tab comes to where the arrows were.
    await page.keyboard.press('Tab');
    expect(await grid.evaluate((g) => g.contains(document.activeElement))).toBe(false);
    await page.keyboard.press('Shift+Tab');
    expect((await focused(page)).name).toContain(`, ${day}:`);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: new RegExp(day) })).toBeVisible();
    complaints.none();
  },
);
