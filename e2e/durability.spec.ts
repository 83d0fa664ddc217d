import { randomBytes } from 'node:crypto';
import Database from 'better-sqlite3';
import { v7 as uuidv7 } from 'uuid';
import { button, deviceOf, idsByName, link, room } from './people';
import { Server } from './server';
import { newDataFile } from './shops';
import { Complaints } from './watch';
import { expect, test } from './test';

test(
  'kill -9 in the middle of 200 writes: every acknowledged fact is there, and the file is whole',
  { tag: '@server' },
  async () => {
    const data = newDataFile('demo');
    const first = await Server.start({ data, demo: false });
    const feed = (await (await fetch(`${first.url}/api/changes?limit=5000`)).json()) as {
      cursor: number;
      changes: { collection: string; body: { id: string } }[];
    };
    const idIn = (collection: string): string => feed.changes.find((c) => c.collection === collection)!.body.id;
    const [by, carId] = [idIn('crew'), idIn('cars')];
    const acknowledged: string[] = [];
    const write = async (i: number): Promise<void> => {
      const id = uuidv7();
      const now = new Date().toISOString();
      const body = {
        id,
        kind: 'boilingTest',
        at: now,
        recordedAt: now,
        by,
        carId,
        readingC: 200 + (i % 90),
        ambientKpa: 100,
        ambientFrom: 'barometer',
        instrument: 'byHand',
        remark: randomBytes(40).toString('hex'),
      };
      const answer = await fetch(`${first.url}/api/facts/${id}`, {
        method: 'PUT',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify(body),
      }).catch(() => null);
      if (answer?.status === 201) acknowledged.push(id);
      if (acknowledged.length === 80) void first.stop('SIGKILL');
    };
    // Eight at a time, as a busy shop's phones would.
    let next = 0;
    await Promise.all(
      Array.from({ length: 8 }, async () => {
        while (next < 200) await write(next++);
      }),
    );
    await first.stop('SIGKILL');
    expect(acknowledged.length).toBeGreaterThanOrEqual(80);
    expect(acknowledged.length).toBeLessThan(200);

    const second = await Server.start({ data, demo: false });
    for (const id of acknowledged) expect((await fetch(`${second.url}/api/facts/${id}`)).status).toBe(200);
    const after = (await (await fetch(`${second.url}/api/changes?since=${feed.cursor}&limit=5000`)).json()) as {
      cursor: number;
      changes: { seq: number }[];
    };
    // At most the eight in flight were kept without an answer; numbers have no gap and no double.
    expect(after.changes.length).toBeLessThanOrEqual(acknowledged.length + 8);
    expect(after.changes.map((c) => c.seq)).toEqual(after.changes.map((_, i) => feed.cursor + 1 + i));
    await second.stop();
    const file = new Database(data, { readonly: true });
    expect(file.pragma('integrity_check')).toEqual([{ integrity_check: 'ok' }]);
    expect(file.pragma('journal_mode')).toEqual([{ journal_mode: 'wal' }]);
    file.close();
  },
);

test('a busy port is said plainly, and a stop by signal is clean', { tag: '@server' }, async () => {
  const one = await Server.start({ data: newDataFile('empty'), demo: false });
  await expect(Server.start({ data: newDataFile('empty'), demo: false, port: one.port })).rejects.toThrow(
    `Port ${one.port} is in use by another program.`,
  );
  await one.stop('SIGTERM');
  const two = await Server.start({ data: newDataFile('empty'), demo: false, port: one.port });
  await two.stop();
});

