import type { Collection, Fact, RecordOf, recordDefaults } from '../model';

/** Collections whose records may lack what {@link recordDefaults} says for them. */
export type Growing = keyof typeof recordDefaults;
/** Records as they are stored, by collection. */
export type Records = { [C in Exclude<Collection, Growing>]?: Iterable<RecordOf<C>> } & {
  [C in Growing]?: Iterable<
    Partial<Pick<RecordOf<C>, keyof (typeof recordDefaults)[C] & keyof RecordOf<C>>> &
      Omit<RecordOf<C>, keyof (typeof recordDefaults)[C]>
  >;
};

/** A fact that no longer counts, and the one that was written instead of it. */
export interface Replaced {
  fact: Fact;
  by: Fact;
}
