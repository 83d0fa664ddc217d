/** Two people have the same record open: nothing of either is lost, and what meets is chosen by somebody who sees both. */
import type { Page } from '@playwright/test';
import { button, deviceOf, pagesAreHere } from './people';
import { expect, test } from './test';

const EVENT = 'Dunvarrel midsummer';
const field = (page: Page, name: string) => page.getByRole('textbox', { name, exact: true });

test(
  'two people change one event: apart it is brought together, on the same field somebody chooses, offline too',
  { tag: '@phone' },
  async ({ browser, shop, ids }) => {
    const event = ids[EVENT]!;
    const stored = async () =>
      (await (await fetch(`${shop.url}/api/events/${event}`)).json()) as Record<'notes' | 'organiser' | 'name', string>;
    const [one, two] = [
      (await deviceOf(browser, ids['Tove Loy']!)).page,
      (await deviceOf(browser, ids['Ines Ferrant']!)).page,
    ];
    const open = async (page: Page): Promise<void> => {
      await page.goto(`/events/${event}/edit`);
      await expect(field(page, 'Notes')).toBeVisible();
    };
    const save = async (page: Page): Promise<void> => {
      await button(page, 'Save event').click();
      await page.waitForURL(/\/events\/[^/]+$/);
    };

    // Each another field: both are kept, and the second is told what came with it.
    await Promise.all([open(one), open(two)]);
    await field(two, 'Notes').fill('Gate opens at 6:30');
    await field(one, 'Organiser').fill('Brenholt Society');
    await save(one);
    await save(two);
    await expect(
      two.getByText(/^Changed by somebody else meanwhile, and kept: Organiser: Brenholt Society/),
    ).toBeVisible();
    expect(await stored()).toMatchObject({ notes: 'Gate opens at 6:30', organiser: 'Brenholt Society' });

    // The same field: both stand side by side, with who and when. Nothing chosen, nothing saved, and what was typed is still there.
    await Promise.all([open(one), open(two)]);
    await field(two, 'Notes').fill('Quiet until nine');
    await field(one, 'Notes').fill('Paddock 4');
    await save(one);
    await button(two, 'Save event').click();
    await expect(two.getByText(/^Tove Loy saved this on /)).toBeVisible();
    await expect(button(two, 'Save')).toBeDisabled();
    await button(two, 'Save nothing yet').click();
    await expect(field(two, 'Notes')).toHaveValue('Quiet until nine');
    expect((await stored()).notes).toBe('Paddock 4');
    await expect(two.getByText('Changed by two people')).toBeHidden();
    await button(two, 'Save event').click();
    await two.getByRole('radio', { name: 'Notes, yours: Quiet until nine' }).click();
    await button(two, 'Save').click();
    await two.waitForURL(/\/events\/[^/]+$/);
    expect((await stored()).notes).toBe('Quiet until nine');

    // Without a connection: it waits, meets the other's when it goes out, and is chosen where it waits.
    await pagesAreHere(two);
    await Promise.all([open(one), open(two)]);
    await two.context().setOffline(true);
    await field(two, 'Notes').fill('Bring the awning');
    await save(two);
    await field(one, 'Notes').fill('No awnings');
    await field(one, 'Name').fill('Dunvarrel summer');
    await save(one);
    await two.context().setOffline(false);
    await two.getByText('One entry was not accepted. Open to see why.').click();
    await button(two, 'Compare and choose').click();
    await two.getByRole('radio', { name: 'Notes, theirs: No awnings' }).click();
    await button(two, 'Save').click();
    await expect(two.getByText('Everything entered here is on the server.')).toBeVisible();
    expect(await stored()).toMatchObject({ notes: 'No awnings', name: 'Dunvarrel summer' });
  },
);
