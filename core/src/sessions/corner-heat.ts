/** Pyrometer readings round a car: brought to one moment by the heat model's own cooling, and compared. */
import { type CornerHeat, stepCorner } from '../heat';
import { type HeatOutlook, edgeOf, heatInputs, heatedCarOf, withDucts } from '../heat-outlook';
import type { Logbook } from '../logbook';
import {
  type Axle,
  type Car,
  type Corner,
  type Finding,
  type HeatReading,
  axleOfCorner,
  axles,
  celsius,
  corners,
  cornersOf,
} from '../model';
import { trackFinding } from './findings';
import { type TrackSession, factsAfter, planOf } from './session';

/** Everything is brought to this long after the stop, s. */
export const ONE_MOMENT_S = 60;
/** After so long the corners tell little of each other, s. Common practice, no source. */
const TOO_LATE_S = 900;
/** How far the pads, the caliper and its fluid lie above the air when a car stops, as shares of its rotor. Calvik's own figures. */
const AT_STOP = { pads: 0.75, caliper: 0.12, fluid: 0.22 } as const;
/** One side against the other, above the air: hotter by this share and by so many degrees. Common practice, no source. */
const ASIDE = {
  warmer: { share: 1.25, byC: 40 },
  hotter: { share: 1.5, byC: 80 },
  drags: { share: 2, byC: 140 },
} as const;
/** How sure the edge of the model is that a reading is held against, %. */
const CERTAINTY = 97.5;

export interface RotorRead {
  corner: Corner;
  tempC: number;
  secondsAfterStop: number;
}

/** A rotor that stands, from what it had at the stop, after so many seconds, °C. */
function afterStanding(c: CornerHeat, atStopC: number, seconds: number, airC: number): number {
  const over = atStopC - airC;
  let temps = {
    rotorC: atStopC,
    padsC: airC + AT_STOP.pads * over,
    caliperC: airC + AT_STOP.caliper * over,
    fluidC: airC + AT_STOP.fluid * over,
  };
  const steps = Math.max(1, Math.ceil(seconds / 20));
  for (let i = 0; i < steps; i++) temps = stepCorner(c, { powerW: 0, speedMPerS: 0, airC }, temps, seconds / steps);
  return temps.rotorC;
}

/**
 * A reading brought to another moment: what the rotor had at the stop is found that cools to what was read, and cooled to that moment.
 * @returns °C; the reading itself where it is no warmer than the air
 * @example broughtTo(corner, { tempC: 300, secondsAfterStop: 120 }, 60, 20) // about 330
 */
export function broughtTo(
  c: CornerHeat,
  { tempC, secondsAfterStop }: Pick<RotorRead, 'tempC' | 'secondsAfterStop'>,
  momentS: number,
  airC: number,
): number {
  if (tempC <= airC + 1 || secondsAfterStop === momentS) return tempC;
  let [low, high] = [tempC, tempC + 2500];
  for (let i = 0; i < 26; i++) {
    const mid = (low + high) / 2;
    if (afterStanding(c, mid, secondsAfterStop, airC) < tempC) low = mid;
    else high = mid;
  }
  return momentS <= 0 ? (low + high) / 2 : afterStanding(c, (low + high) / 2, momentS, airC);
}

export interface CornerHeats {
  /** Of each corner the last reading, as it was read and as it was a minute after the stop, °C. */
  readings: Partial<Record<Corner, { read: HeatReading; tempC: number; at60C: number }>>;
  findings: Finding[];
}

/** The hotter side of an axle and how far it lies above the other one, over the air; null where one of them was not read. */
function hotterSide(tempsC: Partial<Record<Corner, number>>, axle: Axle, airC: number) {
  const [left, right] = cornersOf(axle);
  const [a, b] = [tempsC[left], tempsC[right]];
  if (a === undefined || b === undefined) return null;
  const [high, low] = [Math.max(a, b), Math.min(a, b)];
  return { hot: a >= b ? left : right, high, low, share: (high - airC) / Math.max(5, low - airC) };
}

/** Left against right, each a minute after the stop, °C. */
export function compareSides(tempsC: Partial<Record<Corner, number>>, airC: number): Finding[] {
  return axles.flatMap((axle): Finding[] => {
    const sides = hotterSide(tempsC, axle, airC);
    if (!sides) return [];
    const { hot, high, low, share } = sides;
    const isOver = ({ share: s, byC }: { share: number; byC: number }): boolean => share >= s && high - low >= byC;
    const values = { hot: celsius(high), other: celsius(low) };
    if (isOver(ASIDE.drags)) return [trackFinding('cornerDrags', 'stop', { corner: hot }, values)];
    if (isOver(ASIDE.hotter)) return [trackFinding('cornerHotter', 'needsWork', { corner: hot }, values)];
    return isOver(ASIDE.warmer) ? [trackFinding('cornerWarmer', 'watch', { corner: hot }, values)] : [];
  });
}

