import { type PayloadAction, createEntityAdapter, createSelector, createSlice } from '@reduxjs/toolkit';
import {
  type Collection,
  type Fact,
  type RecordOf,
  type Records,
  type Shop,
  buildLogbook,
  collections,
  shopDefaults,
} from '@calvik/core';
import type { RunUpAnswer, Changes, FieldError, Saved, Wire } from '../api/client';

/** A write that the server has not acknowledged yet, or has refused. */
export interface Unsent {
  /** Place in the queue. */
  order: number;
  collection: Wire;
  body: Saved;
  refused?: { detail: string; errors: FieldError[]; problem?: { code?: string; values?: unknown } };
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
const acknowledged = (collection: Wire, body: Saved): Saved =>
  collection === 'facts' ? body : ({ ...body, version: (body as RecordOf<Collection>).version + 1 } as Saved);

function overlay(state: LogbookState): void {
  for (const { collection, body, refused } of state.unsent) {
    if (!refused) adapter.upsertOne(state.items[collection], acknowledged(collection, body));
  }
}

const slice = createSlice({
  name: 'logbook',
  initialState,
  reducers: {
    received(state, { payload }: PayloadAction<Changes>) {
      const byCollection = new Map<Wire, Saved[]>();
      for (const { collection, body } of payload.changes) {
        const list = byCollection.get(collection);
        if (list) list.push(body);
        else byCollection.set(collection, [body]);
      }
      for (const [collection, list] of byCollection) {
        if (state.items[collection]) adapter.setMany(state.items[collection], list);
      }
      state.cursor = payload.cursor;
      state.loaded ||= !payload.more;
      state.online = true;
      overlay(state);
    },
    runUpReceived(state, { payload }: PayloadAction<RunUpAnswer>) {
      state.runUp = payload;
    },
    connection(state, { payload }: PayloadAction<boolean>) {
      state.online = payload;
    },
    queued(state, { payload }: PayloadAction<Unsent>) {
      state.unsent.push(payload);
      adapter.upsertOne(state.items[payload.collection], acknowledged(payload.collection, payload.body));
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
    dropped(state, { payload }: PayloadAction<number>) {
      state.unsent = state.unsent.filter((u) => u.order !== payload);
    },
  },
});

export const { received, runUpReceived, connection, queued, restored, sent, refused, dropped } = slice.actions;
export const logbookReducer = slice.reducer;

const valuesOf = (entities: Entities): Saved[] => Object.values(entities.entities) as Saved[];

/**
 * The logbook that core's judgements take; built anew only when something has changed, and not at all while the first
 * reading is under way: half a logbook gives wrong verdicts, and building one for every page takes long.
 */
export const selectLogbook = createSelector(
  [(state: { logbook: LogbookState }) => (state.logbook.loaded ? state.logbook.items : initialState.items)],
  (items) =>
    buildLogbook(
      Object.fromEntries(collections.map((c) => [c, valuesOf(items[c])])) as Records,
      valuesOf(items.facts) as Fact[],
    ),
);

/** The shop: from the logbook, or until that is here as the server's run-up brought it. */
export const selectShop = (state: { logbook: LogbookState }): Shop =>
  state.logbook.loaded ? selectLogbook(state).shop : (state.logbook.runUp?.shop ?? shopDefaults);

/** Every fact on record, replaced ones included: for histories. */
export const selectAllFacts = createSelector(
  [(state: { logbook: LogbookState }) => state.logbook.items.facts],
  (facts) => valuesOf(facts) as Fact[],
);
