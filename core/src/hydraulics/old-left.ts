/** What an exchange that is on record has left behind in each caliper, by the exchange model. */
import { EXCHANGE_RESERVE_ML, remembered } from '../logbook';
import { type Car, type Corner, type FluidExchange, corners } from '../model';
import { draw, flowMlPerSecond, oldSystem, refillReservoir } from './exchange-model';

/** Old fluid left at each caliper after a flush that somebody else made and of which no volume is known, 0–1. Calvik's own figure. */
const ELSEWHERE_OLD_SHARE = 0.1;

/**
 * Share of old fluid in each caliper after an exchange, 0–1: from a reservoir at MAX, sucked out and refilled as it was written down, drawn nipple by nipple
 * in the order in which they were, topped up in good time.
 * @example oldLeft(car, { …, reservoirRefillMl: 0, corners: [{ corner: 'RR', volumeMl: 50, … }, …] }).RR // near 1: the line alone holds that much
 */
export function oldLeft(
  car: Pick<
    Car,
    'front' | 'rear' | 'lineLengthMm' | 'lineBoreMm' | 'reservoirMaxMl' | 'reservoirMinMl' | 'reservoirCanBeSuckedOut'
  >,
  exchange: FluidExchange,
): Record<Corner, number> {
  const of = (share: (corner: Corner) => number): Record<Corner, number> =>
    Object.fromEntries(corners.map((c) => [c, share(c)])) as Record<Corner, number>;
  if (exchange.elsewhere) return of(() => ELSEWHERE_OLD_SHARE);
  return remembered(exchange, 'old left', [car], () => {
    const { drawnOffMl = exchange.reservoirRefillMl, reservoirRefillMl } = exchange;
    let state = refillReservoir(oldSystem(car, car.reservoirMaxMl), drawnOffMl, reservoirRefillMl);
    for (const { corner, volumeMl } of exchange.corners)
      state = draw(state, {
        corner,
        volumeMl,
        flowMlPerS: flowMlPerSecond.pressureAir,
        isFed: false,
        topUpAtMl: car.reservoirMinMl + EXCHANGE_RESERVE_ML,
        topUpToMl: car.reservoirMaxMl,
      }).state;
    return of((c) => Math.min(1, Math.max(0, state.calipers[c].old)));
  });
}
