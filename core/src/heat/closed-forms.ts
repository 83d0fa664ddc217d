/** Sums that have an exact answer: what the network is checked against, and what a rough guess needs. */
import { type RotorMaterial, heatCapacity, materials } from './materials';

/**
 * Temperature after the nth of equal stops at equal distances of time, °C: `T = T∞ + ΔT·(1 − e^(−n·β·t))/(1 − e^(−β·t))`, `β = hA/mc`.
 * R. Limpert, Brake Design and Safety; from memory.
 * @param riseC rise of one stop @param everyS time from stop to stop, s @param beta 1/s
 * @example repeatedStopsC({ ambientC: 20, riseC: 60, everyS: 45, beta: 0.004, stops: 1 }) // 80
 */
export const repeatedStopsC = (of: {
  ambientC: number;
  riseC: number;
  everyS: number;
  beta: number;
  stops: number;
}): number => {
  const x = of.beta * of.everyS;
  return of.ambientC + (of.riseC * -Math.expm1(-of.stops * x)) / -Math.expm1(-x);
};

/** Newton's cooling, °C. @param beta hA/mc, 1/s @param seconds since it was at `fromC` */
export const cooledC = (fromC: number, ambientC: number, beta: number, seconds: number): number =>
  ambientC + (fromC - ambientC) * Math.exp(-beta * seconds);

/**
 * How much hotter the face is than the rotor's bulk while it is braked, K: a semi-infinite solid under a constant flux,
 * `ΔT = 2q·√(t/(π·k·ρ·c))`. Carslaw and Jaeger, Conduction of Heat in Solids.
 * @param fluxWPerM2 into one face @param seconds since the brakes went on
 */
export const surfaceFlashK = (fluxWPerM2: number, seconds: number, material: RotorMaterial, tempC: number): number =>
  fallingFlashK(fluxWPerM2, 0, seconds, material, tempC);

/**
 * The same where the flux falls in a straight line from `q` by `s` a second, as it does while a car slows evenly:
 * `ΔT = (2q·√t − 4/3·s·t^1.5)/√(π·k·ρ·c)`, by Duhamel's integral of the form above.
 * @param fluxWPerM2 into one face when the brakes go on @param fallWPerM2S by how much it falls a second
 */
export function fallingFlashK(
  fluxWPerM2: number,
  fallWPerM2S: number,
  seconds: number,
  material: RotorMaterial,
  tempC: number,
): number {
  const { conductivityWPerMK, densityKgPerM3 } = materials[material];
  const effusivity2 = conductivityWPerMK * densityKgPerM3 * heatCapacity(material, tempC);
  const root = Math.sqrt(seconds);
  return Math.max(
    0,
    (2 * fluxWPerM2 * root - (4 / 3) * fallWPerM2S * seconds * root) / Math.sqrt(Math.PI * effusivity2),
  );
}
