/** How many results are remembered: a shop's cars at its coming events, a few times over. */
const REMEMBERED = 600;

type Once<A, R> = ((argument: A) => R | null) & {
  /** Says how it is worked out; until somebody does, only what is remembered is there. */
  use: (work: (argument: A) => R) => void;
  /** Takes a result that was computed elsewhere. */
  remember: (argument: A, result: R) => void;
  /** Whether it is there already. */
  has: (argument: A) => boolean;
};

/**
 * A function that does its work once for each argument; the oldest results make room.
 * @param keyOf one text for arguments with the same result
 */
export function once<A, R>(keyOf: (argument: A) => string): Once<A, R> {
  const known = new Map<string, R>();
  let work: ((argument: A) => R) | null = null;
  const remember = (key: string, result: R): R => {
    known.delete(key);
    known.set(key, result);
    if (known.size > REMEMBERED) known.delete(known.keys().next().value!);
    return result;
  };
  const find = ((argument: A): R | null => {
    const key = keyOf(argument);
    const found = known.get(key) ?? work?.(argument);
    return found === undefined ? null : remember(key, found);
  }) as Once<A, R>;
  find.use = (how) => {
    work = how;
  };
  find.remember = (argument, result) => void remember(keyOf(argument), result);
  find.has = (argument) => known.has(keyOf(argument));
  return find;
}
