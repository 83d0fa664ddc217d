import { randomBytes } from 'node:crypto';
import Database from 'better-sqlite3';
import { v7 as uuidv7 } from 'uuid';
import { expect, test } from '@playwright/test';
import { Server, newDataFile } from './server';

test('kill -9 in the middle of 200 writes: every acknowledged fact is there, and the file is whole', async ({}, info) => {
  test.skip(info.project.name !== 'phone', 'No screen takes part.');
  const data = newDataFile();
  const first = await Server.start({ data, demo: true });
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

  const second = await Server.start({ data, demo: true });
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
});

test('a busy port is said plainly, and a stop by signal is clean', async ({}, info) => {
  test.skip(info.project.name !== 'phone', 'No screen takes part.');
  const one = await Server.start({ data: newDataFile(), demo: false });
  await expect(Server.start({ data: newDataFile(), demo: false, port: one.port })).rejects.toThrow(
    `Port ${one.port} is in use by another program.`,
  );
  await one.stop('SIGTERM');
  const two = await Server.start({ data: newDataFile(), demo: false, port: one.port });
  await two.stop();
});
