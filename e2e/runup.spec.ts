import ICAL from 'ical.js';
import type { Page } from '@playwright/test';
import { seriousFindings } from './axe';
import { pdfText } from './pdf';
import { button, deviceOf, field, idsByName, link, pick, room } from './people';
import type { Shop } from './shops';
import { noonZone } from './zone';
import { expect, long, test } from './test';

/** The lead's planning evening: from a new event to today's list, by clicking, typing and dragging, through every layer. */
let shop: Shop;
test.beforeEach(({ shop: opened }) => {
  shop = opened;
});

const CARS = ['Auld Aldane', 'Cleo’s Brennick', 'Helm Tessaro', 'Praag Mirova', 'Rooth Velund', 'Sorrel Quillon'];
const heading = (page: Page, name: string) =>
  expect(page.getByRole('heading', { name, level: 1, exact: true })).toBeVisible();

test(
  'new event with rules, six cars, work list, plan, a job moved, parts ordered, calendar, today’s list',
  {
    tag: '@wide',
    annotation: long('it is the whole evening in one go: each step stands on what the one before has planned.'),
  },
  async ({ browser }) => {
    const ids = await idsByName(shop.url);
    const { page, complaints } = await deviceOf(browser, ids['Ines Ferrant']!);
    await page.goto('/');

    await test.step('an event takes over the organiser’s saved rules, and adds one', async () => {
      await button(page, 'New event').click();
      await field(page, 'Name').fill('Circle winter day');
      await pick(page, 'Venue', 'Dunvarrel Ring');
      await button(page, 'Use saved rules').click();
      await page.getByRole('option', { name: 'Ring Circle, two days' }).click();
      await expect(page.getByText(/Filled in from “Ring Circle, two days”/)).toBeVisible();
      await expect(field(page, 'Organiser')).toHaveValue('Ring Circle');
      await expect(field(page, 'Pads at least')).toHaveValue(/8\.5/);
      await field(page, 'Flushed within (days before)').fill('10 days');
      await page.getByRole('radio', { name: 'Brake ducts: Fitted' }).click();
      await page.getByRole('checkbox', { name: 'Goes there: Tove Loy' }).click();
      await button(page, 'Save event').click();
      await heading(page, 'Circle winter day');
      await expect(page.getByText(/Pads of 8\.5\smm at least\. Bedded parts only/)).toBeVisible();
    });
    const eventId = page.url().split('/').pop()!;

    await test.step('six cars are booked', async () => {
      for (const car of CARS) {
        await button(page, 'Book a car').first().click();
        await link(page, `Book ${car}`).click();
        await expect(link(page, new RegExp(`^${car}: `))).toBeVisible();
      }
    });

    await test.step('the work list says what, why, until when and for whom; and follows a change', async () => {
      await button(page, 'Work list').click();
      await heading(page, 'Work list');
      const tessaro = page.getByTestId(`work-of-${ids['Helm Tessaro']}`);
      await expect(tessaro.getByTestId('work-pads.front')).toContainText(
        /7\.\d\smm left, 8\.5\smm asked for\. \(Ring Circle\)/,
      );
      await expect(tessaro.getByTestId('work-flush')).toContainText(/rule says 10\. \(Ring Circle\)/);
      const velund = page.getByTestId(`work-of-${ids['Rooth Velund']}`);
      await expect(velund.getByTestId('work-ducts')).toHaveCount(0);
      await velund.getByTestId('work-inspection').click();
      await button(page, 'Drop it').click();
      await expect(page.getByText('Say why it is dropped.')).toBeVisible();
      await field(page, 'Why drop it').fill('Abel signs it himself.');
      await button(page, 'Drop it').click();
      await expect(velund.getByTestId('work-inspection')).toContainText('Dropped: Abel signs it himself.');
      await page.getByRole('button', { name: 'Add work' }).last().click();
      await field(page, 'What').fill('Fit the camera mount');
      await field(page, 'Why').fill('Asked for by phone.');
      await field(page, 'How long').fill('soon');
      await button(page, 'Add it').click();
      await expect(page.getByText(/“soon” is not a figure/)).toBeVisible();
      await field(page, 'How long').fill('20 min');
      await button(page, 'Add it').click();
      await expect(page.getByText('Fit the camera mount')).toBeVisible();
    });

    await test.step('one press proposes a plan; what does not go in is named; it is taken', async () => {
      await button(page, 'Plan the work').click();
      await heading(page, 'Plan');
      await page.getByRole('radio', { name: 'Search for: 5 s' }).click();
      await button(page, 'Propose a plan').click();
      await expect(page.getByTestId('plan-summary')).toContainText(/\d+ visits/, { timeout: 60_000 });
      await expect(page.getByText(/A better plan may exist|Proven the best/)).toBeVisible();
      await expect(page.getByTestId('left-out')).toContainText('Helm Tessaro: pads, front');
      await expect(page.getByTestId('proposed').first()).toBeVisible();
      await button(page, /^Take this plan, \d+ visits$/).click();
      await heading(page, 'Board');
      await expect(page.getByText(/^Plan of \d+ visits taken\.$/)).toBeVisible();
    });

    const jobs = async (): Promise<
      { id: string; startAt: string; carId: string; covers: string[]; eventId: string; durationMin: number }[]
    > =>
      (
        (await (await fetch(`${shop.url}/api/changes?limit=5000`)).json()) as {
          changes: { collection: string; body: never }[];
        }
      ).changes
        .filter((c) => c.collection === 'jobs')
        .map((c) => c.body as never);
    const planned = (await jobs()).filter((j) => j.eventId === eventId && j.covers.includes('flush'));
    expect(planned.length).toBeGreaterThanOrEqual(5);
    const job = planned.find((j) => j.carId === ids['Sorrel Quillon'])!;
    const day = new Date(job.startAt).toLocaleDateString('sv', { timeZone: noonZone });

    await test.step('a job is moved where it breaks rules: they are said at once; then undone', async () => {
      await page.goto(`/board?day=${day}`);
      const block = page.getByTestId(`block-${job.id}`).first();
      const box = (await block.boundingBox())!;
      await page.mouse.move(box.x + 12, box.y + 12);
      await page.mouse.down();
      // Far to the left: before anybody is there.
      await page.mouse.move(box.x - 40, box.y + 12, { steps: 4 });
      await page.mouse.move(240, box.y + 12, { steps: 6 });
      await expect(page.getByTestId('drag-verdict')).toContainText(/works from 08:00 to/);
      await page.mouse.up();
      await expect(page.getByTestId('drop-objections')).toContainText(/works from 08:00 to/);
      await button(page, 'Leave it').click();
      // By keyboard: two steps of a quarter of an hour to the right.
      await block.focus();
      await page.keyboard.press('Space');
      for (let steps = 0; steps < 2; steps++) {
        const stood = await page.getByTestId('drag-verdict').allInnerTexts();
        await page.keyboard.press('ArrowRight');
        await expect.poll(() => page.getByTestId('drag-verdict').allInnerTexts()).not.toEqual(stood);
      }
      await expect(page.getByTestId('drag-verdict')).toContainText('Sorrel Quillon: ');
      await page.keyboard.press('Space');
      const late = page.getByTestId('drop-objections');
      const moved = page.getByText('Sorrel Quillon moved.');
      await expect(late.or(moved)).toBeVisible();
      if (await late.isVisible()) await button(page, 'Put it there all the same').click();
      await expect(moved).toBeVisible();
      const now = (await jobs()).find((j) => j.id === job.id)!;
      expect((Date.parse(now.startAt) - Date.parse(job.startAt)) / 60_000).toBe(30);
      await expect(page.getByText('Sorrel Quillon moved.')).toBeVisible();
      await button(page, 'Undo').click();
      await expect.poll(async () => (await jobs()).find((j) => j.id === job.id)!.startAt).toBe(job.startAt);
    });

    await test.step('what is missing is asked for and ordered', async () => {
      await room(page, 'Stock');
      await button(page, 'Shopping list').click();
      await heading(page, 'Shopping list');
      const corran = page.getByTestId('supplier-Corran Friction');
      await expect(corran).toContainText('Pads front, Holt Sprint');
      await expect(corran).toContainText(/Order by|Order today|Should have been ordered/);
      await button(page, 'Ask Corran Friction').click();
      await expect(corran).toContainText(/each; \d+ on /);
      await button(page, 'Order from Corran Friction').click();
      // One set that is under its limit, and one that would not last the sprint.
      const ordered = page.getByTestId('ordered-line').filter({ hasText: 'Pads front, Holt Sprint' });
      await expect(ordered).toHaveCount(2);
      await expect(ordered.first()).toContainText('Corran Friction, due');
      await expect(page.getByText('Pads front, Holt Sprint', { exact: true })).toHaveCount(0);
      await ordered
        .first()
        .getByRole('button', { name: /eceived/ })
        .click();
      await expect(ordered).toHaveCount(1);
      await page.goto('/inventory');
      await expect(page.getByText(/^P-\d+ {1,2}Holt Sprint$/).first()).toBeVisible();
    });

    await test.step('calendar, table and run sheet are read back by other programs', async () => {
      const calendar = await (await page.request.get(`${shop.url}/api/calendars/events/${eventId}.ics`)).text();
      const events = new ICAL.Component(ICAL.parse(calendar))
        .getAllSubcomponents('vevent')
        .map((e) => new ICAL.Event(e));
      const entry = events.find((e) => e.uid === job.id)!;
      expect(entry.startDate.toJSDate().toISOString()).toBe(job.startAt);
      expect(entry.summary).toContain('Sorrel Quillon');
      const sheet = await page.request.get(`${shop.url}/api/run-sheets/${day}.pdf`);
      const text = await pdfText(new Uint8Array(await sheet.body()));
      expect(text).toContain('Run sheet');
      expect(text).toContain('Sorrel Quillon');
      expect(text).toContain('Flush');
      const table = await (await page.request.get(`${shop.url}/api/work-list.csv?event=${eventId}`)).text();
      expect(table.split('\r\n').filter((row) => row.includes('Fit the camera mount')).length).toBe(1);
    });

    await test.step('today’s list of the one on duty', async () => {
      await page.goto(`/board?day=${day}&job=${job.id}`);
      const today = new Date().toLocaleDateString('sv', { timeZone: noonZone });
      for (let d = day; d > today; d = new Date(Date.parse(`${d}T00:00:00Z`) - 86_400_000).toISOString().slice(0, 10))
        await button(page, 'A day earlier').click();
      await field(page, 'Start').fill('23:00');
      await button(page, /^Bram Okell|^Tove Loy|^Ines Ferrant|^Sanna Reij/)
        .first()
        .click();
      await page.getByRole('option', { name: 'Ines Ferrant' }).click();
      await expect(page.getByTestId('objections')).toContainText('Action needed');
      await button(page, 'Move it all the same').click();
      await expect(page.getByText('Sorrel Quillon moved.')).toBeVisible();
      await room(page, 'Work');
      await page.getByRole('radio', { name: 'Whose work: Ines' }).click();
      await expect(page.getByText(/, today$/)).toBeVisible();
      const mine = link(page, /on Sorrel Quillon$/).first();
      await expect(mine).toBeVisible();
      await mine.click();
      await expect(page.getByText('Sorrel Quillon').first()).toBeVisible();
    });

    await test.step('the customer’s text goes to the messages and nowhere else', async () => {
      await page.goto(`/events/${eventId}/work`);
      await button(page, 'Text the customer').first().click();
      await page.getByRole('radio', { name: 'About: Bring it in' }).click();
      await expect(field(page, 'Text')).toHaveValue(/Hello Fenno, please bring Auld Aldane by/);
      await button(page, 'To the messages').click();
      await page.goto('/messages');
      await expect(page.getByTestId('message')).toContainText('please bring Auld Aldane by');
    });
    complaints.none();
  },
);

