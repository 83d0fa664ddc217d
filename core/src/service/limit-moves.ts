/** What has to be written down where a record is changed and a limit is milder afterwards. */
import { type LocalDate, dateIn, daysBetween } from '../calendar';
import { isGuided } from '../jobs';
import { type Logbook, ofKind } from '../logbook';
import type { CarReleased, Job, LimitMoved } from '../model';
import { judgeService } from './judge';
import { type LimitFigure, type UnderWay, isMilder, isSameLimit, limitFigures } from './limit-figures';

/** Whether a signature was ended: asked only where something was written down after it. */
function isReopened(logbook: Logbook, job: Job, { recordedAt }: CarReleased, today: LocalDate): boolean {
  const isLater =
    logbook.factsOfJob(job.id).some((f) => f.recordedAt > recordedAt) ||
    logbook.replacedOfCar(job.carId).some(({ fact, by }) => fact.jobId === job.id && by.recordedAt > recordedAt);
  return isLater && judgeService(logbook, job, today)?.gate.isReleased === false;
}

/** A service that has been begun, or is planned for about today; it is over with its release, as long as that stands. */
const servicesUnderWay = (logbook: Logbook, today: LocalDate): UnderWay[] =>
  [...logbook.jobs.values()].flatMap((job): UnderWay[] => {
    if (!isGuided(job) || job.archived) return [];
    const facts = logbook.factsOfJob(job.id);
    const isNow = Math.abs(daysBetween(dateIn(job.startAt, logbook.shop.timeZone), today)) <= 1;
    const signed = ofKind(facts, 'carReleased').at(-1) ?? null;
    const isOpen = signed ? isReopened(logbook, job, signed, today) : facts.length > 0 || isNow;
    return isOpen ? [{ carId: job.carId, eventId: job.eventId, jobId: job.id }] : [];
  });
/** A car at an event that runs today; it is over when its record is closed. */
const eventsUnderWay = (logbook: Logbook, today: LocalDate): UnderWay[] =>
  [...logbook.events.values()]
    .filter((e) => !e.archived && e.startDate <= today && today <= e.endDate)
    .flatMap((e) => logbook.bookingsOfEvent(e.id))
    .filter((b) => !ofKind(logbook.factsOfCar(b.carId), 'eventClosed').some((f) => f.bookingId === b.id))
    .map(({ carId, eventId }) => ({ carId, eventId, jobId: null }));

const ofFasteners: ReadonlySet<LimitFigure['limit']> = new Set<LimitFigure['limit']>([
  'torque',
  'tolerance',
  'secondStage',
  'threadCondition',
  'oneUse',
  'threadLocker',
]);
const axleLabels: Record<string, string> = { front: 'the front', rear: 'the rear' };
/** What people call that which a limit is of. */
const labelOf = (logbook: Logbook, carId: string, { limit, subject }: LimitFigure): string =>
  logbook.padSets.get(subject)?.label ??
  logbook.rotorPairs.get(subject)?.label ??
  logbook.bottles.get(subject)?.label ??
  axleLabels[subject] ??
  (ofFasteners.has(limit)
    ? logbook.brakeSheetOfCar(carId)?.fasteners.find((f) => f.key === subject.split(' ')[0])?.name
    : undefined) ??
  '';

/** A move as it is written down, without who and when. */
export type Move = Omit<LimitMoved, 'id' | 'at' | 'recordedAt' | 'by'>;
type What = Pick<LimitMoved, 'limit' | 'subject' | 'label' | 'from' | 'to'>;

/** Figures that are milder now. */
function movedFigures(before: Logbook, after: Logbook, { carId, eventId }: UnderWay): What[] {
  const [was, now] = [limitFigures(before, { carId, eventId }), limitFigures(after, { carId, eventId })];
  return was.flatMap((figure) => {
    // A figure that is taken away is one as well: another may be put in its place afterwards.
    const to = now.find((f) => isSameLimit(f, figure))?.value ?? null;
    if (to !== null && !isMilder(figure.limit, figure.value, to)) return [];
    const { limit, subject, value: from } = figure;
    return [{ limit, subject, label: labelOf(before, carId, figure).slice(0, 60), from, to }];
  });
}

/** Who has been made a lead, or goes by another name. */
const movedPeople = (before: Logbook, after: Logbook): What[] =>
  [...after.crew.values()].flatMap((now): What[] => {
    const was = before.crew.get(now.id);
    const what = { subject: now.id, label: (was ?? now).name.slice(0, 60), from: 0, to: 1 };
    return [
      ...(now.role === 'lead' && was?.role !== 'lead' ? [{ limit: 'lead' as const, ...what }] : []),
      ...(was && was.name !== now.name ? [{ limit: 'name' as const, ...what }] : []),
    ];
  });

/**
 * What has to be written down where a record was changed: each limit that is milder now, for each service and each event that is under way.
 * @param before the logbook without the change @param after with it
 */
export function limitMoves(before: Logbook, after: Logbook, today: LocalDate): Move[] {
  const people = before.crew === after.crew ? [] : movedPeople(before, after);
  return [...servicesUnderWay(before, today), ...eventsUnderWay(before, today)].flatMap((of) => {
    const place = of.jobId === null ? { eventId: of.eventId ?? '' } : { jobId: of.jobId };
    return [...movedFigures(before, after, of), ...people].map((what) => ({
      kind: 'limitMoved' as const,
      carId: of.carId,
      ...place,
      ...what,
    }));
  });
}
