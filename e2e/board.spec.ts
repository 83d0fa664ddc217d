import type { Page } from '@playwright/test';
import { seriousFindings } from './axe';
import { pdfText } from './pdf';
import { button, deviceOf, field, idsByName, link, pick, settled, takePlan } from './people';
import type { Shop } from './shops';
import { noonZone } from './zone';
import { expect, test } from './test';

/** The board and the weeks: a proposal drawn before it is taken, work dragged out of the tray and beyond what is shown, filters, paper. */
let shop: Shop;
test.beforeEach(({ shop: opened }) => {
  shop = opened;
});

interface Job {
  id: string;
  carId: string;
  crewId: string;
  startAt: string;
  archived: boolean;
}
const jobs = async (): Promise<Job[]> => {
  const feed = (await (await fetch(`${shop.url}/api/changes?limit=5000`)).json()) as {
    changes: { collection: string; body: Job }[];
  };
  return feed.changes.filter((c) => c.collection === 'jobs' && !c.body.archived).map((c) => c.body);
};
const dayOf = (job: Job): string => new Date(job.startAt).toLocaleDateString('sv', { timeZone: noonZone });
const later = (day: string, days: number): string =>
  new Date(Date.parse(`${day}T00:00:00Z`) + days * 86_400_000).toISOString().slice(0, 10);

/** Drags from the middle of one thing to the middle of another, until the board says what that would be. */
async function drag(
  page: Page,
  from: { x: number; y: number },
  to: () => Promise<{ x: number; y: number }>,
  verdict: RegExp,
) {
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move(from.x + 12, from.y + 8, { steps: 3 });
  const at = await to();
  await page.mouse.move(at.x - 6, at.y - 6, { steps: 6 });
  await page.mouse.move(at.x, at.y, { steps: 3 });
  // What appears while something is dragged is measured first: a hand does not hold quite still meanwhile.
  let [still, told] = [0, false];
  while (!told && still < 100) {
    await page.mouse.move(at.x + (still++ % 2), at.y + 1);
    told = verdict.test(await page.getByTestId('drag-verdict').innerText());
  }
  expect(told, `the board says ${String(verdict)}`).toBe(true);
}
const middle = (box: { x: number; y: number; width: number; height: number } | null): { x: number; y: number } => ({
  x: box!.x + box!.width / 2,
  y: box!.y + box!.height / 2,
});
/** What stands in the way is said; it is put there all the same, and is there once this answers as wanted. */
async function agreeUntil<T>(page: Page, answer: () => Promise<T>, wanted: T): Promise<void> {
  const anyway = button(page, 'Put it there all the same');
  await expect
    .poll(async () => {
      if (await anyway.isVisible()) await anyway.click();
      return answer();
    })
    .toEqual(wanted);
}

test(
  'work is dragged out of the tray onto a person, and a job over the edge into next week',
  { tag: '@wide' },
  async ({ browser }) => {
    const ids = await idsByName(shop.url);
    const { page, complaints } = await deviceOf(browser, ids['Ines Ferrant']!);
    await page.goto('/board');
    await page.getByRole('radio', { name: 'Show: Week' }).click();
    const before = await jobs();
    const chip = page.getByTestId('unplanned-chip').first();
    const car = (await chip.textContent())!.split(',')[0]!;
    await expect(page.getByRole('button', { name: new RegExp(`^${car}, not planned`) }).first()).toBeVisible();
    const row = page.getByText('Bram Okell', { exact: true }).first();
    await drag(
      page,
      middle(await chip.boundingBox()),
      async () => {
        const { y } = middle(await row.boundingBox());
        return { x: (await page.viewportSize())!.width - 90, y: y + 20 };
      },
      /Bram Okell/,
    );
    await page.mouse.up();
    await agreeUntil(page, async () => (await jobs()).length, before.length + 1);
    const made = (await jobs()).find((j) => !before.some((b) => b.id === j.id))!;
    expect([made.carId, made.crewId]).toEqual([ids[car], ids['Bram Okell']]);

    // Over the right edge: the same hour, seven days on; the board goes with it.
    const block = page.getByTestId(`block-${made.id}`).first();
    // In the middle: near the rim of the page a drag scrolls it.
    await block.evaluate((e) => e.scrollIntoView({ block: 'center' }));
    const week = await page.getByTestId('board-day').textContent();
    await drag(
      page,
      middle(await block.boundingBox()),
      async () => middle(await page.getByTestId('edge-right').boundingBox()),
      new RegExp(`\\b${Number(later(dayOf(made), 7).slice(8))}\\b`),
    );
    await page.mouse.up();
    await agreeUntil(page, async () => dayOf((await jobs()).find((j) => j.id === made.id)!), later(dayOf(made), 7));
    await expect(page.getByTestId('board-day')).not.toHaveText(week!);
    await expect(page.getByTestId(`block-${made.id}`).first()).toBeVisible();
    await button(page, 'Undo').click();
    await expect.poll(async () => (await jobs()).find((j) => j.id === made.id)!.startAt).toBe(made.startAt);
    complaints.none();
  },
);

