import { type LocalDate, dateIn, daysBetween, longDate, middayOf } from '../calendar';
import type { Logbook } from '../logbook';
import { formatQuantity } from '../units';
import {
  type Car,
  type Figure,
  type FluidPolicy,
  type MoistureReading,
  type Origin,
  type Reason,
  type TrackEvent,
  type Verdict,
  severity,
  worst,
} from '../model';
import { type RuleOwner, type RuleVerdict, judgePolicy, nextDue, strictest } from './policies';
import { pressureAtAltitude } from './pressure';
import {
  PEN_TOLERANCE_PERCENT,
  anchorOf,
  boilingFigure,
  dayBelow,
  uptakeFigure,
  waterAt,
  waterFigure,
} from './projection';
import { type FluidState, exchangeDate, fluidState } from './state';

/** What Calvik makes of a car's fluid, for one event or, without one, for today. */
export interface FluidJudgement {
  verdict: Verdict;
  /** The first reason, in one line. */
  headline: string;
  reasons: Reason[];
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
  nextDue: { on: LocalDate; work: 'exchange' | 'bleed' } | null;
  /** Set when a pen and the boiling test contradict each other. */
  penDisagrees: string | null;
  /** The day that the "on the day" figures are for: the event's last, or today. */
  day: LocalDate;
}

/** Water by a moisture pen at which to look again, and at which to change, %. Common practice, no source. */
const PEN_AMBER_PERCENT = 2;
const PEN_RED_PERCENT = 3;

const temp = (c: number): string => formatQuantity(c, 'temperature');

/** The event before this one that the car was booked to and that is over by then. */
export function previousEventEnd(logbook: Logbook, car: Car, before: LocalDate): LocalDate | null {
  const ends = logbook
    .bookingsOfCar(car.id)
    .map((b) => logbook.events.get(b.eventId))
    .filter((e): e is TrackEvent => e !== undefined && !e.archived && e.endDate < before)
    .map((e) => e.endDate)
    .sort();
  return ends.at(-1) ?? null;
}

function demand(logbook: Logbook, car: Car, event: TrackEvent | null): { peak: Figure; demanded: Figure } {
  const customer = logbook.customers.get(car.customerId);
  const venue = event ? logbook.venues.get(event.venueId) : undefined;
  const margins: { value: number; origin: Origin }[] = [
    { value: logbook.shop.demandedMarginC, origin: { from: 'default', label: 'Shop’s demanded margin' } },
  ];
  if (typeof customer?.demandedMarginC === 'number') {
    margins.push({
      value: customer.demandedMarginC,
      origin: { from: 'record', label: `${customer.name} asks for it` },
    });
  }
  if (event && typeof event.demandedMarginC === 'number') {
    margins.push({ value: event.demandedMarginC, origin: { from: 'record', label: `${event.name} asks for it` } });
  }
  const margin = margins.reduce((a, b) => (b.value > a.value ? b : a));
  const peakOrigin: Origin = venue
    ? { from: 'record', label: `Expected at ${venue.name}` }
    : { from: 'default', label: 'Shop’s expectation where no venue is booked' };
  const peakC = venue?.peakFluidTempC ?? logbook.shop.defaultPeakFluidTempC;
  const peak: Figure = {
    label: 'Peak fluid temperature',
    value: peakC,
    measure: 'temperature',
    working: {
      formula: 'as entered',
      inputs: [{ name: 'expected peak', value: peakC, measure: 'temperature', origin: peakOrigin }],
      source: 'Shop’s own figure for the venue',
    },
  };
  return {
    peak,
    demanded: {
      label: 'Demanded boiling point',
      value: peakC + margin.value,
      measure: 'temperature',
      working: {
        formula: 'peak fluid temperature + strictest margin',
        inputs: [
          { name: 'peak fluid temperature', value: peakC, measure: 'temperature', origin: peakOrigin },
          { name: 'margin', value: margin.value, measure: 'temperatureDifference', origin: margin.origin },
        ],
        source: 'Margin: common practice, no source; the strictest of shop, customer and event holds',
      },
    },
  };
}

function policiesInForce(
  logbook: Logbook,
  car: Car,
  event: TrackEvent | null,
): { policy: FluidPolicy; owner: RuleOwner }[] {
  const customer = logbook.customers.get(car.customerId);
  return [
    ...(event?.flushWithinDays
      ? [
          {
            policy: { school: 'window', withinDays: event.flushWithinDays } as FluidPolicy,
            owner: 'organiser' as const,
          },
        ]
      : []),
    ...(customer?.fluidPolicy ? [{ policy: customer.fluidPolicy, owner: 'customer' as const }] : []),
    ...logbook.shop.fluidPolicies.map((policy) => ({ policy, owner: 'shop' as const })),
  ];
}

/** Fluid work that stands in the plan, taken as done on its day. */
export interface PlannedFluid {
  exchangeOn: LocalDate | null;
  bleedOn: LocalDate | null;
}

const later = (a: LocalDate | null, b: LocalDate | null): LocalDate | null =>
  a === null || (b !== null && b > a) ? b : a;

/**
 * What the policies of organiser, customer and shop say of a car's fluid for an event.
 * @param planned work taken as done; without it only what is on record counts
 */
