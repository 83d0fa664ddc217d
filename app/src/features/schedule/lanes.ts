export interface Stretch {
  id: string;
  /** Pixels from the left edge. */
  from: number;
  to: number;
}

/**
 * Lanes for what is drawn in one row, so that nothing lies on anything else: each goes into the first lane that is free where it begins.
 * @returns the lane of each, from 0, and how many there are; at least one
 * @example lanesOf([{ id: 'a', from: 0, to: 10 }, { id: 'b', from: 5, to: 8 }]) // { lane: a 0, b 1; count: 2 }
 */
export function lanesOf(stretches: readonly Stretch[]): { lane: ReadonlyMap<string, number>; count: number } {
  const lane = new Map<string, number>();
  const ends: number[] = [];
  for (const { id, from, to } of [...stretches].sort((a, b) => a.from - b.from || b.to - a.to)) {
    const free = ends.findIndex((end) => end <= from);
    const at = free >= 0 ? free : ends.length;
    ends[at] = to;
    lane.set(id, at);
  }
  return { lane, count: Math.max(1, ends.length) };
}
