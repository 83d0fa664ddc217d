import { useMemo } from 'react';
import {
  type Axle,
  type BeddingBands,
  type Car,
  type HeatInputs,
  type Logbook,
  beddingBands,
  heatInputs,
  layerOnAxle,
  usualSession,
  withDucts,
} from '@calvik/core';
import type { HeatedCar } from '@calvik/core/heat';
import { compoundOnAxle } from '@calvik/core';
import { heatedCarOf } from '@calvik/core/heat-outlook/computing';

/** A car as the heat model drives it while it is bedded. */
export interface BeddingCar {
  heated: HeatedCar;
  inputs: HeatInputs;
  /** Whether weight and rotors are on record: only then the count follows the model by itself. */
  isKnown: boolean;
}

export function beddingCar(logbook: Logbook, car: Car, airTempC: number, isTaped: boolean): BeddingCar {
  const { inputs, axles } = heatInputs(logbook, car, airTempC);
  const session = withDucts(logbook, car, { ...usualSession, airTempC, ducts: isTaped ? 'taped' : null });
  return {
    heated: heatedCarOf({ inputs, axles }, session),
    inputs,
    isKnown: !inputs.massKg.isDefault && axles.front.isKnown && axles.rear.isKnown,
  };
}

/** The axle whose faces decide: the front one where both are bedded, for it does more of the work. */
export const decidingAxle = (axles: readonly Axle[]): Axle => (axles.includes('front') ? 'front' : 'rear');

export const bandsFor = (
  logbook: Logbook,
  car: Car,
  axles: readonly Axle[],
  procedure: Parameters<typeof beddingBands>[1],
): BeddingBands => beddingBands(compoundOnAxle(logbook, car, decidingAxle(axles)), procedure);

/** Axles whose pads want bedding, first; both where neither does. */
export function useAxlesToBed(logbook: Logbook, car: Car, today: string): Axle[] {
  return useMemo(() => {
    const green = (['front', 'rear'] as const).filter((axle) => {
      const { finding, state } = layerOnAxle(logbook, car, axle, today);
      return finding !== null && state !== 'unknown';
    });
    return green.length > 0 ? [...green] : ['front', 'rear'];
  }, [logbook, car, today]);
}
