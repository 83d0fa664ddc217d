/** Whether a car has spoken: its own readings are enough, agree, and have made the computed peak surer. */
import { plusDays, dateIn, type LocalDate } from '../calendar';
import { type HeatOutlook, cameInOf, heatFinding, readingsOf, sittingsOf } from '../heat-outlook';
import type { Logbook } from '../logbook';
import { type Axle, type Car, type Finding, type HeatReading, axleOfCorner } from '../model';

/** So many readings of the caliper, on the axle whose fluid gets hottest. Calvik's own figures, as all of these. */
const LEAST_READINGS = 4;
/** From so many sessions: one session is one kind of day, one driver, one way in. */
const LEAST_SESSIONS = 2;
/** None older than this counts, days: pads, ducts and drivers change. */
const FRESH_DAYS = 365;
/** What is left of the band of that axle's fluid, as a share of what it was before anything was read. */
const MOST_LEFT_PERCENT = 70;

/** Whether a reading speaks of the fluid: what the caliper had. Paint on a rotor does not, and boiling only ever says more. */
const isOfFluid = ({ read }: HeatReading, axle: Axle): boolean =>
  (read.instrument === 'sticker' || (read.instrument === 'pyrometer' && read.part === 'caliper')) &&
  axleOfCorner(read.corner) === axle;

const isOfAxle = ({ read }: HeatReading, axle: Axle): boolean =>
  read.instrument === 'fluidBoiled' || axleOfCorner(read.corner) === axle;

const sessionsOf = (readings: readonly HeatReading[]): number => new Set(sittingsOf(readings.map((r) => r.at))).size;

/**
 * What is missing before a computed peak may be lower than what the shop expects; none: a lead may take it over. Only readings count, on the axle and of
 * the quantity in question: a narrow band that comes from typed figures is no evidence.
 * @param axle whose fluid may get hottest @param on first day of the event
 * @param notBy whose own readings do not count: nobody takes over what they have read themselves, unless they work alone
 */
export function evidenceLacks(
  logbook: Logbook,
  car: Car,
  outlook: HeatOutlook,
  axle: Axle,
  on: LocalDate,
  notBy: string | null = null,
): Finding[] {
  const all = readingsOf(logbook, car).map(({ fact }) => fact);
  const isAlone = [...logbook.crew.values()].filter((m) => !m.archived).length < 2;
  const ofFluid = all.filter((r) => isOfFluid(r, axle) && (isAlone || r.by !== notBy));
  const isFresh = (r: HeatReading): boolean => dateIn(r.at, logbook.shop.timeZone) >= plusDays(on, -FRESH_DAYS);
  const fresh = ofFluid.filter(isFresh);
  // A reading says nothing of the peak where nobody knows how the car came in.
  const counted = fresh.filter((r) => cameInOf(r.session) !== 'unknown');
  const findings: Finding[] = [];
  if (counted.length < fresh.length)
    findings.push(heatFinding('wayInNotAsked', 'watch', { axle }, { count: fresh.length - counted.length }));
  if (counted.length < LEAST_READINGS)
    findings.push(heatFinding('tooFewReadings', 'watch', { axle }, { have: counted.length, want: LEAST_READINGS }));
  const sessions = sessionsOf(counted);
  if (counted.length > 0 && sessions < LEAST_SESSIONS)
    findings.push(heatFinding('readInTooFewSessions', 'watch', { axle }, { have: sessions, want: LEAST_SESSIONS }));
  if (fresh.length < LEAST_READINGS && ofFluid.length >= LEAST_READINGS)
    findings.push(heatFinding('readLongAgo', 'watch', { axle }, { days: FRESH_DAYS }));
  const ids = new Set(all.filter((r) => isOfAxle(r, axle)).map((r) => r.id));
  const misfits = outlook.readings.filter((r) => r.isMisfit && ids.has(r.id)).length;
  if (misfits > 0) findings.push(heatFinding('readingsDisagree', 'watch', { axle }, { count: misfits }));
  const left = (100 * outlook.axles[axle].fluidC.sdC) / outlook.before[axle].fluidC.sdC;
  if (counted.length > 0 && left > MOST_LEFT_PERCENT)
    findings.push(
      heatFinding('bandStillWide', 'watch', { axle }, { percent: Math.round(left), atMostPercent: MOST_LEFT_PERCENT }),
    );
  return findings;
}
