/** Whose second look takes back what the first one found. */
import type { Fact, FactKind, MeasuredKind } from '../model';

type LookedAtKind = MeasuredKind | Extract<FactKind, `${string}Check`> | 'checksDone' | 'levelRead';
/**
 * The way of looking that an entry is: a second one of the same way may take back what the first one found. Null for what is taken back by rules of
 * its own. One entry for everything that is called a check or a measurement.
 */
const ways: { [K in LookedAtKind]: (fact: Extract<Fact, { kind: K }>) => string | null } = {
  trackCheck: ({ check }) => `look ${check}`,
  checksDone: ({ step }) => `list ${step}`,
  pedalCheck: ({ moment }) => `pedal ${moment}`,
  padMeasurement: () => null,
  rotorMeasurement: () => null,
  wheelBearingMeasurement: ({ corner, method }) => `bearing ${corner} ${method}`,
  levelRead: () => 'level',
};
export const wayOf = (fact: Fact): string | null =>
  (ways[fact.kind as LookedAtKind] as ((of: Fact) => string | null) | undefined)?.(fact) ?? null;
