import type { Collection, FieldChange, Logbook } from '@calvik/core';
import { type Merged, isSame, mergeVersions } from '@calvik/core/logbook/merge';
import { recordDefaults, shopDefaults } from '@calvik/core/model';
import { dateIn } from '@calvik/core/calendar';
import { sayTo } from '@calvik/words';
import * as api from '../api/client';
import {
  type Unsent,
  acknowledged,
  connection,
  dropped,
  logbookOf,
  logbookPieces,
  queued,
  rebased,
  received,
  refused,
  restored,
  runUpReceived,
  selectShop,
  sent,
} from './logbook';
import { keys, read, remove, write } from './storage';
import type { AppStore } from './store';

const UNSENT = 'calvik.unsent.';
const POLL_MS = 4_000;

/** Lets the browser do what else waits. */
const pause = (): Promise<void> => new Promise((done) => setTimeout(done));
/** What is saved together lies under one key: it is on the device as a whole, or not at all. */
const keyOf = (entry: Pick<Unsent, 'order' | 'body' | 'batch'>): string =>
  `${UNSENT}${entry.batch ?? `${entry.body.id}.${entry.order}`}`;

/** What is to be saved. */
export interface ToKeep {
  collection: api.Wire;
  body: api.Saved;
  /** The record as it was when somebody began to change it; left out, as it stands on this device. */
  base?: api.Saved | undefined;
}

/** Asks and tells whoever uses this device about versions that met. */
export interface Referee {
  /** @returns what is to be saved; null to save nothing */
  decide: (collection: Collection, merged: Merged<api.Saved>) => Promise<api.Saved | null>;
  /** What somebody else has changed meanwhile, and what was kept of it. */
  tell: (collection: Collection, kept: readonly FieldChange[]) => void;
}
const MOST_TRIES = 3;

/** A record with what an older one does not say yet: that it is said now is no change of anybody's. */
const saying =
  (collection: Collection) =>
  (body: api.Saved): api.Saved =>
    ({ ...(defaults as Partial<Record<Collection, object>>)[collection], ...body }) as api.Saved;
const defaults = { ...recordDefaults, shops: shopDefaults };

export type SaveResult =
  | { state: 'saved' | 'waiting' }
  | {
      state: 'refused';
      problem: api.ApiProblem;
      /** The problem, in the units of whoever uses this device. */
      sentence: string;
    };

const isStale = ({ status, problem }: api.ApiProblem): boolean => status === 409 && problem.code === 'stale';
const UNDECIDED = 'Nothing is saved yet: somebody has changed this meanwhile. Save again to choose.';
const undecided: SaveResult = {
  state: 'refused',
  problem: new api.ApiProblem(409, '', [], undefined, { code: 'stale' }),
  sentence: UNDECIDED,
};

/**
 * Keeps the device and the server in step: reads the feed of changes, and sends what was written here, in order, each
 * entry stored on the device until the server has acknowledged it.
 */
export class Sync {
  private sending: Promise<void> = Promise.resolve();
  private reading: Promise<void> | null = null;
  private timer: ReturnType<typeof setInterval> | null = null;
  private lastOrder = 0;
  private referee: Referee | null = null;

  /**
   * @param beforePages what a whole logbook is prepared with before pages judge by it; when that fails, they do without
   */
  constructor(
    private readonly store: AppStore,
    private readonly beforePages: (logbook: Logbook, today: string) => Promise<void> = async () => undefined,
  ) {}

  /** Begins: what an earlier visit could not send comes back, then the feed is read, and read again now and then. */
  start(): void {
    if (this.timer) return;
    const entries = keys(UNSENT)
      .flatMap((key) => read<Unsent | Unsent[]>(key) ?? [])
      .sort((a, b) => a.order - b.order);
    this.store.dispatch(restored(entries));
    // Any other page waits for the feed alone.
    if (location.pathname === '/') {
      api
        .runUp()
        .then((answer) => this.store.dispatch(runUpReceived(answer)))
        .catch(() => undefined);
    }
    this.tick();
    this.timer = setInterval(() => this.tick(), POLL_MS);
    addEventListener('online', this.tick);
    addEventListener('focus', this.tick);
  }

