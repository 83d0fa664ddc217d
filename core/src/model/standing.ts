import { type Finding, findingKey } from './finding';
import { severity } from './verdict';

/** A reading that may say why something seen before is in order now. */
interface Reading {
  explanation?: string | undefined;
}

/**
 * What was seen on a part stays with it until a reading says why it is in order now: what all readings leave standing.
 * @param readings of one part at one place, oldest first
 * @param seenIn what one reading saw
 */
export function standingFindings<R extends Reading>(
  readings: readonly R[],
  seenIn: (reading: R) => Finding[],
): Finding[] {
  let standing: Finding[] = [];
  for (const reading of readings) {
    const seen = seenIn(reading);
    const known = new Set(seen.map(kindOf));
    standing = reading.explanation ? seen : [...standing.filter((f) => lasts(f) && !known.has(kindOf(f))), ...seen];
  }
  return standing;
}

/** What a new reading leaves out without a word: it is asked about while somebody types. */
export const unexplainedFindings = <R extends Reading>(
  before: readonly R[],
  reading: R,
  seenIn: (reading: R) => Finding[],
): Finding[] => {
  const seen = new Set(seenIn(reading).map(kindOf));
  return standingFindings(before, seenIn).filter((f) => lasts(f) && !seen.has(kindOf(f)));
};

/** What only shows is gone when nobody sees it again. */
const lasts = ({ verdict }: Finding): boolean => severity(verdict) >= severity('needsWork');

/** Two sizes of one crack are one finding, two conditions of one pad are two. */
const kindOf = ({ code, place, values }: Finding): string =>
  findingKey({
    code,
    place,
    values: Object.fromEntries(Object.entries(values).filter(([, v]) => typeof v === 'string')),
  });
