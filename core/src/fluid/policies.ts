import { type LocalDate, daysBetween, plusDays, plusMonths } from '../calendar';
import { type Finding, type FluidPolicy, type Verdict, findingKey } from '../model';
import { type FluidFindings, type RuleOwner, fluidFinding } from './findings';

export type FluidWork = 'flush' | 'bleed';
/** What a rule asks for: a boiling test where only that can say whether it is met. */
export type AskedWork = FluidWork | 'boilingTest';

/** A date in the time zone of the shop, or null where there is none on record. */
export interface PolicyContext {
  today: LocalDate;
  /** `loadUp`: the day by which work for it is done. */
  event: { name: string; startDate: LocalDate; endDate: LocalDate; loadUp: LocalDate } | null;
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
  /** The policy that speaks; null for the boiling point. */
  policy: FluidPolicy | null;
  work: AskedWork;
  met: boolean;
  /** Last day on which the work may still be outstanding; null when the rule asks for nothing. */
  dueBy: LocalDate | null;
  /** Work done before this day would not count for the event. */
  notBefore: LocalDate | null;
  reason: Finding;
}

/** Days before an event within which an exchange counts as made for it when no earlier event is on record. */
const FOR_THIS_EVENT_DAYS = 30;
const BLEED_EVERY_DAYS = 7;

const earlier = (a: LocalDate, b: LocalDate): LocalDate => (a < b ? a : b);

function inSeason(date: LocalDate, firstMonth: number, lastMonth: number): boolean {
  const month = Number(date.slice(5, 7));
  return firstMonth <= lastMonth
    ? month >= firstMonth && month <= lastMonth
    : month >= firstMonth || month <= lastMonth;
}

const say = fluidFinding;
const verdictOf = (isMet: boolean): Verdict => (isMet ? 'inOrder' : 'needsWork');

/** A rule "every n months, whatever happens": met while the date lies beyond the event, or beyond today. */
function interval(owner: RuleOwner, policy: FluidPolicy, months: number, context: PolicyContext): RuleVerdict {
  const { today, event, lastExchangeOn: flushedOn } = context;
  const until = event?.endDate ?? today;
  const rule = { owner, policy, work: 'flush' as const, notBefore: null };
  if (!flushedOn)
    return { ...rule, met: false, dueBy: earlier(today, until), reason: say('noFlushOnRecord', 'needsWork', {}, {}) };
  const dueBy = plusMonths(flushedOn, months);
  const met = dueBy >= until;
  return {
    ...rule,
    met,
    dueBy,
    reason: met
      ? say('flushStillGood', 'inOrder', {}, { flushedOn, months, until: dueBy })
      : say('flushTooOld', 'needsWork', {}, { flushedOn, months, until: dueBy, isOver: dueBy < today }),
  };
}

/** A rule "not earlier than this day, for this event". */
function forEvent(
  owner: RuleOwner,
  policy: FluidPolicy,
  work: FluidWork,
  context: PolicyContext & { event: NonNullable<PolicyContext['event']> },
  notBefore: LocalDate,
  asks: Pick<FluidFindings['workForEvent'], 'rule' | 'days' | 'afterOn'>,
): RuleVerdict {
  const doneOn = work === 'flush' ? context.lastExchangeOn : context.lastBleedOn;
  const met = doneOn !== null && doneOn >= notBefore;
  const start = context.event.startDate;
  const daysBefore = doneOn !== null && doneOn <= start ? daysBetween(doneOn, start) : null;
  return {
    owner,
    policy,
    work,
    met,
    dueBy: context.event.loadUp,
    notBefore,
    reason: say('workForEvent', verdictOf(met), {}, { work, doneOn, daysBefore, ...asks }),
  };
}

