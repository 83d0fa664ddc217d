/** What a procedure will do on a car: stop by stop, how many it wants, and what reaches the temperature where it does not. */
import type { HeatedCar } from '../heat';
import { type Axle, type DrivenAt, type Finding, type Procedure, type Quantity, celsius } from '../model';
import type { BeddingBands } from './bands';
import { beddingFinding } from './findings';
import { type BeddingPlay, applicationsWanted, facesOfCycle, firstAt, playBedding } from './play';
import { type Program, countOf, fastestKmh } from './program';

/** One cycle on one axle. */
export interface CycleOutlook {
  facesC: readonly number[];
  /** Application at which the layer forms, and at which fade begins; null where none gets there. */
  layerAt: number | null;
  fadeAt: number | null;
}

export interface BeddingOutlook {
  play: BeddingPlay;
  /** Cycle by cycle: the first, and the second as it goes on from the first one's cooling. */
  cycles: Record<Axle, CycleOutlook[]>;
  count: number;
  /** What the car wants instead of the count; the same where the count is right; null where no number does. */
  wanted: number | null;
  /** From which speed the count would do, km/h; null where it does, or where no speed does. */
  fromKmhInstead: number | null;
}

/** By so much at most a faster start is looked for, and in such steps, km/h. */
const FASTER = { mostKmh: 60, stepKmh: 5 } as const;
/** In a band so many applications: one is chance. Calvik's own figure. */
const IN_BAND = 2;

/** The same from a higher speed, down to where it ended before. */
const faster = (program: Program, byKmh: number): Program => ({
  ...program,
  series: program.series.map((s) => ({ ...s, fromKmh: s.fromKmh + byKmh })),
});

/** How many applications are right: enough in the band, none beyond fade. */
function wantedCount(count: number, aimAt: number | null, fadeAt: number | null): number | null {
  if (aimAt === null) return null;
  const least = Math.min(aimAt + IN_BAND - 1, fadeAt ?? Infinity);
  if (fadeAt !== null && count > fadeAt) return fadeAt;
  return count >= least ? count : least;
}

/** The least of so many steps that does it, from 1; null where none does. What one does, more do too: hotter is hotter. */
function leastStep(most: number, does: (step: number) => boolean): number | null {
  if (!does(most)) return null;
  let [low, high] = [0, most];
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (does(middle)) high = middle;
    else low = middle;
  }
  return high;
}

/**
 * The outlook of a procedure on a car.
 * @param axle whose faces decide: the one that does more of the work
 */
export function beddingOutlook(
  car: HeatedCar,
  procedure: Pick<Procedure, 'series' | 'cooling'>,
  bands: BeddingBands,
  { airC, startC = airC, axle = 'front' }: { airC: number; startC?: number; axle?: Axle },
): BeddingOutlook {
  const play = playBedding(car, procedure, { airC, startC, cycles: 2 });
  const cycle = (facesC: readonly number[]): CycleOutlook => ({
    facesC,
    layerAt: firstAt(facesC, bands.layerC),
    fadeAt: firstAt(facesC, bands.fadeC),
  });
  const cycles = {
    front: play.facesC.front.map(cycle),
    rear: play.facesC.rear.map(cycle),
  };
  const count = countOf(procedure.series);
  const first = cycles[axle][0]!;
  // Within the count it has been played already; beyond it more are.
  const aimAt =
    firstAt(first.facesC, bands.aimC) ?? applicationsWanted(car, procedure, { airC, startC, axle, tempC: bands.aimC });
  const wanted = wantedCount(count, aimAt, first.fadeAt);
  const does = (byKmh: number): boolean => {
    const at = firstAt(facesOfCycle(car, faster(procedure, byKmh).series, { airC, startC, axle }), bands.aimC);
    return at !== null && at <= count - IN_BAND + 1;
  };
  const isTooFew = wanted === null || wanted > count;
  const by = isTooFew ? leastStep(FASTER.mostKmh / FASTER.stepKmh, (step) => does(step * FASTER.stepKmh)) : null;
  const fromKmhInstead = by === null ? null : fastestKmh(faster(procedure, by * FASTER.stepKmh));
  return {
    play,
    cycles,
    count,
    wanted,
    fromKmhInstead,
  };
}

