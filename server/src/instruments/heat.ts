/**
 * Thermal paint, caliper stickers and a pyrometer, and the car that they measure: it differs from what is on record in every figure and in every part
 * of the model, within their spreads, and stays the same for the same car.
 */
import {
  type Car,
  type Corner,
  type DrivenSession,
  type HeatRead,
  type Logbook,
  type Venue,
  axleOfCorner,
  corners,
  cornersOf,
  heatInputKeys,
  heatInputs,
} from '@calvik/core';
import { alike, heatedCarOf, piecesOf } from '@calvik/core/heat-outlook/computing';
import { driveCorner } from '@calvik/core/heat';
import { chance } from './chance';

/** Highest temperatures of three colours of paint, and of the fields of a sticker, °C. Invented steps of the usual size. */
export const PAINT_STEPS_C = [430, 560, 610] as const;
export const STICKER_STEPS_C = [99, 110, 121, 132, 143, 154, 166, 177, 188, 199] as const;
/** How far each instrument is off, °C, and of a pyrometer as a share of what it reads. */
const NOISE = { paintC: 8, stickerC: 2.5, pyrometerC: 6, pyrometerShare: 0.025 } as const;

/** How far the model is off for a true car, as standard deviations. */
const OWN = { energy: 0.06, split: 0.1, cooling: 0.14, rotorMass: 0.02, padPath: 0.2, caliper: 0.2 } as const;

/** So many cars of a hundred have a caliper that hangs, until somebody has found it. */
const DRAGGING_OF_100 = 12;
/** A caliper that drags gets so much hotter above the air, and by so many degrees at the most. */
const DRAG = { rotor: 1.8, caliper: 1.4, mostC: 240 } as const;

/** The corner at which a car's caliper hangs; null where none does, or it was freed. */
export function draggingCorner(logbook: Logbook, car: Car): Corner | null {
  const isFreed = logbook
    .factsOfCar(car.id)
    .some((f) => f.kind === 'diagnosisClosed' && (f.cause === 'slidePinSticks' || f.cause === 'pistonSticks'));
  // The number leaves one car of the demo shop with such a caliper.
  const dice = chance(`caliper 328 of ${car.id.slice(14)}`);
  return !isFreed && dice.uniform() * 100 < DRAGGING_OF_100 ? corners[Math.floor(dice.uniform() * 4)]! : null;
}

interface TrueHeat {
  rotorMaxC: number;
  caliperMaxC: number;
  fluidMaxC: number;
  /** So long after the car stood still. */
  after: (seconds: number) => { rotorC: number; caliperC: number };
}

/** What one corner of the true car got to in a session. */
export function trueHeat(logbook: Logbook, car: Car, venue: Venue, session: DrivenSession, corner: Corner): TrueHeat {
  // By the random part of its id alone: a demo shop that is loaded another day has the same cars.
  const dice = chance(`session of ${car.id.slice(14)}`);
  const { inputs, axles } = heatInputs(logbook, car, session.airTempC);
  for (const key of heatInputKeys)
    if (key !== 'airTempC')
      inputs[key] = { ...inputs[key], value: inputs[key].value * Math.exp(dice.normal(inputs[key].spread)) };
  const own = Object.fromEntries(Object.entries(OWN).map(([k, s]) => [k, dice.normal(s)])) as Record<
    keyof typeof OWN,
    number
  >;
  const samples: { seconds: number; rotorC: number; caliperC: number }[] = [];
  const most = { rotorMaxC: -Infinity, caliperMaxC: -Infinity, fluidMaxC: -Infinity };
  const parked = { ...session, parkedMin: Math.max(session.parkedMin, 15) };
  const parkedAtS =
    driveCorner(
      heatedCarOf({ inputs, axles }, parked, alike(own)),
      cornersOf(axleOfCorner(corner))[0],
      piecesOf(inputs, venue.zones, parked),
      { airC: session.airTempC },
      (s) => {
        most.rotorMaxC = Math.max(most.rotorMaxC, s.rotorC);
        most.caliperMaxC = Math.max(most.caliperMaxC, s.caliperC);
        most.fluidMaxC = Math.max(most.fluidMaxC, s.fluidC);
        if (s.speedMPerS === 0) samples.push(s);
      },
    ) ?? 0;
  const drag = draggingCorner(logbook, car) === corner ? DRAG : { rotor: 1, caliper: 1, mostC: 0 };
  const over = (tempC: number, share: number, left = 1): number =>
    tempC + Math.min(drag.mostC * left, (tempC - session.airTempC) * (share - 1));
  return {
    rotorMaxC: over(most.rotorMaxC, drag.rotor),
    caliperMaxC: over(most.caliperMaxC, drag.caliper),
    fluidMaxC: over(most.fluidMaxC, drag.caliper),
    after: (seconds) => {
      const then = samples.find((s) => s.seconds >= parkedAtS + seconds) ?? samples.at(-1)!;
      // What it had over the others goes as it cools.
      const left = (then.rotorC - session.airTempC) / Math.max(1, samples[0]!.rotorC - session.airTempC);
      return { rotorC: over(then.rotorC, drag.rotor, left), caliperC: over(then.caliperC, drag.caliper, left) };
    },
  };
}

const step = (steps: readonly number[], tempC: number): { reachedC: number | null; notReachedC: number | null } => ({
  reachedC: steps.filter((s) => s <= tempC).at(-1) ?? null,
  notReachedC: steps.find((s) => s > tempC) ?? null,
});

/** What is asked of an instrument. */
export type HeatRequest =
  | { instrument: 'thermalPaint' | 'sticker'; corner: Corner }
  | { instrument: 'pyrometer'; corner: Corner; part: 'rotor' | 'caliper'; secondsAfterStop: number };

/** Reads an instrument at a corner of the true car. @param seed of this reading's own noise */
export function readHeat(truth: TrueHeat, request: HeatRequest, seed: string): HeatRead {
  const dice = chance(seed);
  const { corner } = request;
  switch (request.instrument) {
    case 'thermalPaint':
      return {
        instrument: 'thermalPaint',
        corner,
        ...step(PAINT_STEPS_C, truth.rotorMaxC + dice.normal(NOISE.paintC)),
      };
    case 'sticker':
      return {
        instrument: 'sticker',
        corner,
        ...step(STICKER_STEPS_C, truth.caliperMaxC + dice.normal(NOISE.stickerC)),
      };
    case 'pyrometer': {
      const then = truth.after(request.secondsAfterStop);
      const exact = request.part === 'rotor' ? then.rotorC : then.caliperC;
      const tempC = Math.round(exact + dice.normal(Math.hypot(NOISE.pyrometerC, NOISE.pyrometerShare * exact)));
      return { instrument: 'pyrometer', corner, part: request.part, tempC, secondsAfterStop: request.secondsAfterStop };
    }
  }
}
