/** Limits that were moved to the milder side while a service was open: whoever did so is not the one to let the car go by them. */
import { isGuided } from '../jobs';
import { type Logbook, byTime, ofKind } from '../logbook';
import {
  type Fact,
  type Finding,
  type Job,
  type LimitMoved,
  type LimitsOfMoment,
  type MovableLimit,
  type Quantity,
  axles,
} from '../model';
import { serviceFinding } from './findings';
import { padLimit } from '../pads';
import { maxPlayMm } from '../wheel-bearings';
import { limitsOf } from './limits';

interface LimitFigure {
  limit: MovableLimit;
  subject: string;
  value: number;
}

/** What each limit is measured in. */
export const measureOfLimit: Record<MovableLimit, Quantity['measure']> = {
  padLimit: 'length',
  discard: 'length',
  torque: 'torque',
  tolerance: 'share',
  bearingPlay: 'length',
  reservoirMin: 'volume',
  margin: 'temperatureDifference',
  peak: 'temperature',
};

/** A torque is as wrong above its figure as below: any change of it counts. */
const isMilder = (limit: MovableLimit, from: number, to: number): boolean =>
  limit === 'torque' ? to !== from : limit === 'bearingPlay' || limit === 'tolerance' ? to > from : to < from;

/** Every figure by which a car is released; where none is on record the next one that counts stands for it. */
function figuresOf({
  shop,
  customer,
  event,
  venue,
  car,
  brakeSheet,
  padSets,
  rotorPairs,
}: LimitsOfMoment): LimitFigure[] {
  const of = (limit: MovableLimit, subject: string, value: number | null | undefined): LimitFigure[] =>
    value === null || value === undefined ? [] : [{ limit, subject, value }];
  const fasteners = brakeSheet?.fasteners ?? [];
  return [
    ...axles.flatMap((axle) =>
      of('padLimit', axle, padLimit(null, brakeSheet?.padLimitMm[axle] ?? null, shop.padLimitMm).limitMm),
    ),
    ...padSets.flatMap((p) => of('padLimit', p.id, padLimit(p.limitMm, null, shop.padLimitMm).limitMm)),
    ...rotorPairs.flatMap((p) => of('discard', p.id, p.discardThicknessMm)),
    // With fewer of them it is another figure: the one before was taken away.
    ...fasteners.flatMap((f) => of('torque', `${f.key} ${f.perCorner}`, f.torqueNm)),
    ...fasteners.flatMap((f) => of('tolerance', f.key, f.tolerancePercent)),
    ...of('bearingPlay', 'sheet', maxPlayMm(brakeSheet ?? { maxWheelBearingPlayMm: null }, 'rim')),
    ...of('reservoirMin', 'car', car.reservoirMinMl),
    // The widest one that anybody asks for counts.
    ...of(
      'margin',
      'fluid',
      Math.max(shop.demandedMarginC, customer?.demandedMarginC ?? 0, event?.demandedMarginC ?? 0),
    ),
    ...of('peak', 'venue', venue?.peakFluidTempC ?? shop.defaultPeakFluidTempC),
  ];
}

const isSame = (a: { limit: MovableLimit; subject: string }, b: { limit: MovableLimit; subject: string }): boolean =>
  a.limit === b.limit && a.subject === b.subject;

/** What people call that which a limit is of. */
const labelOf = (logbook: Logbook, job: Job, { limit, subject }: LimitFigure): string =>
  logbook.padSets.get(subject)?.label ??
  logbook.rotorPairs.get(subject)?.label ??
  (limit === 'torque' || limit === 'tolerance'
    ? logbook.brakeSheetOfCar(job.carId)?.fasteners.find((f) => f.key === subject.split(' ')[0])?.name
    : undefined) ??
  '';

/**
 * What has to be written down where a record was changed: each limit that is milder now, for each service that is under way and not released.
 * @param before the logbook without the change @param after with it
 */
export function limitMoves(before: Logbook, after: Logbook): Omit<LimitMoved, 'id' | 'at' | 'recordedAt' | 'by'>[] {
  const open = [...before.jobs.values()].filter((job) => {
    const facts = before.factsOfJob(job.id);
    return isGuided(job) && !job.archived && facts.length > 0 && ofKind(facts, 'carReleased').length === 0;
  });
  return open.flatMap((job) => {
    const [was, is] = [limitsOf(before, job), limitsOf(after, job)];
    if (!was || !is) return [];
    const now = figuresOf(is);
    return figuresOf(was).flatMap((figure) => {
      // A figure that is taken away is one as well: another may be put in its place afterwards.
      const to = now.find((f) => isSame(f, figure))?.value ?? null;
      if (to !== null && !isMilder(figure.limit, figure.value, to)) return [];
      const { limit, subject, value: from } = figure;
      const label = labelOf(before, job, figure);
      return [{ kind: 'limitMoved' as const, carId: job.carId, jobId: job.id, limit, subject, label, from, to }];
    });
  });
}

/** Those that are still milder than they were when the service began. @param facts of the job */
export function judgeMovedLimits(logbook: Logbook, job: Job, facts: readonly Fact[]): Finding[] {
  // One that somebody withdraws was moved all the same.
  const withdrawn = logbook.replacedOfCar(job.carId).flatMap(({ fact }) => (fact.jobId === job.id ? [fact] : []));
  const moves = [...facts, ...withdrawn].filter((f): f is LimitMoved => f.kind === 'limitMoved').sort(byTime);
  if (moves.length === 0) return [];
  const limits = limitsOf(logbook, job);
  const now = limits ? figuresOf(limits) : [];
  return moves.flatMap((first, i): Finding[] => {
    if (moves.findIndex((m) => isSame(m, first)) !== i) return [];
    const last = moves.findLast((m) => isSame(m, first))!;
    const value = now.find((f) => isSame(f, first))?.value ?? null;
    if (value !== null && !isMilder(first.limit, first.from, value)) return [];
    const quantity = (figure: number): Quantity => ({ value: figure, measure: measureOfLimit[first.limit] });
    return [
      serviceFinding(
        'limitMoved',
        'needsWork',
        {},
        {
          limit: first.limit,
          label: last.label,
          from: quantity(first.from),
          to: value === null ? null : quantity(value),
          by: last.by,
        },
      ),
    ];
  });
}

/** Whether somebody would let a car go by a limit that they moved; where there is only one lead, that one must. */
export const isOwnLimit = (logbook: Logbook, finding: Pick<Finding, 'code' | 'values'>, by: string): boolean =>
  finding.code === 'limitMoved' &&
  finding.values['by'] === by &&
  [...logbook.crew.values()].some((m) => m.role === 'lead' && !m.archived && m.id !== by);
