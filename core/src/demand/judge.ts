import { type LocalDate, dateIn, daysBetween, middayOf } from '../calendar';
import { bottleState } from '../inventory';
import { type Logbook, bottlesOf } from '../logbook';
import {
  type Car,
  type Figure,
  type Finding,
  type Origin,
  type TrackEvent,
  type Verdict,
  celsius,
  worstFirst,
  worstOf,
} from '../model';
import {
  type FluidDue,
  type FluidState,
  type RuleVerdict,
  anchorOf,
  atPressure,
  boilingFigure,
  boilingPointAt,
  dayBelow,
  exchangeDate,
  fluidFinding,
  fluidState,
  nextDue,
  pressureAtAltitude,
  strictest,
  uptakeFigure,
  waterFigure,
} from '../fluid';
import { TESTED_WITHIN_DAYS, boilingFinding, boilingRule, doubtFinding } from './boiling';
import { demandedBoilingPoint } from './demanded';
import { noFluidDoes } from './fresh';
import { penAgainstTest, penFinding } from './pen';
import { policyRules } from './policies';

/** What Calvik makes of a car's fluid, for one event or, without one, for today. */
export interface FluidJudgement {
  verdict: Verdict;
  /** The first finding; what is in order says so. */
  headline: Finding;
  findings: Finding[];
  state: FluidState;
  uptake: Figure;
  waterNow: Figure | null;
  waterOnDay: Figure | null;
  boilingNow: Figure | null;
  boilingOnDay: Figure | null;
  demanded: Figure;
  peak: Figure;
  margin: Figure | null;
  /** All rules in force, the boiling point among them. */
  rules: RuleVerdict[];
  strictest: RuleVerdict | null;
  nextDue: FluidDue | null;
  /** Set when a pen and the boiling test contradict each other. */
  penDisagrees: Finding | null;
  /** What only a boiling test can settle: nothing is known, a pen is over amber or disagrees, or the lower edge of the band is under the demand. */
  boilingTestFor: Finding | null;
  /** The day that the "on the day" figures are for: the event's last, or today. */
  day: LocalDate;
}

/** A rule that is not met, as a finding of the fluid: what the rule says, and whose it is. */
const ruleFinding = (rule: RuleVerdict, today: LocalDate): Finding => ({
  code: 'ruleNotMet',
  // Work that cannot count yet is something to plan, not something left undone.
  verdict: rule.notBefore !== null && rule.notBefore > today ? 'watch' : 'needsWork',
  place: {},
  values: { ...rule.reason.values, owner: rule.owner, reason: rule.reason.code },
});

/**
 * Judges a car's fluid for an event, or for today when there is none.
 *
 * Stop: wrong mix, open nipple, soft pedal, or a boiling point on the day under the expected peak. Needs work: the lower edge of its band under
 * the demanded boiling point, a rule not met, or nothing known.
 * @param today in the shop's time zone
 */
