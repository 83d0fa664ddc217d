/** Limits that can be computed: how many laps the pads have left, and what the findings ask for. */
import { dateIn } from '../calendar';
import { heatAxle } from '../heat-outlook';
import { padReadingsAt } from '../inventory';
import { type Logbook, brakeSheetOf } from '../logbook';
import { type Car, type Corner, type Finding, type SessionLimits, axleOfCorner, axles, corners } from '../model';
import { thinnestEnd, wornBetween } from '../pads';
import { SPARE_FROM, axleWear, severitiesOf, usualMinLeft } from '../wear';
import { judgeCorners } from '../service';
import { type TrackSession, planOf, sessionsAt } from '../sessions';

/** A pad is not driven down to its limit but to this much above it, mm. Calvik's own figure. */
const ABOVE_LIMIT_MM = 0.5;
/** A gauge through the window tells this, mm: less wear than that says nothing of a lap. */
const READABLE_MM = 0.2;
/** A lap, where nobody has counted them, min. Common practice, no source. */
const LAP_MIN = 2;

export interface PadLaps {
  corner: Corner;
  /** Lost a lap by the thinner pad, mm. */
  perLapMm: number;
  /** Until it is as thin as it may be driven. */
  laps: number;
}

const lapsOf = (s: TrackSession): number => s.fact.laps ?? Math.max(1, Math.round(s.minutes / LAP_MIN));

/** Laps like the last ones until a pad is under its limit with a chance that asks for a spare, by all that was ever read of it; no limit where too little was. */
function lapsByWear(logbook: Logbook, car: Car, corner: Corner, session: TrackSession): number {
  const event = logbook.events.get(session.fact.eventId) ?? null;
  const axle = axleOfCorner(corner);
  const wear = axleWear(logbook, car, axle, 'pads', event, dateIn(session.fact.at, logbook.shop.timeZone));
  if (!wear?.isTold) return Infinity;
  const usualMinALap =
    (session.minutes / lapsOf(session)) * severitiesOf(logbook, car, axle).of(logbook.venues.get(event?.venueId ?? ''));
  return Math.floor(usualMinLeft(wear, corner, SPARE_FROM) / usualMinALap);
}

/** How many laps the pads of each corner have left by what this event has worn of them, and by all that was ever read of them: the fewer; corners that were not read twice are left out. */
export function padLapsLeft(logbook: Logbook, car: Car, session: TrackSession): PadLaps[] {
  const state = judgeCorners(logbook, car, brakeSheetOf(logbook, car));
  const sessions = sessionsAt(logbook, car.id, session.fact.eventId).filter((s) => s.nth <= session.nth);
  return corners.flatMap((corner): PadLaps[] => {
    if (car[axleOfCorner(corner)].brake === 'drum') return [];
    const readings = padReadingsAt(logbook, car, corner);
    const last = readings.findLast((r) => r.at >= session.fact.at && (session.until === null || r.at < session.until));
    const first =
      readings.findLast((r) => r.at <= sessions[0]!.fact.outAt) ?? readings.find((r) => r.at >= sessions[0]!.fact.at);
    if (!last || !first || first.id === last.id) return [];
    const laps = sessions.filter((s) => s.fact.at > first.at).reduce((sum, s) => sum + lapsOf(s), 0);
    const worn = wornBetween(first, last);
    const thin = (side: 'inner' | 'outer'): { lost: number; left: number } => ({
      lost: worn[side],
      left: thinnestEnd(last[side]) - state.corners[corner].spec.limitMm - ABOVE_LIMIT_MM,
    });
    const pads = [thin('inner'), thin('outer')].filter((p) => p.lost >= READABLE_MM);
    if (laps === 0 || pads.length === 0) return [];
    const each = pads.map((p) => ({
      perLapMm: p.lost / laps,
      laps: Math.max(0, Math.floor((p.left * laps) / p.lost)),
    }));
    const worst = each.reduce((a, b) => (b.laps < a.laps ? b : a));
    return [{ corner, ...worst, laps: Math.min(worst.laps, lapsByWear(logbook, car, corner, session)) }];
  });
}

/** Fluid that the heat of a session has reached: what stands behind the pistons of all four corners, mL, to the next five. */
export function heatAffectedMl(logbook: Logbook, car: Car): number {
  const ml = axles.reduce((sum, axle) => sum + 2 * heatAxle(logbook, car, axle).fluidMl, 0);
  return Math.ceil(ml / 5) * 5;
}

/** What is found of brakes that got too hot, or of fluid that would. */
const hot: ReadonlySet<string> = new Set([
  'cornerWarmer',
  'cornerHotter',
  'hotterThanModel',
  'boiledInSession',
  'fluidMayBoil',
  'fluidMarginThin',
]);

/**
 * Limits to begin with. Laps only where the pads would not last one and a half sessions like this one.
 * @param findings what the look found
 */
export function suggestLimits(
  logbook: Logbook,
  car: Car,
  session: TrackSession,
  findings: readonly Finding[],
): SessionLimits {
  const left = padLapsLeft(logbook, car, session);
  const least = left.length > 0 ? Math.min(...left.map((l) => l.laps)) : null;
  const isShort = least !== null && least < 1.5 * lapsOf(session);
  return {
    maxLaps: isShort ? Math.max(1, least) : null,
    maxMinutes: null,
    coolDownLap: planOf(session).coolDownLap || findings.some((f) => hot.has(f.code)),
    notInTheWet: findings.some(
      (f) => f.code === 'driverComplained' && (f.values['complaint'] === 'pulls' || f.values['complaint'] === 'grabs'),
    ),
    lookAfterSessions: 1,
  };
}
