import type { Car, ClutchBled, ExchangeBegun, Fact, NippleBled, ReservoirToppedUp } from '../model';
import { byTime } from './by-time';

/** The alarm goes this much before MIN, mL. Common practice, no source; Calvik's own figure. */
export const EXCHANGE_RESERVE_ML = 20;

type Reservoir = Pick<Car, 'reservoirMinMl' | 'reservoirMaxMl'>;

/** New fluid poured in while a nipple was open: what had been drawn there by then, and how much went in, mL. */
export interface TopUp {
  drawnMl: number;
  volumeMl: number;
}

/**
 * The lowest that the reservoir stood during one draw, mL: as somebody read it, or by the sum, from one topping up to the next. Of an entry
 * that only says how much was topped up in all: who tops up at the alarm never goes lower than it.
 * @param beforeMl level when the nipple was opened @param isFed new fluid came while drawing @param topUps in the order in which they happened
 */
export function lowestOfDraw(
  car: Pick<Car, 'reservoirMinMl'>,
  beforeMl: number,
  draw: { volumeMl: number; toppedUpMl: number; lowestLevelMl: number | null },
  isFed: boolean,
  topUps: readonly TopUp[] = [],
): number {
  if (draw.lowestLevelMl !== null) return draw.lowestLevelMl;
  if (isFed) return beforeMl;
  if (topUps.length > 0) {
    let levelMl = beforeMl;
    let lowestMl = beforeMl;
    for (const { drawnMl, volumeMl } of topUps) {
      lowestMl = Math.min(lowestMl, levelMl - drawnMl);
      levelMl += volumeMl;
    }
    return Math.max(0, Math.min(lowestMl, levelMl - draw.volumeMl + draw.toppedUpMl));
  }
  const untouchedMl = beforeMl - draw.volumeMl;
  const alarmMl = car.reservoirMinMl + EXCHANGE_RESERVE_ML;
  return Math.max(0, draw.toppedUpMl > 0 ? Math.max(Math.min(beforeMl, alarmMl), untouchedMl) : untouchedMl);
}

export interface ReservoirCourse {
  /** Where it stands after everything, mL; at MAX where nobody has looked. */
  levelMl: number;
  /** Of each draw the level before it and the lowest during it, mL. */
  draws: ReadonlyMap<string, { beforeMl: number; lowestMl: number }>;
  /** What was poured in at a turn that has not been closed yet, in order. */
  openTopUps: (exchangeId: string, index: number) => readonly TopUp[];
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
  const open = new Map<string, TopUp[]>();
  const turn = (exchangeId: string, index: number): string => `${exchangeId} ${index}`;
  const toppedUp = ({ during, volumeMl }: ReservoirToppedUp): void => {
    if (!during) return;
    const key = turn(during.exchangeId, during.index);
    open.set(key, [...(open.get(key) ?? []), { drawnMl: during.drawnMl, volumeMl }]);
  };
  const pour = (ml: number): void => void (levelMl = Math.max(0, levelMl + ml));
  for (const fact of [...facts].sort(byTime)) {
    if (fact.kind === 'reservoirSeen') levelMl = fact.levelMl;
    // What overflowed is gone: a reservoir holds no more than it holds.
    else if (fact.kind === 'pistonsRetracted') levelMl = Math.min(car.reservoirMaxMl, fact.levelAfterMl);
    else if (fact.kind === 'reservoirToppedUp') {
      toppedUp(fact);
      pour(fact.volumeMl);
    } else if (fact.kind === 'exchangeBegun') {
      methods.set(fact.id, fact.method);
      begun.set(fact.id, levelMl);
      pour(fact.refillMl - fact.drawnOffMl);
    } else if (fact.kind === 'nippleBled') {
      const isFed = methods.get(fact.exchangeId) === 'pressureFed';
      const key = turn(fact.exchangeId, fact.index);
      const topUps = open.get(key) ?? [];
      open.delete(key);
      const beforeMl = levelMl - topUps.reduce((sum, t) => sum + t.volumeMl, 0);
      draws.set(fact.id, { beforeMl, lowestMl: lowestOfDraw(car, beforeMl, fact, isFed, topUps) });
      if (!isFed) pour(fact.toppedUpMl - fact.volumeMl);
    } else if (fact.kind === 'clutchBled') {
      const isFed = methods.get(fact.exchangeId) === 'pressureFed';
      draws.set(fact.id, { beforeMl: levelMl, lowestMl: isFed ? levelMl : Math.max(0, levelMl - fact.volumeMl) });
      if (!isFed) pour(-fact.volumeMl);
    }
  }
  return { levelMl, draws, begun, openTopUps: (exchangeId, index) => open.get(turn(exchangeId, index)) ?? [] };
}

/** Whether a draw took the reservoir under MIN: then air may have gone in. */
export const wentUnderMin = (course: ReservoirCourse, draw: NippleBled | ClutchBled, minMl: number): boolean =>
  (course.draws.get(draw.id)?.lowestMl ?? Infinity) < minMl;