test(
  'after a power cut and a restart everything acknowledged is there, and what was typed meanwhile arrives',
  { tag: '@phone' },
  async ({ page }) => {
    const data = newDataFile('demo');
    let server = await Server.start({ data, demo: false });
    const complaints = new Complaints(page);
    await page.goto(server.url);
    await expect(page.locator('[data-testid^="event-"]').nth(1)).toContainText('Dunvarrel');
    await page.evaluate(async () => {
      const changes = (await (await fetch('/api/changes?limit=5000')).json()) as {
        changes: { collection: string; body: { id: string } }[];
      };
      localStorage.setItem(
        'calvik.preferences',
        JSON.stringify({ crewId: changes.changes.find((c) => c.collection === 'crew')!.body.id }),
      );
    });
    await page.reload();
    await room(page, 'Cars');
    await link(page, 'Helm Tessaro').first().click();
    await button(page, 'Test fluid').click();
    await expect(button(page, '2')).toBeVisible();
    // The code of pages not opened yet has come in the background: the verdict opens without a server.
    await page.waitForFunction(() => document.documentElement.dataset['pages'] === 'here');
    const { port } = server;
    await server.stop('SIGKILL');
    for (const key of ['2', '3', '1']) await button(page, key).click();
    await button(page, 'Save reading').click();
    await expect(page.getByText(/No connection\. 1 entry waits on this device\./)).toBeVisible();
    await expect(page.getByText('Rules in force')).toBeVisible();
    server = await Server.start({ data, demo: false, port });
    await expect(page.getByText(/No connection/)).toHaveCount(0, { timeout: 30_000 });
    complaints.expected(/ERR_CONNECTION|ERR_INCOMPLETE|Failed to fetch/);
    await page.evaluate(() => localStorage.clear());
    await page.goto(`${server.url}/cars`);
    await link(page, 'Helm Tessaro').first().click();
    await expect(page.getByTestId('history-entry').first()).toContainText('Boiled at 231 °C');
    complaints.none();
    await server.stop();
  },
);

test('a photo taken without a connection waits on the phone and arrives', { tag: '@phone' }, async ({ browser }) => {
  const data = newDataFile('demo');
  let server = await Server.start({ data, demo: false });
  const ids = await idsByName(server.url);
  const { page, complaints } = await deviceOf(browser, ids['Tove Loy']!);
  await page.goto(`${server.url}/work`);
  await link(page, 'Service on Rooth Velund').first().click();
  await link(page, /^Reservoir/).click();
  await expect(page.getByText('Read the level', { exact: false })).toBeVisible();
  const picture = await page.screenshot();
  const { port } = server;
  await server.stop('SIGKILL');
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), button(page, 'Take a photo').click()]);
  await chooser.setFiles({ name: 'cap.png', mimeType: 'image/png', buffer: picture });
  const photo = page.getByRole('img', { name: 'Photo 1 of Reservoir' });
  await expect(photo).toBeVisible();
  await expect(photo).toHaveAttribute('src', /^blob:/);
  server = await Server.start({ data, demo: false, port });
  await expect(page.getByText(/No connection/)).toHaveCount(0, { timeout: 30_000 });
  await expect
    .poll(
      async () => {
        const { changes } = (await (await fetch(`${server.url}/api/changes?limit=5000`)).json()) as {
          changes: { body: { kind?: string; photoId?: string } }[];
        };
        const fact = changes.find((c) => c.body.kind === 'photoTaken')?.body;
        return fact ? (await fetch(`${server.url}/api/photos/${fact.photoId}`)).status : 0;
      },
      { timeout: 30_000 },
    )
    .toBe(200);
  // A file that is no picture is said.
  const [again] = await Promise.all([page.waitForEvent('filechooser'), button(page, 'Take a photo').click()]);
  await again.setFiles({ name: 'notes.txt', mimeType: 'text/plain', buffer: Buffer.from('not a picture') });
  await expect(page.getByText('This file cannot be read as a picture.', { exact: false })).toBeVisible();
  // The way back after a flat battery.
  await page.goto(`${server.url}/work`);
  await button(page, 'Go on with Rooth Velund').click();
  await expect(page.getByRole('heading', { name: 'Reservoir', level: 1 })).toBeVisible();
  complaints.expected(/ERR_CONNECTION|ERR_INCOMPLETE|Failed to fetch/);
  complaints.none();
  await server.stop();
});
