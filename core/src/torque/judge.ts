import {
  type BleedNipple,
  type Fastener,
  type FastenerGroup,
  type Figure,
  type Finding,
  type Place,
  type ThreadCondition,
  type TorqueSet,
  type Verdict,
  fromConstant,
  fromFact,
  fromRecord,
  input,
  inputOf,
  makeFigure,
  mm,
  newtonMetres,
  worstOf,
} from '../model';
import { type TighteningPattern, type TorqueFindings, torqueFinding } from './findings';
import { mostTorqueNm, torqueFactorRange } from './strength';

/** Torque factors K in `T = K·D·F` that a preload is shown by; their ranges are in `strength.ts`. Shigley, table 8-15; from memory. */
export const torqueFactor: Record<ThreadCondition, number> = { dry: 0.2, lubricated: 0.18, antiSeize: 0.12 };

/**
 * Preload of a bolt, kN: `F = T / (K·D)`.
 * @param torqueNm N·m @param diameterMm nominal diameter of the thread, mm
 */
export const preloadKn = (torqueNm: number, diameterMm: number, condition: ThreadCondition): number =>
  torqueNm / (torqueFactor[condition] * diameterMm);

const conditionLabels: Record<ThreadCondition, string> = {
  dry: 'Preload, dry',
  lubricated: 'Preload, lubricated',
  antiSeize: 'Preload, with anti-seize',
};

/** Preload with its working. */
export function preloadFigure(fastener: Fastener, torqueNm: number, condition: ThreadCondition): Figure {
  return makeFigure(
    conditionLabels[condition],
    preloadKn(torqueNm, fastener.threadDiameterMm, condition),
    'force',
    'F = T / (K·D)',
    [
      input('T', torqueNm, 'torque', fromRecord(fastener.source || 'Car’s sheet')),
      input('D', fastener.threadDiameterMm, 'length', fromRecord('Car’s sheet')),
      input('K', torqueFactor[condition], 'ratio', fromConstant('Shigley, table of torque factors, from memory')),
    ],
    'Shigley, Mechanical Engineering Design: T = K·F·d',
    {
      band: {
        low: torqueNm / (torqueFactorRange[condition].high * fastener.threadDiameterMm),
        high: torqueNm / (torqueFactorRange[condition].low * fastener.threadDiameterMm),
        meaning: 'by the surface of the thread',
      },
    },
  );
}

/** What grease on the thread does to the preload at the same torque; null where the thread is as the figure wants it. */
export function greaseWarning(
  fastener: Fastener,
  condition: ThreadCondition,
): { finding: Finding; change: Figure } | null {
  if (fastener.torqueNm === null || condition === fastener.condition) return null;
  const meant = preloadFigure(fastener, fastener.torqueNm, fastener.condition);
  const real = preloadFigure(fastener, fastener.torqueNm, condition);
  const percent = 100 * (real.value / meant.value - 1);
  const change = makeFigure(
    'Change of preload',
    percent,
    'share',
    'preload as it is ÷ preload as meant − 1',
    [inputOf('as meant', meant), inputOf('as it is', real)],
    'Shigley, Mechanical Engineering Design: T = K·F·d',
  );
  return {
    change,
    finding: torqueFinding(
      'threadNotAsMeant',
      'needsWork',
      {},
      { meant: fastener.condition, is: condition, preloadPercent: Math.round(percent) },
    ),
  };
}

/**
 * The order in which the fasteners of one corner are tightened, numbered from 1 round the clock from the top.
 * Wheel nuts and rotor hats go in a star; caliper and bracket bolts bottom, top, bottom, top. Common practice, no source.
 * @example tighteningOrder('wheel', 5) // [1, 3, 5, 2, 4]
 */
export function tighteningOrder(group: FastenerGroup, count: number): number[] {
  const all = Array.from({ length: count }, (_, i) => i + 1);
  if (group === 'wheel' || group === 'rotorHat') {
    if (count < 3) return all;
    const half = count / 2;
    // Opposite ones follow each other; of an odd count every second one, twice round.
    return count % 2 === 0
      ? all.slice(0, half).flatMap((n) => [n, n + half])
      : all.map((_, i) => ((2 * i) % count) + 1);
  }
  if ((group === 'caliper' || group === 'bracket') && count === 2) return [2, 1, 2, 1];
  return all;
}

