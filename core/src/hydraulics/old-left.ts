/** What an exchange that is on record has left behind in each caliper, by the exchange model. */
import { EXCHANGE_RESERVE_ML, remembered } from '../logbook';
import { type Car, type Corner, type FluidExchange, corners } from '../model';
import {
  type SystemState,
  UNSUCKABLE_SHARE,
  draw,
  flowMlPerSecond,
  oldSystem,
  refillReservoir,
  scaled,
} from './exchange-model';

/** Old fluid left everywhere after a flush that somebody else made and of which no volume is known, 0–1. Calvik's own figure. */
const ELSEWHERE_OLD_SHARE = 0.1;

type Plumbing = Pick<
  Car,
  'front' | 'rear' | 'lineLengthMm' | 'lineBoreMm' | 'reservoirMaxMl' | 'reservoirMinMl' | 'reservoirCanBeSuckedOut'
>;

/** A system through an exchange: the reservoir at MAX sucked out and refilled as it was written down, then drawn nipple by nipple, topped up in good time. */
function through(car: Plumbing, exchange: FluidExchange, from: SystemState): SystemState {
  if (exchange.elsewhere) return scaled(from, ELSEWHERE_OLD_SHARE);
  // Whatever was written down: some of it cannot be sucked out, and no more goes in than it holds.
  const drawnOffMl = Math.min(
    exchange.drawnOffMl ?? exchange.reservoirRefillMl,
    (1 - UNSUCKABLE_SHARE) * car.reservoirMaxMl,
  );
  let state = refillReservoir(from, drawnOffMl, Math.min(exchange.reservoirRefillMl, drawnOffMl));
  for (const { corner, volumeMl } of exchange.corners)
    state = draw(state, {
      corner,
      volumeMl,
      flowMlPerS: flowMlPerSecond.pressureAir,
      isFed: false,
      topUpAtMl: car.reservoirMinMl + EXCHANGE_RESERVE_ML,
      topUpToMl: car.reservoirMaxMl,
    }).state;
  return refillReservoir(state, 0, Math.max(0, car.reservoirMaxMl - state.reservoirMl));
}

const allOld = (car: Plumbing, exchange: FluidExchange): SystemState =>
  remembered(exchange, 'old left', [car], () => through(car, exchange, oldSystem(car, car.reservoirMaxMl)));

const shares = ({ calipers }: SystemState): Record<Corner, number> =>
  Object.fromEntries(corners.map((c) => [c, Math.min(1, Math.max(0, calipers[c].old))])) as Record<Corner, number>;

/**
 * Share of fluid in each caliper that was in the car before an exchange, 0–1.
 * @example oldLeft(car, { …, reservoirRefillMl: 0, corners: [{ corner: 'RR', volumeMl: 50, … }, …] }).RR // near 1: the line alone holds that much
 */
export const oldLeft = (car: Plumbing, exchange: FluidExchange): Record<Corner, number> =>
  shares(allOld(car, exchange));

/** Share of fluid in each caliper that was in the car before both of two exchanges, 0–1. */
export const olderLeft = (car: Plumbing, exchange: FluidExchange, before: FluidExchange): Record<Corner, number> =>
  shares(remembered(exchange, 'older left', [car, before], () => through(car, exchange, allOld(car, before))));
