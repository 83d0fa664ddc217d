/** What the stock has that could help a car with its heat, and what limits it as it stands. */
import type { LocalDate } from '../calendar';
import { type HelpLimits, type OnShelf, isVentedPair, rotorMassKg } from '../heat-outlook';
import { axleParts, bottleState, compoundOf, fittingCandidates, padSetMm } from '../inventory';
import type { Logbook } from '../logbook';
import { type Axle, type Car, type TrackEvent, axles } from '../model';
import { freshBoilingPointC } from './fresh';
import { judgeFluid } from './judge';

/** With less left a bottle flushes no car. Calvik's own figure. */
const LEAST_LEFT_ML = 300;

/** What is on the shelf that could help a car, and what each fluid would boil at on the day. */
export function shelfFor(logbook: Logbook, car: Car, event: TrackEvent | null, today: LocalDate): OnShelf {
  const padSets: OnShelf['padSets'] = [];
  const rotorPairs: OnShelf['rotorPairs'] = [];
  for (const axle of axles) {
    const found = fittingCandidates(logbook, car, axle);
    for (const set of found.padSets) {
      const compound = compoundOf(logbook, set);
      padSets.push({
        id: set.id,
        label: set.label,
        axle,
        compound: compound?.name ?? '',
        thicknessMm: padSetMm(logbook, set),
        friction: compound?.friction ?? null,
        maxTempC: compound?.maxTempC ?? null,
      });
    }
    for (const pair of found.rotorPairs) {
      const size = {
        outerMm: pair.sweptOuterDiameterMm,
        innerMm: pair.sweptInnerDiameterMm,
        thicknessMm: pair.newThicknessMm,
        isVented: isVentedPair(pair),
        material: pair.material,
      };
      rotorPairs.push({ id: pair.id, label: pair.label, axle, massKg: pair.newMassKg ?? rotorMassKg(size), ...size });
    }
  }
  const usable = new Set(
    [...logbook.bottles.values()]
      .filter((b) => !b.archived)
      .map((b) => ({ b, s: bottleState(logbook, b, today) }))
      .filter(({ s }) => s.leftMl > LEAST_LEFT_ML && !s.openTooLong)
      // What another car has been promised does not help this one.
      .filter(({ s }) => s.reservedFor === null || s.reservedFor.carId === car.id)
      .map(({ b }) => b.fluidId),
  );
  const fluids = [...logbook.fluids.values()]
    .filter((f) => !f.archived && usable.has(f.id) && f.grade === car.fluidGrade)
    .map((f) => ({ id: f.id, name: f.name, boilsAtC: freshBoilingPointC(logbook, car, f, event, today) }));
  return { padSets, rotorPairs, fluids };
}

/** What limits a car as it stands. */
export function helpLimits(logbook: Logbook, car: Car, event: TrackEvent | null, today: LocalDate): HelpLimits {
  const of = <T>(value: (axle: Axle) => T): Record<Axle, T> => ({ front: value('front'), rear: value('rear') });
  return {
    boilsAtC: judgeFluid(logbook, car, event, today).boilingOnDay?.value ?? null,
    maxPadC: of((axle) => compoundOf(logbook, axleParts(logbook, car, axle).padSet)?.maxTempC ?? null),
    newPadMm: of((axle) => axleParts(logbook, car, axle).padSet?.newThicknessMm ?? 0),
  };
}