export function tighteningPattern(group: FastenerGroup, count: number): TighteningPattern {
  if (count === 1) return group === 'wheel' ? 'centreLock' : 'single';
  if (group === 'wheel' || group === 'rotorHat') return 'star';
  return tighteningOrder(group, count).length === 4 && count === 2 ? 'bottomTopTwice' : 'inTurn';
}

/** Readings wanted at one corner: one for each place in the order. */
export const readingsWanted = (fastener: Fastener): number =>
  tighteningOrder(fastener.group, fastener.perCorner).length;

/**
 * The fastener that each reading of a set is of, from 1 round the clock: as it was said, or in tightening order.
 * @example positionsOf({ readingsNm: [110, 110] }, [1, 3, 5, 2, 4]) // [1, 3]
 */
export const positionsOf = (
  { readingsNm, positions }: Pick<TorqueSet, 'readingsNm' | 'positions'>,
  order: readonly number[],
): number[] => readingsNm.map((_, i) => positions?.[i] ?? order[i % order.length]!);

/**
 * Turns that are still to come, in tightening order: what was picked out of turn, or clicked once more, takes no other's place.
 * @param done positions that were clicked so far
 * @example positionsLeft([2, 2, 1], [2, 1, 2, 1]) // [1]
 */
export function positionsLeft(done: readonly number[], order: readonly number[]): number[] {
  const left = [...order];
  for (const position of done) {
    const at = left.indexOf(position);
    if (at >= 0) left.splice(at, 1);
  }
  return left;
}

/** The fastener to tighten next, the first in tightening order that has not had its turn; null once all have. */
export const nextPosition = (done: readonly number[], order: readonly number[]): number | null =>
  positionsLeft(done, order)[0] ?? null;

/** Between these the figures of each kind of fastener lie, N·m: one outside is as likely a slip as a figure. Common practice, no source. */
export const usualTorqueNm: Record<FastenerGroup, { low: number; high: number }> = {
  wheel: { low: 40, high: 250 },
  caliper: { low: 15, high: 250 },
  bracket: { low: 25, high: 250 },
  slidePin: { low: 8, high: 80 },
  padPin: { low: 2, high: 60 },
  rotorHat: { low: 4, high: 80 },
  hose: { low: 6, high: 50 },
  bleedNipple: { low: 3, high: 30 },
  other: { low: 1, high: 400 },
};
/** Nuts of a centre lock are torqued to far more, on a thread of their own. */
const isCentreLock = ({ group, perCorner }: Fastener): boolean => group === 'wheel' && perCorner === 1;
const isOdd = (f: Fastener): boolean =>
  f.torqueNm !== null &&
  (f.torqueNm < usualTorqueNm[f.group].low || (f.torqueNm > usualTorqueNm[f.group].high && !isCentreLock(f)));

const isInRange = (nm: number, { minNm, maxNm }: { minNm: number | null; maxNm: number | null }): boolean =>
  nm >= (minNm ?? 0) && nm <= (maxNm ?? Infinity);

/** The band around a figure in which a click counts, N·m. */
export const torqueBand = (figureNm: number, tolerancePercent: number): { low: number; high: number } => ({
  low: figureNm * (1 - tolerancePercent / 100),
  high: figureNm * (1 + tolerancePercent / 100),
});

/**
 * The verdict on one click, as it comes.
 * @param readingNm N·m
 * @param position number of the fastener in its tightening order, where there are several
 */
export function judgeClick(
  readingNm: number,
  fastener: Fastener,
  position: number | null = null,
  place: Place = {},
): Finding {
  if (fastener.torqueNm === null) return torqueFinding('torqueFigureMissing', 'stop', place, {});
  const { low, high } = torqueBand(fastener.torqueNm, fastener.tolerancePercent);
  const pattern = tighteningPattern(fastener.group, fastener.perCorner);
  const values = {
    position: fastener.perCorner > 1 ? position : null,
    pattern,
    reading: newtonMetres(readingNm),
    figure: newtonMetres(fastener.torqueNm),
  };
  if (readingNm < low) return torqueFinding('torqueLow', 'stop', place, values);
  if (readingNm > high) return torqueFinding('torqueHigh', 'stop', place, values);
  return torqueFinding('torqueInBand', 'inOrder', place, { reading: values.reading });
}

