/**
 * Two devices and one record. The server here keeps the one rule that the real one has (a write on an older version changes nothing); the real one takes part
 * in the end-to-end test.
 */
import fc from 'fast-check';
import type { RecordOf } from '@calvik/core';
import type { Merged } from '@calvik/core/logbook/merge';
import type { Saved } from '../../src/api/client';
import { received } from '../../src/state/logbook';
import { keys, remove } from '../../src/state/storage';
import { makeStore } from '../../src/state/store';
import { Sync } from '../../src/state/sync';
import { event } from '../builders/awkward-scene';

type Event = RecordOf<'events'>;
const FIELDS = ['name', 'notes', 'organiser'] as const;
type Field = (typeof FIELDS)[number];

let stored: Event;
let history: Event[];
const online = new Set<string>();
/** Answers that get lost on their way back, next ones first. */
let lost = 0;

/** What the fetch of one device reaches. */
const serverFor = (device: string) => async (url: string, init?: RequestInit) => {
  const answer = (status: number, body: unknown) => ({ ok: status < 400, status, json: async () => body });
  if (!online.has(device)) throw new TypeError('Failed to fetch');
  if (init?.method !== 'PUT') return answer(200, url.includes('history') ? [] : stored);
  const sent = JSON.parse(String(init.body)) as Event;
  const next = { ...sent, version: sent.version + 1 };
  const same = history.find((h) => h.version === next.version);
  if (sent.version === stored.version) history.push((stored = next));
  else if (JSON.stringify(same) !== JSON.stringify(next)) return answer(409, { code: 'stale', detail: '', stored });
  if (lost > 0) {
    lost -= 1;
    throw new TypeError('Failed to fetch');
  }
  return answer(200, stored);
};

function device(name: string, decide: (merged: Merged<Saved>) => Saved | null) {
  const store = makeStore();
  const sync = new Sync(store);
  const told: string[] = [];
  const asked: string[] = [];
  sync.askOf({
    decide: async (_, merged) => {
      asked.push(...merged.collisions.map((c) => c.path.join('.')));
      return decide(merged);
    },
    tell: (_, kept) => told.push(...kept.map((k) => k.path.join('.'))),
  });
  const as = async <T>(work: () => Promise<T>): Promise<T> => {
    globalThis.fetch = serverFor(name) as never;
    return work();
  };
  const feed = (): void => {
    if (online.has(name))
      store.dispatch(received({ cursor: 1, more: false, changes: [{ seq: 1, collection: 'events', body: stored }] }));
  };
  const here = (): Event => store.getState().logbook.items.events.entities[event.id] as Event;
  feed();
  return {
    store,
    told,
    asked,
    here,
    feed,
    change: (over: Partial<Event>, from: Event = here()) => as(() => sync.save('events', { ...from, ...over }, from)),
    flush: () => as(() => sync.flush()),
    decideOn: () =>
      as(async () => {
        for (const entry of store.getState().logbook.unsent.filter((u) => u.refused)) await sync.decideOn(entry);
      }),
  };
}

beforeEach(() => {
  keys('calvik.').forEach(remove);
  stored = { ...event, version: 3, name: 'A', notes: 'A', organiser: 'A' };
  history = [stored];
  lost = 0;
  online.clear();
  online.add('one').add('two');
});
const mine = (merged: Merged<Saved>): Saved => merged.decide(() => true);

test('opened by two, each changes another field: both are kept, and the second is told', async () => {
  const [one, two] = [device('one', mine), device('two', mine)];
  const opened = two.here();
  await one.change({ name: 'B' });
  expect(await two.change({ notes: 'C' }, opened)).toEqual({ state: 'saved' });
  expect(stored).toMatchObject({ version: 5, name: 'B', notes: 'C' });
  expect(two.told).toEqual(['name']);
  expect(two.asked).toEqual([]);
});

test('the same field: asked, and only what was chosen is saved; nothing chosen, nothing saved', async () => {
  const one = device('one', mine);
  let choice: Saved | null = null;
  const two = device('two', (merged) => choice && merged.decide(() => true));
  const opened = two.here();
  await one.change({ name: 'B' });
  expect(await two.change({ name: 'C', notes: 'C' }, opened)).toMatchObject({ state: 'refused' });
  expect(stored).toMatchObject({ name: 'B', notes: 'A' });
  expect(two.here().name).toBe('B');
  choice = opened;
  expect(await two.change({ name: 'C', notes: 'C' }, opened)).toEqual({ state: 'saved' });
  expect(stored).toMatchObject({ version: 5, name: 'C', notes: 'C' });
  expect(two.asked).toEqual(['name', 'name']);
});

