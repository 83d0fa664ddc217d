/** The cases' `test`: every case has a shop of its own, in which nothing has happened but what its story tells. */
import { type Browser, type Locator, type Page, test as base } from '@playwright/test';
import { type Ids, idsByName } from './people';
import { Host, type Shop, type Story } from './shops';

export { expect } from '@playwright/test';

/** Why a case takes more than a minute: said beside its time at the end of a run. */
export const long = (because: string): { type: string; description: string } => ({
  type: 'long',
  description: because,
});

/** How often the page has kept a tap off what had just appeared under it. */
const tooSoon = (page: Page): Promise<number> =>
  page.evaluate(() => Number(document.documentElement.dataset['tooSoon'] ?? 0)).catch(() => 0);
/** So long a person looks before pressing again, ms. */
const LOOKS_MS = 650;
/** Whoever presses too soon on what has just come sees nothing happen, and presses again. */
function pressAgain(browser: Browser): void {
  const locator = (page: Page): Locator => page.locator('body');
  const patch = (page: Page): void => {
    const hand = Object.getPrototypeOf(locator(page)) as { click: Locator['click']; isPatient?: boolean };
    if (hand.isPatient) return;
    const { click } = hand;
    hand.isPatient = true;
    hand.click = async function (this: Locator, options) {
      const before = await tooSoon(this.page());
      await click.call(this, options);
      if ((await tooSoon(this.page())) <= before) return;
      await new Promise((done) => setTimeout(done, LOOKS_MS));
      await click.call(this, options);
    };
  };
  browser.on('context', (context) => context.on('page', patch));
}

export const test = base.extend<{ story: Story; shop: Shop; ids: Ids; hands: void }, { host: Host }>({
  hands: [
    async ({ browser }, use) => {
      pressAgain(browser);
      await use();
    },
    { auto: true },
  ],
  story: ['demo', { option: true }],
  host: [
    async ({}, use) => {
      const host = Host.start();
      await use(host);
      host.end();
    },
    { scope: 'worker' },
  ],
  shop: async ({ host, story }, use) => {
    const shop = await host.open(story);
    await use(shop);
    await shop.close();
  },
  baseURL: async ({ shop }, use) => use(shop.url),
  ids: async ({ shop }, use) => use(await idsByName(shop.url)),
});
