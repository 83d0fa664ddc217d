/** Whether a car wants measuring before an event: one answer for the run-up, the work list and the car's page. */
import { type LocalDate, dateIn, plusDays } from '../calendar';
import { type Logbook, brakeSheetOf } from '../logbook';
import { type Car, type Finding, type TrackEvent, axleOfCorner, corners } from '../model';
import { judgeCorners } from './corners';
import { serviceFinding } from './findings';

/** Measured at most this long before an event, and not before the last one, a car need not be measured again. Own figure. */
const MEASURED_WITHIN_DAYS = 21;

/**
 * What nobody has measured is not in order; null where all of it is fresh enough.
 * @param event for which it is asked; null: for none in particular, and then only whether anybody ever has
 * @param previous last day of the event before it
 * @param today in the shop's time zone: what is too early to be measured for the event is only worth knowing
 */
export function measuringDue(
  logbook: Logbook,
  car: Car,
  event: TrackEvent | null,
  previous: LocalDate | null,
  today: LocalDate,
): Finding | null {
  const from = event && plusDays(event.startDate, -MEASURED_WITHIN_DAYS);
  const state = judgeCorners(logbook, car, brakeSheetOf(logbook, car));
  const measured = corners.flatMap((corner) => {
    const { pads } = state.corners[corner];
    return pads ? [dateIn(pads.at, logbook.shop.timeZone)] : [];
  });
  const unknown = event ? 'needsWork' : 'watch';
  if (measured.length === 0) return serviceFinding('neverMeasured', unknown, {}, {});
  if (measured.length < corners.length)
    return serviceFinding('cornersNotMeasured', unknown, {}, { missing: corners.length - measured.length });
  const oldest = measured.sort()[0]!;
  const stale = from !== null && today >= from ? 'needsWork' : 'watch';
  if (event && previous !== null && oldest <= previous)
    return serviceFinding('notMeasuredSinceEvent', stale, {}, { event: previous });
  if (from !== null && oldest < from) return serviceFinding('measuredLongAgo', stale, {}, { measuredOn: oldest });
  const missing = corners.filter(
    (c) => car[axleOfCorner(c)].brake !== 'drum' && state.corners[c].rotor === null,
  ).length;
  return missing > 0 ? serviceFinding('rotorsNotMeasured', unknown, {}, { missing }) : null;
}
