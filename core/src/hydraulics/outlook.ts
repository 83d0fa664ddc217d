/** What a technician is told while a figure is being typed: where the level goes, when to stop, what to open. */
import { EXCHANGE_RESERVE_ML, type TopUp, lowestOfDraw } from '../logbook';
import { type Car, type Finding, type NippleBled, type ReservoirSeen, millilitres } from '../model';
import { UNSUCKABLE_SHARE } from './exchange-model';
import { hydraulicsFinding } from './findings';
import { type ExchangeProgress, isFedMethod } from './progress';

export interface DrawOutlook {
  /** Level before this nipple; of one that is corrected, without its own draw, mL. */
  beforeMl: number;
  /** How much may be drawn before somebody must stop, and where the alarm is, mL; null while fluid is fed. */
  stopAfterMl: number | null;
  alarmAfterMl: number | null;
  nowMl: number;
  /** What still goes in up to MAX, mL. */
  toMaxMl: number;
  /** The lowest that the level stood: as seen, or as the sum says. */
  lowestMl: number;
  isUnderMin: boolean;
  /** Close to MIN, or under it; null while the level is no matter. */
  finding: Finding | null;
}

/**
 * Where the reservoir stands at one nipple.
 * @param typed millilitres drawn here (null while nobody has said), topped up, and the lowest level where somebody saw it
 * @param standing the draw that is being corrected
 * @param topUps what was poured in at this nipple, which the level of the progress has in it already
 */
export function drawOutlook(
  car: Pick<Car, 'reservoirMinMl' | 'reservoirMaxMl'>,
  progress: Pick<ExchangeProgress, 'begun' | 'levelMl'>,
  typed: { volumeMl: number | null; toppedUpMl: number; lowestMl: number | null },
  standing: Pick<NippleBled, 'volumeMl' | 'toppedUpMl'> | null,
  topUps: readonly TopUp[] = [],
): DrawOutlook {
  const isFed = progress.begun !== null && isFedMethod(progress.begun.method);
  const volumeMl = typed.volumeMl ?? 0;
  const beforeMl = progress.levelMl + (standing && !isFed ? standing.volumeMl - standing.toppedUpMl : 0);
  // By how much more may come out before MIN: what was poured in counts.
  const stopAfterMl = isFed ? null : Math.max(0, beforeMl - car.reservoirMinMl);
  const openedAtMl = beforeMl - topUps.reduce((sum, t) => sum + t.volumeMl, 0);
  const endMl = beforeMl - volumeMl + typed.toppedUpMl;
  const alarmMl = car.reservoirMinMl + EXCHANGE_RESERVE_ML;
  const lowestMl = lowestOfDraw(
    car,
    openedAtMl,
    { volumeMl, toppedUpMl: typed.toppedUpMl, lowestLevelMl: typed.lowestMl },
    isFed,
    topUps,
  );
  const isUnderMin = lowestMl < car.reservoirMinMl;
  return {
    beforeMl,
    stopAfterMl,
    alarmAfterMl: stopAfterMl === null ? null : Math.max(0, stopAfterMl - EXCHANGE_RESERVE_ML),
    nowMl: isFed ? beforeMl : Math.max(0, endMl),
    toMaxMl: isFed ? 0 : Math.max(0, Math.round(car.reservoirMaxMl - Math.max(0, endMl))),
    lowestMl,
    isUnderMin,
    finding: isUnderMin
      ? hydraulicsFinding('wouldGoUnderMin', 'stop', {}, {})
      : !isFed && typed.volumeMl !== null && endMl < alarmMl
        ? hydraulicsFinding(
            'topUpNow',
            'needsWork',
            {},
            { level: millilitres(Math.max(0, endMl)), min: millilitres(car.reservoirMinMl) },
          )
        : null,
  };
}

/** Where the level stands when pistons have been pushed back, and by how much it overflows, mL. */
export function afterRetraction(
  car: Pick<Car, 'reservoirMaxMl'>,
  levelMl: number,
  drawnOffMl: number,
  returnedMl: number,
): { leftMl: number; standsAtMl: number; overflowMl: number; finding: Finding | null } {
  const leftMl = Math.max(0, levelMl - drawnOffMl);
  const standsAtMl = leftMl + returnedMl;
  const overMl = standsAtMl - car.reservoirMaxMl;
  const overflowMl = overMl > 0.5 ? overMl : 0;
  const finding =
    overflowMl > 0 ? hydraulicsFinding('overflowComing', 'needsWork', {}, { overflow: millilitres(overflowMl) }) : null;
  return { leftMl, standsAtMl, overflowMl, finding };
}