test(
  'on the phone a job is moved where it breaks rules: they are said at once; then it is undone',
  { tag: '@phone' },
  async ({ browser }) => {
    const ids = await idsByName(shop.url);
    const { page, complaints } = await deviceOf(browser, ids['Ines Ferrant']!);
    await takePlan(shop.url);
    const today = new Date().toLocaleDateString('sv', { timeZone: noonZone });
    const job = (await jobs()).filter((j) => dayOf(j) > today && ids['Helm Tessaro'] === j.carId).at(0)!;
    await page.goto(`/board?day=${dayOf(job)}&job=${job.id}`);
    await field(page, 'Start').fill('06:30');
    await expect(page.getByTestId('objections')).toContainText(/works from 08:00 to/);
    await button(page, 'Move it all the same').click();
    await expect(page.getByText('Helm Tessaro moved.')).toBeVisible();
    await expect.poll(async () => (await jobs()).find((j) => j.id === job.id)!.startAt).not.toBe(job.startAt);
    await button(page, 'Undo').click();
    await expect.poll(async () => (await jobs()).find((j) => j.id === job.id)!.startAt).toBe(job.startAt);
    complaints.none();
  },
);

test(
  'a proposal stands on the board before it is taken, and is taken there',
  { tag: ['@phone', '@wide'] },
  async ({ browser }, info) => {
    const ids = await idsByName(shop.url);
    const { page, complaints } = await deviceOf(browser, ids['Ines Ferrant']!);
    const before = await jobs();
    await page.goto('/plan');
    await button(page, 'Propose a plan').click();
    await button(page, 'See it on the board').click({ timeout: 60_000 });
    await expect(page.getByTestId('proposal-on-board')).toContainText(/Proposed, not taken yet: \d+ visits?/);
    const next = button(page, info.project.name === 'wide' ? 'A week later' : 'The next day');
    if (info.project.name === 'wide') await page.getByRole('radio', { name: 'Show: Week' }).click();
    const isNew = page.getByText(/^(new|was .*)(, .*)?$/).first();
    for (let i = 0; i < 12 && !(await isNew.isVisible()); i++) {
      const day = await page.getByTestId('board-day').textContent();
      await next.click();
      await expect(page.getByTestId('board-day')).not.toHaveText(day!);
      await settled(page);
    }
    await expect(isNew).toBeVisible();
    expect(await seriousFindings(page, 'proposal on the board')).toEqual([]);
    expect((await jobs()).length).toBe(before.length);
    await button(page, 'Take this plan').click();
    await expect.poll(async () => (await jobs()).length).toBeGreaterThan(before.length);
    complaints.none();
  },
);

test(
  'filters by person, customer, event, and what is not planned',
  { tag: ['@phone', '@wide'] },
  async ({ browser }, info) => {
    const wide = info.project.name === 'wide';
    const ids = await idsByName(shop.url);
    const { page, complaints } = await deviceOf(browser, ids['Ines Ferrant']!);
    const [job] = (await jobs()).filter((j) => dayOf(j) >= new Date().toLocaleDateString('sv', { timeZone: noonZone }));
    const whose = Object.entries(ids).find(([, id]) => id === job!.crewId)![0];
    await page.goto(`/board?day=${dayOf(job!)}`);
    const shown = wide ? page.locator('[data-testid^="block-"]') : page.getByTestId('board-job');
    await expect(shown.first()).toBeVisible();
    if (!wide) await button(page, 'Show only …').click();
    await pick(page, 'Person', whose);
    await expect(page.getByText(whose.split(' ')[0]!).first()).toBeVisible();
    for (const other of ['Bram Okell', 'Tove Loy', 'Sanna Reij'].filter((n) => n !== whose))
      await expect(page.getByRole('heading', { name: other })).toHaveCount(0);
    await page.getByRole('checkbox', { name: 'Show: Not planned only' }).click();
    await expect(shown).toHaveCount(0);
    await button(page, 'Show all').click();
    await expect(shown.first()).toBeVisible();
    expect(await seriousFindings(page, 'board')).toEqual([]);
    // The weeks have the same filters.
    await page.goto('/weeks');
    if (!wide) await button(page, 'Show only …').click();
    await pick(page, 'Event', 'Dunvarrel two-day');
    if (wide) await expect(link(page, /^Dunvarrel two-day/)).toBeVisible();
    await expect(page.getByText('Pellmoor evening lanes')).toHaveCount(0);
    complaints.none();
  },
);

test(
  'on paper: a week, a work list with boxes, one person’s day with the bottles named',
  { tag: '@wide' },
  async ({ browser }) => {
    const ids = await idsByName(shop.url);
    const { page, complaints } = await deviceOf(browser, ids['Ines Ferrant']!);
    await page.goto('/work');
    const textOf = async (path: string): Promise<string> =>
      pdfText(new Uint8Array(await (await page.request.get(`${shop.url}${path}`)).body()));
    const opened = page.context().waitForEvent('page');
    await button(page, 'Print today for Ines Ferrant').click();
    await (await opened).close();
    // Work is planned first: the paper says from which bottle a flush is poured.
    await takePlan(shop.url);
    const all = await jobs();
    const flush = all.find((j) => 'covers' in j && (j as { covers: string[] }).covers.includes('flush'))!;
    const sheet = await textOf(`/api/run-sheets/${dayOf(flush)}.pdf?crew=${flush.crewId}`);
    expect(sheet).toMatch(/Flush .*\d+ mL( from B-\d+)?/);
    const week = await textOf(`/api/weeks/${dayOf(flush)}.pdf`);
    expect(week).toContain('Week, ');
    for (const name of ['Bram Okell', 'Tove Loy', 'Sanna Reij', 'Ines Ferrant']) expect(week).toContain(name);
    const list = await textOf(`/api/work-list.pdf?event=${ids['Dunvarrel two-day']}`);
    expect(list).toContain('Work list, Dunvarrel two-day');
    expect(list).not.toContain('Pellmoor');
    complaints.none();
  },
);
