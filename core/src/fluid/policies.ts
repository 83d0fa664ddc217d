import { type LocalDate, daysBetween, longDate, plusDays, plusMonths } from '../calendar';
import type { FluidPolicy } from '../model';

export type FluidWork = 'exchange' | 'bleed';
export type RuleOwner = 'organiser' | 'customer' | 'shop' | 'boilingPoint';

/** A date in the time zone of the shop, or null where there is none on record. */
export interface PolicyContext {
  today: LocalDate;
  event: { name: string; startDate: LocalDate; endDate: LocalDate } | null;
  /** Last day of the car's latest event before the one in question. */
  previousEventEnd: LocalDate | null;
  /** Latest full exchange. */
  lastExchangeOn: LocalDate | null;
  /** Latest bleed or full exchange. */
  lastBleedOn: LocalDate | null;
}

/** What one rule says about one car. */
export interface RuleVerdict {
  owner: RuleOwner;
  /** The school's letter and short name. */
  rule: string;
  work: FluidWork;
  met: boolean;
  /** Last day on which the work may still be outstanding; null when the rule asks for nothing. */
  dueBy: LocalDate | null;
  /** Work done before this day would not count for the event. */
  notBefore: LocalDate | null;
  reason: string;
}

/** Days before an event within which an exchange counts as made for it when no earlier event is on record. */
const FOR_THIS_EVENT_DAYS = 30;
const BLEED_EVERY_DAYS = 7;

export const policyName = (policy: FluidPolicy): string => {
  switch (policy.school) {
    case 'everyEvent':
      return 'A: full exchange before every event';
    case 'window':
      return `B: within ${policy.withinDays} days before the event`;
    case 'bleedAfterTrackDay':
      return `C: bleed after each track day, exchange every ${policy.fullEveryMonths} months`;
    case 'roadInterval':
      return `D: exchange every ${policy.everyMonths} months`;
    case 'weeklyInSeason':
      return 'E: bleed and top up weekly in season';
  }
};

const earlier = (a: LocalDate, b: LocalDate): LocalDate => (a < b ? a : b);
const ago = (from: LocalDate, to: LocalDate): string => {
  const days = daysBetween(from, to);
  return days === 1 ? '1 day' : `${days} days`;
};

function inSeason(date: LocalDate, firstMonth: number, lastMonth: number): boolean {
  const month = Number(date.slice(5, 7));
  return firstMonth <= lastMonth
    ? month >= firstMonth && month <= lastMonth
    : month >= firstMonth || month <= lastMonth;
}

/** A rule "every n months, whatever happens": met while the date lies beyond the event, or beyond today. */
function interval(owner: RuleOwner, rule: string, months: number, context: PolicyContext): RuleVerdict {
  const { today, event, lastExchangeOn } = context;
  const until = event?.endDate ?? today;
  if (!lastExchangeOn) {
    return {
      owner,
      rule,
      work: 'exchange',
      met: false,
      dueBy: earlier(today, until),
      notBefore: null,
      reason: 'No full exchange on record.',
    };
  }
  const dueBy = plusMonths(lastExchangeOn, months);
  const met = dueBy >= until;
  return {
    owner,
    rule,
    work: 'exchange',
    met,
    dueBy,
    notBefore: null,
    reason: met
      ? `Last exchange ${longDate(lastExchangeOn)}; good for ${months} months, until ${longDate(dueBy)}.`
      : `Last exchange ${longDate(lastExchangeOn)}; the ${months} months ${dueBy < today ? 'ended' : 'end'} on ${longDate(dueBy)}.`,
  };
}

/** A rule "not earlier than this day, for this event". */
function forEvent(
  owner: RuleOwner,
  rule: string,
  work: FluidWork,
  context: PolicyContext & { event: NonNullable<PolicyContext['event']> },
  notBefore: LocalDate,
  words: string,
): RuleVerdict {
  const last = work === 'exchange' ? context.lastExchangeOn : context.lastBleedOn;
  const noun = work === 'exchange' ? 'flush' : 'bleed';
  const met = last !== null && last >= notBefore;
  const start = context.event.startDate;
  return {
    owner,
    rule,
    work,
    met,
    dueBy: start,
    notBefore,
    reason:
      last === null
        ? `No ${noun} on record; ${words}.`
        : `Last ${noun} ${last <= start ? `${ago(last, start)} before the event` : longDate(last)}; ${words}.`,
  };
}

