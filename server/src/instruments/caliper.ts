import {
  type Car,
  type Corner,
  type Logbook,
  axleParts,
  axleOfCorner,
  padsAt,
  rotorAt,
  thinnestEnd,
} from '@calvik/core';
import { chance } from './chance';

export interface CaliperReading {
  mm: number;
  /** The jaws have stopped moving. */
  isSteady: boolean;
}

export type CaliperTarget = 'inner' | 'outer' | 'rotor';

/** Readings a second of a real one's data cable, roughly. */
export const CALIPER_EVERY_MS = 250;
const LONGEST = 240;

/**
 * What the jaws close on: the last measured thickness less some wear since, or what its label says; the same for the same
 * pad until it is measured again. A corner that was never measured has worn pads of its own.
 */
export function trueThicknessMm(logbook: Logbook, car: Car, corner: Corner, target: CaliperTarget): number {
  const dice = chance(`${car.id} ${corner} ${target}`);
  const parts = axleParts(logbook, car, axleOfCorner(corner));
  if (target === 'rotor') {
    const last = rotorAt(logbook, car, corner);
    const before = last ? Math.min(...last.thicknessesMm) : (parts.rotorPair?.newThicknessMm ?? 28);
    return before - 0.05 - dice.uniform() * 0.15;
  }
  const last = padsAt(logbook, car, corner);
  if (last) return Math.max(0.5, thinnestEnd(last[target]) - 0.2 - dice.uniform() * 0.8);
  return (parts.padSet?.newThicknessMm ?? 12) * (parts.padSet ? 1 : 0.45 + 0.4 * dice.uniform());
}

/** How finely each instrument reads, mm: a caliper on pads; on rotors a micrometer, for a caliper cannot tell 0.013 mm. */
const readsTo = (target: CaliperTarget): { resolutionMm: number; noiseMm: number } =>
  target === 'rotor' ? { resolutionMm: 0.001, noiseMm: 0.0012 } : { resolutionMm: 0.01, noiseMm: 0.006 };

/** Jaws that close, wobble, and come to rest. */
export function* closing(truthMm: number, seed: string, target: CaliperTarget = 'inner'): Generator<CaliperReading> {
  const dice = chance(seed);
  const { resolutionMm, noiseMm } = readsTo(target);
  for (let i = 0; i < LONGEST; i++) {
    const gap = 6 * Math.exp(-i / 3);
    const wobble = i < 12 ? dice.normal(0.05) : dice.normal(noiseMm);
    const steps = Math.round((truthMm + (i > 14 ? 0 : gap) + wobble) / resolutionMm);
    const mm = Math.max(0, Number((steps * resolutionMm).toFixed(3)));
    yield { mm, isSteady: i > 14 };
  }
}
