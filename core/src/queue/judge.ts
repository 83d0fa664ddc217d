/** The paddock queue of an event as it stands: who is next, what can be promised, and what speaks against it. */
import { type Instant, dateIn, instantAt, plusDays, timeIn } from '../calendar';
import type { Logbook } from '../logbook';
import { type Finding, type TrackEvent, type Verdict, worstFirst, worstOf } from '../model';
import { judgeTrack } from '../paddock';
import type { Becomes } from './becomes';
import { type QueueCase, afterSessions, minutesFrom, queueCase } from './case';
import { queueFinding } from './findings';
import { judgeNeeds } from './needs';
import { type Planned, type QueuePlan, SHAKY, planQueue } from './promise';
import { type QueueState, isOver } from './state';

export interface QueueLine {
  state: QueueState;
  plan: Planned | null;
  becomes: Becomes;
  /** Of needs, promise and sessions; worst first. */
  findings: Finding[];
  verdict: Verdict;
  /** What the car's own gate says; null of a car that is not on record: nobody has looked. */
  gate: { verdict: Verdict; headline: Finding } | null;
}

export interface QueueAt {
  now: Instant;
  lines: QueueLine[];
  /** Done with, newest first. */
  over: QueueLine[];
  plan: QueuePlan;
  case: QueueCase;
}

const nothing: Becomes = { works: [], referralShare: 0 };

/** What follows for one car from the plan. */
function ofPlan(logbook: Logbook, state: QueueState, plan: Planned, now: Instant): Finding[] {
  const { timeZone } = logbook.shop;
  const found: Finding[] = [];
  const { promise } = state;
  const at = (instant: Instant): string => timeIn(instant, timeZone);
  if (promise?.outcome === 'broken')
    found.push(queueFinding('promiseBroken', 'stop', {}, { time: at(promise.backBy), now: plan.backBy && at(plan.backBy) }));
  else if (promise?.outcome === 'open' && plan.keeps !== null && plan.keeps < SHAKY)
    found.push(queueFinding('promiseMoved', 'needsWork', {}, { time: at(promise.backBy), now: plan.backBy && at(plan.backBy) }));
  if (plan.putOff) found.push(queueFinding('afterLastSession', 'watch', {}, { when: plan.putOff }));
  const today = plan.sessions.filter((s) => dateIn(s.from, timeZone) === dateIn(now, timeZone));
  const next = today[0];
  if (next && !next.fits && !plan.putOff) {
    const fits = plan.sessions.find((s) => s.fits);
    found.push(
      queueFinding('notBefore', 'needsWork', {}, { time: at(next.from), fits: fits ? at(fits.from) : null }),
    );
  }
  return found;
}

/**
 * The queue as everybody asks for it.
 * @param now the moment
 * @param order entries first to last, where it is asked what another order would do
 */
export function queueAt(logbook: Logbook, event: TrackEvent, now: Instant, order?: readonly string[]): QueueAt {
  const { states, case: c, becomes } = queueCase(logbook, event, now);
  const { timeZone } = logbook.shop;
  const tomorrow = instantAt(plusDays(dateIn(now, timeZone), 1), '00:00', timeZone);
  const asked =
    order &&
    [...order.flatMap((id) => c.jobs.findIndex((j) => j.entryId === id)), ...c.jobs.map((_, j) => j)].filter(
      (j, i, all) => j >= 0 && all.indexOf(j) === i,
    );
  const plan = planQueue(c, { ...afterSessions(logbook, event, now), dayEndsAt: minutesFrom(now, tomorrow) }, asked);
  const line = (state: QueueState): QueueLine => {
    const planned = plan.planned.find((p) => p.entryId === state.entry.id) ?? null;
    const findings = worstFirst([
      ...(isOver(state) ? [] : judgeNeeds(logbook, event, state, now)),
      ...(planned ? ofPlan(logbook, state, planned, now) : []),
    ]);
    const gate = state.car ? judgeTrack(logbook, state.car, event.id) : null;
    return {
      state,
      plan: planned,
      becomes: becomes.get(state.entry.id) ?? nothing,
      findings,
      verdict: worstOf(findings),
      gate: gate && { verdict: gate.verdict, headline: gate.headline },
    };
  };
  const byId = new Map(states.map((s) => [s.entry.id, s]));
  return {
    now,
    lines: plan.planned.map((p) => line(byId.get(p.entryId)!)),
    over: states
      .filter(isOver)
      .sort((a, b) => (b.endedAt ?? '').localeCompare(a.endedAt ?? ''))
      .map(line),
    plan,
    case: c,
  };
}

/** A promise that another order would break, and whose it is. */
export interface Broken {
  entryId: string;
  backBy: Instant;
  keeps: number;
}

/** Promises that hold as the queue stands and would not in another order. @param as what stands @param order what is asked about */
export function brokenBy(logbook: Logbook, event: TrackEvent, as: QueueAt, order: readonly string[]): Broken[] {
  const then = queueAt(logbook, event, as.now, order);
  return then.lines.flatMap(({ state, plan }): Broken[] => {
    const before = as.lines.find((l) => l.state.entry.id === state.entry.id)?.plan?.keeps ?? null;
    if (!plan || plan.keeps === null || before === null || !state.promise) return [];
    return before >= SHAKY && plan.keeps < SHAKY
      ? [{ entryId: state.entry.id, backBy: state.promise.backBy, keeps: plan.keeps }]
      : [];
  });
}
