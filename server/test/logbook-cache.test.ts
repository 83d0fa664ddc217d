/** The server's own logbook: never an older one than what was saved before it was asked for, and never an old one for one that failed. */
import { buildLogbook } from '@calvik/core';
import { LogbookCache } from '../src/database/logbook-cache';

type Page = { cursor: number; more: boolean; rows: { seq: number; collection: string; body: string }[] };
const customer = (n: number) => ({
  seq: n,
  collection: 'customers',
  body: JSON.stringify({ id: `c${n}`, version: 1, archived: false, name: `Customer ${n}` }),
});
/** A feed that grows, read a row at a time, each page some moments late. */
function slowFeed() {
  const rows = [customer(1)];
  const changes = async (since: number): Promise<Page> => {
    await new Promise((go) => setTimeout(go, 2));
    const next = rows.filter((r) => r.seq > since).slice(0, 1);
    const cursor = next.at(-1)?.seq ?? since;
    return { cursor, more: rows.some((r) => r.seq > cursor), rows: next };
  };
  return { rows, database: { changes } as never };
}

test('whoever asks while another is reading gets all of it too', async () => {
  const { rows, database } = slowFeed();
  const cache = new LogbookCache(database);
  for (let n = 2; n <= 6; n++) rows.push(customer(n));
  const asked = await Promise.all(Array.from({ length: 5 }, () => cache.current()));
  for (const { logbook, cursor } of asked) {
    expect(logbook.customers.size).toBe(6);
    expect(cursor).toBe(6);
  }
  // It is built once: nothing was new for the others.
  expect(new Set(asked.map((a) => a.logbook)).size).toBe(1);
});

test('a build that fails is an error, then and again, until it succeeds; the old one is not handed out', async () => {
  const { rows, database } = slowFeed();
  let isBroken = false;
  const cache = new LogbookCache(database, (...all) => {
    if (isBroken) throw new Error('broken');
    return buildLogbook(...all);
  });
  expect((await cache.current()).logbook.customers.size).toBe(1);
  rows.push(customer(2));
  isBroken = true;
  await expect(cache.current()).rejects.toThrow('broken');
  await expect(cache.current()).rejects.toThrow('broken');
  isBroken = false;
  expect((await cache.current()).logbook.customers.size).toBe(2);
});