test(
  'a table of customers and cars: every refused row is named, and nothing is half saved',
  { tag: '@wide' },
  async ({ browser }) => {
    const ids = await idsByName(shop.url);
    const { page, complaints } = await deviceOf(browser, ids['Ines Ferrant']!);
    await page.goto('/cars');
    await button(page, 'Import').click();
    const choose = (text: string | Buffer) =>
      page
        .getByLabel('Table to import')
        .setInputFiles({ name: 'cars.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
    await choose('customer^car\nA^B\n');
    await expect(page.getByText(/The first row must name the columns customer and car/)).toBeVisible();
    await choose(Buffer.from([0x63, 0x2c, 0x64, 0x0a, 0xff, 0x81, 0x00, 0x2c]));
    await expect(page.getByText(/save it as CSV in UTF-8/)).toBeVisible();
    complaints.expected(/422/);
    await choose(
      'Owner;Thing;Built;Colour;Last flush;Front brakes\nNora Fisk;Fisk Aldane;2011;red;2026-02-03;fixed\nNora Fisk;;2012;;;\nAbel Rooth;Rooth Velund;2019;;;\n',
    );
    await expect(page.getByTestId('unread-columns')).toHaveText('Not read: Thing, Colour.');
    await page.getByRole('button', { name: /^Column Thing: / }).click();
    await page.getByRole('option', { name: 'Car', exact: true }).click();
    await expect(page.getByTestId('import-summary')).toHaveText(
      '3 rows. Can be saved: 1 car, 1 new customer. As it is already: 1. Cannot: 1.',
    );
    await expect(page.getByTestId('refused-rows')).toContainText('Row 3: No car is named.');
    expect(await seriousFindings(page, 'import')).toEqual([]);
    await field(page, 'Car, row 3').fill('Fisk Second');
    await page.keyboard.press('Enter');
    await expect(page.getByTestId('import-summary')).toContainText('Can be saved: 2 cars');
    // What was mended is there after a reload.
    await page.reload();
    await expect(page.getByTestId('import-summary')).toContainText('Can be saved: 2 cars');
    await expect(page.getByTestId('import-summary')).toHaveText(
      '3 rows. Can be saved: 2 cars, 1 new customer. As it is already: 1. Cannot: 0.',
    );
    await button(page, 'Save 2 cars').click();
    await expect(page.getByText(/^Saved: 2 cars, 1 new customer\./)).toBeVisible();
    await button(page, 'To the cars').click();
    await link(page, 'Fisk Aldane').click();
    await expect(page.getByText(/Last flush 3 Feb 2026, done elsewhere/)).toBeVisible();
    await button(page, 'Who changed what').click();
    await expect(page.getByTestId('record-changes')).toContainText('Ines Ferrant');

    // The whole import is taken back.
    await page.goto('/import');
    await button(page, 'Undo the import of cars.csv').click();
    await button(page, 'Undo this import').click();
    await expect(page.getByText('Archived: 2 cars, 1 customer.')).toBeVisible();
    await page.goto('/cars');
    await expect(link(page, 'Rooth Velund')).toBeVisible();
    await expect(link(page, 'Fisk Aldane')).toHaveCount(0);
    complaints.none();
  },
);

test(
  'somebody leaves who has jobs: they stand with nobody until they are given to others',
  { tag: '@phone' },
  async ({ browser }) => {
    const ids = await idsByName(shop.url);
    const { page, complaints } = await deviceOf(browser, ids['Ines Ferrant']!);
    await page.goto(`/crew/${ids['Tove Loy']}`);
    await expect(page.getByText(/Tove Loy has \d+ open jobs?\. They stay on the board/)).toBeVisible();
    await button(page, 'Tove Loy has left').click();
    await expect(page.getByTestId('breaks')).toContainText('Tove Loy');
    await button(page, 'Tove Loy has left all the same').click();
    await expect(page.getByText('Tove Loy has left the crew.')).toBeVisible();
    await page.goto('/board');
    await expect(page.getByRole('heading', { name: 'With nobody' })).toBeVisible();
    await page.getByTestId('board-job').first().click();
    await button(page, 'Choose who').or(button(page, 'Tove Loy')).first().click();
    await page.getByRole('option', { name: 'Sanna Reij' }).click();
    await button(page, /^Move it/).click();
    await expect(page.getByRole('heading', { name: 'With nobody' })).toHaveCount(0);
    complaints.none();
  },
);
