/** The feed and the run-up with ten years of two hundred cars, against the same rows read bare. */
import { mkdtempSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Sqlite from 'better-sqlite3';
import { pino } from 'pino';
import { median } from 'simple-statistics';
import { v7 as uuidv7 } from 'uuid';
import { runUp } from '@calvik/core';
import { createApp } from '../server/src/app';
import { LogbookCache } from '../server/src/database/logbook-cache';
import { Database } from '../server/src/database/database';
import { CARS, YEARS, generate } from './generate';

const PAGE = 2000;
const ROUNDS = 7;
const say = (text: string): void => void process.stdout.write(`${text}\n`);

async function timed(work: () => unknown): Promise<number> {
  const times: number[] = [];
  for (let i = 0; i < ROUNDS; i++) {
    const began = performance.now();
    await work();
    times.push(performance.now() - began);
  }
  return median(times);
}
const line = (what: string, ours: number, base: number, aim: string): void =>
  say(`${what}: ${ours.toFixed(1)} ms; baseline ${base.toFixed(1)} ms; ratio ${(ours / base).toFixed(2)}${aim}`);

async function main(): Promise<void> {
  const file = join(mkdtempSync(join(tmpdir(), 'calvik-bench-')), 'large.sqlite');
  const now = new Date().toISOString();
  const { rows } = await generate(file, now);
  say(`${rows} rows: ${YEARS} years of ${CARS} cars`);

  const database = await Database.open(file);
  const { app } = createApp({ database, logger: pino({ level: 'silent' }) });
  const server = createServer(app).listen(0, '127.0.0.1');
  await new Promise((done) => server.once('listening', done));
  const url = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api`;
  const get = async (path: string): Promise<string> =>
    (await fetch(url + path, { headers: { 'Accept-Encoding': 'identity' } })).text();

  const bare = new Sqlite(file, { readonly: true });
  const page = bare.prepare('select seq, collection, body from item where seq > ? order by seq limit ?');

  const wholeFeed = async (): Promise<void> => {
    for (let since = 0; ;) {
      const text = await get(`/changes?since=${since}&limit=${PAGE}`);
      const head = /^\{"cursor":(\d+),"more":(true|false)/.exec(text)!;
      since = Number(head[1]);
      if (head[2] === 'false') return;
    }
  };
  const bareFeed = (): void => {
    for (let since = 0; ;) {
      const found = page.all(since, PAGE) as { seq: number }[];
      JSON.stringify(found);
      if (found.length < PAGE) return;
      since = found.at(-1)!.seq;
    }
  };
  await wholeFeed();
  line('whole feed over HTTP', await timed(wholeFeed), await timed(bareFeed), ' (aim ≤ 3)');

  // What the run-up rests on: the facts and records of the booked cars.
  const booked = bare.prepare(
    `select seq, collection, body from item where collection in ('shops','customers','events','venues','bookings','fluids','crew','jobs')
     or car_id in (select car_id from item where collection = 'bookings') or id in (select car_id from item where collection = 'bookings')`,
  );
  const bareHome = (): string => JSON.stringify(booked.all());
  const began = performance.now();
  await get('/run-up');
  say(`run-up, first time after a start (reads and indexes everything): ${(performance.now() - began).toFixed(0)} ms`);
  line('run-up over HTTP, nothing new', await timed(() => get('/run-up')), await timed(bareHome), ' (aim ≤ 3)');

  const cache = new LogbookCache(database);
  const today = now.slice(0, 10);
  const { logbook } = await cache.current();
  const test = logbook.factsOfCar(logbook.bookings.values().next().value!.carId).find((f) => f.kind === 'boilingTest')!;
  const judged = [];
  for (let i = 0; i <= ROUNDS; i++) {
    // What a page does after an entry arrived: a logbook that is made anew, in which one car has changed.
    const entry = { ...test, id: uuidv7(), at: now, recordedAt: now };
    await fetch(`${url}/facts/${entry.id}`, {
      method: 'PUT',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(entry),
    });
    const { logbook: renewed } = await cache.current();
    const from = performance.now();
    runUp(renewed, today);
    judged.push(performance.now() - from);
  }
  const base = await timed(bareHome);
  line('run-up judged for the first time in core, 120 booked cars', judged[0]!, base, '');
  line('run-up judged anew after an entry', median(judged.slice(1)), base, ' (aim ≤ 1.5)');
  bare.close();
  server.close();
  await database.close();
}

void main();
