/** Heat and wear are one matter: pads that are thinner pass more heat on, and what is hotter wears faster. */
import { heatCaseAt } from '../demand';
import type { HeatCase, HeatInputs } from '../heat-outlook';
import type { Logbook } from '../logbook';
import type { Axle, Car, TrackEvent } from '../model';
import { type AxleWear, leftOf } from './outlook';

/** A session of an event with the pads as they are when it begins, and with what is left of them after the last one. */
export interface Thinning {
  begins: HeatCase;
  ends: HeatCase;
  /** What is left of the pads then, mm, of each axle that is spoken of. */
  left: { axle: Axle; fromMm: number; toMm: number }[];
}

/** @returns null where the heat of the car is not known there, or the wear of its pads is not */
export function thinningOf(logbook: Logbook, car: Car, event: TrackEvent, wear: readonly AxleWear[]): Thinning | null {
  const found = heatCaseAt(logbook, car, event);
  if (!found || found.missing.length > 0) return null;
  const left = wear.flatMap((w) => {
    if (w.of !== 'pads' || !w.isTold || w.after.length === 0) return [];
    const lefts = leftOf(w);
    // Under a millimetre there is a plate left, and no model.
    const [fromMm, toMm] = [lefts[0]!.meanMm, lefts.at(-1)!.meanMm].map((mm) => Math.max(1, mm)) as [number, number];
    return toMm < fromMm ? [{ axle: w.axle, fromMm, toMm }] : [];
  });
  if (left.length === 0) return null;
  const withPads = (of: (l: (typeof left)[number]) => number): HeatCase => {
    const inputs: HeatInputs = { ...found.heatCase.inputs };
    for (const l of left) inputs[`${l.axle}PadMm`] = { ...inputs[`${l.axle}PadMm`], value: of(l) };
    return { ...found.heatCase, inputs };
  };
  return { begins: withPads((l) => l.fromMm), ends: withPads((l) => l.toMm), left };
}
