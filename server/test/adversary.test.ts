/** The random technician at the server: what it takes, what it refuses, and never a release that the oracle forbids. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { pino } from 'pino';
import request from 'supertest';
import { v7 as uuidv7 } from 'uuid';
import { type Bottle, type Fact, type Finding, judgeService, limitsOf, traceOf } from '@calvik/core';
import { count, seed } from '../../core/test/builders/budget';
import { customer, namedCompounds } from '../../core/test/builders/book';
import { forbidden } from '../../core/test/builders/oracle';
import { LEAD, bottle, car, crew, fluid, job, wholeService } from '../../core/test/builders/service-book';
import { limits, pairs, services, sets, sheet, tidyEnd } from '../../core/test/builders/technician';
import { Database, createApp } from '../src';
import { LogbookCache } from '../src/database/logbook-cache';

const folder = mkdtempSync(join(tmpdir(), 'calvik-adversary-'));
let database: Database;
let api: ReturnType<typeof request>;
let stop: () => void;

beforeAll(async () => {
  database = await Database.open(join(folder, 'test.sqlite'));
  let app;
  ({ app, stop } = createApp({ database, logger: pino({ level: 'silent' }) }));
  api = request(app);
  for (const member of crew) await put('crew', member);
  await put('customers', customer);
  await put('fluids', fluid);
  for (const compound of namedCompounds()) await put('compounds', compound);
  const big: Bottle = { ...bottle, sizeMl: 60_000 };
  await put('bottles', big);
});
afterAll(async () => {
  stop();
  await database.close();
  rmSync(folder, { recursive: true, force: true });
});

const put = async (collection: string, body: object & { id: string }): Promise<number> => {
  const of = collection === 'facts' ? body : { ...body, version: 0 };
  const answer = await api.put(`/api/${collection}/${body.id}`).send(of);
  if (answer.status >= 500 || answer.status === 400 || answer.status === 422)
    throw new Error(`${collection}: ${answer.status} ${JSON.stringify(answer.body)}`);
  return answer.status;
};

test('what the server releases the oracle lets go', async () => {
  let released = 0;
  const given = new Map<string, Fact>();
  await fc.assert(
    fc.asyncProperty(services, fc.boolean(), async (list, isMended) => {
      // A car, a job and parts of its own: what happened to others is no part of it.
      const fresh = new Map([car, job, sheet, ...sets, ...pairs].map(({ id }) => [id, uuidv7()]));
      const own = <T>(value: T): T =>
        JSON.parse([...fresh].reduce((text, [from, to]) => text.replaceAll(from, to), JSON.stringify(value))) as T;
      await put('cars', own(car));
      await put('brakeSheets', own(sheet));
      for (const set of sets) await put('padSets', own(set));
      for (const pair of pairs) await put('rotorPairs', own(pair));
      await put('jobs', own(job));
      const taken: Fact[] = [];
      const send = async (fact: Fact | null): Promise<void> => {
        if (!fact || (await put('facts', own(fact))) >= 300) return;
        taken.push(own(fact));
        given.set(own(fact).id, own(fact));
      };
      for (const fact of wholeService()) await send(fact);
      for (const make of list) await send(make(taken));
      if (isMended) for (const fact of tidyEnd(taken)) await send(fact);
      const jobId = own(job).id;
      const now = async () => {
        const { logbook } = await new LogbookCache(database).current();
        return { logbook, s: judgeService(logbook, logbook.jobs.get(jobId)!, '2026-05-04')! };
      };
      const at = '2026-05-20T18:00:00.000Z';
      const signed = { at, recordedAt: at, by: LEAD, carId: own(car).id, jobId };
      for (const { finding } of (await now()).s.gate.holds) await put('facts', waiver(finding, signed));
      const { logbook } = await now();
      const release = {
        ...signed,
        id: uuidv7(),
        kind: 'carReleased',
        openItems: [],
        limits: limitsOf(logbook, logbook.jobs.get(jobId)!),
      };
      if ((await put('facts', release)) >= 300) return;
      released += 1;
      const why = forbidden(taken, limits);
      // Released though …
      expect(why).toEqual([]);
    }),
    // The first does nothing wrong: somebody must come through, or the check would be worth nothing.
    { numRuns: count(7, 100), seed: seed(), examples: [[[], true]] },
  );
  expect(released).toBeGreaterThan(0);
  // What is stored is what somebody gave: no figure was made up, rounded or filled in on the way.
  const stored = new Map<string, unknown>();
  for (let since = 0, more = true; more;) {
    const page = (await api.get(`/api/changes?since=${since}&limit=5000`)).body as {
      changes: { collection: string; body: { id: string } }[];
      cursor: number;
      more: boolean;
    };
    for (const { collection, body } of page.changes) if (collection === 'facts') stored.set(body.id, body);
    more = page.more;
    since = page.cursor;
  }
  expect(given.size).toBeGreaterThan(7);
  for (const [id, body] of given) expect(stored.get(id)).toEqual(JSON.parse(JSON.stringify(body)));
});

const waiver = (finding: Finding, signed: object): { id: string } => ({
  ...signed,
  id: uuidv7(),
  ...{ kind: 'holdWaived', finding: traceOf(finding), reason: 'Looked at together.' },
});
