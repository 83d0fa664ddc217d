import type { Page } from '@playwright/test';
import { button, deviceOf, field, pagesAreHere } from './people';
import { expect, long, test } from './test';

/** Two people who read differently, and one who types anew what did not suit: the worse one counts until somebody else has measured. */
const save = (page: Page) => button(page, /^(Save and go on|Save the correction)$/).click();
const radio = (page: Page, name: string) => page.getByRole('radio', { name, exact: true });

/** The pads of the left front, typed and looked at; why it comes now is said where it is asked. */
async function read(page: Page, inner: string): Promise<void> {
  await field(page, 'Inner pad').fill(inner);
  await button(page, /^Outer pad: /).click();
  await field(page, 'Outer pad').fill('8');
  await page.getByRole('checkbox', { name: 'Both seen, clean', exact: true }).click();
  if (await page.getByTestId('out-of-turn').isVisible()) await radio(page, 'Why now: Working together').click();
}
const atPads = (page: Page) =>
  expect(page.getByRole('heading', { name: 'Pads, left front', level: 1, exact: true }).last()).toBeVisible();
const left = (page: Page) => expect(page.getByRole('heading', { level: 1 }).last()).not.toHaveText('Pads, left front');

test(
  'two phones in contradiction: the worse reading counts, nobody takes back their own, a third reading ends it',
  { tag: '@phone', annotation: long('three phones measure one pad in turn, one of them without a connection.') },
  async ({ browser, ids, shop }) => {
    const [tove, bram, ines] = [
      await deviceOf(browser, ids['Tove Loy']!),
      await deviceOf(browser, ids['Bram Okell']!),
      await deviceOf(browser, ids['Ines Ferrant']!),
    ];
    const { changes } = (await (await fetch(`${shop.url}/api/changes?limit=5000`)).json()) as {
      changes: { collection: string; body: Record<string, unknown> & { id: string } }[];
    };
    const job = changes
      .filter((c) => c.collection === 'jobs' && c.body['carId'] === ids['Rooth Velund'] && c.body['kind'] === 'service')
      .sort((a, b) => String(b.body['startAt']).localeCompare(String(a.body['startAt'])))[0]!.body.id;
    const stops = async (page: Page) => {
      await page.goto(`/service/${job}/release`);
      return expect(page.getByTestId('stops'));
    };

    await test.step('he has no connection and reads 5.2; she reads 2.5 meanwhile', async () => {
      await bram.page.goto(`/service/${job}/pads.FL`);
      await pagesAreHere(bram.page);
      await bram.page.context().setOffline(true);
      await tove.page.goto(`/service/${job}/pads.FL`);
      await read(tove.page, '2.5');
      await expect(tove.page.getByTestId('live-verdict')).toContainText('change it');
      await save(tove.page);
      await left(tove.page);
      await read(bram.page, '5.2');
      await save(bram.page);
      await left(bram.page);
      await bram.page.context().setOffline(false);
    });
    await test.step('both stay, and the worse one counts', async () => {
      await (await stops(tove.page)).toContainText(/FL inner.*2\.5\smm/);
      await tove.page.goto(`/service/${job}/pads.FL`);
      await expect(tove.page.getByText(/two readings disagree, and the worse one counts/)).toBeVisible();
    });
    await test.step('she types it anew: asked, saved, and the stop stands', async () => {
      await read(tove.page, '5.3');
      await expect(tove.page.getByTestId('asked')).toContainText('whoever found it cannot take it back alone');
      await radio(tove.page, 'Why it is so: Read twice, it is right').click();
      await radio(tove.page, 'Why corrected: Typed wrong').click();
      await save(tove.page);
      await left(tove.page);
      await (await stops(tove.page)).toContainText(/FL inner.*2\.5\smm/);
    });
    await test.step('the lead measures: over, and all of it stands in the sheet', async () => {
      await ines.page.goto(`/service/${job}/pads.FL`);
      await atPads(ines.page);
      await expect(ines.page.getByText(/cannot take it back alone/).first()).toBeVisible();
      await read(ines.page, '5.2');
      await radio(ines.page, 'Why it is so: Read twice, it is right').click();
      await radio(ines.page, 'Why corrected: Measured again').click();
      await save(ines.page);
      await left(ines.page);
      await (await stops(ines.page)).not.toContainText('FL inner');
      await ines.page.goto(`/service/${job}/sheet`);
      await expect(ines.page.getByTestId('sheet')).toContainText(/2\.5\smm/);
    });
    for (const { complaints } of [tove, ines]) complaints.none();
  },
);
