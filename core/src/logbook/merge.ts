/** Two versions of a record that were both made from a third: what two people changed apart. Apart from the rest of the room: only what saves loads it. */
import equal from 'fast-deep-equal';
import { type FieldChange, changedFields } from './changes';

/** Whether two versions say the same. */
export const isSame = (a: unknown, b: unknown): boolean => equal(a, b);

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

/**
 * Brings together what two people have made of the same version of a record, field by field; a list is one field. The result has the id and the version of
 * theirs: it is saved on top of it.
 * @param base what both began with @param mine what one has made of it @param theirs what is stored by now
 * @example mergeVersions({ id, a: 1, b: 1 }, { id, a: 2, b: 1 }, { id, a: 1, b: 3 }).record // { id, a: 2, b: 3 }
 */
export function mergeVersions<T extends object>(base: T, mine: T, theirs: T): Merged<T> {
  const [ours, others] = [changedFields(base, mine), changedFields(base, theirs)];
  const collisions = new Map<string, Collision>();
  let record = theirs;
  for (const { path } of ours) {
    const met = others.find((o) => overlaps(o.path, path));
    if (!met) {
      record = withField(record, path, at(mine, path));
      continue;
    }
    // One has changed a field of what the other has put in or taken out as a whole: that is what they differ about.
    const field = met.path.length < path.length ? met.path : path;
    if (!equal(at(mine, field), at(theirs, field)))
      collisions.set(field.join('.'), {
        path: field,
        was: at(base, field),
        mine: at(mine, field),
        theirs: at(theirs, field),
      });
  }
  const kept = others.filter(({ path }) => !ours.some((o) => overlaps(o.path, path)));
  return { record, collisions: [...collisions.values()], kept };
}

/** The merged record, with mine where somebody has chosen mine. */
export const decided = <T extends object>(
  { record, collisions }: Merged<T>,
  isMine: (collision: Collision) => boolean,
): T => collisions.filter(isMine).reduce((now, { path, mine }) => withField(now, path, mine), record);
