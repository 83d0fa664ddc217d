import { type Collection, type Fact, type Logbook, type Records, buildLogbook } from '@calvik/core';
import { FACTS } from './entities';
import type { Database } from './database';

const PAGE = 5000;

/** The logbook of everything kept, brought up to date by reading only what is new. */
export class LogbookCache {
  private cursor = 0;
  private readonly facts = new Map<string, Fact>();
  private readonly records = new Map<string, Map<string, unknown>>();
  private logbook: Logbook = buildLogbook({}, []);

  constructor(private readonly database: Database) {}

  /** @returns the logbook, and the place in the feed that it stands at */
  async current(): Promise<{ logbook: Logbook; cursor: number }> {
    const from = this.cursor;
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
    if (this.cursor !== from) {
      const records = Object.fromEntries(
        [...this.records].map(([collection, map]) => [collection as Collection, [...map.values()]]),
      ) as Records;
      this.logbook = buildLogbook(records, this.facts.values());
    }
    return { logbook: this.logbook, cursor: this.cursor };
  }
}
