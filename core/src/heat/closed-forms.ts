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
 * How much hotter the face of a slab is than when it began, K: heated by a constant flux at one side, insulated at the other,
 * `ΔT = q·t/(ρ·c·L) + q·L/k·(1/3 − 2/π²·Σ e^(−n²π²αt/L²)/n²)`. Carslaw and Jaeger, Conduction of Heat in Solids.
 * @param fluxWPerM2 into the face @param seconds since it began @param depthM L
 */
export function slabFaceK(
  fluxWPerM2: number,
  seconds: number,
  depthM: number,
  material: RotorMaterial,
  tempC: number,
): number {
  const { conductivityWPerMK: k, densityKgPerM3 } = materials[material];
  const perVolume = densityKgPerM3 * heatCapacity(material, tempC);
  const rate = (Math.PI ** 2 * k) / perVolume / depthM ** 2;
  let series = 0;
  for (let n = 1; n <= 200; n++) series += Math.exp(-(n ** 2) * rate * seconds) / n ** 2;
  return (
    (fluxWPerM2 * seconds) / perVolume / depthM + ((fluxWPerM2 * depthM) / k) * (1 / 3 - (2 / Math.PI ** 2) * series)
  );
}

/**
 * The same of a slab without a back: `ΔT = 2q·√(t/(π·k·ρ·c))`. Carslaw and Jaeger. What a slab does at first.
 * @param fluxWPerM2 into one face @param seconds since the brakes went on
 */
export function surfaceFlashK(fluxWPerM2: number, seconds: number, material: RotorMaterial, tempC: number): number {
  const { conductivityWPerMK, densityKgPerM3 } = materials[material];
  const effusivity2 = conductivityWPerMK * densityKgPerM3 * heatCapacity(material, tempC);
  return (2 * fluxWPerM2 * Math.sqrt(seconds)) / Math.sqrt(Math.PI * effusivity2);
}