  /** @param referee whoever shows two versions side by side: the frame of the app @returns ends it */
  askOf(referee: Referee): () => void {
    this.referee = referee;
    return () => {
      this.referee = null;
    };
  }

  stop(): void {
    if (this.timer) clearInterval(this.timer);
    this.timer = null;
    removeEventListener('online', this.tick);
    removeEventListener('focus', this.tick);
  }

  private readonly tick = (): void => {
    void this.read();
    void this.flush();
    void import('./photos').then(({ sendPhotos }) => sendPhotos()).catch(() => undefined);
  };

  /** Reads the feed to its end. */
  read(): Promise<void> {
    this.reading ??= this.readPages().finally(() => {
      this.reading = null;
    });
    return this.reading;
  }

  private async readPages(): Promise<void> {
    try {
      for (;;) {
        const page = await api.changes(this.store.getState().logbook.cursor);
        const { loaded, online } = this.store.getState().logbook;
        if (!loaded && !page.more) await this.firstWhole(page);
        else if (page.changes.length > 0 || !loaded || !online) {
          this.store.dispatch(received(page));
          // Half a logbook is nothing to prepare: the first reading does it at its end.
          if (loaded && page.changes.length > 0) void this.prepare();
        }
        if (!page.more) return;
      }
    } catch {
      this.store.dispatch(connection(false));
    }
  }

  /** The last page of the first reading: indexed and shown in tasks of their own, so that the page answers a thumb in between. */
  private async firstWhole(page: api.Changes): Promise<void> {
    this.store.dispatch(received({ ...page, more: true }));
    for (const build of logbookPieces) {
      await pause();
      build(this.store.getState());
    }
    await pause();
    await this.prepare();
    this.store.dispatch(received({ ...page, changes: [] }));
  }

  private async prepare(): Promise<void> {
    try {
      const { logbook } = this.store.getState();
      const whole = logbookOf(logbook.items);
      await this.beforePages(whole, dateIn(new Date().toISOString(), whole.shop.timeZone));
    } catch {
      // It is computed where it is asked for.
    }
  }

  /**
   * Saves a fact or a record: on the device at once, on the server as soon as it can be reached.
   * @returns whether the server has it, has refused it (then it is not saved), or has yet to be reached
   */
  async save(collection: api.Wire, body: api.Saved, base?: api.Saved): Promise<SaveResult> {
    return this.keep([{ collection, body, base }]);
  }

  /**
   * Saves several records and facts together, in order: on the device as one entry, on the server in one transaction. All of it is saved, or nothing.
   * @param entries one at least
   */
  async saveAll(entries: readonly ToKeep[]): Promise<SaveResult> {
    return this.keep(entries);
  }

  /** An entry that met another version: saves what somebody decides on, or leaves it where it waits. */
  async decideOn(entry: Unsent): Promise<SaveResult | null> {
    const all = this.withItsBatch(entry);
    const again = await this.upToDate(all);
    if (!again) return null;
    this.discard(entry);
    return this.keep(again);
  }

  private current({ collection, body }: ToKeep): api.Saved | undefined {
    return collection === 'facts' ? undefined : this.store.getState().logbook.items[collection].entities[body.id];
  }

  /**
   * Puts each record that was begun on an older version on top of the one that is there by now: what does not meet is brought together, of what does somebody
   * decides.
   * @returns null where nobody decided
   */
  private async upToDate(all: readonly ToKeep[]): Promise<ToKeep[] | null> {
    const next: ToKeep[] = [];
    for (const one of all) {
      const current = this.current(one);
      const isSame = !one.base || !current || current === one.base;
      const onTop = isSame ? { ...one, base: one.base ?? current } : await this.onTopOf(current, one, this.referee);
      if (!onTop) return null;
      next.push(onTop);
    }
    return next;
  }

