import {
  type PayloadAction,
  createEntityAdapter,
  createSelector,
  createSlice,
  original,
  weakMapMemoize,
} from '@reduxjs/toolkit';
import type { Collection, Fact, Logbook, RecordOf, Records, Shop } from '@calvik/core';
import { effectiveFacts, indexLogbook, replacedFacts } from '@calvik/core/logbook';
import { collections, shopDefaults } from '@calvik/core/model';
import type { RunUpAnswer, Changes, FieldError, Saved, Wire } from '../api/client';

/** A write that the server has not acknowledged yet, or has refused. */
export interface Unsent {
  /** Place in the queue. */
  order: number;
  collection: Wire;
  body: Saved;
  /** The record as it was when somebody began to change it. */
  base?: Saved;
  /** Of what is saved together: the same for each of them. */
  batch?: string;
  /** Who was on duty when it was made. */
  by?: string | null;
  refused?: {
    detail: string;
    errors: FieldError[];
    problem?: { code?: string; values?: unknown };
  };
}

const adapter = createEntityAdapter<Saved>();
type Entities = ReturnType<typeof adapter.getInitialState>;

export interface LogbookState {
  items: Record<Wire, Entities>;
  cursor: number;
  /** Everything up to the newest change has been read at least once. */
  loaded: boolean;
  online: boolean;
  unsent: Unsent[];
  /** The run-up as the server judged it, shown until the logbook is here. */
  runUp: RunUpAnswer | null;
}

const wires: Wire[] = ['facts', ...collections];
const initialState: LogbookState = {
  items: Object.fromEntries(wires.map((w) => [w, adapter.getInitialState()])) as Record<Wire, Entities>,
  cursor: 0,
  loaded: false,
  online: true,
  unsent: [],
  runUp: null,
};

/** What a record will be once it is saved: one version on. Facts have none. */
export const acknowledged = (collection: Wire, body: Saved): Saved =>
  collection === 'facts' ? body : ({ ...body, version: (body as RecordOf<Collection>).version + 1 } as Saved);

function overlay(state: LogbookState): void {
  for (const { collection, body, refused } of state.unsent) {
    if (!refused) adapter.upsertOne(state.items[collection], acknowledged(collection, body));
  }
}

/**
 * What the adapter's `setMany` does, without a draft of every entry, and frozen here so that nothing goes through all of them again: a first
 * reading has tens of thousands.
 */
function withAll({ ids, entities }: Entities, bodies: readonly Saved[]): Entities {
  const next = { ...entities };
  const added = bodies.filter(({ id }) => !(id in entities)).map(({ id }) => id);
  for (const body of bodies) next[body.id] = body;
  return Object.freeze({
    ids: Object.freeze(added.length > 0 ? [...ids, ...new Set(added)] : ids),
    entities: Object.freeze(next),
  }) as Entities;
}

const slice = createSlice({
  name: 'logbook',
  initialState,
  reducers: {
    received(state, { payload }: PayloadAction<Changes>) {
      const before = original(state)!;
      const isSame = payload.changes.length === 0 && before.unsent.length === 0;
      const items = isSame ? before.items : { ...before.items };
      const byCollection = new Map<Wire, Saved[]>();
      for (const { collection, body } of payload.changes) {
        const list = byCollection.get(collection);
        if (list) list.push(body);
        else byCollection.set(collection, [body]);
      }
      for (const [collection, list] of byCollection)
        if (items[collection]) items[collection] = withAll(items[collection], list);
      for (const { collection, body, refused } of before.unsent)
        if (!refused) items[collection] = withAll(items[collection], [acknowledged(collection, body)]);
      return { ...before, items, cursor: payload.cursor, loaded: before.loaded || !payload.more, online: true };
    },
    runUpReceived(state, { payload }: PayloadAction<RunUpAnswer>) {
      state.runUp = payload;
    },
    connection(state, { payload }: PayloadAction<boolean>) {
      state.online = payload;
    },
    queued(state, { payload }: PayloadAction<Unsent | readonly Unsent[]>) {
      for (const entry of [payload].flat() as Unsent[]) {
        state.unsent.push(entry);
        adapter.upsertOne(state.items[entry.collection], acknowledged(entry.collection, entry.body));
      }
    },
    restored(state, { payload }: PayloadAction<Unsent[]>) {
      state.unsent = payload;
      overlay(state);
    },
    sent(state, { payload }: PayloadAction<{ order: number; collection: Wire; body: Saved }>) {
      state.unsent = state.unsent.filter((u) => u.order !== payload.order);
      adapter.setOne(state.items[payload.collection], payload.body);
      state.online = true;
      overlay(state);
    },
    refused(
      state,
      { payload }: PayloadAction<{ order: number; before: Saved | null; problem: NonNullable<Unsent['refused']> }>,
    ) {
      const entry = state.unsent.find((u) => u.order === payload.order);
      if (!entry) return;
      entry.refused = payload.problem;
      if (payload.before) adapter.setOne(state.items[entry.collection], payload.before);
      else adapter.removeOne(state.items[entry.collection], entry.body.id);
      overlay(state);
    },
    /** An entry was put on top of what somebody else has saved meanwhile. */
    rebased(state, { payload }: PayloadAction<Pick<Unsent, 'order' | 'body' | 'base'>>) {
      state.unsent = state.unsent.map((u) => (u.order === payload.order ? { ...u, ...payload } : u));
      overlay(state);
    },
    dropped(state, { payload }: PayloadAction<number>) {
      state.unsent = state.unsent.filter((u) => u.order !== payload);
    },
  },
});

