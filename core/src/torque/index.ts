import { formatQuantity } from '../units';
import {
  type Fastener,
  type FastenerGroup,
  type Figure,
  type Reason,
  type ThreadCondition,
  type TorqueSet,
  type Verdict,
  cornerNames,
  fromConstant,
  fromFact,
  fromRecord,
  input,
  inputOf,
  makeFigure,
  worst,
} from '../model';

/** Torque factors K in `T = K·D·F`. Shigley, table of torque factors; from memory. */
export const torqueFactor: Record<ThreadCondition, number> = { dry: 0.2, lubricated: 0.18, antiSeize: 0.12 };

export const conditionNames: Record<ThreadCondition, string> = {
  dry: 'As received',
  lubricated: 'Lubricated',
  antiSeize: 'Anti-seize',
};

/** Torque of a figure must be within this of it after one use of a wrench whose calibration is in date. */
export const CALIBRATION_MONTHS = 12;

const both = (nm: number): string => `${formatQuantity(nm, 'torque')} (${formatQuantity(nm, 'torque', 'imperial')})`;

/**
 * Preload of a bolt, kN: `F = T / (K·D)`.
 * @param torqueNm N·m @param diameterMm nominal diameter of the thread, mm
 */
export const preloadKn = (torqueNm: number, diameterMm: number, condition: ThreadCondition): number =>
  torqueNm / (torqueFactor[condition] * diameterMm);

/** Preload with its working. */
export function preloadFigure(fastener: Fastener, torqueNm: number, condition: ThreadCondition): Figure {
  return makeFigure(
    `Preload, ${conditionNames[condition].toLowerCase()}`,
    preloadKn(torqueNm, fastener.threadDiameterMm, condition),
    'force',
    'F = T / (K·D)',
    [
      input('T', torqueNm, 'torque', fromRecord(fastener.source || 'Car’s sheet')),
      input('D', fastener.threadDiameterMm, 'length', fromRecord('Car’s sheet')),
      input('K', torqueFactor[condition], 'ratio', fromConstant('Shigley, table of torque factors, from memory')),
    ],
    'Shigley, Mechanical Engineering Design: T = K·F·d',
  );
}

/** What grease on the thread does to the preload at the same torque; null where the thread is as the figure wants it. */
export function greaseWarning(
  fastener: Fastener,
  condition: ThreadCondition,
): { reason: Reason; change: Figure } | null {
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
  const direction = percent > 0 ? 'more' : 'less';
  return {
    change,
    reason: {
      verdict: 'needsWork',
      text: `The figure is for a thread ${conditionNames[fastener.condition].toLowerCase()}; ${conditionNames[condition].toLowerCase()} it gives ${Math.abs(Math.round(percent))} % ${direction} preload at the same torque. Clean the thread, or find the maker’s figure for it.`,
    },
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

/** The order in words: "star: 1 3 5 2 4", "bottom, top, bottom, top". */
export function patternWords(group: FastenerGroup, count: number): string {
  const order = tighteningOrder(group, count);
  if (count === 1) return group === 'wheel' ? 'centre lock' : 'one';
  if (group === 'wheel' || group === 'rotorHat') return `star: ${order.join(' ')}`;
  if (order.length === 4 && count === 2) return 'bottom, top, bottom, top';
  return order.join(' ');
}

/** Readings wanted at one corner: one for each place in the order. */
export const readingsWanted = (fastener: Fastener): number =>
  tighteningOrder(fastener.group, fastener.perCorner).length;

/** The band around a figure in which a click counts, N·m. */
export const torqueBand = (figureNm: number, tolerancePercent: number): { low: number; high: number } => ({
  low: figureNm * (1 - tolerancePercent / 100),
  high: figureNm * (1 + tolerancePercent / 100),
});

/** The verdict on one click, as it comes. */
export function judgeClick(readingNm: number, fastener: Fastener): Reason {
  if (fastener.torqueNm === null) return { verdict: 'stop', text: 'No figure on the car’s sheet.' };
  const { low, high } = torqueBand(fastener.torqueNm, fastener.tolerancePercent);
  if (readingNm < low)
    return { verdict: 'stop', text: `${both(readingNm)}: under ${both(fastener.torqueNm)}. Tighten on.` };
  if (readingNm > high) {
    return {
      verdict: 'stop',
      text: `${both(readingNm)}: over ${both(fastener.torqueNm)}. Undo it, look at the thread, do it again.`,
    };
  }
  return { verdict: 'inOrder', text: both(readingNm) };
}

export interface TorqueLine {
  fastener: Fastener;
  corner: TorqueSet['corner'];
  set: TorqueSet | null;
  verdict: Verdict;
  /** What stops the car: no figure, not tightened, out of band. */
  reasons: Reason[];
}

/** One line of the torque table: a kind of fastener at one corner, done or not. */
export function judgeTorque(fastener: Fastener, corner: TorqueSet['corner'], set: TorqueSet | null): TorqueLine {
  const what = `${fastener.name}, ${cornerNames[corner]}`;
  const reasons: Reason[] = [];
  if (fastener.torqueNm === null) {
    reasons.push({ verdict: 'stop', text: `${what}: no torque figure. Find it, and say where it stands.` });
  }
  if (!set && fastener.torqueNm !== null) {
    reasons.push({ verdict: 'stop', text: `${what}: not tightened to a figure.` });
  }
  if (set && fastener.torqueNm !== null) {
    // A fastener that was clicked twice counts with its last click.
    const order = tighteningOrder(fastener.group, fastener.perCorner);
    const last = new Map<number, number>();
    set.readingsNm.forEach((nm, i) => last.set(order[i % order.length]!, nm));
    for (const [place, nm] of last) {
      const click = judgeClick(nm, fastener);
      if (click.verdict !== 'inOrder') reasons.push({ verdict: 'stop', text: `${what}, no. ${place}: ${click.text}` });
    }
    const missing = fastener.perCorner - last.size;
    if (missing > 0)
      reasons.push({ verdict: 'stop', text: `${what}: ${missing} of ${fastener.perCorner} not tightened.` });
    if (fastener.angleDeg !== null && set.angleDone !== true) {
      reasons.push({ verdict: 'stop', text: `${what}: second stage, ${fastener.angleDeg}°, not done.` });
    }
    const grease = greaseWarning(fastener, set.condition);
    if (grease) reasons.push({ ...grease.reason, text: `${what}: ${grease.reason.text}` });
    if (fastener.isOneUse && set.newBolts !== true) {
      reasons.push({ verdict: 'needsWork', text: `${what}: one-use bolts, and no new ones recorded.` });
    }
    if (fastener.needsThreadLocker && set.threadLocker !== true) {
      reasons.push({ verdict: 'needsWork', text: `${what}: thread-locker wanted, none recorded.` });
    }
  }
  return { fastener, corner, set, verdict: worst(reasons.map((r) => r.verdict)), reasons };
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
