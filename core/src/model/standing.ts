import { type Finding, findingKey } from './finding';
import { severity } from './verdict';

/** A reading that may say why something seen before is in order now. */
interface Reading {
  explanation?: string | undefined;
}

/** Who may take back what a reading saw. */
export interface Retracting<R> {
  /** Corrected by nobody who may take back a stop: of what it saw, that counts. */
  isCorrected(reading: R): boolean;
  /** Whether a later reading, with its reason, ends a stop that this one found. */
  mayEnd(found: R, by: R): boolean;
}
/** Anybody may, with a reason; what was corrected is gone. */
const byAnybody: Retracting<unknown> = { isCorrected: () => false, mayEnd: () => true };

interface Standing<R> {
  finding: Finding;
  found: R;
}

/**
 * What was seen on a part stays with it until a reading says why it is in order now, a stop until one of somebody who may say so does: what all
 * readings leave standing.
 * @param readings of one part at one place, oldest first
 * @param seenIn what one reading saw
 */
export const standingFindings = <R extends Reading>(
  readings: readonly R[],
  seenIn: (reading: R) => Finding[],
  retracting: Retracting<R> = byAnybody,
): Finding[] => standing(readings, seenIn, retracting).map((s) => s.finding);

function standing<R extends Reading>(
  readings: readonly R[],
  seenIn: (reading: R) => Finding[],
  { isCorrected, mayEnd }: Retracting<R>,
): Standing<R>[] {
  let all: Standing<R>[] = [];
  for (const reading of readings) {
    const isGone = isCorrected(reading);
    const seen = seenIn(reading).filter((f) => !isGone || isStop(f));
    const known = new Set(seen.map(kindOf));
    const isEnded = ({ finding, found }: Standing<R>): boolean =>
      !isGone && Boolean(reading.explanation) && (!isStop(finding) || mayEnd(found, reading));
    all = [
      ...all.filter((s) => lasts(s.finding) && !known.has(kindOf(s.finding)) && !isEnded(s)),
      ...seen.map((finding) => ({ finding, found: reading })),
    ];
  }
  return all;
}

/** What readings before it leave standing that a reading does not see, with the reading that saw it. */
export function contradicted<R extends Reading>(
  before: readonly R[],
  reading: R,
  seenIn: (reading: R) => Finding[],
  retracting: Retracting<R> = byAnybody,
): Standing<R>[] {
  const seen = new Set(seenIn(reading).map(kindOf));
  return standing(before, seenIn, retracting).filter((s) => lasts(s.finding) && !seen.has(kindOf(s.finding)));
}

const isStop = ({ verdict }: Finding): boolean => verdict === 'stop';
/** What only shows is gone when nobody sees it again. */
const lasts = ({ verdict }: Finding): boolean => severity(verdict) >= severity('needsWork');

/** Two sizes of one crack are one finding, two conditions of one pad are two. */
const kindOf = ({ code, place, values }: Finding): string =>
  findingKey({
    code,
    place,
    values: Object.fromEntries(Object.entries(values).filter(([, v]) => typeof v === 'string')),
  });
