/** The cases' `test`: every case has a shop of its own, in which nothing has happened but what its story tells. */
import { test as base } from '@playwright/test';
import { type Ids, idsByName } from './people';
import { Host, type Shop, type Story } from './shops';

export { expect } from '@playwright/test';

/** Why a case takes more than a minute: said beside its time at the end of a run. */
export const long = (because: string): { type: string; description: string } => ({
  type: 'long',
  description: because,
});

export const test = base.extend<{ story: Story; shop: Shop; ids: Ids }, { host: Host }>({
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
