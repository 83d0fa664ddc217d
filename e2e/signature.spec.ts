import type { Page } from '@playwright/test';
import { HELD_MS, button, deviceOf, field } from './people';
import { expect, test } from './test';

/** A signature that was ended does not come back; a limit that is moved meanwhile is told, and waits for a lead. */
interface Feed {
  changes: { collection: string; body: Record<string, unknown> & { id: string } }[];
}
const radio = (page: Page, name: string) => page.getByRole('radio', { name, exact: true });

test(
  'a released car in which a thin pad is read is stopped; measured again by the lead, the signature is still over until somebody signs anew',
  { tag: '@phone' },
  async ({ browser, ids, shop, request }) => {
    const { changes } = (await (await request.get('/api/changes?limit=5000')).json()) as Feed;
    const carId = ids['Sorrel Quillon'];
    const released = changes.find((c) => c.body['kind'] === 'carReleased' && c.body['carId'] === carId)!.body;
    const job = String(released['jobId']);
    const [tove, ines] = [await deviceOf(browser, ids['Tove Loy']!), await deviceOf(browser, ids['Ines Ferrant']!)];
    const gate = async (page: Page) => {
      await page.goto(`/service/${job}/release`);
      return expect(page.getByTestId('gate-state'));
    };
    const read = async (page: Page, inner: string, why: readonly string[]): Promise<void> => {
      await page.goto(`/service/${job}/pads.FL`);
      await field(page, 'Inner pad').fill(inner);
      await button(page, /^Outer pad: /).click();
      await field(page, 'Outer pad').fill('10');
      await page.getByRole('checkbox', { name: 'Both seen, clean', exact: true }).click();
      for (const reason of why) await radio(page, reason).click();
      await button(page, /^(Save and go on|Save the correction)$/).click();
      await expect(page.getByRole('heading', { level: 1 }).last()).not.toHaveText('Pads, left front');
    };

    await test.step('released; then somebody reads a pad of 2.1 mm', async () => {
      await (await gate(tove.page)).toContainText('Released by Sanna Reij');
      await read(tove.page, '2.1', ['Why corrected: Measured again']);
      await (await gate(tove.page)).toContainText('Was released; stopped again.');
    });
    await test.step('the lead measures: nothing stops it, and the signature does not come back', async () => {
      await read(ines.page, '10.1', ['Why corrected: Measured again']);
      await (await gate(ines.page)).toContainText('The signature does not come back');
    });
    await test.step('meanwhile the shop limit is made milder: it holds the car, and whoever moved it is named', async () => {
      const { changes: now } = (await (await request.get('/api/changes?limit=5000')).json()) as Feed;
      const settings = now.findLast((c) => c.collection === 'shops')!.body;
      const put = (by: string) =>
        request.put(`${shop.url}/api/shops/${settings.id}`, {
          data: { ...settings, padLimitMm: Number(settings['padLimitMm']) - 0.5 },
          headers: { 'Calvik-Saved-By': by, 'Calvik-Saved-At': new Date().toISOString() },
        });
      const unnamed = await put('');
      expect([unnamed.status(), await unnamed.text()]).toEqual([422, expect.stringContaining('whoMovesLimit')]);
      const moved = await put(ids['Tove Loy']!);
      expect(moved.ok(), await moved.text()).toBe(true);
    });
    await test.step('signed anew by the lead, held for a second: a tap signs nothing', async () => {
      const { page } = ines;
      await page.goto(`/service/${job}/release`);
      const sign = button(page, 'Release, signed Ines Ferrant');
      await expect(page.getByTestId('holds')).toContainText(
        /pad limit of P-032 was changed from 3\.0\smm.* to 2\.5\smm/,
      );
      while (await button(page, 'Waive').count()) {
        const before = await button(page, 'Waive').count();
        await button(page, 'Waive').first().click();
        await field(page, 'Why it is waived').fill('Maker says so, page 4.');
        await button(page, 'Waive it, signed Ines Ferrant').click();
        await expect(button(page, 'Waive')).toHaveCount(before - 1);
      }
      await sign.click();
      await expect(page.getByTestId('gate-state')).not.toContainText('Released by');
      await sign.click({ delay: HELD_MS });
      await expect(page.getByTestId('gate-state')).toContainText('Released by Ines Ferrant');
      await page.goto(`/service/${job}/sheet`);
      await expect(page.getByTestId('sheet')).toContainText(/2\.1\smm.*Corrected by Ines Ferrant: Measured again/);
      await expect(page.getByTestId('sheet')).toContainText('Reason: Maker says so, page 4.');
    });
    tove.complaints.none();
    ines.complaints.none();
  },
);