/** How the old fluid leaves the reservoir: out through its cap, or through the first nipple until it is low. */
export type ReservoirWay = 'suckOut' | 'pushThrough';
export const reservoirWay = (car: Pick<Car, 'reservoirCanBeSuckedOut'>): ReservoirWay =>
  car.reservoirCanBeSuckedOut === false ? 'pushThrough' : 'suckOut';

/** How much old fluid to push through the first nipple before new fluid is poured in, mL: down to the alarm, never to MIN. */
export const pushThroughMl = (car: Pick<Car, 'reservoirMinMl'>, levelMl: number): number =>
  Math.max(0, levelMl - car.reservoirMinMl - EXCHANGE_RESERVE_ML);

/** What to suck out of a reservoir and pour back before an exchange, and what cannot be sucked out, mL. */
export function reservoirFirst(
  car: Pick<Car, 'reservoirMaxMl'>,
  levelMl: number,
  way: ReservoirWay = 'suckOut',
): { drawOffMl: number; refillMl: number; staysMl: number } {
  if (way === 'pushThrough') return { staysMl: levelMl, drawOffMl: 0, refillMl: 0 };
  const staysMl = Math.round(car.reservoirMaxMl * UNSUCKABLE_SHARE);
  return {
    staysMl,
    drawOffMl: Math.max(0, levelMl - staysMl),
    refillMl: Math.max(0, car.reservoirMaxMl - Math.min(levelMl, staysMl)),
  };
}

/** How many more bottles of the same size to open. */
export const bottlesToOpen = (neededMl: number, leftMl: number, sizeMl: number): number =>
  Math.max(0, Math.ceil((neededMl - leftMl) / sizeMl));

/** Millilitres at a share of the way from MIN (0) to MAX (1): the marks on a reservoir. */
export const levelAtShare = (car: Pick<Car, 'reservoirMinMl' | 'reservoirMaxMl'>, share: number): number =>
  car.reservoirMinMl + share * (car.reservoirMaxMl - car.reservoirMinMl);

/** A reservoir is read by its marks: it may stand this much over MAX before anything is said. Calvik's own figure. */
const OVER_MAX = 1.05;

/**
 * Said of a level that the reservoir does not hold: it runs over, or somebody misread it; null where it holds it.
 * @param verdict a stop for what is about to be filled in, a watch for what was read
 * @example judgeOverfill(240, { reservoirMaxMl: 230 }, 'watch') // null: within what a thumb reads
 */
export const judgeOverfill = (
  levelMl: number,
  { reservoirMaxMl }: Pick<Car, 'reservoirMaxMl'>,
  verdict: 'watch' | 'stop',
): Finding | null =>
  levelMl > reservoirMaxMl * OVER_MAX
    ? hydraulicsFinding(
        'reservoirOverfilled',
        verdict,
        {},
        { level: millilitres(levelMl), max: millilitres(reservoirMaxMl) },
      )
    : null;

/** A level this far off the figure is said, mL. Calvik's own figure. */
const LEVEL_OFF_ML = 10;

/**
 * What a level in the reservoir means, at intake or as it is set at the end.
 * @param targetMl where it is to be set; null at intake
 */
export function judgeLevel(
  car: Pick<Car, 'reservoirMinMl'>,
  { levelMl, moment }: Pick<ReservoirSeen, 'levelMl' | 'moment'>,
  targetMl: number | null,
): Finding[] {
  const findings: Finding[] = [];
  const isFinal = moment === 'final';
  // At MIN there is nothing in hand for the first stop: it goes out above it.
  if (isFinal ? levelMl <= car.reservoirMinMl : levelMl < car.reservoirMinMl)
    findings.push(
      hydraulicsFinding(
        'levelUnderMin',
        // What came in low is filled up before it goes; what leaves low has a leak, or nobody looked.
        isFinal ? 'needsWork' : 'watch',
        {},
        { level: millilitres(levelMl), min: millilitres(car.reservoirMinMl) },
      ),
    );
  if (targetMl !== null && Math.abs(levelMl - targetMl) > LEVEL_OFF_ML)
    findings.push(
      hydraulicsFinding(
        'levelOffTarget',
        'watch',
        {},
        { off: millilitres(Math.abs(levelMl - targetMl)), isAbove: levelMl > targetMl },
      ),
    );
  return findings;
}
