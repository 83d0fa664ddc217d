import type { Fact, MeasuredStep, MeasurementKind } from '@calvik/core';
import { cornerMeasurements, measurementKinds } from '@calvik/core/service/measurements';
import type { FactText, MeasurementWords } from './measurement-words';
import type { Say } from './reader';
import type { StepWords } from './step-words';
import { wheelBearingWords } from './wheel-bearings';

/** One entry for each measured check; a check without one does not compile. */
export const measurementWords: { [K in MeasurementKind]: MeasurementWords<K> } = {
  wheelBearingMeasurement: wheelBearingWords,
};

/** Their steps, and how the history tells them: for the registries of all steps and all facts. */
export const measuredStepWords = Object.fromEntries(
  measurementKinds.map((kind) => [cornerMeasurements[kind].step, measurementWords[kind].step]),
) as Record<MeasuredStep, StepWords>;
type Told = { [K in MeasurementKind]: (fact: Extract<Fact, { kind: K }>, logbook: unknown, say: Say) => FactText };
export const measuredFactTexts = Object.fromEntries(
  measurementKinds.map((kind) => [
    kind,
    (fact: Extract<Fact, { kind: typeof kind }>, _: unknown, say: Say) => measurementWords[kind].fact(fact, say),
  ]),
) as Told;
