/**
 * The outbox when the connection fails in every way that it can. The real server takes part in the end-to-end tests; here it is the
 * failing that is made.
 */
import type { Fact } from '@calvik/core';
import { keys, read, remove } from '../../src/state/storage';
import { makeStore } from '../../src/state/store';
import { Sync } from '../../src/state/sync';
import { boil } from '../builders/scene';

type Answer = { status: number; body?: unknown } | 'offline';

let answers: Answer[] = [];

const sentTo: string[] = [];

beforeEach(() => {
  keys('calvik.').forEach(remove);
  answers = [];
  sentTo.length = 0;
  globalThis.fetch = (async (url: string, init?: RequestInit) => {
    sentTo.push(`${init?.method ?? 'GET'} ${url}`);
    const answer = answers.shift() ?? 'offline';
    if (answer === 'offline') throw new TypeError('Failed to fetch');
    const body = answer.body ?? (init?.body ? JSON.parse(String(init.body)) : {});
    return { ok: answer.status < 400, status: answer.status, json: async () => body };
  }) as never;
});

const waiting = (): Fact[] => keys('calvik.unsent.').map((k) => read<{ body: Fact }>(k)!.body);

test('kept: it leaves the device only when the server has answered', async () => {
  const sync = new Sync(makeStore());
  answers = [{ status: 201 }];
  const keeping = sync.save('facts', boil(1, 0, 240));
  expect(waiting()).toHaveLength(1);
  expect(await keeping).toEqual({ state: 'saved' });
  expect(waiting()).toEqual([]);
});

test('offline: it waits on the device, survives a reload, and goes out in order', async () => {
  const sync = new Sync(makeStore());
  const [a, b] = [boil(1, 0, 240), boil(2, 0, 241)];
  expect(await sync.save('facts', a)).toEqual({ state: 'waiting' });
  expect(await sync.save('facts', b)).toEqual({ state: 'waiting' });
  expect(waiting()).toHaveLength(2);

  const store = makeStore();
  const reloaded = new Sync(store);
  answers = ['offline', 'offline'];
  reloaded.start();
  reloaded.stop();
  expect(Object.keys(store.getState().logbook.items.facts.entities)).toHaveLength(2);
  await reloaded.flush();
  sentTo.length = 0;
  answers = [{ status: 201 }, { status: 200 }];
  await reloaded.flush();
  expect(sentTo).toEqual([`PUT /api/facts/${a.id}`, `PUT /api/facts/${b.id}`]);
  expect(waiting()).toEqual([]);
  expect(store.getState().logbook.unsent).toEqual([]);
});

test('a server that fails is tried again; nothing is dropped', async () => {
  const store = makeStore();
  const sync = new Sync(store);
  answers = [{ status: 500, body: { detail: 'Something failed.' } }];
  expect(await sync.save('facts', boil(1, 0, 240))).toEqual({ state: 'waiting' });
  expect(store.getState().logbook.online).toBe(false);
  answers = [{ status: 201 }];
  await sync.flush();
  expect(waiting()).toEqual([]);
  expect(store.getState().logbook.online).toBe(true);
});

test('an answer that is no answer counts as none', async () => {
  const sync = new Sync(makeStore());
  globalThis.fetch = (async () => ({
    ok: true,
    status: 200,
    json: async () => Promise.reject(new SyntaxError('no JSON')),
  })) as never;
  expect(await sync.save('facts', boil(1, 0, 240))).toEqual({ state: 'waiting' });
  expect(waiting()).toHaveLength(1);
});

test('refused at once: whoever typed it is told why, and it is not shown as kept', async () => {
  const store = makeStore();
  const sync = new Sync(store);
  const fact = boil(1, 0, 240);
  answers = [
    {
      status: 422,
      body: { detail: 'There is no such car.', errors: [{ path: 'carId', message: 'There is no such car.' }] },
    },
    { status: 404, body: {} },
  ];
  const result = await sync.save('facts', fact);
  expect(result).toMatchObject({
    state: 'refused',
    problem: { message: 'There is no such car.', errors: [{ path: 'carId' }] },
  });
  expect(store.getState().logbook.items.facts.entities[fact.id]).toBeUndefined();
  expect(waiting()).toEqual([]);
});

test('refused later, after a reconnect: it stays listed until somebody has noted it', async () => {
  const store = makeStore();
  const sync = new Sync(store);
  const fact = boil(1, 0, 240);
  await sync.save('facts', fact);
  answers = [
    { status: 422, body: { detail: 'There is no such car.' } },
    { status: 404, body: {} },
  ];
  await sync.flush();
  const [entry] = store.getState().logbook.unsent;
  expect(entry).toMatchObject({ body: { id: fact.id }, refused: { detail: 'There is no such car.' } });
  expect(waiting()).toHaveLength(1);
  sync.discard(entry!);
  expect(waiting()).toEqual([]);
});