export function judgeFluid(logbook: Logbook, car: Car, event: TrackEvent | null, today: LocalDate): FluidJudgement {
  const { timeZone } = logbook.shop;
  // A test made this evening counts today: the judgement looks at everything up to the end of the day.
  const now = middayOf(today, timeZone);
  const endOfToday = new Date(Date.parse(now) + 86_400_000).toISOString();
  const state = fluidState(logbook, car, endOfToday);
  const day = event && event.endDate > today ? event.endDate : today;
  const dayAt = middayOf(day, timeZone);
  const anchor = anchorOf(state.current, timeZone);
  const { peak, demanded } = demandedBoilingPoint(logbook, car, event);
  const venue = event ? logbook.venues.get(event.venueId) : undefined;
  const altitude = venue?.altitudeM ?? logbook.shop.altitudeM;
  const ambient = pressureAtAltitude(altitude);
  const ambientOrigin: Origin = {
    from: venue ? 'record' : 'default',
    label: `${venue ? venue.name : 'The shop'}, ${Math.round(altitude)} m, standard atmosphere`,
  };

  const boilingNow =
    anchor &&
    boilingFigure('Boiling point today', anchor, state, now, pressureAtAltitude(logbook.shop.altitudeM), {
      from: 'default',
      label: 'The shop’s altitude, standard atmosphere',
    });
  const boilingOnDay =
    anchor && boilingFigure('Boiling point on the day', anchor, state, dayAt, ambient, ambientOrigin);
  const margin: Figure | null = boilingOnDay && {
    label: 'Margin on the day',
    value: boilingOnDay.value - peak.value,
    measure: 'temperatureDifference',
    band: boilingOnDay.band && {
      low: boilingOnDay.band.low - peak.value,
      high: boilingOnDay.band.high - peak.value,
      meaning: boilingOnDay.band.meaning,
    },
    working: {
      formula: 'boiling point on the day − peak fluid temperature',
      inputs: [
        {
          name: 'boiling point on the day',
          value: boilingOnDay.value,
          measure: 'temperature',
          origin: { from: 'computed', figure: boilingOnDay },
        },
        {
          name: 'peak fluid temperature',
          value: peak.value,
          measure: 'temperature',
          origin: { from: 'computed', figure: peak },
        },
      ],
      source: 'Common practice, no source',
    },
  };

  const rules = policyRules(logbook, car, event, today, state);
  const byEdge = (logbook.signedRules ?? Infinity) >= 9;
  const isTested =
    anchor?.basis === 'boilingTest' && daysBetween(dateIn(anchor.at, timeZone), day) <= TESTED_WITHIN_DAYS;
  // What a bottle gave when it went in; a test of the car says nothing of how it began.
  const isFresh = anchor?.basis === 'label' || anchor?.basis === 'bottleTest' || anchor?.basis === 'mix';
  const { waterAtFillPercent, label } = state.current;
  const freshC = isFresh ? atPressure(boilingPointAt(waterAtFillPercent, label), ambient) : null;
  if (anchor && boilingOnDay) {
    const below = dayBelow(anchor, state.uptake, demanded.value, ambient);
    rules.push(
      boilingRule(day, below && dateIn(below, timeZone), boilingOnDay, demanded, freshC, { byEdge, isTested }),
    );
  }

  const pen = state.current.pens.at(-1);
  const penDisagrees = penAgainstTest(state, pen, timeZone);
  const byPen = pen && anchor?.basis === 'pen' ? penFinding(pen) : null;
  const boiling = boilingOnDay && anchor && boilingFinding(boilingOnDay, peak, demanded, anchor, byEdge, freshC);
  const mix = boiling && freshC !== null && freshC >= demanded.value ? anchor?.mix : null;
  const left =
    mix &&
    fluidFinding('oldFluidLeft', 'watch', { corner: mix.corner }, { oldPercent: Math.round(100 * mix.oldShare) });
  const doubt = doubtFinding(state, timeZone, peak, demanded, byEdge, (a) =>
    boilingFigure('Boiling point on the day', a, state, dayAt, ambient, ambientOrigin),
  );
  const stale = oldBottle(logbook, state);
  const unknown = anchor ? null : fluidFinding('fluidUnknown', 'needsWork', {}, {});
  const isShort = boilingOnDay === null || boilingOnDay.value < demanded.value;
  const noneDoes = event && isShort ? noFluidDoes(logbook, car, event, today, demanded.value) : null;
  const findings = worstFirst([
    ...state.faults,
    ...(unknown ? [unknown] : []),
    ...(boiling ? [boiling] : []),
    ...(left ? [left] : []),
    ...(doubt ? [doubt] : []),
    ...(stale ? [stale] : []),
    ...(noneDoes ? [noneDoes] : []),
    ...rules.filter((r) => !r.met && r.owner !== 'boilingPoint').map((r) => ruleFinding(r, today)),
    ...(byPen ? [byPen] : []),
    ...(penDisagrees ? [penDisagrees] : []),
  ]);
  const flushedOn = exchangeDate(state.lastExchange, timeZone);
  return {
    verdict: worstOf(findings),
    headline:
      findings[0] ??
      fluidFinding(
        'fluidInOrder',
        'inOrder',
        {},
        {
          boilsAt: boilingOnDay && celsius(boilingOnDay.value),
          wanted: celsius(demanded.value),
          flushedDaysAgo: flushedOn === null ? null : daysBetween(flushedOn, today),
        },
      ),
    findings,
    state,
    uptake: uptakeFigure(state.uptake),
    waterNow: anchor && waterFigure('Water content today', anchor, state, now),
    waterOnDay: anchor && waterFigure('Water content on the day', anchor, state, dayAt),
    boilingNow,
    boilingOnDay,
    demanded,
    peak,
    margin,
    rules,
    strictest: strictest(rules),
    nextDue: nextDue(rules),
    penDisagrees,
    boilingTestFor:
      unknown ?? (boiling?.code === 'mayBoilUnderDemand' || left ? boiling : null) ?? byPen ?? penDisagrees,
    day,
  };
}

/** Fluid that came out of a bottle which had been open for longer than the shop allows, and that nobody has tested in the car since. */
function oldBottle(logbook: Logbook, { current: { exchange, tests } }: FluidState): Finding | null {
  const { shop, signedRules } = logbook;
  if (!exchange || exchange.elsewhere || (signedRules ?? Infinity) < 8) return null;
  if (tests.some(({ test }) => test.at > exchange.at)) return null;
  const on = dateIn(exchange.at, shop.timeZone);
  for (const id of new Set(bottlesOf(exchange))) {
    const bottle = logbook.bottles.get(id);
    const state = bottle && bottleState(logbook, bottle, on);
    if (state?.openTooLong)
      return fluidFinding(
        'pouredFromOldBottle',
        'needsWork',
        {},
        { bottle: state.bottle.label, daysOpen: state.daysOpen ?? 0, maxDays: shop.openBottleDays },
      );
  }
  return null;
}
