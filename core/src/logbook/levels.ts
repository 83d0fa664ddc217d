import type { Car, ExchangeBegun, Fact, NippleBled } from '../model';
import { byTime } from './by-time';

/** The alarm goes this much before MIN, mL. Common practice, no source; Calvik's own figure. */
export const EXCHANGE_RESERVE_ML = 20;

type Reservoir = Pick<Car, 'reservoirMinMl' | 'reservoirMaxMl'>;

/**
 * The lowest that the reservoir stood during one draw, mL: as somebody read it, or by the sum. Who tops up at the alarm never goes lower
 * than it.
 * @param beforeMl level when the nipple was opened @param isFed new fluid came while drawing
 */
export function lowestOfDraw(
  car: Pick<Car, 'reservoirMinMl'>,
  beforeMl: number,
  draw: { volumeMl: number; toppedUpMl: number; lowestLevelMl: number | null },
  isFed: boolean,
): number {
  if (draw.lowestLevelMl !== null) return draw.lowestLevelMl;
  if (isFed) return beforeMl;
  const untouchedMl = beforeMl - draw.volumeMl;
  const alarmMl = car.reservoirMinMl + EXCHANGE_RESERVE_ML;
  return Math.max(0, draw.toppedUpMl > 0 ? Math.max(Math.min(beforeMl, alarmMl), untouchedMl) : untouchedMl);
}

export interface ReservoirCourse {
  /** Where it stands after everything, mL; at MAX where nobody has looked. */
  levelMl: number;
  /** Of each draw the level before it and the lowest during it, mL. */
  draws: ReadonlyMap<string, { beforeMl: number; lowestMl: number }>;
  /** Level just before each exchange began, mL. */
  begun: ReadonlyMap<string, number>;
}

/**
 * The level of the reservoir through a job, entry by entry in the order in which it happened: what was read counts, what was drawn, poured
 * and pushed back is added up from there. One exchange begins where the one before it left off.
 * @param facts of one job that count
 */
export function reservoirCourse(car: Reservoir, facts: readonly Fact[]): ReservoirCourse {
  let levelMl = car.reservoirMaxMl;
  const methods = new Map<string, ExchangeBegun['method']>();
  const draws = new Map<string, { beforeMl: number; lowestMl: number }>();
  const begun = new Map<string, number>();
  const pour = (ml: number): void => void (levelMl = Math.max(0, levelMl + ml));
  for (const fact of [...facts].sort(byTime)) {
    if (fact.kind === 'reservoirSeen') levelMl = fact.levelMl;
    // What overflowed is gone: a reservoir holds no more than it holds.
    else if (fact.kind === 'pistonsRetracted') levelMl = Math.min(car.reservoirMaxMl, fact.levelAfterMl);
    else if (fact.kind === 'reservoirToppedUp') pour(fact.volumeMl);
    else if (fact.kind === 'exchangeBegun') {
      methods.set(fact.id, fact.method);
      begun.set(fact.id, levelMl);
      pour(fact.refillMl - fact.drawnOffMl);
    } else if (fact.kind === 'nippleBled') {
      const isFed = methods.get(fact.exchangeId) === 'pressureFed';
      draws.set(fact.id, { beforeMl: levelMl, lowestMl: lowestOfDraw(car, levelMl, fact, isFed) });
      if (!isFed) pour(fact.toppedUpMl - fact.volumeMl);
    }
  }
  return { levelMl, draws, begun };
}

/** Whether a draw took the reservoir under MIN: then air may have gone in. */
export const wentUnderMin = (course: ReservoirCourse, draw: NippleBled, minMl: number): boolean =>
  (course.draws.get(draw.id)?.lowestMl ?? Infinity) < minMl;