/** What a policy says; two verdicts where it asks for a flush and for a bleed. */
export function judgePolicy(policy: FluidPolicy, owner: RuleOwner, context: PolicyContext): RuleVerdict[] {
  const { event, today, previousEventEnd, lastBleedOn } = context;
  const quiet = (work: FluidWork, reason: Finding): RuleVerdict => ({
    owner,
    policy,
    work,
    met: true,
    dueBy: null,
    notBefore: null,
    reason,
  });
  switch (policy.school) {
    case 'everyEvent': {
      if (!event) return [quiet('flush', say('noEventBooked', 'inOrder', {}, {}))];
      const notBefore = previousEventEnd ?? plusDays(event.startDate, -FOR_THIS_EVENT_DAYS);
      const asks = previousEventEnd
        ? { rule: 'afterEvent' as const, days: 0, afterOn: previousEventEnd }
        : { rule: 'forThisEvent' as const, days: FOR_THIS_EVENT_DAYS, afterOn: null };
      return [forEvent(owner, policy, 'flush', { ...context, event }, notBefore, asks)];
    }
    case 'window': {
      if (!event) return [quiet('flush', say('noEventBooked', 'inOrder', {}, {}))];
      const days = policy.withinDays;
      const notBefore = plusDays(event.startDate, -days);
      return [
        forEvent(owner, policy, 'flush', { ...context, event }, notBefore, { rule: 'window', days, afterOn: null }),
      ];
    }
    case 'bleedAfterTrackDay': {
      const full = interval(owner, policy, policy.fullEveryMonths, context);
      if (!previousEventEnd) return [full, quiet('bleed', say('noTrackDayYet', 'inOrder', {}, {}))];
      if (lastBleedOn !== null && lastBleedOn >= previousEventEnd) {
        return [full, quiet('bleed', say('bledSinceTrackDay', 'inOrder', {}, {}))];
      }
      return [
        full,
        {
          owner,
          policy,
          work: 'bleed',
          met: false,
          dueBy: event?.loadUp ?? today,
          notBefore: previousEventEnd,
          reason: say(
            'bleedAfterTrackDay',
            'needsWork',
            {},
            { trackDay: previousEventEnd, isOver: previousEventEnd < today },
          ),
        },
      ];
    }
    case 'roadInterval':
      return [interval(owner, policy, policy.everyMonths, context)];
    case 'weeklyInSeason': {
      const day = event?.startDate ?? today;
      if (!inSeason(day, policy.firstMonth, policy.lastMonth))
        return [quiet('bleed', say('outOfSeason', 'inOrder', {}, {}))];
      if (event) {
        const notBefore = plusDays(event.startDate, -BLEED_EVERY_DAYS);
        const asks = { rule: 'weekly' as const, days: BLEED_EVERY_DAYS, afterOn: null };
        return [forEvent(owner, policy, 'bleed', { ...context, event }, notBefore, asks)];
      }
      const dueBy = lastBleedOn ? plusDays(lastBleedOn, BLEED_EVERY_DAYS) : today;
      const met = lastBleedOn !== null && dueBy >= today;
      return [
        {
          owner,
          policy,
          work: 'bleed',
          met,
          dueBy,
          notBefore: null,
          reason: lastBleedOn
            ? say('weeklyBleed', verdictOf(met), {}, { bledOn: lastBleedOn })
            : say('noBleedOnRecord', 'needsWork', {}, {}),
        },
      ];
    }
  }
}

/** Whether a rule asks for nothing as things stand: it is neither met nor broken. */
export const asksNothing = ({ owner, met, dueBy, notBefore, reason }: RuleVerdict): boolean =>
  owner !== 'boilingPoint' && met && dueBy === null && notBefore === null && reason.code !== 'bledSinceTrackDay';

/**
 * The strictest of all rules in force: one that is not met before one that is, then the earliest due date, then an exchange
 * before a bleed, then the one that lets the work be done least early.
 */
export const strictest = (rules: readonly RuleVerdict[]): RuleVerdict | null => byStrictness(rules)[0] ?? null;

/** All rules in force, the strictest first, see {@link strictest}. */
export function byStrictness(rules: readonly RuleVerdict[]): RuleVerdict[] {
  const date = (d: LocalDate | null): string => d ?? '9999-12-31';
  return [...rules].sort(
    (a, b) =>
      Number(a.met) - Number(b.met) ||
      date(a.dueBy).localeCompare(date(b.dueBy)) ||
      Number(a.work === 'bleed') - Number(b.work === 'bleed') ||
      (b.notBefore ?? '').localeCompare(a.notBefore ?? ''),
  );
}

/** Fluid work that falls due, and the rule that says so. */
export interface FluidDue {
  on: LocalDate;
  work: AskedWork;
  rule: RuleVerdict;
}

/** The next day on which fluid work falls due, by the strictest rule: never later than any single one's. */
export function nextDue(rules: readonly RuleVerdict[]): FluidDue | null {
  const open = rules.filter((r) => r.dueBy !== null && (!r.met || r.notBefore === null));
  if (open.length === 0) return null;
  // Of several on one day a flush before a bleed, and always the same one, in whatever order the rules stand.
  const order = (r: RuleVerdict): string =>
    [
      r.dueBy,
      r.work === 'flush' ? 0 : 1,
      r.owner,
      findingKey(r.reason),
      JSON.stringify([r.policy, r.notBefore, r.met]),
    ].join(' ');
  const rule = open.reduce((a, b) => (order(b) < order(a) ? b : a));
  return { on: rule.dueBy!, work: rule.work, rule };
}
