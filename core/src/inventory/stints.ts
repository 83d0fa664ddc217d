/** Where a part has been: on which axle of which car, from when to when. Its life is its own, and not that of a corner. */
import { type Logbook, byTime, ofKind } from '../logbook';
import type { Axle, Car, Fact, PartsFitted } from '../model';
import { type KindOfPart, axleParts, changes, kindsOfPart } from './axle-parts';

/** A stretch of time that a part was on an axle. */
export interface Stint {
  carId: string;
  axle: Axle;
  /** The fitting that put it on; null where it was on before anybody wrote anything down. */
  from: PartsFitted | null;
  /** When something else came on; null while it is still on. */
  until: string | null;
}

/** Whether a fitting puts something else on than this part; one without a label only where it says that parts were changed. */
export const takesOff = (fitting: PartsFitted, partId: string, of: KindOfPart): boolean => {
  const label = fitting[kindsOfPart[of].label];
  return label === null ? changes(fitting, of) : label !== partId;
};

/** Every stretch of a labelled part, oldest first. */
export function stintsOf(logbook: Logbook, partId: string, of: KindOfPart): Stint[] {
  const { label } = kindsOfPart[of];
  const own = ofKind(logbook.factsOfPart(partId) as readonly Fact[], 'partsFitted').filter((f) => f[label] === partId);
  const places = [...new Map(own.map((f) => [`${f.carId} ${f.axle}`, f])).values()];
  return places
    .flatMap(({ carId, axle }): Stint[] => {
      const fittings = ofKind(logbook.factsOfCar(carId), 'partsFitted').filter((f) => f.axle === axle);
      const found: Stint[] = [];
      let on: Stint | null = null;
      for (const fitting of fittings) {
        if (fitting[label] === partId) on ??= { carId, axle, from: fitting, until: null };
        else if (on && takesOff(fitting, partId, of)) {
          found.push({ ...on, until: fitting.at });
          on = null;
        }
      }
      return on ? [...found, on] : found;
    })
    .sort((a, b) => (a.from && b.from ? byTime(a.from, b.from) : 0));
}

/** The stretches of what is on an axle now: of a labelled part all that it has been through, of any other since it came on. */
export function stintsOn(logbook: Logbook, car: Car, axle: Axle, of: KindOfPart): Stint[] {
  const parts = axleParts(logbook, car, axle);
  const part = of === 'pads' ? parts.padSet : parts.rotorPair;
  const known = part ? stintsOf(logbook, part.id, of) : [];
  if (known.length > 0) return known;
  return [{ carId: car.id, axle, from: of === 'pads' ? parts.padsSince : parts.rotorsSince, until: null }];
}
