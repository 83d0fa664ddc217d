import { type LocalDate, dateIn, daysBetween } from '../calendar';
import type { Logbook } from '../logbook';
import { bookingReserving, reservedForText } from './parts';
import {
  type Booking,
  type Bottle,
  type Car,
  type Fact,
  type Fluid,
  type FluidExchange,
  type Reason,
  type Verdict,
  severity,
  worst,
} from '../model';
import { checkGrade } from '../fluid';

export interface BottleState {
  bottle: Bottle;
  fluid: Fluid | undefined;
  openedOn: LocalDate | null;
  daysOpen: number | null;
  /** Open longer than the shop allows for fluid that goes into a car. */
  openTooLong: boolean;
  leftMl: number;
  /** The booking that it is kept for. */
  reservedFor: Booking | null;
}

/** Millilitres that an exchange took from one bottle. */
export const pouredFrom = (exchange: FluidExchange, bottleId: string): number =>
  exchange.corners.reduce((sum, c) => sum + (c.bottleId === bottleId ? c.volumeMl : 0), 0) +
  (exchange.reservoirBottleId === bottleId ? exchange.reservoirRefillMl : 0);

/**
 * Old fluid that an exchange sent to the waste container, mL: what came out of the nipples, and what was
 * drawn from the reservoir before it was refilled.
 */
export const wasteOf = (exchange: FluidExchange): number =>
  exchange.corners.reduce((sum, c) => sum + c.volumeMl, 0) + exchange.reservoirRefillMl;

function openedAt(facts: readonly Fact[], bottleId: string): string | null {
  const opening = facts.find(
    (f) => f.kind === 'bottleOpened' || (f.kind === 'fluidExchange' && pouredFrom(f, bottleId) > 0),
  );
  return opening?.at ?? null;
}

/**
 * What is left in a bottle and for how long it has been open. A measured level restarts the count.
 * @param today in the shop's time zone
 */
export function bottleState(logbook: Logbook, bottle: Bottle, today: LocalDate): BottleState {
  const facts = logbook.factsOfBottle(bottle.id);
  let leftMl = bottle.sizeMl;
  for (const fact of facts) {
    if (fact.kind === 'bottleLevel') leftMl = fact.leftMl;
    if (fact.kind === 'fluidExchange') leftMl -= pouredFrom(fact, bottle.id);
  }
  const opened = openedAt(facts, bottle.id);
  const openedOn = opened ? dateIn(opened, logbook.shop.timeZone) : null;
  const daysOpen = openedOn ? Math.max(0, daysBetween(openedOn, today)) : null;
  return {
    bottle,
    fluid: logbook.fluids.get(bottle.fluidId),
    openedOn,
    daysOpen,
    openTooLong: daysOpen !== null && daysOpen > logbook.shop.openBottleDays,
    leftMl: Math.max(0, leftMl),
    reservedFor: bookingReserving(logbook, bottle.id, today),
  };
}

/** Everything against pouring from this bottle into this car; empty when nothing is. */
export function bottleObjections(logbook: Logbook, state: BottleState, car: Car): Reason[] {
  const reasons: Reason[] = [];
  if (!state.fluid) return [{ verdict: 'stop', text: 'What is in this bottle is not known. Take another one.' }];
  const compatibility = checkGrade(state.fluid.grade, car.fluidGrade);
  if (compatibility.verdict !== 'inOrder') reasons.push(compatibility);
  // What was in the car before a workshop cleared the system is out of it.
  const facts = logbook.factsOfCar(car.id);
  const inCar = facts
    .slice(facts.findLastIndex((f) => f.kind === 'systemCleared') + 1)
    .findLast((f): f is FluidExchange => f.kind === 'fluidExchange' && f.scope === 'full');
  const inCarBottle = inCar?.corners[0] && logbook.bottles.get(inCar.corners[0].bottleId);
  const inCarFluid = inCarBottle && logbook.fluids.get(inCarBottle.fluidId);
  if (inCarFluid && compatibility.verdict !== 'stop') {
    const mix = checkGrade(state.fluid.grade, inCarFluid.grade);
    if (mix.verdict === 'stop') {
      reasons.push({
        verdict: 'stop',
        text: `The car was last filled with ${inCarFluid.name} (${inCarFluid.grade}): it never mixes with ${state.fluid.grade}.`,
      });
    }
  }
  if (state.openTooLong) {
    reasons.push({
      verdict: 'watch',
      text: `Open for ${state.daysOpen} days; the shop allows ${logbook.shop.openBottleDays}. Keep it for the buffer under the hose end.`,
    });
  }
  if (state.leftMl <= 0) reasons.push({ verdict: 'needsWork', text: 'By the count this bottle is empty.' });
  if (state.reservedFor && state.reservedFor.carId !== car.id) {
    const words = reservedForText(logbook, state.reservedFor);
    reasons.push({ verdict: 'watch', text: `${words.charAt(0).toUpperCase()}${words.slice(1)}.` });
  }
  return reasons;
}

export interface BottleChoice {
  state: BottleState;
  /** Everything against it. */
  reasons: Reason[];
  verdict: Verdict;
}

/**
 * The bottles with fluid in them, the likeliest for a car first: nothing against it, kept for this car, what is in the car already, open ones.
 * @param inCarFluidId the fluid that the car has now
 * @param alsoId a bottle that stays in the list though it is empty or put away: an entry names it
 */
export const bottleChoices = (
  logbook: Logbook,
  car: Car,
  inCarFluidId: string | undefined,
  today: LocalDate,
  alsoId?: string,
): BottleChoice[] =>
  [...logbook.bottles.values()]
    .filter((b) => !b.archived || b.id === alsoId)
    .map((b) => {
      const state = bottleState(logbook, b, today);
      const reasons = bottleObjections(logbook, state, car);
      return { state, reasons, verdict: worst(reasons.map((r) => r.verdict)) };
    })
    .filter(({ state }) => state.leftMl > 0 || state.bottle.id === alsoId)
    .sort(
      (a, b) =>
        severity(a.verdict) - severity(b.verdict) ||
        Number(b.state.reservedFor?.carId === car.id) - Number(a.state.reservedFor?.carId === car.id) ||
        Number(b.state.bottle.fluidId === inCarFluidId) - Number(a.state.bottle.fluidId === inCarFluidId) ||
        Number(a.state.openedOn === null) - Number(b.state.openedOn === null) ||
        a.state.bottle.label.localeCompare(b.state.bottle.label),
    );

/** Old fluid collected so far by all exchanges that count, mL. */
export const wasteCollectedMl = (logbook: Logbook): number =>
  [...logbook.cars.keys()]
    .flatMap((carId) => logbook.factsOfCar(carId))
    .reduce((total, fact) => (fact.kind === 'fluidExchange' ? total + wasteOf(fact) : total), 0);

/** Used fluid that stands in the container now: collected less what was handed to a disposal point, mL. */
export const wasteInContainerMl = (logbook: Logbook): number =>
  Math.max(0, wasteCollectedMl(logbook) - logbook.wasteHandedOver.reduce((sum, f) => sum + f.volumeMl, 0));
