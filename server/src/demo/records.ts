import type { Collection, RecordOf } from '@calvik/core';

/** A record of the demo, with the collection that it goes into. */
export type AnyRecord = { [C in Collection]: { collection: C; body: RecordOf<C> } }[Collection];
