import { EntitySchema } from '@mikro-orm/core';

/** Facts share one table with records; this is their collection's name on the wire. */
export const FACTS = 'facts' as const;

/** A fact or the newest version of a record, as it goes over the wire. */
export interface Item {
  id: string;
  collection: string;
  version: number;
  /** Place in the feed of changes; a new write takes the next number. */
  seq: number;
  carId: string | null;
  /** The JSON text that was acknowledged; it is handed out again without being parsed. */
  body: string;
  /** When and by whom this version was saved; null in what was saved before that was written down. */
  savedAt: string | null;
  savedBy: string | null;
}

export const ItemSchema = new EntitySchema<Item>({
  name: 'Item',
  tableName: 'item',
  properties: {
    id: { type: 'string', length: 36, primary: true },
    collection: { type: 'string', length: 20, index: true },
    version: { type: 'integer' },
    seq: { type: 'integer', unique: true },
    carId: { type: 'string', length: 36, nullable: true, index: true },
    body: { type: 'text' },
    savedAt: { type: 'string', length: 30, nullable: true },
    savedBy: { type: 'string', length: 36, nullable: true },
  },
});

/** An earlier version of a record: overwritten is not lost. */
export interface Superseded {
  id: string;
  version: number;
  collection: string;
  body: string;
  supersededAt: string;
  savedAt: string | null;
  savedBy: string | null;
}

export const SupersededSchema = new EntitySchema<Superseded>({
  name: 'Superseded',
  tableName: 'superseded',
  properties: {
    id: { type: 'string', length: 36, primary: true },
    version: { type: 'integer', primary: true },
    collection: { type: 'string', length: 20 },
    body: { type: 'text' },
    supersededAt: { type: 'string', length: 30 },
    savedAt: { type: 'string', length: 30, nullable: true },
    savedBy: { type: 'string', length: 36, nullable: true },
  },
});

/** The feed's counter: one row, raised inside the transaction of each write, so numbers come in order of commit. */
export interface Feed {
  name: string;
  seq: number;
}

export const FeedSchema = new EntitySchema<Feed>({
  name: 'Feed',
  tableName: 'feed',
  properties: {
    name: { type: 'string', length: 20, primary: true },
    seq: { type: 'integer' },
  },
});

/** A picture that a fact points at. */
export interface Photo {
  id: string;
  type: string;
  bytes: Buffer;
  savedAt: string;
}

export const PhotoSchema = new EntitySchema<Photo>({
  name: 'Photo',
  tableName: 'photo',
  properties: {
    id: { type: 'string', length: 36, primary: true },
    type: { type: 'string', length: 20 },
    bytes: { type: 'blob' },
    savedAt: { type: 'string', length: 30 },
  },
});