  /** @param referee none: what meets is decided by nobody @returns null where nothing was decided */
  private async onTopOf(theirs: api.Saved, one: ToKeep, referee: Referee | null): Promise<ToKeep | null> {
    const collection = one.collection as Collection;
    const said = saying(collection);
    const merged = mergeVersions(said(one.base!), said(one.body), said(theirs));
    const { version } = theirs as { version: number };
    if (merged.collisions.length === 0) {
      if (merged.kept.length > 0) this.referee?.tell(collection, merged.kept);
      return { collection, body: { ...merged.record, version } as api.Saved, base: theirs };
    }
    const body = await referee?.decide(collection, merged);
    return body ? { collection, body: { ...body, version } as api.Saved, base: theirs } : null;
  }

  private async keep(begun: readonly ToKeep[], tries = 0): Promise<SaveResult> {
    const isFresh = begun.every((one) => !one.base || one.base === this.current(one));
    const all = isFresh
      ? begun.map((one) => ({ ...one, base: one.base ?? this.current(one) }))
      : await this.upToDate(begun);
    if (!all) return undecided;
    const by = this.store.getState().preferences.crewId;
    const batch =
      all.length > 1 ? { batch: `batch.${all[0]!.body.id}.${Math.max(Date.now(), this.lastOrder + 1)}` } : {};
    const entries = all.map(({ collection, body, base }): Unsent => {
      this.lastOrder = Math.max(Date.now(), this.lastOrder + 1);
      return { order: this.lastOrder, collection, body, by, ...batch, ...(base ? { base } : {}) };
    });
    const entry = entries[0]!;
    write(keyOf(entry), entries.length > 1 ? entries : entry);
    this.store.dispatch(queued(entries));
    const problem = await this.flush(entry.order);
    if (problem) {
      this.discard(entry);
      // By now this device has what is stored: the two are shown side by side.
      if (isStale(problem) && tries < MOST_TRIES && this.referee) return this.keep(all, tries + 1);
      const state = this.store.getState();
      const say = sayTo({ units: state.preferences.units, timeZone: selectShop(state).timeZone });
      return { state: 'refused', problem, sentence: api.problemMessage(problem, say) };
    }
    return { state: this.store.getState().logbook.unsent.some((u) => u.order === entry.order) ? 'waiting' : 'saved' };
  }

  /** Gives up an entry that the server has refused, with all that was to be saved with it. */
  discard(entry: Unsent): void {
    remove(keyOf(entry));
    for (const { order } of this.withItsBatch(entry)) this.store.dispatch(dropped(order));
  }

  private withItsBatch(entry: Unsent): Unsent[] {
    const isIt = (u: Unsent): boolean =>
      entry.batch === undefined ? u.order === entry.order : u.batch === entry.batch;
    const now = this.store.getState().logbook.unsent.filter(isIt);
    return now.length > 0 ? now : [entry];
  }

  private async send(entries: readonly Unsent[]): Promise<api.Saved[]> {
    const [first] = entries;
    const author = { by: first!.by ?? null, at: new Date(first!.order).toISOString() };
    if (entries.length === 1) return [await api.put(first!.collection, first!.body, author)];
    return (
      await api.putAll(
        entries.map(({ collection, body }) => ({ collection, body })),
        author,
      )
    ).entries;
  }

