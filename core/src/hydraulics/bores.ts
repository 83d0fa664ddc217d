import type { Axle, AxleBrake } from '../model';

/** What the sums about pistons need of an axle's brakes. */
export type Pistons = Pick<AxleBrake, 'brake' | 'boresMm'>;

const areaMm2 = (boreMm: number): number => (Math.PI / 4) * boreMm ** 2;

/**
 * Area of all pistons of a corner that push one way, mm²: of one side of a fixed caliper, of all pistons of a floating one or of a
 * wheel cylinder.
 * @example pistonAreaMm2({ brake: 'fixedCaliper', boresMm: [38, 34, 28] }) // 2657.8
 */
export const pistonAreaMm2 = ({ boresMm }: Pistons): number => boresMm.reduce((sum, bore) => sum + areaMm2(bore), 0);

/** Sides of a caliper that have pistons. */
export const sidesOf = ({ brake }: Pick<Pistons, 'brake'>): 1 | 2 => (brake === 'fixedCaliper' ? 2 : 1);

/** How many pistons a corner has. */
export const pistonCount = (axle: Pistons): number => sidesOf(axle) * axle.boresMm.length;

/** Why a text cannot be read as bores. */
export type BoresProblem = 'empty' | 'notBores' | 'oddCount' | 'sayWhichSide' | 'outOfRange';
export type ParsedBores = { ok: true; boresMm: number[] } | { ok: false; problem: BoresProblem };

const BORE_RANGE_MM = { min: 10, max: 90 };
const MAX_BORES = 6;
const number = String.raw`(\d+(?:\.\d+)?)`;
const repeated = new RegExp(String.raw`^(\d{1,2})\s*[x×*]\s*${number}$`);

/**
 * Bores as people write them. Of a fixed caliper they are kept a side, as both sides are alike: "4 × 40" counts all its pistons,
 * "38, 34, 28 a side" lists one side, leading piston first. Of a floating caliper or a wheel cylinder: "54", "2 × 40", "42, 38".
 * @param text in mm, or in inches with `in` behind it
 * @param isDecimalComma a comma between two figures is a decimal one: "38,1" is one bore
 * @example parseBores('38, 34, 28 a side', 'fixedCaliper') // { ok: true, boresMm: [38, 34, 28] }
 */
export function parseBores(text: string, brake: AxleBrake['brake'], isDecimalComma = false): ParsedBores {
  const isInch = /(\bin\b|″|")/.test(text);
  const isSide = /\b(a|per|each)\s+side\b/i.test(text);
  const pointed = isDecimalComma ? text.replace(/(\d),(\d{1,3})(?!\d)/g, '$1.$2') : text;
  const plain = pointed
    .replace(/\b(a|per|each)\s+side\b/gi, '')
    .replace(/\bmm\b|\bin\b|″|"/gi, '')
    .trim();
  if (plain === '') return { ok: false, problem: 'empty' };
  // Of a fixed caliper half of what is counted lies on either side.
  const isWhole = brake === 'fixedCaliper' && !isSide;
  const listed: number[] = [];
  for (const part of plain.split(/[,;/+]/)) {
    const piece = part.trim();
    const times = repeated.exec(piece);
    if (!times && !new RegExp(`^${number}$`).test(piece)) return { ok: false, problem: 'notBores' };
    if (!times && isWhole) return { ok: false, problem: 'sayWhichSide' };
    const count = times ? Number(times[1]) : 1;
    if (isWhole && count % 2 !== 0) return { ok: false, problem: 'oddCount' };
    const bore = Number(times ? times[2] : piece);
    listed.push(...Array.from({ length: isWhole ? count / 2 : count }, () => bore));
  }
  const boresMm = listed.map((bore) => (isInch ? Math.round(bore * 25.4 * 1000) / 1000 : bore));
  const isInRange = boresMm.every((bore) => bore >= BORE_RANGE_MM.min && bore <= BORE_RANGE_MM.max);
  return isInRange && boresMm.length > 0 && boresMm.length <= MAX_BORES
    ? { ok: true, boresMm }
    : { ok: false, problem: 'outOfRange' };
}

/** Bores as they are read back by {@link parseBores}: "4 × 40", or "38, 34, 28 a side". */
export function boresText({ brake, boresMm }: Pistons): string {
  const isAlike = boresMm.every((bore) => bore === boresMm[0]);
  if (isAlike) {
    const count = sidesOf({ brake }) * boresMm.length;
    return count === 1 ? String(boresMm[0]) : `${count} × ${boresMm[0]}`;
  }
  return `${boresMm.join(', ')}${brake === 'fixedCaliper' ? ' a side' : ''}`;
}

/** Bores that each kind of brake begins with until somebody says its own, mm; common practice, no source. */
export const usualBoresMm: Record<Axle, Record<AxleBrake['brake'], number[]>> = {
  front: { fixedCaliper: [38, 38], floatingCaliper: [54], drum: [19] },
  rear: { fixedCaliper: [32, 32], floatingCaliper: [36], drum: [19] },
};
