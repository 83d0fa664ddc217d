/** Whether the pads are gauged after a session, where the shop gauges them after every second one or less often; and whether the thinnest is enough. */
import { type Logbook, brakeSheetOf } from '../logbook';
import { dateIn } from '../calendar';
import { type Axle, type Car, type Corner, axleOfCorner, axles, corners } from '../model';
import { conditionOf, standingFaults } from '../condition';
import { axleParts, padReadingsAt } from '../inventory';
import { thinnest } from '../pads';
import { judgeCorners, padSpec } from '../service';
import { type TrackSession, sessionsOfCar } from '../sessions';
import { WORTH_A_LOOK, axleWear } from '../wear';

/** What a pad may wear in a session where nobody knows better, mm. Own figure, on the safe side of what is common. */
const WEAR_A_SESSION_MM = 1;

/** Whether a pad may be under its limit by now with a chance that is worth a look, by all that was ever read of it. */
function isLookDueByWear(logbook: Logbook, car: Car, axle: Axle, { fact }: TrackSession): boolean {
  const wear = axleWear(logbook, car, axle, 'pads', null, dateIn(fact.at, logbook.shop.timeZone));
  return wear !== null && wear.isTold && wear.underBeforeEnd >= WORTH_A_LOOK;
}

/**
 * Due when so many sessions were driven since the oldest of the corners' last readings as the shop gauges after; before that when a pad could come to its
 * limit until the next reading, when it may be under it by now, when nobody has ever read one, and when the driver had something to say.
 */
export function padsDue(logbook: Logbook, car: Car, session: TrackSession): boolean {
  const every = logbook.shop.padsEverySessions;
  if (every <= 1 || session.fact.complaints.length > 0 || session.fact.words.trim() !== '') return true;
  if (axles.some((axle) => isLookDueByWear(logbook, car, axle, session))) return true;
  const driven = sessionsOfCar(logbook, car.id).filter((s) => s.fact.at <= session.fact.at);
  const sheet = brakeSheetOf(logbook, car);
  return corners.some((corner) => {
    const axle = axleOfCorner(corner);
    if (car[axle].brake === 'drum') return false;
    const reads = padReadingsAt(logbook, car, corner).filter((r) => r.at < session.fact.at);
    const [last, before] = [reads.at(-1), reads.at(-2)];
    if (!last) return true;
    const since = driven.filter((s) => s.fact.at > last.at).length;
    if (since >= every) return true;
    const between = before ? driven.filter((s) => s.fact.at > before.at && s.fact.at <= last.at).length : 0;
    const known = before && between > 0 ? (thinnest(before) - thinnest(last)) / between : 0;
    const { limitMm } = padSpec(logbook, car, sheet, axle, axleParts(logbook, car, axle).padSet);
    // As it may be when it is read next.
    return thinnest(last) - every * Math.max(WEAR_A_SESSION_MM, known) < limitMm;
  });
}

/**
 * Corners where both pads are to be read: nobody has read both of what is on, something stands against them, or that they are sound has still to be shown. Elsewhere the thinnest alone keeps
 * the limit; which pad wears, and whether both wear alike, is not known again before both are read.
 */
export function readInFull(logbook: Logbook, car: Car): Corner[] {
  const owed = [...standingFaults(logbook, car).flatMap((f) => f.missing), ...conditionOf(logbook, car).voided].flatMap(
    ({ proof, place }) => (proof === 'padsSound' ? [place] : []),
  );
  const state = judgeCorners(logbook, car, brakeSheetOf(logbook, car));
  return corners.filter((corner) => {
    if (car[axleOfCorner(corner)].brake === 'drum') return false;
    const isReadInFull = padReadingsAt(logbook, car, corner).some((r) => !r.isThinnestOnly);
    const found = state.corners[corner].padJudgement?.findings ?? [];
    const isOwed = owed.some((place) => place.corner === undefined || place.corner === corner);
    return !isReadInFull || isOwed || found.some((f) => f.verdict === 'stop' || f.verdict === 'needsWork');
  });
}
