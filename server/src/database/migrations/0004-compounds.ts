import { groupBy } from 'es-toolkit/array';
import { v7 as uuidv7 } from 'uuid';
import type { StoredEarlier, StoredItem } from './0003-findings';

type Json = Record<string, unknown> & { compound?: string };

const nameOf = (json: Json): string => (json.compound ?? '').trim();
/** Two spellings of one name are one compound. */
const keyOf = (name: string): string => name.toLowerCase().replace(/\s+/g, ' ');

/**
 * Compounds that stood by name in pad sets, as records that the sets point at. Nothing is known of them but the name.
 * @param items the pad sets of the table `item` @param earlier what stood in them before
 * @param nowMs for the ids of the records that are new
 * @returns the rows that are new, and those that change
 */
export function compoundsOutOfPadSets(
  items: readonly StoredItem[],
  earlier: readonly StoredEarlier[],
  nowMs: number,
): { added: StoredItem[]; items: StoredItem[]; earlier: StoredEarlier[] } {
  const sets = items.map((row) => ({ row, json: JSON.parse(row.body) as Json }));
  const before = earlier.map((row) => ({ row, json: JSON.parse(row.body) as Json }));
  const spellings = groupBy(
    [...sets, ...before]
      .filter(({ json }) => 'compound' in json)
      .map(({ json }) => nameOf(json) || 'Compound not on record'),
    keyOf,
  );
  const compounds = new Map(
    Object.entries(spellings).map(([key, [name]]) => [key, { id: uuidv7({ msecs: nowMs }), name: name! }]),
  );
  const pointing = <R extends StoredItem>({ row, json }: { row: R; json: Json }): R[] => {
    if (!('compound' in json)) return [];
    const { compound: _, ...rest } = json;
    const { id } = compounds.get(keyOf(nameOf(json) || 'Compound not on record'))!;
    return [{ ...row, body: JSON.stringify({ ...rest, compoundId: id }) }];
  };
  return {
    added: [...compounds.values()].map(({ id, name }) => ({
      id,
      collection: 'compounds',
      body: JSON.stringify({ ...nothingElseKnown, id, name }),
    })),
    items: sets.flatMap(pointing),
    earlier: before.flatMap(pointing),
  };
}

/** A compound as its schema had it when this migration was written. Frozen with it. */
const nothingElseKnown = {
  version: 1,
  archived: false,
  use: 'track',
  minWorkingC: null,
  maxWorkingC: null,
  maxTempC: null,
  friction: null,
  layerFormsC: null,
  beddingSource: '',
  notes: '',
};
