/** What is on which axle: it follows from fittings, nothing of it is stored. */
import { type Logbook, ofKind, remembered } from '../logbook';
import { type Axle, type Car, type Fact, type PadSet, type PartsFitted, type RotorPair, axles } from '../model';

/** What is on one axle of a car. */
export interface AxleParts {
  padSet: PadSet | null;
  rotorPair: RotorPair | null;
  /** The fitting that made it so; null where nobody has recorded one. */
  fitting: PartsFitted | null;
  /** Last time pads, and last time rotors, came new to the axle: older readings are of something else. */
  padsSince: PartsFitted | null;
  rotorsSince: PartsFitted | null;
}

/** Whether a fact comes after another, with ids deciding between equal moments. */
export const isAfter = (fact: Fact, other: Fact | null): boolean =>
  other === null || fact.at > other.at || (fact.at === other.at && fact.id > other.id);

/** The label and the readings of each kind of part. */
export const kindsOfPart = {
  pads: { label: 'padSetId', reading: 'padMeasurement' },
  rotors: { label: 'rotorPairId', reading: 'rotorMeasurement' },
} as const;
export type KindOfPart = keyof typeof kindsOfPart;

/** What of an axle came new with a fitting, as it is stored. */
export const changedParts = (pads: boolean, rotors: boolean): PartsFitted['changed'] =>
  pads ? (rotors ? 'both' : 'pads') : rotors ? 'rotors' : 'none';

/** Whether pads, or rotors, came new to an axle with a fitting. */
export const changes = (fitting: PartsFitted, of: KindOfPart): boolean =>
  fitting.changed === of || fitting.changed === 'both';

/** What fittings say of an axle, whatever becomes of the records that they name. */
interface Fittings extends Pick<AxleParts, 'fitting' | 'padsSince' | 'rotorsSince'> {
  labels: Record<KindOfPart, string>;
}
const fittingsOn = (facts: readonly Fact[], axle: Axle): Fittings =>
  remembered(facts, `fittings ${axle}`, [], () => {
    const fittings = ofKind(facts, 'partsFitted').filter((f) => f.axle === axle);
    const labelOn = (of: KindOfPart): string =>
      fittings.findLast((f) => f[kindsOfPart[of].label] !== null || changes(f, of))?.[kindsOfPart[of].label] ?? '';
    return {
      fitting: fittings.at(-1) ?? null,
      padsSince: fittings.findLast((f) => changes(f, 'pads')) ?? null,
      rotorsSince: fittings.findLast((f) => changes(f, 'rotors')) ?? null,
      labels: { pads: labelOn('pads'), rotors: labelOn('rotors') },
    };
  });

/** What is on an axle, by the last fitting that says so: one without a label that changed nothing leaves on what was on. */
export function axleParts(logbook: Logbook, car: Car, axle: Axle): AxleParts {
  const { labels, ...fittings } = fittingsOn(logbook.factsOfCar(car.id), axle);
  return {
    padSet: logbook.padSets.get(labels.pads) ?? null,
    rotorPair: logbook.rotorPairs.get(labels.rotors) ?? null,
    ...fittings,
  };
}

/** Every axle of a car with what is on it. */
export const allAxleParts = (logbook: Logbook, car: Car): Record<Axle, AxleParts> =>
  Object.fromEntries(axles.map((axle) => [axle, axleParts(logbook, car, axle)])) as Record<Axle, AxleParts>;