export function policyRules(
  logbook: Logbook,
  car: Car,
  event: TrackEvent | null,
  today: LocalDate,
  state: FluidState,
  planned: PlannedFluid = { exchangeOn: null, bleedOn: null },
): RuleVerdict[] {
  const { timeZone } = logbook.shop;
  const lastExchangeOn = later(exchangeDate(state.lastExchange, timeZone), planned.exchangeOn);
  const lastBleedOn = later(later(exchangeDate(state.lastBleed, timeZone), planned.exchangeOn), planned.bleedOn);
  const context = {
    today,
    event: event && { name: event.name, startDate: event.startDate, endDate: event.endDate },
    previousEventEnd: previousEventEnd(logbook, car, event?.startDate ?? today),
    lastExchangeOn,
    lastBleedOn,
  };
  return policiesInForce(logbook, car, event).flatMap(({ policy, owner }) => judgePolicy(policy, owner, context));
}

function penSentence(state: FluidState, pen: MoistureReading | undefined, timeZone: string): string | null {
  const test = state.current.tests.at(-1);
  if (!pen || !test) return null;
  const anchor = anchorOf(state.current, timeZone)!;
  // Either may be the newer one: bring the test's water forward to the pen's day before comparing.
  const byTest = pen.at > anchor.at ? waterAt(anchor, state.uptake.percentPerYear, pen.at) : anchor.waterPercent;
  if (Math.abs(pen.waterPercent - byTest) <= PEN_TOLERANCE_PERCENT) return null;
  return `The pen says ${pen.waterPercent.toFixed(1)} % water, the boiling test ${byTest.toFixed(1)} %. The boiling test counts.`;
}

function boilingRule(day: LocalDate, due: LocalDate | null, onDay: Figure, demanded: Figure): RuleVerdict {
  const met = onDay.value >= demanded.value;
  return {
    owner: 'boilingPoint',
    rule: 'Boiling point on the day',
    work: 'exchange',
    met,
    dueBy: due,
    notBefore: null,
    reason: `Boils at ${temp(onDay.value)} on ${longDate(day)}, wants ${temp(demanded.value)}.`,
  };
}

const ownerWords: Record<RuleOwner, string> = {
  organiser: 'organiser',
  customer: 'customer',
  shop: 'shop',
  boilingPoint: 'boiling point',
};

/**
 * Judges a car's fluid for an event, or for today when there is none.
 *
 * Stop: wrong mix, open nipple, soft pedal, or a boiling point on the day under the expected peak. Needs work: under the demanded
 * boiling point, a rule not met, or nothing known. Watch: the lower edge of the band is under the demand.
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
  const { peak, demanded } = demand(logbook, car, event);
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
  if (anchor && boilingOnDay) {
    const below = dayBelow(anchor, state.uptake.percentPerYear, demanded.value, ambient);
    rules.push(boilingRule(day, below && dateIn(below, timeZone), boilingOnDay, demanded));
  }

  const reasons: Reason[] = [...state.faults];
  if (!anchor) {
    reasons.push({ verdict: 'needsWork', text: 'No test and no exchange on record: test the fluid.' });
  }
  if (boilingOnDay) {
    const text = `Boils at ${temp(boilingOnDay.value)} on the day, wants ${temp(demanded.value)}.`;
    if (anchor?.beyondModel)
      reasons.push({ verdict: 'stop', text: 'More than 8 % water by its test: change the fluid.' });
    else if (boilingOnDay.value < peak.value) {
      reasons.push({
        verdict: 'stop',
        text: `Boils at ${temp(boilingOnDay.value)} on the day; the fluid gets to ${temp(peak.value)}.`,
      });
    } else if (boilingOnDay.value < demanded.value) reasons.push({ verdict: 'needsWork', text });
    else if (boilingOnDay.band && boilingOnDay.band.low < demanded.value) {
      reasons.push({
        verdict: 'watch',
        text: `May boil as low as ${temp(boilingOnDay.band.low)} on the day, wants ${temp(demanded.value)}: test again before it.`,
      });
    }
  }
  for (const rule of rules) {
    if (rule.met || rule.owner === 'boilingPoint') continue;
    // Work that cannot count yet is something to plan, not something left undone.
    const verdict = rule.notBefore !== null && rule.notBefore > today ? 'watch' : 'needsWork';
    reasons.push({ verdict, text: `${rule.reason.replace(/\.$/, '')} (${ownerWords[rule.owner]}).` });
  }
  const pen = state.current.pens.at(-1);
  if (pen && anchor?.basis === 'pen') {
    if (pen.waterPercent >= PEN_RED_PERCENT) {
      reasons.push({
        verdict: 'needsWork',
        text: `The pen says ${pen.waterPercent.toFixed(1)} % water; ${PEN_RED_PERCENT} % is red. Test by boiling, or change.`,
      });
    } else if (pen.waterPercent >= PEN_AMBER_PERCENT) {
      reasons.push({
        verdict: 'watch',
        text: `The pen says ${pen.waterPercent.toFixed(1)} % water; ${PEN_AMBER_PERCENT} % is amber. Test by boiling.`,
      });
    }
  }
  const penDisagrees = penSentence(state, pen, timeZone);
  if (penDisagrees) reasons.push({ verdict: 'watch', text: penDisagrees });
  reasons.sort((a, b) => severity(b.verdict) - severity(a.verdict));

  return {
    verdict: worst(reasons.map((r) => r.verdict)),
    headline: reasons[0]?.text ?? inOrderLine(boilingOnDay, demanded, state, today, timeZone),
    reasons,
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
    day,
  };
}

function inOrderLine(
  onDay: Figure | null,
  demanded: Figure,
  state: FluidState,
  today: LocalDate,
  timeZone: string,
): string {
  const on = exchangeDate(state.lastExchange, timeZone);
  const boils = onDay ? `Boils at ${temp(onDay.value)}, wants ${temp(demanded.value)}` : '';
  return on ? `${boils}; flushed ${daysBetween(on, today)} days ago.` : `${boils}.`;
}
