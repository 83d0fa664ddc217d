/** Oldest first; facts of the same moment by id, so that the order of arrival never matters. */
export const byTime = (a: { at: string; id: string }, b: { at: string; id: string }): number =>
  a.at < b.at ? -1 : a.at > b.at ? 1 : a.id < b.id ? -1 : a.id > b.id ? 1 : 0;

/** How many of facts, sorted by time, are before a moment: where those from then on begin. */
export function countBefore(facts: readonly { at: string }[], at: string): number {
  let [low, high] = [0, facts.length];
  while (low < high) {
    const mid = (low + high) >> 1;
    if (facts[mid]!.at < at) low = mid + 1;
    else high = mid;
  }
  return low;
}