/** A procedure held to a speed: what it can do where the law says so. */
export const heldTo = (program: Program, kmh: number): Program => ({
  ...program,
  series: program.series.map((s) => {
    const over = Math.max(0, s.fromKmh - kmh);
    return { ...s, fromKmh: s.fromKmh - over, toKmh: s.dragS === null ? Math.min(s.toKmh, kmh - 10) : s.toKmh - over };
  }),
});

/** Whether a procedure that is driven no faster than this still gets the faces to where it aims. */
export const reachesAt = (
  car: HeatedCar,
  program: Program,
  bands: BeddingBands,
  { airC, axle = 'front', kmh }: { airC: number; axle?: Axle; kmh: number },
): boolean =>
  program.series.length > 0 &&
  applicationsWanted(car, heldTo(program, kmh), { airC, axle, tempC: bands.aimC }) !== null;

const speed = (value: number): Quantity => ({ value, measure: 'speed' });

/**
 * What somebody should know of a procedure on this car before it is driven.
 * @param at.axle whose faces decide @param at.place null where nobody has said where it is driven
 */
export function outlookFindings(
  car: HeatedCar,
  procedure: Pick<Procedure, 'series' | 'cooling' | 'use'>,
  outlook: BeddingOutlook,
  bands: BeddingBands,
  at: {
    airC: number;
    axle: Axle;
    place: DrivenAt | null;
    lawfulKmh: number;
    /** The axle that is bedded along, and where the layer of its pads forms, °C; null where there is none. */
    along: { axle: Axle; layerC: number } | null;
  },
): Finding[] {
  const [first, second] = outlook.cycles[at.axle];
  const { count, wanted } = outlook;
  const fromInstead = outlook.fromKmhInstead === null ? null : speed(outlook.fromKmhInstead);
  const found: Finding[] = [];
  if (wanted === null)
    found.push(
      beddingFinding(
        'neverReachesAim',
        'needsWork',
        {},
        { aim: celsius(bands.aimC), hottest: celsius(Math.max(...first!.facesC)), fromInstead },
      ),
    );
  else if (wanted > count) found.push(beddingFinding('countTooSmall', 'watch', {}, { count, wanted, fromInstead }));
  else if (wanted < count) found.push(beddingFinding('countTooLarge', 'watch', {}, { count, wanted }));
  else found.push(beddingFinding('countIsRight', 'inOrder', {}, { count }));
  if (first!.layerAt !== null)
    found.push(beddingFinding('layerFormsAt', 'inOrder', {}, { application: first!.layerAt, fadeAt: first!.fadeAt }));
  found.push(beddingFinding('secondCycleAt', 'inOrder', {}, { layerAt: second!.layerAt, fadeAt: second!.fadeAt }));
  if (at.along) {
    const hottest = Math.max(...outlook.cycles[at.along.axle].flatMap((c) => c.facesC));
    if (hottest < at.along.layerC)
      found.push(
        beddingFinding(
          'otherAxleTooCold',
          'watch',
          { axle: at.along.axle },
          { hottest: celsius(hottest), layer: celsius(at.along.layerC) },
        ),
      );
  }
  if (at.place !== 'road') return found;
  const fastest = fastestKmh(procedure);
  if (fastest > at.lawfulKmh)
    found.unshift(
      beddingFinding('fasterThanLawful', 'stop', {}, { fastest: speed(fastest), lawful: speed(at.lawfulKmh) }),
    );
  if (!reachesAt(car, procedure, bands, { airC: at.airC, axle: at.axle, kmh: at.lawfulKmh }))
    found.push(beddingFinding('tooColdAtLawful', 'needsWork', {}, { lawful: speed(at.lawfulKmh) }));
  return found;
}
