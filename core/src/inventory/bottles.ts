import { type LocalDate, dateIn, daysBetween } from '../calendar';
import { type Logbook, openedAt, pouredFrom } from '../logbook';
import {
  type Booking,
  type Bottle,
  type Car,
  type ClutchBled,
  type Finding,
  type Fluid,
  type FluidExchange,
  type Verdict,
  millilitres,
  severity,
  worstOf,
} from '../model';
import { inventoryFinding } from './findings';
import { bookingReserving, reservedForFinding } from './parts';
import { checkGrade } from '../fluid';

export interface BottleState {
  bottle: Bottle;
  fluid: Fluid | undefined;
  openedOn: LocalDate | null;
  daysOpen: number | null;
  /** Open longer than the shop allows for fluid that goes into a car. */
  openTooLong: boolean;
  leftMl: number;
  /** The booking that it is reserved for. */
  reservedFor: Booking | null;
}

/**
 * Old fluid that an exchange sent to the waste container, mL: what came out of the nipples, and what was
 * drawn from the reservoir before it was refilled.
 */
export const wasteOf = (exchange: FluidExchange): number =>
  exchange.corners.reduce((sum, c) => sum + c.volumeMl, 0) + (exchange.drawnOffMl ?? exchange.reservoirRefillMl);

/** Whether the fluid came out of the bottle while the clutch line was drawn, not out of the reservoir. */
const wasFed = (logbook: Logbook, { jobId, exchangeId }: ClutchBled): boolean =>
  logbook
    .factsOfJob(jobId)
    .some((f) => f.kind === 'exchangeBegun' && f.id === exchangeId && f.method === 'pressureFed');

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
    if (fact.kind === 'reservoirToppedUp') leftMl -= fact.volumeMl;
    if (fact.kind === 'levelRead') leftMl -= fact.toppedUpMl;
    if (fact.kind === 'clutchBled' && wasFed(logbook, fact)) leftMl -= fact.volumeMl;
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

/** What was last put into a car in full; null where nobody knows, or a workshop has cleared the system since. */
function fluidInCar(logbook: Logbook, car: Car): Fluid | null {
  const facts = logbook.factsOfCar(car.id);
  const filled = facts
    .slice(facts.findLastIndex((f) => f.kind === 'systemCleared') + 1)
    .findLast((f): f is FluidExchange => f.kind === 'fluidExchange' && f.scope === 'full');
  if (filled?.elsewhere) return logbook.fluids.get(filled.elsewhere.fluidId ?? '') ?? null;
  const bottle = filled?.corners[0] && logbook.bottles.get(filled.corners[0].bottleId);
  return (bottle && logbook.fluids.get(bottle.fluidId)) ?? null;
}

/** Everything against pouring from this bottle into this car; empty when nothing is. */
export function bottleObjections(logbook: Logbook, state: BottleState, car: Car): Finding[] {
  const { fluid } = state;
  if (!fluid) return [inventoryFinding('bottleUnknown', 'stop', {}, {})];
  const findings: Finding[] = [];
  const compatibility = checkGrade(fluid.grade, car.fluidGrade);
  if (compatibility.verdict !== 'inOrder') findings.push(compatibility);
  const inCar = fluidInCar(logbook, car);
  if (inCar && compatibility.verdict !== 'stop' && checkGrade(fluid.grade, inCar.grade).verdict === 'stop')
    findings.push(
      inventoryFinding(
        'bottleNeverMixes',
        'stop',
        {},
        { inCar: inCar.name, inCarGrade: inCar.grade, poured: fluid.grade },
      ),
    );
  // What must never go in is no buffer either: it is not spoken of as one.
  const age = worstOf(findings) === 'stop' ? null : judgeBottleAge(logbook, state);
  if (age) findings.push(age);
  if (state.leftMl <= 0) findings.push(inventoryFinding('bottleEmpty', 'needsWork', {}, {}));
  if (state.reservedFor && state.reservedFor.carId !== car.id)
    findings.push(reservedForFinding(logbook, state.reservedFor));
  return findings;
}

/** Said of a bottle that has been open for longer than the shop allows; null of any other. */
export const judgeBottleAge = (logbook: Logbook, state: BottleState): Finding | null =>
  state.openTooLong && state.daysOpen !== null
    ? inventoryFinding(
        'bottleOpenTooLong',
        'watch',
        {},
        { daysOpen: state.daysOpen, maxDays: logbook.shop.openBottleDays },
      )
    : null;

/** Said where more is poured from a bottle than it holds by the count; null where there is enough. */
export const judgePouring = (state: BottleState, wantedMl: number): Finding | null =>
  wantedMl > state.leftMl
    ? inventoryFinding(
        'bottleShort',
        'watch',
        {},
        { bottle: state.bottle.label, left: millilitres(state.leftMl), wanted: millilitres(wantedMl) },
      )
    : null;

export interface BottleChoice {
  state: BottleState;
  /** Everything against it. */
  findings: Finding[];
  verdict: Verdict;
}

/**
 * The bottles with fluid in them, the likeliest for a car first: nothing against it, reserved for this car, what is in the car already, open ones.
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
      const findings = bottleObjections(logbook, state, car);
      return { state, findings, verdict: worstOf(findings) };
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

/** Said where a bottle was chosen that must not be poured into this car; null of any other. */
export const judgeChoice = ({ verdict }: Pick<BottleChoice, 'verdict'>): Finding | null =>
  verdict === 'stop' ? inventoryFinding('bottleMustNotGoIn', 'stop', {}, {}) : null;

/** Old fluid collected so far by all exchanges that count, mL. */
export const wasteCollectedMl = (logbook: Logbook): number =>
  [...logbook.cars.keys()]
    .flatMap((carId) => logbook.factsOfCar(carId))
    .reduce(
      (total, fact) =>
        total +
        (fact.kind === 'fluidExchange' ? wasteOf(fact) : 0) +
        // Drawn off before pistons are pushed back: it goes to the same container.
        (fact.kind === 'pistonsRetracted' ? fact.drawnOffMl : 0) +
        (fact.kind === 'clutchBled' ? fact.volumeMl : 0),
      0,
    );

/** Used fluid that stands in the container now: collected less what was handed to a disposal point, mL. */
export const wasteInContainerMl = (logbook: Logbook): number =>
  Math.max(0, wasteCollectedMl(logbook) - logbook.wasteHandedOver.reduce((sum, f) => sum + f.volumeMl, 0));

/** Share of the container from which somebody is told to empty it. Calvik's own figure. */
const NEARLY_FULL = 0.85;

/** Said while the container for used fluid is nearly full; null otherwise. @param inItMl and @param holdsMl mL */
export const judgeWasteContainer = (inItMl: number, holdsMl: number): Finding | null =>
  inItMl > NEARLY_FULL * holdsMl
    ? inventoryFinding(
        'wasteContainerNearlyFull',
        'needsWork',
        {},
        { inIt: millilitres(inItMl), holds: millilitres(holdsMl) },
      )
    : null;