export const { received, runUpReceived, connection, queued, restored, sent, refused, rebased, dropped } = slice.actions;
export const logbookReducer = slice.reducer;

const valuesOf = (entities: Entities): Saved[] => Object.values(entities.entities) as Saved[];

/** Built anew only when something has changed. */
const countingFacts = weakMapMemoize((facts: Entities) => effectiveFacts(valuesOf(facts) as Fact[]));
export const logbookOf = weakMapMemoize((items: LogbookState['items']) =>
  indexLogbook(
    Object.fromEntries(collections.map((c) => [c, valuesOf(items[c])])) as Records,
    countingFacts(items.facts),
    replacedFacts(valuesOf(items.facts) as Fact[]),
  ),
);

/**
 * The logbook that core's judgements take; empty while the first reading is under way: half a logbook gives wrong verdicts, and building
 * one for every page takes long.
 */
export const selectLogbook = ({ logbook }: { logbook: LogbookState }): Logbook =>
  logbookOf(logbook.loaded ? logbook.items : initialState.items);

/** The logbook as it would be if this were saved. */
export function logbookWith(
  { logbook }: { logbook: LogbookState },
  changed: readonly { collection: Wire; body: Saved }[],
): Logbook {
  const items = { ...logbook.items };
  for (const { collection, body } of changed)
    items[collection] = withAll(items[collection], [acknowledged(collection, body)]);
  return logbookOf(items);
}

/** Whether an entry lets a car go, or lets something pass: it counts when the server has agreed. A stop counts at once. */
const isGoAhead = (body: Saved & { kind?: string; decision?: string }): boolean =>
  body.kind === 'carReleased' ||
  body.kind === 'holdWaived' ||
  body.kind === 'faultLetPass' ||
  body.kind === 'peakTakenOver' ||
  (body.kind === 'beddingLook' && body.decision === 'accept') ||
  (body.kind === 'sessionDecision' && body.decision !== 'stop');

const agreedItems = weakMapMemoize((items: LogbookState['items'], unsent: LogbookState['unsent']) => {
  const waiting = new Set(unsent.filter((u) => !u.refused && isGoAhead(u.body)).map((u) => u.body.id));
  if (waiting.size === 0) return items;
  const { ids, entities } = items.facts;
  const kept = ids.filter((id) => !waiting.has(id));
  return {
    ...items,
    facts: { ids: kept, entities: Object.fromEntries(kept.map((id) => [id, entities[id]])) },
  } as typeof items;
});

/** The logbook without what lets something go on this device alone: what the boards are judged by. */
export const selectAgreedLogbook = ({ logbook }: { logbook: LogbookState }): Logbook =>
  logbookOf(logbook.loaded ? agreedItems(logbook.items, logbook.unsent) : initialState.items);

/** Builds the logbook piece by piece before anything asks for it. */
export const logbookPieces: readonly ((state: { logbook: LogbookState }) => unknown)[] = [
  ({ logbook }) => countingFacts(logbook.items.facts),
  ({ logbook }) => logbookOf(logbook.items),
];

/** The shop: from the logbook, or until that is here as the server's run-up brought it. */
export const selectShop = (state: { logbook: LogbookState }): Shop =>
  state.logbook.loaded ? selectLogbook(state).shop : (state.logbook.runUp?.shop ?? shopDefaults);

/** Every fact on record, replaced ones included: for histories. */
export const selectAllFacts = createSelector(
  [(state: { logbook: LogbookState }) => state.logbook.items.facts],
  (facts) => valuesOf(facts) as Fact[],
);
