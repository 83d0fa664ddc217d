/**
 * Limits that were moved to the milder side while a service or an event was under way, a lead who was made meanwhile, a name that was changed: whoever
 * did so is not the one to let the car go by them. What is written down as it is moved: {@link limitMoves}.
 */
import { type Logbook, byTime, isLead } from '../logbook';
import type { Finding, Job, LimitMoved } from '../model';
import { serviceFinding } from './findings';
import { type UnderWay, isMilder, isSameLimit, limitFigures, limitValue } from './limit-figures';

/** Those of a job, or of a car at an event, oldest first. One that somebody withdraws was moved all the same. */
const movesOf = (logbook: Logbook, { carId, eventId, jobId }: UnderWay): LimitMoved[] =>
  [...logbook.factsOfCar(carId), ...logbook.replacedOfCar(carId).map(({ fact }) => fact)]
    .filter((f): f is LimitMoved => f.kind === 'limitMoved')
    .filter((f) => (jobId === null ? f.eventId !== undefined && f.eventId === eventId : f.jobId === jobId))
    .sort(byTime);

export interface MovedLimit {
  finding: Finding;
  /** As it was moved last. */
  last: LimitMoved;
}

function moved(logbook: Logbook, of: UnderWay): MovedLimit[] {
  const moves = movesOf(logbook, of);
  if (moves.length === 0) return [];
  const now = limitFigures(logbook, of);
  return moves.flatMap((first, i): MovedLimit[] => {
    if (moves.findIndex((m) => isSameLimit(m, first)) !== i) return [];
    const last = moves.findLast((m) => isSameLimit(m, first))!;
    const { limit, subject } = first;
    if (limit === 'lead' || limit === 'name') {
      const person = logbook.crew.get(subject);
      const isSo = limit === 'lead' ? isLead(logbook, subject) : person?.name !== first.label;
      const name = person?.name ?? first.label;
      const finding =
        limit === 'lead'
          ? serviceFinding('madeLead', 'needsWork', {}, { name, who: subject, by: last.by })
          : serviceFinding('renamed', 'watch', {}, { was: first.label, name });
      return isSo ? [{ finding, last }] : [];
    }
    const value = now.find((f) => isSameLimit(f, first))?.value ?? null;
    if (value !== null && !isMilder(limit, first.from, value)) return [];
    const to = value === null ? null : limitValue(limit, value);
    const values = { limit, label: last.label, from: limitValue(limit, first.from), to, by: last.by };
    return [{ finding: serviceFinding('limitMoved', 'needsWork', {}, values), last }];
  });
}

/** Those that are still milder than they were when a service began. */
export const judgeMovedLimits = (logbook: Logbook, job: Job): Finding[] =>
  moved(logbook, { carId: job.carId, eventId: job.eventId, jobId: job.id }).map((m) => m.finding);

/** Those that are milder than they were when a car was first out at an event. */
export const limitsMovedAt = (logbook: Logbook, carId: string, eventId: string): MovedLimit[] =>
  moved(logbook, { carId, eventId, jobId: null });

/** Whether somebody would let a car go by a limit that they moved, or by a role that is theirs since; where there is only one lead, that one must. */
export const isOwnLimit = (logbook: Logbook, { code, values }: Pick<Finding, 'code' | 'values'>, by: string): boolean =>
  (code === 'limitMoved' || code === 'madeLead' || code === 'relabelled') &&
  (values['by'] === by || values['who'] === by) &&
  [...logbook.crew.values()].some((m) => m.role === 'lead' && !m.archived && m.id !== by);
