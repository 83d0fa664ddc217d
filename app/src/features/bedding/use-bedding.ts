import { useMemo } from 'react';
import {
  type Axle,
  type BeddingBands,
  type BeddingBegun,
  type BeddingDriven,
  type BeddingLook,
  type Car,
  type Finding,
  type HeatInputs,
  type Logbook,
  acceptanceLacks,
  beddingBands,
  heatInputs,
  isAfter,
  layerOnAxle,
  ofKind,
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

/** A run, with what has come of it. */
export interface BeddingRunState {
  run: BeddingBegun;
  cycles: BeddingDriven[];
  looks: BeddingLook[];
  /** Axles that have not been looked at since. */
  left: Axle[];
  /** What its looks lack, said once. */
  lacks: Finding | null;
  /** What comes next. */
  next: 'drive' | 'look' | 'again' | 'over';
}

export function runState(logbook: Logbook, run: BeddingBegun): BeddingRunState {
  const facts = logbook.factsOfCar(run.carId);
  const cycles = ofKind(facts, 'beddingDriven').filter((f) => f.runId === run.id);
  const looks = ofKind(facts, 'beddingLook').filter((f) => f.runId === run.id);
  const driven = cycles.at(-1);
  const latest = looks
    .filter((l) => !driven || isAfter(l, driven))
    .map((look) => ({ look, lacks: look.decision === 'accept' ? acceptanceLacks(logbook, look) : null }));
  // Looked at while it was hot it is looked at again.
  const since = latest.flatMap(({ look, lacks }) => (lacks?.code === 'acceptedNotCooled' ? [] : [look]));
  const lacks = latest.at(-1)?.lacks ?? null;
  const seen = run.axles.map((axle) => since.findLast((l) => l.axle === axle));
  const next = !driven
    ? 'drive'
    : seen.some((l) => !l)
      ? 'look'
      : seen.every((l) => l!.decision === 'accept') && lacks === null
        ? 'over'
        : 'again';
  return { run, cycles: [...cycles], looks: [...looks], left: run.axles.filter((_, i) => !seen[i]), lacks, next };
}

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

export const runsOf = (logbook: Logbook, carId: string): BeddingBegun[] =>
  [...ofKind(logbook.factsOfCar(carId), 'beddingBegun')].reverse();