/** Readings of rotors after a session, oldest first, each as it was a minute after the stop, °C. */
function rotorReadings(logbook: Logbook, car: Car, session: TrackSession): { read: HeatReading; at60C: number }[] {
  const taken = factsAfter(logbook, session).filter((f): f is HeatReading => f.kind === 'heatReading');
  const ofRotors = taken.filter((f) => f.read.instrument === 'pyrometer' && f.read.part === 'rotor');
  if (ofRotors.length === 0) return [];
  const { inputs, axles: brakes } = heatInputs(logbook, car, session.fact.airTempC);
  const heated = heatedCarOf({ inputs, axles: brakes }, withDucts(logbook, car, planOf(session)));
  return ofRotors.flatMap((read) =>
    read.read.instrument === 'pyrometer'
      ? [{ read, at60C: broughtTo(heated.corners[read.read.corner], read.read, ONE_MOMENT_S, session.fact.airTempC) }]
      : [],
  );
}

export interface HotCorner {
  /** `cornerHotter` or `cornerDrags`. */
  finding: Finding;
  /** The reading by which it came to light. */
  read: HeatReading;
  /** How far it lay above its neighbour, over the air. */
  share: number;
}

/** Read within a minute of each other and no further apart than this over the air, two sides cannot be far apart at one moment: nothing is reckoned. */
const ALIKE = { share: 1.2, withinS: 60 } as const;
function areAlike(logbook: Logbook, session: TrackSession): boolean {
  const { airTempC } = session.fact;
  return axles.every((axle) => {
    const reads = factsAfter(logbook, session).flatMap((f) =>
      f.kind === 'heatReading' && f.read.instrument === 'pyrometer' && axleOfCorner(f.read.corner) === axle
        ? [f.read]
        : [],
    );
    if (reads.length < 2) return true;
    const [over, seconds] = [reads.map((r) => r.tempC - airTempC), reads.map((r) => r.secondsAfterStop)];
    const isOneMoment = Math.max(...seconds) - Math.min(...seconds) <= ALIKE.withinS;
    return isOneMoment && Math.max(...over) <= ALIKE.share * Math.max(5, Math.min(...over));
  });
}

/** Every time that a corner was read far above its neighbour: a cooler reading that somebody typed later takes none of them back. */
export function hotCorners(logbook: Logbook, car: Car, session: TrackSession): HotCorner[] {
  if (areAlike(logbook, session)) return [];
  const temps: Partial<Record<Corner, number>> = {};
  const { airTempC } = session.fact;
  return rotorReadings(logbook, car, session).flatMap(({ read, at60C }): HotCorner[] => {
    if (read.read.instrument !== 'pyrometer') return [];
    const { corner } = read.read;
    temps[corner] = at60C;
    const axle = axleOfCorner(corner);
    return compareSides(temps, airTempC)
      .filter((f) => f.code !== 'cornerWarmer' && f.place.corner && axleOfCorner(f.place.corner) === axle)
      .map((finding) => ({ finding, read, share: hotterSide(temps, axle, airTempC)?.share ?? 1 }));
  });
}

/**
 * The heat at four corners after a session.
 * @param outlook of the session as it was driven, where somebody has computed it: what is normal
 */
export function judgeCornerHeat(
  logbook: Logbook,
  car: Car,
  session: TrackSession,
  outlook: HeatOutlook | null = null,
): CornerHeats {
  const { airTempC } = session.fact;
  const taken = rotorReadings(logbook, car, session);
  const readings: CornerHeats['readings'] = {};
  for (const { read, at60C } of taken)
    if (read.read.instrument === 'pyrometer') readings[read.read.corner] = { read, tempC: read.read.tempC, at60C };
  const tempsC = Object.fromEntries(corners.flatMap((c) => (readings[c] ? [[c, readings[c].at60C]] : [])));
  const latest = Math.max(
    0,
    ...taken.map(({ read }) => (read.read.instrument === 'pyrometer' ? read.read.secondsAfterStop : 0)),
  );
  const hotter = corners.flatMap((corner) => {
    const read = readings[corner];
    const axle: Axle = axleOfCorner(corner);
    // The bulk of a rotor that stands is never hotter than its peak on track.
    const edge = outlook && edgeOf(outlook.axles[axle].rotorC, CERTAINTY);
    return read && edge !== null && read.at60C > edge
      ? [trackFinding('hotterThanModel', 'watch', { corner }, { read: celsius(read.at60C), edge: celsius(edge) })]
      : [];
  });
  return {
    readings,
    findings: [
      ...compareSides(tempsC, airTempC),
      ...hotter,
      ...(latest > TOO_LATE_S ? [trackFinding('hotTooLate', 'watch', {}, { minutes: Math.round(latest / 60) })] : []),
    ],
  };
}
