/** The paddock queue of an event as it stands: who is next, what can be promised, and what speaks against it. */
import { type Instant, dateIn, instantAt, plusDays, timeIn } from '../calendar';
import type { Logbook } from '../logbook';
import { type Finding, type TrackEvent, type Verdict, worstFirst, worstOf } from '../model';
import { judgeTrack } from '../paddock';
import type { Becomes } from './becomes';
import { afterSessions, queueCase } from './case';
import { queueFinding } from './findings';
import { judgeNeeds } from './needs';
import { type AfterSessions, type QueueCase, minutesFrom } from './problem';
import { type Planned, type QueuePlan, SHAKY, planQueue } from './promise';
import { type QueueState, isOver } from '../queue-moves';

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
  /** Null while it is not worked out yet. */
  plan: QueuePlan | null;
}

const nothing: Becomes = { works: [], referralShare: 0 };

/** What follows for one car from the plan. */
function ofPlan(logbook: Logbook, state: QueueState, plan: Planned, now: Instant): Finding[] {
  const { timeZone } = logbook.shop;
  const found: Finding[] = [];
  const { promise } = state;
  const at = (instant: Instant): string => timeIn(instant, timeZone);
  if (promise?.outcome === 'broken')
    found.push(
      queueFinding('promiseBroken', 'stop', {}, { time: at(promise.backBy), now: plan.backBy && at(plan.backBy) }),
    );
  else if (promise?.outcome === 'open' && plan.keeps !== null && plan.keeps < SHAKY)
    found.push(
      queueFinding('promiseMoved', 'needsWork', {}, { time: at(promise.backBy), now: plan.backBy && at(plan.backBy) }),
    );
  if (plan.putOff) found.push(queueFinding('afterLastSession', 'watch', {}, { when: plan.putOff }));
  const today = plan.sessions.filter((s) => dateIn(s.from, timeZone) === dateIn(now, timeZone));
  const next = today[0];
  if (next && !next.fits && !plan.putOff) {
    const fits = plan.sessions.find((s) => s.fits);
    found.push(queueFinding('notBefore', 'needsWork', {}, { time: at(next.from), fits: fits ? at(fits.from) : null }));
  }
  return found;
}

/** The queue before it is planned: plain data to plan by, wherever that is computed. */
export interface PreparedQueue {
  now: Instant;
  states: QueueState[];
  becomes: ReadonlyMap<string, Becomes>;
  case: QueueCase;
  after: AfterSessions;
}

/** @param now the moment */
export function prepareQueue(logbook: Logbook, event: TrackEvent, now: Instant): PreparedQueue {
  const { timeZone } = logbook.shop;
  const tomorrow = instantAt(plusDays(dateIn(now, timeZone), 1), '00:00', timeZone);
  return {
    now,
    ...queueCase(logbook, event, now),
    after: { ...afterSessions(logbook, event, now), dayEndsAt: minutesFrom(now, tomorrow) },
  };
}

/** Jobs of a case by their place, in an order of entries; those that it does not name come last. */
export const placesOf = ({ jobs }: QueueCase, order: readonly string[]): number[] =>
  [...order.map((id) => jobs.findIndex((j) => j.entryId === id)), ...jobs.map((_, j) => j)].filter(
    (j, i, all) => j >= 0 && all.indexOf(j) === i,
  );

/** What follows from a plan, car by car. @param plan of this queue, or of it as it was a moment ago; null while there is none yet */
export function queueOf(logbook: Logbook, event: TrackEvent, queue: PreparedQueue, plan: QueuePlan | null): QueueAt {
  const line = (state: QueueState): QueueLine => {
    const planned = plan?.planned.find((p) => p.entryId === state.entry.id) ?? null;
    const findings = worstFirst([
      ...(isOver(state) ? [] : judgeNeeds(logbook, event, state, queue.now)),
      ...(planned && !isOver(state) ? ofPlan(logbook, state, planned, queue.now) : []),
    ]);
    const gate = state.car ? judgeTrack(logbook, state.car, event.id) : null;
    return {
      state,
      plan: planned,
      becomes: queue.becomes.get(state.entry.id) ?? nothing,
      findings,
      verdict: worstOf(findings),
      gate: gate && { verdict: gate.verdict, headline: gate.headline },
    };
  };
  const place = ({ entry, status }: QueueState): number => {
    const at = plan?.planned.findIndex((p) => p.entryId === entry.id) ?? -1;
    return at >= 0 ? at : status === 'inHand' ? -1 : queue.states.length;
  };
  return {
    now: queue.now,
    lines: queue.states
      .filter((s) => !isOver(s))
      .sort((a, b) => place(a) - place(b))
      .map(line),
    over: queue.states
      .filter(isOver)
      .sort((a, b) => (b.endedAt ?? '').localeCompare(a.endedAt ?? ''))
      .map(line),
    plan,
  };
}

/**
 * The queue as everybody asks for it.
 * @param now the moment
 * @param order entries first to last, where it is asked what another order would do
 */
export function queueAt(logbook: Logbook, event: TrackEvent, now: Instant, order?: readonly string[]): QueueAt {
  const queue = prepareQueue(logbook, event, now);
  return queueOf(logbook, event, queue, planQueue(queue.case, queue.after, order && placesOf(queue.case, order)));
}

/** A promise that another order would break, and whose it is. */
export interface Broken {
  entryId: string;
  keeps: number;
}

/** Promises that hold in one plan and would not in another. */
export const brokenBy = (as: QueuePlan, then: QueuePlan): Broken[] =>
  then.planned.flatMap(({ entryId, keeps }): Broken[] => {
    const before = as.planned.find((p) => p.entryId === entryId)?.keeps ?? null;
    return keeps !== null && before !== null && before >= SHAKY && keeps < SHAKY ? [{ entryId, keeps }] : [];
  });