/** What a policy says; two verdicts where it asks for an exchange and for a bleed. */
export function judgePolicy(policy: FluidPolicy, owner: RuleOwner, context: PolicyContext): RuleVerdict[] {
  const { event, today, previousEventEnd, lastBleedOn } = context;
  const rule = policyName(policy);
  const quiet = (work: FluidWork, reason: string): RuleVerdict => ({
    owner,
    rule,
    work,
    met: true,
    dueBy: null,
    notBefore: null,
    reason,
  });
  switch (policy.school) {
    case 'everyEvent': {
      if (!event) return [quiet('exchange', 'No event booked.')];
      const notBefore = previousEventEnd ?? plusDays(event.startDate, -FOR_THIS_EVENT_DAYS);
      const words = previousEventEnd
        ? `the rule wants one after the event of ${longDate(previousEventEnd)}`
        : `the rule wants one for this event, at most ${FOR_THIS_EVENT_DAYS} days before it`;
      return [forEvent(owner, rule, 'exchange', { ...context, event }, notBefore, words)];
    }
    case 'window': {
      if (!event) return [quiet('exchange', 'No event booked.')];
      const notBefore = plusDays(event.startDate, -policy.withinDays);
      return [forEvent(owner, rule, 'exchange', { ...context, event }, notBefore, `rule says ${policy.withinDays}`)];
    }
    case 'bleedAfterTrackDay': {
      const full = interval(owner, rule, policy.fullEveryMonths, context);
      if (!previousEventEnd || (lastBleedOn !== null && lastBleedOn >= previousEventEnd)) {
        return [full, quiet('bleed', 'Bled since the last track day.')];
      }
      return [
        full,
        {
          owner,
          rule,
          work: 'bleed',
          met: false,
          dueBy: event?.startDate ?? today,
          notBefore: previousEventEnd,
          reason:
            previousEventEnd >= today
              ? `To be bled after the track day of ${longDate(previousEventEnd)}.`
              : `Not bled since the track day of ${longDate(previousEventEnd)}.`,
        },
      ];
    }
    case 'roadInterval':
      return [interval(owner, rule, policy.everyMonths, context)];
    case 'weeklyInSeason': {
      const day = event?.startDate ?? today;
      if (!inSeason(day, policy.firstMonth, policy.lastMonth)) return [quiet('bleed', 'Out of season.')];
      if (event) {
        const notBefore = plusDays(event.startDate, -BLEED_EVERY_DAYS);
        return [forEvent(owner, rule, 'bleed', { ...context, event }, notBefore, 'the rule says weekly in season')];
      }
      const dueBy = lastBleedOn ? plusDays(lastBleedOn, BLEED_EVERY_DAYS) : today;
      return [
        {
          owner,
          rule,
          work: 'bleed',
          met: lastBleedOn !== null && dueBy >= today,
          dueBy,
          notBefore: null,
          reason: lastBleedOn
            ? `Last bleed ${longDate(lastBleedOn)}; the rule says weekly in season.`
            : 'No bleed on record.',
        },
      ];
    }
  }
}

/**
 * The strictest of all rules in force: one that is not met before one that is, then the earliest due date, then an exchange
 * before a bleed, then the one that lets the work be done least early.
 */
export function strictest(rules: readonly RuleVerdict[]): RuleVerdict | null {
  const date = (d: LocalDate | null): string => d ?? '9999-12-31';
  return (
    [...rules].sort(
      (a, b) =>
        Number(a.met) - Number(b.met) ||
        date(a.dueBy).localeCompare(date(b.dueBy)) ||
        Number(a.work === 'bleed') - Number(b.work === 'bleed') ||
        (b.notBefore ?? '').localeCompare(a.notBefore ?? ''),
    )[0] ?? null
  );
}

/** The next day on which fluid work falls due: never later than any single rule's. */
export function nextDue(rules: readonly RuleVerdict[]): { on: LocalDate; work: FluidWork } | null {
  const open = rules.filter((r) => r.dueBy !== null && (!r.met || r.notBefore === null));
  if (open.length === 0) return null;
  const first = open.reduce((a, b) => (b.dueBy! < a.dueBy! || (b.dueBy === a.dueBy && b.work === 'exchange') ? b : a));
  return { on: first.dueBy!, work: first.work };
}
