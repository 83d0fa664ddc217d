import type { Page } from '@playwright/test';
import { button, deviceOf, field } from './people';
import { expect, long, test } from './test';

/**
 * Two taps 350 ms apart on every kind of save: what the first one saves is saved once, and the second one answers nothing on the page that has just
 * come under the thumb.
 */
const GAP_MS = 350;
interface Body {
  [field: string]: unknown;
}
interface Feed {
  changes: { seq?: number; collection: string; body: Body & { id: string } }[];
}
const radio = (page: Page, name: string | RegExp) =>
  page.getByRole('radio', { name, exact: typeof name === 'string' }).first();
const keys = async (page: Page, text: string): Promise<void> => {
  for (const key of text)
    await button(page, key === '.' ? 'Point' : key)
      .last()
      .click();
};

/** Each page with a save: where it is, what is filled in, and what is tapped. */
type Case = [
  name: string,
  path: (at: Record<string, string>) => string,
  fill: (page: Page) => Promise<unknown>,
  save: string | RegExp,
];
const nothing = async (): Promise<void> => {};
const cases: Case[] = [
  [
    'pedal on arrival',
    (at) => `/service/${at.job}/pedalBaseline`,
    (p) => radio(p, 'Pedal: Firm').click(),
    /^(Save and go on|Begin)$/,
  ],
  ['driver', (at) => `/service/${at.job}/driver`, nothing, 'No complaints: go on'],
  [
    'reservoir',
    (at) => `/service/${at.job}/reservoir`,
    async (p) => {
      for (const name of ['Level: MAX', 'Colour: Straw', 'Basket: Clean']) await radio(p, name).click();
    },
    'Save and go on',
  ],
  ['boiling test', (at) => `/service/${at.job}/boil`, (p) => keys(p, '270'), 'Save and go on'],
  ['up on stands', (at) => `/service/${at.job}/ground`, (p) => button(p, 'All OK').click(), 'Save and go on'],
  [
    'pads',
    (at) => `/service/${at.job}/pads.FL`,
    async (p) => {
      await field(p, 'Inner pad').fill('7');
      await button(p, /^Outer pad: /).click();
      await field(p, 'Outer pad').fill('7');
      await p.getByRole('checkbox', { name: 'Both seen, clean', exact: true }).click();
    },
    'Save and go on',
  ],
  ['wheel bearing', (at) => `/service/${at.job}/wheelBearing.FL`, (p) => keys(p, '.2'), 'Save and go on'],
  ['list', (at) => `/service/${at.job}/look`, (p) => button(p, 'All OK').click(), 'Save and go on'],
  [
    'a line of the look',
    (at) => `/track/${at.trackCar}/${at.session}`,
    async (p) => {
      const line = p.getByTestId('look-debris');
      if ((await line.getAttribute('aria-expanded')) !== 'true') await line.click();
    },
    'Nothing',
  ],
  ['new customer', () => '/customers/new', (p) => field(p, 'Name').fill('Oda Vinter'), 'Save, then enter the car'],
  [
    'new fluid',
    () => '/inventory/fluids/new',
    async (p) => {
      await field(p, 'Name').fill('Pale Fen 4');
      await field(p, 'Dry boiling point').fill('312');
      await field(p, 'Wet boiling point').fill('204');
    },
    /^Save/,
  ],
];

/** Sent with the time at which a thumb makes them: a slow machine may be late with them, a thumb is not. */
async function tapTwice(page: Page, x: number, y: number): Promise<void> {
  const client = await page.context().newCDPSession(page);
  const first = Date.now() / 1000;
  const at = { x, y, button: 'left', clickCount: 1 } as const;
  const tap = async (timestamp: number): Promise<void> => {
    await client.send('Input.dispatchMouseEvent', { type: 'mousePressed', timestamp, ...at });
    await client.send('Input.dispatchMouseEvent', { type: 'mouseReleased', timestamp: timestamp + 0.05, ...at });
  };
  await tap(first);
  await page.evaluate((ms) => new Promise((done) => setTimeout(done, ms)), GAP_MS);
  await tap(first + GAP_MS / 1000);
  await client.detach();
}

test(
  'two taps on a save, a third of a second apart, are one: on every kind of page, and nothing is answered on the next one',
  { tag: '@phone', annotation: long('eleven pages are opened, filled in and tapped twice.') },
  async ({ browser, ids, request }) => {
    test.setTimeout(240_000);
    const { page, complaints } = await deviceOf(browser, ids['Ines Ferrant']!);
    const feed = async (): Promise<Feed['changes']> =>
      ((await (await request.get('/api/changes?limit=5000')).json()) as Feed).changes;
    const before = await feed();
    const job = before
      .filter((c) => c.collection === 'jobs' && c.body['carId'] === ids['Helm Tessaro'] && c.body['kind'] === 'service')
      .sort((a, b) => String(b.body['startAt']).localeCompare(String(a.body['startAt'])))[0]!.body.id;
    const trackCar = ids['Sorrel Velund']!;
    const session = before.findLast((c) => c.body['kind'] === 'sessionDriven' && c.body['carId'] === trackCar)!.body.id;
    const at = { job, trackCar, session };
    let known = new Set(before.map((c) => c.body.id));
    for (const [name, path, fill, save] of cases)
      await test.step(name, async () => {
        await page.goto(path(at));
        await fill(page);
        if (await page.getByTestId('out-of-turn').isVisible()) await radio(page, 'Why now: Working together').click();
        const target = (
          name === 'a line of the look' ? page.getByRole('checkbox', { name: save }) : button(page, save)
        ).last();
        await target.scrollIntoViewIfNeeded();
        // What has just appeared takes no tap: whoever reads first has waited.
        await page.evaluate((ms) => new Promise((done) => setTimeout(done, ms)), 700);
        const box = (await target.boundingBox())!;
        await tapTwice(page, box.x + box.width / 2, box.y + box.height / 2);
        const fresh = async () => (await feed()).filter((c) => !known.has(c.body.id));
        await expect.poll(async () => (await fresh()).length, { message: `${name} is saved` }).toBeGreaterThan(0);
        await page.evaluate((ms) => new Promise((done) => setTimeout(done, ms)), 500);
        const saved = await fresh();
        const said = saved.map(({ collection, body }) => {
          const { id: _, at: __, recordedAt: ___, version: ____, ...rest } = body;
          return `${collection} ${JSON.stringify(rest)}`;
        });
        expect(said).toEqual([...new Set(said)]);
        const kinds = new Set(saved.map(({ collection, body }) => `${collection} ${String(body['kind'] ?? '')}`));
        expect([name, [...kinds]]).toEqual([name, [expect.any(String)]]);
        known = new Set((await feed()).map((c) => c.body.id));
      });
    complaints.none();
  },
);
