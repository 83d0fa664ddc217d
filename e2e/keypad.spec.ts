import { type Page, expect, test } from '@playwright/test';
import { deviceOf, idsByName } from './people';
import { Server, newDataFile } from './server';

/** The docked keypad, measured by its boxes: figure, verdict, every key and the save key in view together, in every step that takes figures. */
let server: Server;
test.beforeAll(async () => {
  server = await Server.start({ data: newDataFile(), demo: true });
});
test.afterAll(() => server.stop());

const sizes = [
  { width: 390, height: 844 },
  { width: 360, height: 740 },
];
const keys = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '0', 'Point', 'Clear', 'Erase'];

/** Tops and bottoms of everything that must be seen together. */
async function boxes(page: Page): Promise<Record<string, { top: number; bottom: number }>> {
  return page.evaluate((names) => {
    const found: Record<string, { top: number; bottom: number }> = {};
    const note = (name: string, element: Element | null | undefined): void => {
      const box = element?.getBoundingClientRect();
      if (box && box.height > 0) found[name] = { top: Math.round(box.top), bottom: Math.round(box.bottom) };
    };
    const pad = document.querySelector('[data-testid="keypad"]');
    for (const name of names) note(name, pad?.querySelector(`[aria-label="${name}"]`));
    note('figure', pad?.querySelector('input'));
    note('foot', document.querySelector('[data-testid="page-foot"]'));
    note('keypad', pad);
    return found;
  }, keys);
}

test('at both sizes every key, the figure and the save key are in view, and no verdict moves a key', async ({
  browser,
}, { project }) => {
  test.skip(project.name !== 'phone', 'measured at the sizes of phones');
  const ids = await idsByName(server.url);
  const { page, complaints } = await deviceOf(browser, ids['Tove Loy']!);
  const feed = (await (await fetch(`${server.url}/api/changes?limit=5000`)).json()) as {
    changes: { collection: string; body: { id: string; kind?: string; carId?: string } }[];
  };
  const job = feed.changes.find(
    ({ collection, body }) => collection === 'jobs' && body.kind === 'service' && body.carId === ids['Rooth Velund'],
  )!.body.id;
  const seen: string[] = [];
  for (const size of sizes) {
    await page.setViewportSize(size);
    for (const step of ['reservoir', 'boil', 'pads.FL', 'rotor.FL', 'wheelBearing.FL', 'exchange', 'level', 'wheels']) {
      await page.goto(`${server.url}/service/${job}/${step}`);
      await expect(page.getByTestId('keypad')).toBeVisible();
      const measure = async (state: string): Promise<Record<string, { top: number; bottom: number }>> => {
        const all = await boxes(page);
        for (const key of [...keys, 'figure', 'foot']) {
          expect(all[key], `${step}, ${state}: ${key}`).toBeDefined();
          expect(all[key]!.top, `${step}, ${state}: ${key}`).toBeGreaterThanOrEqual(0);
          expect(all[key]!.bottom, `${step}, ${state}: ${key}`).toBeLessThanOrEqual(size.height);
        }
        expect(all.keypad!.bottom, `${step}, ${state}: keypad over the foot`).toBeLessThanOrEqual(all.foot!.top + 1);
        return all;
      };
      const empty = await measure('as it opens');
      await page.getByRole('button', { name: '1', exact: true }).last().click();
      const typed = await measure('with a bad figure');
      for (const key of keys) expect(typed[key], `${step}: ${key} has moved`).toEqual(empty[key]);
      await page.getByRole('button', { name: 'Clear', exact: true }).last().click();
      seen.push(
        `${size.width}×${size.height} ${step}: keypad ${typed.keypad!.top}–${typed.keypad!.bottom}, foot ${typed.foot!.top}`,
      );
    }
  }
  complaints.none();
  console.log(seen.join('\n'));
});
