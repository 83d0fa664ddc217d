import { recordDefaults, type Fact, type Venue } from '@calvik/core';
import {
  connection,
  dropped,
  logbookReducer,
  queued,
  received,
  refused,
  restored,
  selectAgreedLogbook,
  selectLogbook,
  sent,
} from '../../src/state/logbook';

const id = (n: number): string => `01900000-0000-7000-8000-${String(n).padStart(12, '0')}`;

const venue = (version: number, name: string): Venue => ({
  id: id(1),
  version,
  archived: false,
  name,
  altitudeM: 10,
  peakFluidTempC: 200,
  ...recordDefaults.venues,
  notes: '',
});

const fact: Fact = {
  id: id(9),
  kind: 'moistureReading',
  at: '2026-05-01T10:00:00.000Z',
  recordedAt: '2026-05-01T10:00:00.000Z',
  by: id(2),
  carId: id(3),
  waterPercent: 1.2,
  instrument: 'byHand',
};

const empty = logbookReducer(undefined, { type: 'start' });

const venueIn = (state: typeof empty): Venue | undefined => state.items.venues.entities[id(1)] as Venue | undefined;

describe('what is written here shows at once and is never lost', () => {
  test('a record counts as one version on before the server has answered', () => {
    const state = logbookReducer(empty, queued({ order: 1, collection: 'venues', body: venue(0, 'Low field') }));
    expect(venueIn(state)).toMatchObject({ version: 1, name: 'Low field' });
    expect(state.unsent).toHaveLength(1);
  });

  test('what lets a car go counts for the boards when the server has agreed; a stop, and all else, at once', () => {
    const loaded = logbookReducer(empty, received({ changes: [], cursor: 1, more: false }));
    const signed = (n: number, over: object) =>
      ({ ...fact, id: id(n), kind: 'sessionDecision', sessionId: id(50), findings: [], reason: '', ...over }) as never;
    const entries = [
      signed(21, { decision: 'limits' }),
      signed(22, { decision: 'stop' }),
      signed(23, { kind: 'carReleased' }),
      fact,
    ];
    const waiting = entries.reduce(
      (state, body, i) => logbookReducer(state, queued({ order: i + 1, collection: 'facts', body })),
      loaded,
    );
    const idsIn = (logbook: ReturnType<typeof selectLogbook>) => logbook.factsOfCar(id(3)).map((f) => f.id);
    expect(idsIn(selectLogbook({ logbook: waiting })).sort()).toEqual([id(9), id(21), id(22), id(23)]);
    expect(idsIn(selectAgreedLogbook({ logbook: waiting })).sort()).toEqual([id(9), id(22)]);
    const agreed = logbookReducer(waiting, sent({ order: 1, collection: 'facts', body: entries[0]! }));
    expect(idsIn(selectAgreedLogbook({ logbook: agreed })).sort()).toEqual([id(9), id(21), id(22)]);
    // Nothing waits: it is the very logbook that everything else asks.
    expect(selectAgreedLogbook({ logbook: loaded })).toBe(selectLogbook({ logbook: loaded }));
  });

  test('the feed does not undo what still waits to be sent', () => {
    const waiting = logbookReducer(empty, queued({ order: 1, collection: 'venues', body: venue(1, 'Mine') }));
    const state = logbookReducer(
      waiting,
      received({ cursor: 5, more: false, changes: [{ seq: 5, collection: 'venues', body: venue(1, 'Older') }] }),
    );
    expect(venueIn(state)).toMatchObject({ version: 2, name: 'Mine' });
    expect(state).toMatchObject({ cursor: 5, loaded: true, online: true });
  });

  test('an answer takes the entry off the list and brings the stored version', () => {
    const waiting = logbookReducer(empty, queued({ order: 1, collection: 'venues', body: venue(0, 'Low field') }));
    const state = logbookReducer(waiting, sent({ order: 1, collection: 'venues', body: venue(1, 'Low field') }));
    expect(state.unsent).toEqual([]);
    expect(venueIn(state)).toMatchObject({ version: 1 });
  });

  test('a refusal puts back what the server has, and keeps what was typed', () => {
    const waiting = logbookReducer(empty, queued({ order: 1, collection: 'venues', body: venue(1, 'Mine') }));
    const state = logbookReducer(
      waiting,
      refused({ order: 1, before: venue(2, 'Theirs'), problem: { detail: 'Changed meanwhile.', errors: [] } }),
    );
    expect(venueIn(state)).toMatchObject({ version: 2, name: 'Theirs' });
    expect(state.unsent[0]).toMatchObject({ body: { name: 'Mine' }, refused: { detail: 'Changed meanwhile.' } });
    expect(logbookReducer(state, dropped(1)).unsent).toEqual([]);
  });

  test('a refused fact that the server never had goes', () => {
    const waiting = logbookReducer(empty, queued({ order: 1, collection: 'facts', body: fact }));
    expect(waiting.items.facts.ids).toEqual([fact.id]);
    const state = logbookReducer(
      waiting,
      refused({ order: 1, before: null, problem: { detail: 'No such car.', errors: [] } }),
    );
    expect(state.items.facts.ids).toEqual([]);
  });

  test('entries of an earlier visit come back over what the feed brings', () => {
    const state = logbookReducer(empty, restored([{ order: 1, collection: 'facts', body: fact }]));
    expect(state.items.facts.entities[fact.id]).toEqual(fact);
  });

  test('pages that say there is more do not count as loaded', () => {
    const state = logbookReducer(empty, received({ cursor: 1, more: true, changes: [] }));
    expect(state.loaded).toBe(false);
    expect(logbookReducer(state, connection(false)).online).toBe(false);
  });
});

test('the logbook is indexed anew only when something in it has changed', () => {
  const reading = logbookReducer(empty, queued({ order: 1, collection: 'facts', body: fact }));
  // Half a logbook would give wrong verdicts: until all has been read there is none.
  expect(selectLogbook({ logbook: reading }).factsOfCar(id(3))).toEqual([]);
  const state = { logbook: logbookReducer(reading, received({ cursor: 0, more: false, changes: [] })) };
  const first = selectLogbook(state);
  expect(first.factsOfCar(id(3))).toEqual([fact]);
  expect(selectLogbook({ logbook: logbookReducer(state.logbook, connection(false)) })).toBe(first);
});
