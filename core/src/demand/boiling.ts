/** The boiling point on the day against what is demanded: as a rule, and as a finding. */
import type { LocalDate } from '../calendar';
import { type Anchor, type FluidState, type RuleVerdict, anchorOf, fluidFinding } from '../fluid';
import { type Figure, type Finding, celsius } from '../model';

/** A boiling test this long before the day, or less, is not made again. Own figure. */
export const TESTED_WITHIN_DAYS = 14;

/** The lower edge of the boiling point's band: by it a demand is met; by rules of before its centre did. */
const safeC = (onDay: Figure, byEdge: boolean): number => (byEdge ? onDay.band?.low : undefined) ?? onDay.value;

/** What the boiling point on the day says as a rule. @param freshC what the fluid boiled at as it went in, where nobody has tested it since */
export function boilingRule(
  day: LocalDate,
  due: LocalDate | null,
  onDay: Figure,
  demanded: Figure,
  freshC: number | null,
  { byEdge, isTested }: { byEdge: boolean; isTested: boolean },
): RuleVerdict {
  const met = safeC(onDay, byEdge) >= demanded.value;
  // Where only the band is too wide a test may do; it was made, or the fluid goes.
  const mayDo = !met && onDay.value >= demanded.value;
  return {
    owner: 'boilingPoint',
    policy: null,
    work: mayDo && !isTested ? 'boilingTest' : 'flush',
    met,
    dueBy: due,
    notBefore: null,
    reason:
      !met && freshC !== null && freshC < demanded.value
        ? fluidFinding('neverMet', 'needsWork', {}, { boilsAt: celsius(freshC), wanted: celsius(demanded.value) })
        : mayDo
          ? mayBoil(onDay, demanded, byEdge)
          : fluidFinding(
              'boilsOnDay',
              met ? 'inOrder' : 'needsWork',
              {},
              { boilsAt: celsius(onDay.value), on: day, wanted: celsius(demanded.value) },
            ),
  };
}

/** A lower test that is not taken back, where it stops the car. */
export function doubtFinding(
  { current }: FluidState,
  timeZone: string,
  peak: Figure,
  demanded: Figure,
  byEdge: boolean,
  onDay: (anchor: Anchor) => Figure,
): Finding | null {
  const { doubted } = current;
  const last = current.tests.at(-1);
  const anchor = doubted && anchorOf({ ...current, tests: [doubted] }, timeZone);
  if (!doubted || !anchor || boilingFinding(onDay(anchor), peak, demanded, anchor, byEdge)?.verdict !== 'stop')
    return null;
  return fluidFinding(
    'testTypedAnew',
    'stop',
    {},
    {
      low: celsius(doubted.test.readingC),
      high: last ? celsius(last.test.readingC) : null,
      isBySameHand: last === undefined || last.test.by === doubted.test.by,
      peak: celsius(peak.value),
    },
  );
}

/** The boiling point on the day against what the fluid gets to, and against what is demanded; null where it is in order. */
export function boilingFinding(
  onDay: Figure,
  peak: Figure,
  demanded: Figure,
  anchor: Pick<Anchor, 'beyondModel' | 'isAssumed'>,
  byEdge: boolean,
  freshC: number | null = null,
): Finding | null {
  const boilsAt = celsius(onDay.value);
  const wanted = celsius(demanded.value);
  if (anchor.beyondModel) return fluidFinding('waterBeyondModel', 'stop', {}, {});
  if (onDay.value < peak.value)
    // Of fluid that nobody knows the worst is assumed: that is not known, and not known to be wrong.
    return fluidFinding(
      'boilsUnderPeak',
      anchor.isAssumed && freshC !== null && freshC >= peak.value ? 'needsWork' : 'stop',
      {},
      { boilsAt, peak: celsius(peak.value) },
    );
  if (onDay.value < demanded.value) return fluidFinding('boilsUnderDemand', 'needsWork', {}, { boilsAt, wanted });
  return onDay.band && onDay.band.low < demanded.value ? mayBoil(onDay, demanded, byEdge) : null;
}

const mayBoil = (onDay: Figure, demanded: Figure, byEdge: boolean): Finding =>
  fluidFinding(
    'mayBoilUnderDemand',
    byEdge ? 'needsWork' : 'watch',
    {},
    { boilsAt: celsius(onDay.band?.low ?? onDay.value), wanted: celsius(demanded.value) },
  );
