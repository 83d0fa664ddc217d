/** Two versions of a record that were both made from a third: what two people changed apart. Apart from the rest of the room: only what saves loads it. */
import { isEqual } from 'es-toolkit/predicate';
import { type FieldChange, changedFields } from './changes';

/** Whether two versions say the same. */
export const isSame = (a: unknown, b: unknown): boolean => isEqual(a, b);

/** A field that two people have changed to different things. */
export interface Collision {
  path: string[];
  was: unknown;
  mine: unknown;
  theirs: unknown;
}

export interface Merged<T> {
  /** Theirs, with everything that only I have changed; where both have, it is theirs until somebody decides. */
  record: T;
  collisions: Collision[];
  /** What they alone have changed, and what came into the record so. */
  kept: FieldChange[];
  /** The merged record, with mine where somebody has chosen mine. */
  decide: (isMine: (collision: Collision) => boolean) => T;
}

const overlaps = (a: readonly string[], b: readonly string[]): boolean => {
  const shared = Math.min(a.length, b.length);
  return a.slice(0, shared).join('.') === b.slice(0, shared).join('.');
};
const at = (record: object, path: readonly string[]): unknown =>
  path.reduce<unknown>((value, key) => (value as Record<string, unknown> | null | undefined)?.[key], record);

/** The record with another value at a field; undefined takes the field away. */
export function withField<T extends object>(record: T, [key, ...rest]: readonly string[], value: unknown): T {
  const { [key as keyof T]: old, ...others } = record;
  const next = rest.length === 0 ? value : withField((old ?? {}) as object, rest, value);
  return (next === undefined ? others : { ...record, [key!]: next }) as T;
}

const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const isKeyed = (list: unknown): list is { key: string }[] =>
  Array.isArray(list) &&
  list.every((entry) => isObject(entry) && typeof entry.key === 'string') &&
  new Set(list.map((entry: { key: string }) => entry.key)).size === list.length;

/** Lists of entries with a key of their own, like the fasteners of a sheet, taken apart so that each entry is a field. By name, at the top of a record. */
const keyedLists = (versions: readonly object[]): string[] =>
  Object.keys(versions[0]!).filter((name) => {
    const lists = versions.map((v) => at(v, [name]));
    return lists.every(isKeyed) && lists.some((list) => (list as unknown[]).length > 0);
  });
const apart = <T extends object>(record: T, lists: readonly string[]): T =>
  lists.reduce((now, name) => {
    const entries = at(record, [name]) as { key: string }[];
    return withField(now, [name], Object.fromEntries(entries.map((entry) => [entry.key, entry])));
  }, record);
/** Back to lists: in their order, what only I have added behind it. */
const together = <T extends object>(record: T, lists: readonly string[], mine: object, theirs: object): T =>
  lists.reduce((now, name) => {
    const entries = at(record, [name]) as Record<string, unknown>;
    const keys = [theirs, mine].flatMap((v) => (at(v, [name]) as { key: string }[]).map(({ key }) => key));
    return withField(
      now,
      [name],
      [...new Set(keys)].filter((key) => key in entries).map((key) => entries[key]),
    );
  }, record);

/**
 * Brings together what two people have made of the same version of a record, field by field. A list is one field, unless its entries have keys: then each of
 * them is. The result has the id and the version of theirs: it is saved on top of it.
 * @param base what both began with @param mine what one has made of it @param theirs what is stored by now
 * @example mergeVersions({ id, a: 1, b: 1 }, { id, a: 2, b: 1 }, { id, a: 1, b: 3 }).record // { id, a: 2, b: 3 }
 */
export function mergeVersions<T extends object>(base: T, mine: T, theirs: T): Merged<T> {
  const lists = keyedLists([base, mine, theirs]);
  const [was, own, stored] = [base, mine, theirs].map((v) => apart(v, lists)) as [T, T, T];
  const [ours, others] = [changedFields(was, own), changedFields(was, stored)];
  const collisions = new Map<string, Collision>();
  let merged = stored;
  for (const { path } of ours) {
    const met = others.find((o) => overlaps(o.path, path));
    if (!met) {
      merged = withField(merged, path, at(own, path));
      continue;
    }
    // One has changed a field of what the other has put in or taken out as a whole: that is what they differ about.
    const field = met.path.length < path.length ? met.path : path;
    const [a, b] = [at(own, field), at(stored, field)];
    if (!isEqual(a, b)) collisions.set(field.join('.'), { path: field, was: at(was, field), mine: a, theirs: b });
  }
  const kept = others.filter(({ path }) => !ours.some((o) => overlaps(o.path, path)));
  const decide = (isMine: (collision: Collision) => boolean): T =>
    together(
      [...collisions.values()].filter(isMine).reduce((now, c) => withField(now, c.path, c.mine), merged),
      lists,
      mine,
      theirs,
    );
  return { record: decide(() => false), collisions: [...collisions.values()], kept, decide };
}
