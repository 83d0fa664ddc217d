import { Migration } from '@mikro-orm/migrations';
import { type StoredEarlier, type StoredItem, migrateBodies } from './0003-findings';
import { compoundsOutOfPadSets } from './0004-compounds';

class FirstTables extends Migration {
  override up(): void {
    this.addSql(
      `create table item (
        id varchar(36) not null primary key,
        collection varchar(20) not null,
        version integer not null,
        seq integer not null,
        car_id varchar(36) null,
        body text not null
      );`,
    );
    this.addSql('create unique index item_seq_unique on item (seq);');
    this.addSql('create index item_collection_index on item (collection);');
    this.addSql('create index item_car_id_index on item (car_id);');
    this.addSql(
      `create table superseded (
        id varchar(36) not null,
        version integer not null,
        collection varchar(20) not null,
        body text not null,
        superseded_at varchar(30) not null,
        primary key (id, version)
      );`,
    );
    this.addSql('create table feed (name varchar(20) not null primary key, seq integer not null);');
    this.addSql(`insert into feed (name, seq) values ('items', 0);`);
  }

  override down(): void {
    for (const table of ['feed', 'superseded', 'item']) this.addSql(`drop table ${table};`);
  }
}

class PhotosAndNewFields extends Migration {
  override up(): void {
    this.addSql(
      `create table photo (
        id varchar(36) not null primary key,
        type varchar(20) not null,
        bytes blob not null,
        kept_at varchar(30) not null
      );`,
    );
    // Fields that came with the guided service, in records that were kept before it.
    this.addSql(
      `update item set body = json_set(body, '$.units', 'metric')
       where collection = 'customers' and json_extract(body, '$.units') is null;`,
    );
    this.addSql(
      `update item set body = json_set(body, '$.padLimitMm', 3, '$.padTrackStartPercent', 50, '$.wasteContainerMl', 20000)
       where collection = 'shops' and json_extract(body, '$.padLimitMm') is null;`,
    );
  }

  override down(): void {
    this.addSql('drop table photo;');
  }
}

/** Names of now, and findings in place of sentences; what changes goes out in the feed anew. */
class FindingsForSentences extends Migration {
  override async up(): Promise<void> {
    await this.execute('alter table photo rename column kept_at to saved_at');
    const items = (await this.execute('select id, collection, body from item order by seq')) as StoredItem[];
    const earlier = (await this.execute(
      'select id, version, collection, body, superseded_at from superseded',
    )) as StoredEarlier[];
    const changed = migrateBodies(items, earlier);
    for (const { id, body } of changed.items) {
      await this.execute(`update feed set seq = seq + 1 where name = 'items'`);
      await this.execute(`update item set body = ?, seq = (select seq from feed where name = 'items') where id = ?`, [
        body,
        id,
      ]);
    }
    for (const { id, version, body } of changed.earlier)
      await this.execute('update superseded set body = ? where id = ? and version = ?', [body, id, version]);
  }

  override down(): void {
    throw new Error('Findings are not turned back into sentences: restore the file that was saved before.');
  }
}

/** Compounds become records. */
class CompoundsAsRecords extends Migration {
  override async up(): Promise<void> {
    const items = (await this.execute(
      "select id, collection, body from item where collection = 'padSets' order by seq",
    )) as StoredItem[];
    const earlier = (await this.execute(
      "select id, version, collection, body, superseded_at from superseded where collection = 'padSets'",
    )) as StoredEarlier[];
    const changed = compoundsOutOfPadSets(items, earlier, Date.now());
    const next = async (): Promise<void> => {
      await this.execute("update feed set seq = seq + 1 where name = 'items'");
    };
    for (const { id, collection, body } of changed.added) {
      await next();
      await this.execute(
        "insert into item (id, collection, version, seq, car_id, body) values (?, ?, 1, (select seq from feed where name = 'items'), null, ?)",
        [id, collection, body],
      );
    }
    for (const { id, body } of changed.items) {
      await next();
      await this.execute("update item set body = ?, seq = (select seq from feed where name = 'items') where id = ?", [
        body,
        id,
      ]);
    }
    for (const { id, version, body } of changed.earlier)
      await this.execute('update superseded set body = ? where id = ? and version = ?', [body, id, version]);
  }

  override down(): void {
    throw new Error('Compounds are not turned back into names: restore the file that was saved before.');
  }
}

/** Who saved each version of a record, and when. */
class WhoSavedIt extends Migration {
  override up(): void {
    for (const table of ['item', 'superseded']) {
      this.addSql(`alter table ${table} add column saved_at varchar(30) null;`);
      this.addSql(`alter table ${table} add column saved_by varchar(36) null;`);
    }
  }

  override down(): void {
    for (const table of ['item', 'superseded'])
      for (const column of ['saved_at', 'saved_by']) this.addSql(`alter table ${table} drop column ${column};`);
  }
}

/** In order; a landed migration is never edited, the next change gets its own. */
export const migrationsList = [
  { name: '0001-first-tables', class: FirstTables },
  { name: '0002-photos-and-new-fields', class: PhotosAndNewFields },
  { name: '0003-findings-for-sentences', class: FindingsForSentences },
  { name: '0004-compounds-as-records', class: CompoundsAsRecords },
  { name: '0005-who-saved-it', class: WhoSavedIt },
];
