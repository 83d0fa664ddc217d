import { AxeBuilder } from '@axe-core/playwright';
import { type Page, expect, test } from '@playwright/test';
import { Server, newDataFile } from './server';
import { Complaints } from './watch';

let server: Server;
test.beforeAll(async () => {
  server = await Server.start({ data: newDataFile(), demo: true });
});
test.afterAll(() => server.stop());

async function idsOf(page: Page): Promise<{ crew: string; car: string; event: string; bottle: string }> {
  const feed = await page.request.get(`${server.url}/api/changes?limit=5000`);
  const { changes } = (await feed.json()) as { changes: { collection: string; body: { id: string; name?: string } }[] };
  const id = (collection: string, name?: string): string =>
    changes.find((c) => c.collection === collection && (!name || c.body.name === name))!.body.id;
  return {
    crew: id('crew'),
    car: id('cars', 'Helm Tessaro'),
    event: id('events', 'Dunvarrel two-day'),
    bottle: id('bottles'),
  };
}

for (const theme of ['light', 'dark'] as const) {
  test(`every main view is free of serious findings, ${theme}`, async ({ page }) => {
    const complaints = new Complaints(page);
    const ids = await idsOf(page);
    await page.addInitScript(
      (preferences) => localStorage.setItem('calvik.preferences', preferences),
      JSON.stringify({ crewId: ids.crew, theme }),
    );
    const car = `/cars/${ids.car}`;
    const views = [
      '/',
      '/cars',
      car,
      `${car}/test`,
      `${car}/verdict`,
      `${car}/flush`,
      `${car}/plan`,
      '/cars/new',
      '/events/new',
      `/events/${ids.event}`,
      '/work',
      '/bench',
      '/stores',
      `/stores/bottles/${ids.bottle}`,
      '/settings',
    ];
    const found: string[] = [];
    for (const view of views) {
      await page.goto(server.url + view);
      await expect(page.getByRole('heading', { level: 1 }).last()).toBeVisible();
      await expect(page.getByText(/^Reading( the logbook)? …$/)).toHaveCount(0);
      const { violations } = await new AxeBuilder({ page }).analyze();
      for (const v of violations.filter((x) => x.impact === 'serious' || x.impact === 'critical')) {
        found.push(
          `${view}: ${v.id}: ${v.nodes
            .map((n) => n.html.slice(0, 160))
            .slice(0, 2)
            .join(' | ')}`,
        );
      }
    }
    expect(found).toEqual([]);
    complaints.none();
  });
}
