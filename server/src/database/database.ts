import { mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import { isEqual } from 'es-toolkit/predicate';
import { BetterSqliteDriver, MikroORM, type SqlEntityManager } from '@mikro-orm/better-sqlite';
import { raw } from '@mikro-orm/core';
import { Migrator } from '@mikro-orm/migrations';
import { type Collection, type Fact, type RecordOf } from '@calvik/core';
import { recordReferences } from '@calvik/core';
import { factReferences, factSchema, recordSchemas } from '@calvik/core/model/schemas';
import { FACTS, type Item, type Photo, FeedSchema, ItemSchema, PhotoSchema, SupersededSchema } from './entities';
import { migrationsList } from './migrations';

/** Who writes a record, as far as anybody says it, and when. */
export interface Author {
  by: string | null;
  at: string;
}
const nobody = (): Author => ({ by: null, at: new Date().toISOString() });

/** A record or a fact to be saved, with where it belongs. */
export type Entry =
  { [C in Collection]: { collection: C; body: RecordOf<C> } }[Collection] | { collection: typeof FACTS; body: Fact };

/** One version of a record, and who saved it when; null where that was not written down yet. */
export interface RecordVersion {
  version: number;
  savedAt: string | null;
  savedBy: string | null;
  body: Body;
}

export type Body = { id: string; version?: number } & Record<string, unknown>;

/** What became of a write. */
export type Saved =
  | { outcome: 'created' | 'updated' | 'unchanged'; body: Body }
  | { outcome: 'stale'; stored: Body; sent: Body }
  | { outcome: 'differs'; stored: Body }
  | { outcome: 'notNew' }
  | { outcome: 'dangling'; missing: Missing[] };

/** One of several that are saved together. */
export interface Write {
  collection: Collection | typeof FACTS;
  body: RecordOf<Collection> | Fact;
  /** What has to be written down with a record. */
  facts?: readonly Fact[];
}

/** Something that is pointed at and not there. */
export interface Missing {
  path: string;
  collection: Collection | 'facts';
}

export interface FeedPage {
  cursor: number;
  more: boolean;
  rows: Pick<Item, 'seq' | 'collection' | 'body'>[];
}

/** Rows that go into the table with one statement. */
const CHUNK = 100;

interface Reference {
  path: string;
  collection: Collection | 'facts';
  id: string;
}

/** Where a record points. */
const referencesOf = (collection: Collection, stored: Body): Reference[] =>
  Object.entries<Collection>(recordReferences[collection] ?? {}).flatMap(([path, target]) => {
    const id = (stored as Record<string, unknown>)[path];
    return typeof id === 'string' ? [{ path, collection: target, id }] : [];
  });

/** As it would come back from the wire: what is undefined is not there. */
const asJson = (value: unknown): unknown => JSON.parse(JSON.stringify(value));

/** Saves facts and records in SQLite, and hands them out in the order in which they were acknowledged. */
export class Database {
  private constructor(private readonly orm: MikroORM) {}

  /**
   * Opens (and, where needed, creates or migrates) a database.
   * @param file path of the SQLite file, or ':memory:'
   */
  static async open(file: string): Promise<Database> {
    if (file !== ':memory:') mkdirSync(dirname(file), { recursive: true });
    const orm = await MikroORM.init({
      dbName: file,
      driver: BetterSqliteDriver,
      entities: [ItemSchema, SupersededSchema, FeedSchema, PhotoSchema],
      extensions: [Migrator],
      migrations: { migrationsList, snapshot: false, silent: true },
      allowGlobalContext: false,
    });
    const connection = orm.em.getConnection();
    // What was acknowledged must survive a power cut.
    await connection.execute('pragma journal_mode = wal');
    await connection.execute('pragma synchronous = full');
    await connection.execute('pragma foreign_keys = on');
    await orm.getMigrator().up();
    return new Database(orm);
  }

  async close(): Promise<void> {
    await this.orm.close(true);
  }

  /** Whether the database answers. */
  async healthy(): Promise<boolean> {
    return this.orm.isConnected();
  }

  private fork(): SqlEntityManager {
    return this.orm.em.fork() as SqlEntityManager;
  }

  /** The one statement that numbers writes, and gives the last of them; on a larger database it is also the lock that orders them. */
  private async nextSeq(em: SqlEntityManager, count = 1): Promise<number> {
    await em
      .createQueryBuilder(FeedSchema)
      .update({ seq: raw('seq + ?', [count]) })
      .where({ name: 'items' })
      .execute();
    const feed = await em.findOneOrFail(FeedSchema, { name: 'items' }, { refresh: true });
    return feed.seq;
  }

  private async missing(em: SqlEntityManager, references: Reference[]): Promise<Missing[]> {
    if (references.length === 0) return [];
    const ids = [...new Set(references.map((r) => r.id))];
    const found = await em.find(ItemSchema, { id: { $in: ids } }, { fields: ['id', 'collection'] });
    const known = new Set(found.map((item) => `${item.collection}:${item.id}`));
    return references
      .filter((r) => !known.has(`${r.collection}:${r.id}`))
      .map((r) => ({ path: r.path, collection: r.collection }));
  }

  /**
   * Saves a record. `version` is the version that the writer had read, 0 for a new record; the stored one is one higher.
   * The same write sent twice is saved once, also when others have saved since; a write based on an older version changes nothing.
   * @param facts what has to be written down with it: all of it is saved, or nothing
   */
  async saveRecord<C extends Collection>(
    collection: C,
    sent: RecordOf<C>,
    author = nobody(),
    facts: readonly Fact[] = [],
  ): Promise<Saved> {
    return this.fork().transactional(async (em) => {
      const saved = await this.saveIn(em, collection, sent, author);
      if (saved.outcome === 'created' || saved.outcome === 'updated')
        for (const fact of facts) await this.addFact(em, factSchema.parse(fact) as Fact);
      return saved;
    });
  }

  /**
   * Saves several records, all of them or none: in order, so that one may point at another before it.
   * @returns the first that could not be saved, or null
   */
  async saveAll(
    entries: readonly { collection: Collection; body: RecordOf<Collection> }[],
    author = nobody(),
  ): Promise<Saved | null> {
    const done = await this.saveBatch(entries, author);
    return 'refused' in done ? done.refused : null;
  }

  /**
   * Saves several records and facts in one transaction, all of them or none: in order, so that one may point at another before it. Sent twice, it is saved
   * once, as each of them is.
   * @returns what became of each; or the first that could not be saved, with its place
   */
  async saveBatch(
    writes: readonly Write[],
    author = nobody(),
  ): Promise<{ saved: Saved[] } | { refused: Saved; at: number }> {
    class Refused extends Error {
      constructor(
        readonly refused: Saved,
        readonly at: number,
      ) {
        super(refused.outcome);
      }
    }
    const saved: Saved[] = [];
    try {
      await this.fork().transactional(async (em) => {
        for (const [at, write] of writes.entries()) {
          const one =
            write.collection === FACTS
              ? await this.saveFactIn(em, factSchema.parse(write.body) as Fact)
              : await this.saveIn(em, write.collection, write.body as never, author);
          if (!['created', 'updated', 'unchanged'].includes(one.outcome)) throw new Refused(one, at);
          if (one.outcome !== 'unchanged')
            for (const fact of write.facts ?? []) await this.addFact(em, factSchema.parse(fact) as Fact);
          saved.push(one);
          // What is written need not be looked over again with each further one.
          em.clear();
        }
      });
      return { saved };
    } catch (error) {
      if (error instanceof Refused) return { refused: error.refused, at: error.at };
      throw error;
    }
  }

  /**
   * Saves many records and facts that are all new, all of them or none; they may point at one another.
   * @returns what they point at that is not there; empty when they are saved
   */
  async insertAll(entries: readonly Entry[], author = nobody()): Promise<Missing[]> {
    const items = entries.map(({ collection, body }) => {
      if (collection === FACTS) {
        const stored = factSchema.parse(body) as Fact;
        return { collection, stored: stored as unknown as Body, references: factReferences(stored) };
      }
      const stored = recordSchemas[collection].parse({ ...body, version: 1 }) as Body;
      return { collection, stored, references: referencesOf(collection, stored) };
    });
    const own = new Set(items.map((i) => `${i.collection}:${i.stored.id}`));
    const outside = new Map(
      items
        .flatMap((i) => i.references)
        .filter((r) => !own.has(`${r.collection}:${r.id}`))
        .map((r) => [`${r.collection}:${r.id}`, r]),
    );
    return this.fork().transactional(async (em) => {
      const missing = await this.missing(em, [...outside.values()]);
      if (missing.length > 0) return missing;
      const last = await this.nextSeq(em, items.length);
      const rows = items.map(({ collection, stored }, i) => ({
        id: String(stored.id),
        collection,
        version: 1,
        seq: last - items.length + 1 + i,
        carId: typeof stored.carId === 'string' ? stored.carId : null,
        body: JSON.stringify(stored),
        savedAt: author.at,
        savedBy: author.by,
      }));
      for (let at = 0; at < rows.length; at += CHUNK) await em.insertMany(ItemSchema, rows.slice(at, at + CHUNK));
      return [];
    });
  }

  private async saveIn<C extends Collection>(
    em: SqlEntityManager,
    collection: C,
    sent: RecordOf<C>,
    { by, at }: Author,
  ): Promise<Saved> {
    const stored = recordSchemas[collection].parse({ ...sent, version: sent.version + 1 }) as Body;
    const old = await em.findOne(ItemSchema, { id: sent.id });
    if (old && old.collection !== collection) return { outcome: 'differs', stored: JSON.parse(old.body) as Body };
    if (old && old.version !== sent.version) {
      const body = JSON.parse(old.body) as Body;
      // The same write, whose answer was lost on its way; others may have saved on top of it since.
      const next = sent.version + 1;
      const then = old.version === next ? old : await em.findOne(SupersededSchema, { id: sent.id, version: next });
      return then && isEqual(JSON.parse(then.body), asJson(stored))
        ? { outcome: 'unchanged', body }
        : { outcome: 'stale', stored: body, sent: sent as Body };
    }
    if (!old && sent.version !== 0) {
      return { outcome: 'notNew' };
    }
    const missing = await this.missing(em, referencesOf(collection, stored));
    if (missing.length > 0) return { outcome: 'dangling', missing };
    const seq = await this.nextSeq(em);
    const body = JSON.stringify(stored);
    const carId = typeof stored.carId === 'string' ? stored.carId : null;
    if (old) {
      em.create(SupersededSchema, {
        id: old.id,
        version: old.version,
        collection,
        body: old.body,
        supersededAt: new Date().toISOString(),
        savedAt: old.savedAt,
        savedBy: old.savedBy,
      });
      em.assign(old, { version: old.version + 1, seq, carId, body, savedAt: at, savedBy: by });
    } else {
      em.create(ItemSchema, { id: sent.id, collection, version: 1, seq, carId, body, savedAt: at, savedBy: by });
    }
    await em.flush();
    return { outcome: old ? 'updated' : 'created', body: stored };
  }

  /** Saves a fact for good. The same fact sent twice is saved once; another body under its id is refused. */
  async saveFact(sent: Fact): Promise<Saved> {
    const fact = factSchema.parse(sent) as Fact;
    return this.fork().transactional((em) => this.saveFactIn(em, fact));
  }

  private async saveFactIn(em: SqlEntityManager, fact: Fact): Promise<Saved> {
    const old = await em.findOne(ItemSchema, { id: fact.id });
    if (old) {
      const body = JSON.parse(old.body) as Body;
      return isEqual(body, asJson(fact)) ? { outcome: 'unchanged', body } : { outcome: 'differs', stored: body };
    }
    const missing = await this.missing(em, factReferences(fact));
    if (missing.length > 0) return { outcome: 'dangling', missing };
    await this.addFact(em, fact);
    return { outcome: 'created', body: fact as unknown as Body };
  }

  private async addFact(em: SqlEntityManager, fact: Fact): Promise<void> {
    const seq = await this.nextSeq(em);
    em.create(ItemSchema, {
      id: fact.id,
      collection: FACTS,
      version: 1,
      seq,
      carId: 'carId' in fact && fact.carId ? fact.carId : null,
      body: JSON.stringify(fact),
      savedAt: fact.recordedAt,
      savedBy: fact.by,
    });
    await em.flush();
  }

  /** Saves a picture for good. The same one sent twice is saved once; another one under its id is refused. */
  async savePhoto(id: string, type: string, bytes: Buffer): Promise<'created' | 'unchanged' | 'differs'> {
    return this.fork().transactional(async (em) => {
      const old = await em.findOne(PhotoSchema, { id });
      if (old) return Buffer.compare(Buffer.from(old.bytes), bytes) === 0 ? 'unchanged' : 'differs';
      em.create(PhotoSchema, { id, type, bytes, savedAt: new Date().toISOString() });
      await em.flush();
      return 'created';
    });
  }

  async photo(id: string): Promise<Photo | null> {
    return this.fork().findOne(PhotoSchema, { id });
  }

  /** One item's JSON text, or null. */
  async find(collection: string, id: string): Promise<string | null> {
    const item = await this.fork().findOne(ItemSchema, { id, collection });
    return item?.body ?? null;
  }

  /** Every version of a record, oldest first, with the one that holds now; empty where there is none. */
  async history(collection: string, id: string): Promise<RecordVersion[]> {
    const em = this.fork();
    const earlier = await em.find(SupersededSchema, { id, collection }, { orderBy: { version: 'asc' } });
    const now = await em.findOne(ItemSchema, { id, collection });
    const replacedAt = [null, ...earlier.map((row) => row.supersededAt)];
    return [...earlier, ...(now ? [now] : [])].map((row, i) => ({
      version: row.version,
      // What was saved before anybody wrote it down took the place of the version before it.
      savedAt: row.savedAt ?? replacedAt[i] ?? null,
      savedBy: row.savedBy,
      body: JSON.parse(row.body) as Body,
    }));
  }

  /** Everything saved after `since`, oldest first, at most `limit` rows. */
  async changes(since: number, limit: number): Promise<FeedPage> {
    const rows = await this.fork()
      .createQueryBuilder(ItemSchema)
      .select(['seq', 'collection', 'body'])
      .where({ seq: { $gt: since } })
      .orderBy({ seq: 'asc' })
      .limit(limit + 1)
      .execute<FeedPage['rows']>('all', false);
    const more = rows.length > limit;
    if (more) rows.pop();
    return { cursor: rows.at(-1)?.seq ?? since, more, rows };
  }

  /** Numbers given to writes so far. */
  async cursor(): Promise<number> {
    const feed = await this.fork().findOneOrFail(FeedSchema, { name: 'items' });
    return feed.seq;
  }
}
