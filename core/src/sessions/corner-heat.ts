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
const AT_STOP = { pads: 0.85, caliper: 0.4, fluid: 0.35 } as const;
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
  let [low, high] = [tempC, tempC + 900];
  for (let i = 0; i < 24; i++) {
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

/** Left against right, each a minute after the stop, °C. @param alike said where nothing is odd */
export function compareSides(tempsC: Partial<Record<Corner, number>>, airC: number): Finding[] {
  return axles.flatMap((axle): Finding[] => {
    const [left, right] = cornersOf(axle);
    const [a, b] = [tempsC[left], tempsC[right]];
    if (a === undefined || b === undefined) return [];
    const hot = a >= b ? left : right;
    const [high, low] = [Math.max(a, b), Math.min(a, b)];
    const share = (high - airC) / Math.max(5, low - airC);
    const isOver = ({ share: s, byC }: { share: number; byC: number }): boolean => share >= s && high - low >= byC;
    const values = { hot: celsius(high), other: celsius(low) };
    if (isOver(ASIDE.drags)) return [trackFinding('cornerDrags', 'stop', { corner: hot }, values)];
    if (isOver(ASIDE.hotter)) return [trackFinding('cornerHotter', 'needsWork', { corner: hot }, values)];
    return isOver(ASIDE.warmer) ? [trackFinding('cornerWarmer', 'watch', { corner: hot }, values)] : [];
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
  const taken = factsAfter(logbook, session).filter(
    (f): f is HeatReading => f.kind === 'heatReading' && f.read.instrument === 'pyrometer' && f.read.part === 'rotor',
  );
  const readings: CornerHeats['readings'] = {};
  if (taken.length > 0) {
    const { inputs, axles: brakes } = heatInputs(logbook, car, airTempC);
    const heated = heatedCarOf({ inputs, axles: brakes }, withDucts(logbook, car, planOf(session)));
    for (const read of taken)
      if (read.read.instrument === 'pyrometer')
        readings[read.read.corner] = {
          read,
          tempC: read.read.tempC,
          at60C: broughtTo(heated.corners[read.read.corner], read.read, ONE_MOMENT_S, airTempC),
        };
  }
  const tempsC = Object.fromEntries(corners.flatMap((c) => (readings[c] ? [[c, readings[c].at60C]] : [])));
  const latest = Math.max(0, ...taken.map((f) => (f.read.instrument === 'pyrometer' ? f.read.secondsAfterStop : 0)));
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