  /** Sends everything waiting, in order. @returns the problem of the entry asked about, if it was refused */
  flush(asked?: number): Promise<api.ApiProblem | null> {
    let answer: api.ApiProblem | null = null;
    this.sending = this.sending.then(async () => {
      const done = new Set<number>();
      for (const entry of this.store.getState().logbook.unsent.filter((u) => !u.refused)) {
        // What was made on top of something that was refused before it may wait as refused by now.
        if (done.has(entry.order) || this.withItsBatch(entry)[0]!.refused) continue;
        const together = this.withItsBatch(entry);
        for (const { order } of together) done.add(order);
        try {
          const bodies = await this.sendOnTop(entry);
          remove(keyOf(entry));
          for (const [i, one] of this.withItsBatch(entry).entries()) {
            const body = bodies[i]!;
            this.store.dispatch(sent({ order: one.order, collection: one.collection, body }));
            if (!isSame(body, acknowledged(one.collection, one.body))) await this.rebaseAfter(one, body);
          }
        } catch (error) {
          const problem = error instanceof api.ApiProblem ? error : new api.ApiProblem(0, String(error));
          if (problem.isTransient) {
            this.store.dispatch(connection(false));
            return;
          }
          if (entry.order === asked) answer = problem;
          const refusal = { detail: problem.message, errors: problem.errors, problem: problem.problem };
          const all = this.withItsBatch(entry).map((one) => ({ ...one, refused: refusal }));
          write(keyOf(entry), all.length > 1 ? all : all[0]);
          for (const one of together) {
            const isIt = together.length === 1 || (problem.problem as { at?: number }).at === together.indexOf(one);
            const stored = isIt ? (problem.stored as api.Saved | undefined) : undefined;
            const before = stored ?? (await this.serverCopy(one));
            this.store.dispatch(refused({ order: one.order, before, problem: refusal }));
            if (before) await this.rebaseAfter(one, before);
          }
        }
      }
    });
    return this.sending.then(() => answer);
  }

  /** Sends an entry; where somebody else has saved meanwhile and nothing meets, once more on top of that. */
  private async sendOnTop(entry: Unsent, tries = 0): Promise<api.Saved[]> {
    const together = this.withItsBatch(entry);
    try {
      return await this.send(together);
    } catch (error) {
      if (!(error instanceof api.ApiProblem) || !isStale(error) || tries >= MOST_TRIES) throw error;
      const one = together[(error.problem as { at?: number }).at ?? 0];
      const onTop = one?.base && error.stored ? await this.onTopOf(error.stored as api.Saved, one, null) : null;
      if (!one || !onTop) throw error;
      this.store.dispatch(rebased({ order: one.order, body: onTop.body, base: onTop.base! }));
      const now = this.withItsBatch(entry);
      write(keyOf(entry), now.length > 1 ? now : now[0]);
      return this.sendOnTop(entry, tries + 1);
    }
  }

  /**
   * What waits behind an entry that became something else than it was to be: it was made on top of that, and is put on top of what is there. What meets waits
   * as refused.
   */
  private async rebaseAfter({ order, collection, body: { id } }: Unsent, there: api.Saved): Promise<void> {
    if (collection === 'facts') return;
    let theirs = there;
    const behind = this.store
      .getState()
      .logbook.unsent.filter((u) => !u.refused && u.order > order && u.body.id === id);
    for (const one of behind) {
      const onTop = one.base ? await this.onTopOf(theirs, one, null) : null;
      if (onTop) {
        this.store.dispatch(rebased({ order: one.order, body: onTop.body, base: theirs }));
        theirs = acknowledged(collection, onTop.body);
      } else {
        const problem = { detail: UNDECIDED, errors: [], problem: { code: 'stale' } };
        for (const { order: of, body, base = null } of this.withItsBatch(one))
          this.store.dispatch(refused({ order: of, before: body.id === id ? there : base, problem }));
      }
      const now = this.withItsBatch(one);
      write(keyOf(one), now.length > 1 ? now : now[0]);
    }
  }

  private async serverCopy(entry: Unsent): Promise<api.Saved | null> {
    const response = await fetch(`/api/${entry.collection}/${entry.body.id}`).catch(() => null);
    return response?.ok ? ((await response.json()) as api.Saved) : null;
  }
}