test('what waited without a connection is brought together when it goes out, each on top of the one before', async () => {
  const [one, two] = [device('one', mine), device('two', mine)];
  online.delete('two');
  await two.change({ notes: 'C' });
  await two.change({ organiser: 'C' });
  await one.change({ name: 'B' });
  online.add('two');
  await two.flush();
  expect(stored).toMatchObject({ name: 'B', notes: 'C', organiser: 'C' });
  expect(two.store.getState().logbook.unsent).toEqual([]);
  expect(two.here()).toMatchObject({ name: 'B', notes: 'C', organiser: 'C' });
});

test('what meets while nobody looks waits as refused, with both, until somebody decides', async () => {
  const [one, two] = [device('one', mine), device('two', mine)];
  online.delete('two');
  await two.change({ name: 'C', notes: 'C' });
  await one.change({ name: 'B' });
  online.add('two');
  await two.flush();
  expect(stored).toMatchObject({ name: 'B', notes: 'A' });
  expect(two.store.getState().logbook.unsent).toMatchObject([{ refused: { problem: { code: 'stale' } } }]);
  await two.decideOn();
  expect(stored).toMatchObject({ name: 'C', notes: 'C' });
  expect(two.store.getState().logbook.unsent).toEqual([]);
});

test('an answer that was lost: what others have changed since is not turned back', async () => {
  const [one, two] = [device('one', mine), device('two', mine)];
  lost = 1;
  await two.change({ name: 'C' });
  one.feed();
  await one.change({ name: 'D' });
  await two.flush();
  expect(stored.name).toBe('D');
  expect(two.here().name).toBe('D');
});

test('what an older record does not say is no change of anybody’s', async () => {
  // Stored before there was a load-up day; the form fills it in with what holds.
  const { loadUpDate: _, ...older } = stored;
  stored = older as Event;
  history = [stored];
  const [one, two] = [device('one', mine), device('two', mine)];
  const opened = { ...two.here(), loadUpDate: null };
  await one.change({ name: 'B' });
  expect(await two.change({ loadUpDate: '2027-03-01' }, opened)).toEqual({ state: 'saved' });
  expect(two.asked).toEqual([]);
  expect(stored).toMatchObject({ name: 'B', loadUpDate: '2027-03-01' });
});

test('property: two devices, lines cut, answers lost, forms opened early: no change is lost unseen', async () => {
  const op = fc.record({
    who: fc.constantFrom('one', 'two'),
    what: fc.constantFrom('change', 'change', 'changeOld', 'open', 'cut', 'join', 'flush', 'feed', 'lose'),
    field: fc.constantFrom(...FIELDS),
  });
  await fc.assert(
    fc.asyncProperty(fc.array(op, { minLength: 4, maxLength: 24 }), async (ops) => {
      keys('calvik.').forEach(remove);
      stored = { ...event, version: 3, name: 'A', notes: 'A', organiser: 'A' };
      history = [stored];
      lost = 0;
      online.clear();
      online.add('one').add('two');
      const devices = { one: device('one', mine), two: device('two', mine) };
      const opened = { one: devices.one.here(), two: devices.two.here() };
      /** Each value somebody gave a field, with the value that stood there for him. */
      const given: Record<Field, { value: string; over: string; who: string }[]> = {
        name: [],
        notes: [],
        organiser: [],
      };
      let count = 0;
      for (const { who, what, field } of ops) {
        const at = devices[who as 'one'];
        if (what === 'cut') online.delete(who);
        else if (what === 'join') online.add(who);
        else if (what === 'lose') lost = 1;
        else if (what === 'flush') await at.flush();
        else if (what === 'feed') at.feed();
        else if (what === 'open') opened[who as 'one'] = at.here();
        else {
          const from = what === 'change' ? at.here() : opened[who as 'one'];
          const value = `${who} ${(count += 1)}`;
          given[field].push({ value, over: from[field], who });
          await at.change({ [field]: value }, from);
          opened[who as 'one'] = at.here();
        }
      }
      online.add('one').add('two');
      for (const at of [devices.one, devices.two]) {
        // Once more, where an answer was lost.
        for (const _ of [1, 2, 3]) {
          await at.flush();
          await at.decideOn();
        }
        at.feed();
      }
      for (const at of [devices.one, devices.two]) at.feed();
      const asked = [...devices.one.asked, ...devices.two.asked];
      for (const field of FIELDS) {
        const values = given[field];
        expect(values.length === 0 ? 'A' : values.map((v) => v.value)).toEqual(
          values.length === 0 ? stored[field] : expect.arrayContaining([stored[field]]),
        );
        // Whatever does not stand was seen by whoever wrote over it, or somebody was asked.
        const seen = new Set(values.map((v) => v.over));
        for (const v of values)
          if (v.value !== stored[field] && !seen.has(v.value))
            expect({ field, asked }).toEqual({ field, asked: expect.arrayContaining([field]) });
        for (const at of [devices.one, devices.two]) expect(at.here()[field]).toBe(stored[field]);
      }
      for (const at of [devices.one, devices.two]) expect(at.store.getState().logbook.unsent).toEqual([]);
    }),
    { numRuns: 300 },
  );
});
