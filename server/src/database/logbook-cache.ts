import { type Collection, type Fact, type Logbook, type Records, buildLogbook } from '@calvik/core';
import { FACTS } from './entities';
import type { Database } from './database';

const PAGE = 5000;

/** The logbook of everything kept, brought up to date by reading only what is new: once at a time, so that nobody is handed what is half read. */
export class LogbookCache {
  private cursor = 0;
  private readonly facts = new Map<string, Fact>();
  private readonly records = new Map<string, Map<string, unknown>>();
  private built: { logbook: Logbook; cursor: number } = { logbook: buildLogbook({}, []), cursor: 0 };
  private last: Promise<unknown> = Promise.resolve();

  constructor(
    private readonly database: Pick<Database, 'changes'>,
    private readonly build: typeof buildLogbook = buildLogbook,
  ) {}

  /**
   * @returns the logbook with all that was saved before it was asked for, and the place in the feed that it stands at
   * @throws where it cannot be read or built: an older one is never handed out instead
   */
  current(): Promise<{ logbook: Logbook; cursor: number }> {
    const next = this.last.then(() => this.brought());
    // Who comes behind one that failed tries again.
    this.last = next.catch(() => undefined);
    return next;
  }

  private async brought(): Promise<{ logbook: Logbook; cursor: number }> {
    for (;;) {
      const page = await this.database.changes(this.cursor, PAGE);
      for (const row of page.rows) {
        const body = JSON.parse(row.body) as { id: string };
        if (row.collection === FACTS) this.facts.set(body.id, body as Fact);
        else {
          const map = this.records.get(row.collection) ?? new Map<string, unknown>();
          this.records.set(row.collection, map.set(body.id, body));
        }
      }
      this.cursor = Math.max(this.cursor, page.cursor);
      if (!page.more) break;
    }
    if (this.cursor !== this.built.cursor) {
      const records = Object.fromEntries(
        [...this.records].map(([collection, map]) => [collection as Collection, [...map.values()]]),
      ) as Records;
      this.built = { logbook: this.build(records, this.facts.values()), cursor: this.cursor };
    }
    return this.built;
  }
}
