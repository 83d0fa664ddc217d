interface Kept {
  restsOn: readonly unknown[];
  value: unknown;
}
const kept = new WeakMap<object, Map<string, Kept[]>>();
/** Of what differs by limits there is one for now and one for the last signature. */
const EACH = 2;

/**
 * What was worked out before from the very same things; else it is worked out now. Logbooks come and go with every entry, and what they hand
 * out of a car that nothing was written about stays what it was.
 * @param owner it is forgotten with this
 * @param restsOn everything that the work looks at: compared one by one, by identity
 * @example remembered(facts, 'sessions', [car], () => sessionsOf(facts, car))
 */
export function remembered<T>(owner: object, what: string, restsOn: readonly unknown[], work: () => T): T {
  const ofOwner = kept.get(owner) ?? new Map<string, Kept[]>();
  kept.set(owner, ofOwner);
  const known = ofOwner.get(what) ?? [];
  const same = known.find((k) => k.restsOn.length === restsOn.length && k.restsOn.every((r, i) => r === restsOn[i]));
  if (same) return same.value as T;
  const value = work();
  ofOwner.set(what, [{ restsOn, value }, ...known].slice(0, EACH));
  return value;
}

const nothing: readonly never[] = [];
/** A list as it was handed out before where it holds the very same things: what is known of it stays known. */
export const sameAsBefore = <T extends object>(what: string, list: readonly T[]): readonly T[] =>
  list[0] === undefined ? nothing : remembered(list[0], what, list, () => list);
