import type { Logbook } from '@calvik/core';
import { dateIn } from '@calvik/core/calendar';
import { sayTo } from '@calvik/words';
import * as api from '../api/client';
import {
  type Unsent,
  connection,
  dropped,
  logbookOf,
  logbookPieces,
  queued,
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

export type SaveResult =
  | { state: 'saved' | 'waiting' }
  | {
      state: 'refused';
      problem: api.ApiProblem;
      /** The problem, in the units of whoever uses this device. */
      sentence: string;
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

  /**
   * @param beforePages what a whole logbook is prepared with before pages judge by it; when that fails, they do without
   */
  constructor(
    private readonly store: AppStore,
    private readonly beforePages: (logbook: Logbook, today: string) => Promise<void> = async () => undefined,
  ) {}

  /** Begins: what an earlier visit could not send comes back, then the feed is read, and read again now and then. */
  start(): void {
    const entries = keys(UNSENT)
      .flatMap((key) => read<Unsent | Unsent[]>(key) ?? [])
      .sort((a, b) => a.order - b.order);
    this.store.dispatch(restored(entries));
    api
      .runUp()
      .then((answer) => this.store.dispatch(runUpReceived(answer)))
      .catch(() => undefined);
    this.tick();
    this.timer ??= setInterval(() => this.tick(), POLL_MS);
    addEventListener('online', this.tick);
    addEventListener('focus', this.tick);
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
  async save(collection: api.Wire, body: api.Saved): Promise<SaveResult> {
    return this.keep([{ collection, body }]);
  }

  /**
   * Saves several records and facts together, in order: on the device as one entry, on the server in one transaction. All of it is saved, or nothing.
   * @param entries one at least
   */
  async saveAll(entries: readonly { collection: api.Wire; body: api.Saved }[]): Promise<SaveResult> {
    return this.keep(entries);
  }

  private async keep(all: readonly { collection: api.Wire; body: api.Saved }[]): Promise<SaveResult> {
    const by = this.store.getState().preferences.crewId;
    const batch =
      all.length > 1 ? { batch: `batch.${all[0]!.body.id}.${Math.max(Date.now(), this.lastOrder + 1)}` } : {};
    const entries = all.map(({ collection, body }): Unsent => {
      this.lastOrder = Math.max(Date.now(), this.lastOrder + 1);
      return { order: this.lastOrder, collection, body, by, ...batch };
    });
    const entry = entries[0]!;
    write(keyOf(entry), entries.length > 1 ? entries : entry);
    this.store.dispatch(queued(entries));
    const problem = await this.flush(entry.order);
    if (problem) {
      this.discard(entry);
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
    return entry.batch === undefined
      ? [entry]
      : this.store.getState().logbook.unsent.filter((u) => u.batch === entry.batch);
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
        if (done.has(entry.order)) continue;
        const together = this.withItsBatch(entry);
        for (const { order } of together) done.add(order);
        try {
          const bodies = await this.send(together);
          remove(keyOf(entry));
          together.forEach(({ order, collection }, i) =>
            this.store.dispatch(sent({ order, collection, body: bodies[i]! })),
          );
        } catch (error) {
          const problem = error instanceof api.ApiProblem ? error : new api.ApiProblem(0, String(error));
          if (problem.isTransient) {
            this.store.dispatch(connection(false));
            return;
          }
          if (entry.order === asked) answer = problem;
          const refusal = { detail: problem.message, errors: problem.errors, problem: problem.problem };
          const all = together.map((one) => ({ ...one, refused: refusal }));
          write(keyOf(entry), all.length > 1 ? all : all[0]);
          for (const one of together) {
            const isIt = together.length === 1 || (problem.problem as { at?: number }).at === together.indexOf(one);
            const stored = isIt ? (problem.stored as api.Saved | undefined) : undefined;
            const before = stored ?? (await this.serverCopy(one));
            this.store.dispatch(refused({ order: one.order, before, problem: refusal }));
          }
        }
      }
    });
    return this.sending.then(() => answer);
  }

  private async serverCopy(entry: Unsent): Promise<api.Saved | null> {
    const response = await fetch(`/api/${entry.collection}/${entry.body.id}`).catch(() => null);
    return response?.ok ? ((await response.json()) as api.Saved) : null;
  }
}
