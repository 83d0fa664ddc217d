import type { Page } from '@playwright/test';
import { button, deviceOf, idsByName } from './people';
import { expect, test } from './test';

/** What the look after a session costs in taps: every key of the keypad counts. */
test.use({ story: 'eventDay' });

interface Driven {
  id: string;
  kind: string;
  carId: string;
  at: string;
  [key: string]: unknown;
}
const check = (page: Page, name: string | RegExp) =>
  page.getByRole('checkbox', { name, exact: typeof name === 'string' });
const done = (page: Page, kind: string) =>
  expect(page.getByTestId(`look-${kind}`)).toHaveAttribute('aria-label', /Done/);

for (const [what, fault, most, padsEverySessions] of [
  ['in order', false, 22, 4],
  ['with a damp nipple', true, 26, 4],
  ['with the thinnest pad of each corner gauged', false, 34, 1],
] as const)
  test(`a look ${what} costs at most ${most} taps`, { tag: '@phone' }, async ({ browser, shop }) => {
    const ids = await idsByName(shop.url);
    const car = ids['Sorrel Velund']!;
    const { changes } = (await (await fetch(`${shop.url}/api/changes?limit=5000`)).json()) as {
      changes: { collection: string; body: Driven & { version: number } }[];
    };
    const put = async (path: string, body: object): Promise<void> => {
      const answer = await fetch(`${shop.url}/api/${path}`, {
        method: 'PUT',
        headers: { 'content-type': 'application/json', 'Calvik-Saved-By': ids['Ines Ferrant']! },
        body: JSON.stringify(body),
      });
      expect(answer.ok, await answer.text()).toBe(true);
    };
    const last = <T extends { body: { at?: string } }>(list: T[]): T['body'] =>
      list.sort((a, b) => String(a.body.at).localeCompare(String(b.body.at))).at(-1)!.body;
    // Twelve millimetres were read before the first session, and this shop gauges after every second one.
    const record = changes.filter((c) => c.collection === 'shops').at(-1)!.body;
    await put(`shops/${record.id}`, { ...record, padsEverySessions });
    const before = last(changes.filter((c) => c.body.kind === 'sessionDriven' && c.body.carId === car)) as Driven;
    const now = Date.now();
    const moment = (secondsAgo: number): string => new Date(now - secondsAgo * 1000).toISOString();
    const session = {
      ...before,
      id: '01a22bae-0000-7000-8000-00000000feed',
      outAt: moment(900),
      at: moment(10),
      recordedAt: moment(10),
      complaints: [],
      words: '',
      isNothingToSay: true,
    };
    await put(`facts/${session.id}`, session);

    const { page, complaints } = await deviceOf(browser, ids['Ines Ferrant']!);
    await page.addInitScript(() => {
      const counted = window as unknown as { taps: number };
      counted.taps = 0;
      // A tap that comes too soon after the page has changed is swallowed on its way here: no hand is so fast.
      document.addEventListener('click', () => (counted.taps += 1), true);
    });
    await page.goto(`/track/${car}/${session.id}`);
    await expect(page.getByTestId('keypad')).toBeVisible();
    const lines = await page.getByRole('list', { name: 'Lines of the look' }).getByRole('button').allInnerTexts();
    for (const figure of ['312', '305', '241', '238'])
      for (const key of figure)
        await page.getByTestId('keypad').getByRole('button', { name: key, exact: true }).click();
    await done(page, 'heat');
    await check(page, 'Firm at once').click();
    await done(page, 'pedal');
    if (fault) {
      await page.getByTestId('look-leaks').click();
      await check(page, /Damp/).click();
      await check(page, /at: RR$/).click();
      await button(page, 'Save what was found').click();
      await expect(page.getByTestId('look-leaks')).not.toHaveAttribute('aria-label', /Open/);
    }
    for (const corner of ['left front', 'right front', 'right rear', 'left rear'])
      await check(page, `Nothing, ${corner}`).click();
    for (const kind of ['wheelInside', 'hoses', 'faces', 'debris']) await done(page, kind);
    if (!fault) await done(page, 'leaks');
    if (padsEverySessions === 1) {
      // It is the next that is open.
      await expect(page.getByTestId('keypad').getByRole('textbox')).toHaveAccessibleName('FL thinnest');
      for (const figure of ['7.9', '7.9', '8.4', '8.4'])
        for (const key of figure)
          await page
            .getByTestId('keypad')
            .getByRole('button', { name: key === '.' ? 'Point' : key, exact: true })
            .click();
      await button(page, 'Save pads').click();
      await done(page, 'pads');
    }
    await page.getByRole('radio', { name: 'Stands at: As it was' }).click();
    await button(page, 'Save the level').click();
    await done(page, 'level');
    await button(page, /^Decide/).click();
    await expect(page.getByRole('radio', { name: 'Decision: Go', exact: true })).toBeVisible();
    const taps = await page.evaluate(() => (window as unknown as { taps: number }).taps);
    console.log(`${taps} taps for a look ${what}; ${lines.length} lines asked`);
    expect(taps).toBeLessThanOrEqual(most);
    complaints.none();
  });