export interface TorqueLine {
  fastener: Fastener;
  corner: TorqueSet['corner'];
  set: TorqueSet | null;
  verdict: Verdict;
  /** What stops or holds the car: no figure, not torqued, out of band, thread not as meant. */
  findings: Finding[];
}

/**
 * One line of the torque table: a kind of fastener at one corner, done or not.
 * @param nipple which bleed nipple of the corner, where it is one of several
 */
export function judgeTorque(
  fastener: Fastener,
  corner: TorqueSet['corner'],
  set: TorqueSet | null,
  nipple?: BleedNipple,
): TorqueLine {
  const place: Place = { corner, fastener: fastener.key, ...(nipple ? { nipple } : {}) };
  const findings: Finding[] = [];
  const say = <C extends keyof TorqueFindings & string>(code: C, verdict: Verdict, values: TorqueFindings[C]): void =>
    void findings.push(torqueFinding(code, verdict, place, values));
  if (fastener.torqueNm === null) say('torqueFigureMissing', 'stop', {});
  if (isOdd(fastener)) {
    const { low, high } = usualTorqueNm[fastener.group];
    const values = { low: newtonMetres(low), high: newtonMetres(high) };
    say('torqueFigureOdd', 'needsWork', { figure: newtonMetres(fastener.torqueNm!), ...values });
  }
  const mostNm = mostTorqueNm(fastener, fastener.condition);
  if (fastener.torqueNm !== null && fastener.torqueNm > mostNm && !isCentreLock(fastener))
    say('torqueOverStrength', 'stop', {
      figure: newtonMetres(fastener.torqueNm),
      most: newtonMetres(Math.floor(mostNm)),
      diameter: mm(fastener.threadDiameterMm),
      propertyClass: fastener.propertyClass ?? null,
      isAluminiumNut: fastener.isAluminiumNut ?? false,
    });
  if (!set && fastener.torqueNm !== null) say('notTorqued', 'stop', {});
  if (set && fastener.torqueNm !== null) {
    // A fastener that was clicked twice counts with its last click.
    const order = tighteningOrder(fastener.group, fastener.perCorner);
    const last = new Map<number, number>();
    const positions = positionsOf(set, order);
    set.readingsNm.forEach((nm, i) => last.set(positions[i]!, nm));
    for (const [position, nm] of last) {
      const click = judgeClick(nm, fastener, position, place);
      if (click.verdict !== 'inOrder') findings.push(click);
    }
    const missing = [...Array(fastener.perCorner).keys()].filter((i) => !last.has(i + 1)).length;
    if (missing > 0) say('someNotTorqued', 'stop', { missing, of: fastener.perCorner });
    if (fastener.angleDeg !== null && set.angleDone !== true)
      say('secondStageMissing', 'stop', { angleDeg: fastener.angleDeg });
    const grease = greaseWarning(fastener, set.condition);
    if (grease) findings.push({ ...grease.finding, place });
    if (set.wrenchRange && !isInRange(fastener.torqueNm, set.wrenchRange))
      say('wrenchOutOfRange', 'needsWork', { wrench: set.wrench, figure: newtonMetres(fastener.torqueNm) });
    if (fastener.isOneUse && set.newBolts !== true) say('oneUseBoltsNotNew', 'needsWork', {});
    if (fastener.needsThreadLocker && set.threadLocker !== true) say('threadLockerMissing', 'needsWork', {});
  }
  return { fastener, corner, set, verdict: worstOf(findings), findings };
}

/** Readings of a set with their working, for the sheet. */
export const meanTorque = (set: TorqueSet): Figure =>
  makeFigure(
    'Mean of the clicks',
    set.readingsNm.reduce((a, b) => a + b, 0) / set.readingsNm.length,
    'torque',
    'sum ÷ count',
    set.readingsNm.map((nm, i) => input(`click ${i + 1}`, nm, 'torque', fromFact(set.id, set.wrench))),
    'Arithmetic',
  );