describe('together', () => {
  const three = [boil(1, 0, 240), boil(2, 0, 241), boil(3, 0, 242)].map((body) => ({
    collection: 'facts' as const,
    body,
  }));
  const batches = () => sentTo.filter((s) => s === 'POST /api/batches');

  test('it waits on the device as one entry, and goes out as one', async () => {
    const store = makeStore();
    const sync = new Sync(store);
    expect(await sync.saveAll(three)).toEqual({ state: 'waiting' });
    expect(keys('calvik.unsent.')).toHaveLength(1);
    expect(Object.keys(store.getState().logbook.items.facts.entities)).toHaveLength(3);
    // Another visit finds all of it.
    const again = makeStore();
    const reloaded = new Sync(again);
    reloaded.start();
    reloaded.stop();
    await reloaded.flush();
    expect(again.getState().logbook.unsent).toHaveLength(3);
    sentTo.length = 0;
    answers = [{ status: 200, body: { entries: three.map((e) => e.body) } }];
    await reloaded.flush();
    expect(sentTo).toEqual(['POST /api/batches']);
    expect(keys('calvik.unsent.')).toEqual([]);
    expect(again.getState().logbook.unsent).toEqual([]);
  });

  test('one that is refused takes all of it back, at once and later', async () => {
    const store = makeStore();
    const sync = new Sync(store);
    const gone = [404, 404, 404].map((status) => ({ status, body: {} }));
    answers = [{ status: 422, body: { detail: 'There is no such car.', at: 1 } }, ...gone];
    expect(await sync.saveAll(three)).toMatchObject({
      state: 'refused',
      problem: { message: 'There is no such car.' },
    });
    expect(store.getState().logbook.items.facts.entities).toEqual({});
    expect([store.getState().logbook.unsent, keys('calvik.unsent.')]).toEqual([[], []]);
    // Without a connection, and refused afterwards: listed until somebody has noted it.
    expect(await sync.saveAll(three)).toEqual({ state: 'waiting' });
    answers = [{ status: 422, body: { detail: 'There is no such car.', at: 1 } }, ...gone];
    await sync.flush();
    expect(store.getState().logbook.unsent.map((u) => u.refused?.detail)).toEqual(
      three.map(() => 'There is no such car.'),
    );
    expect(store.getState().logbook.items.facts.entities).toEqual({});
    sync.discard(store.getState().logbook.unsent[2]!);
    expect([store.getState().logbook.unsent, keys('calvik.unsent.')]).toEqual([[], []]);
  });

  test('what was saved before and after goes out in its own order', async () => {
    const sync = new Sync(makeStore());
    const [first, last] = [boil(8, 0, 250), boil(9, 0, 251)];
    await sync.save('facts', first);
    await sync.saveAll(three);
    await sync.save('facts', last);
    sentTo.length = 0;
    answers = [{ status: 201 }, { status: 200, body: { entries: three.map((e) => e.body) } }, { status: 201 }];
    await sync.flush();
    expect(sentTo).toEqual([`PUT /api/facts/${first.id}`, 'POST /api/batches', `PUT /api/facts/${last.id}`]);
    expect(batches()).toHaveLength(1);
  });
});

test('one refusal does not hold up the rest', async () => {
  const store = makeStore();
  const sync = new Sync(store);
  await sync.save('facts', boil(1, 0, 240));
  await sync.save('facts', boil(2, 0, 241));
  answers = [{ status: 409, body: { detail: 'Something else is kept.', stored: boil(1, 0, 999) } }, { status: 201 }];
  await sync.flush();
  expect(store.getState().logbook.unsent.map((u) => u.body.id)).toEqual([boil(1, 0, 0).id]);
  expect(store.getState().logbook.items.facts.entities[boil(1, 0, 0).id]).toMatchObject({ readingC: 999 });
});

test('reading the feed follows it to its end, once at a time', async () => {
  const store = makeStore();
  const sync = new Sync(store);
  answers = [
    { status: 200, body: { cursor: 1, more: true, changes: [{ seq: 1, collection: 'facts', body: boil(1, 3, 250) }] } },
    {
      status: 200,
      body: { cursor: 2, more: false, changes: [{ seq: 2, collection: 'facts', body: boil(2, 2, 251) }] },
    },
  ];
  await Promise.all([sync.read(), sync.read()]);
  expect(sentTo).toEqual(['GET /api/changes?since=0', 'GET /api/changes?since=1']);
  expect(store.getState().logbook).toMatchObject({ cursor: 2, loaded: true, online: true });
  await sync.read();
  expect(store.getState().logbook.online).toBe(false);
});
