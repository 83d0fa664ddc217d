import type { Car, ExchangeBegun, Fact, FluidExchange, NippleBled, PedalCheck } from '../model';

/** Oldest first; facts of the same moment by id, so that the order of arrival never matters. */
export const byTime = (a: { at: string; id: string }, b: { at: string; id: string }): number =>
  a.at < b.at ? -1 : a.at > b.at ? 1 : a.id < b.id ? -1 : a.id > b.id ? 1 : 0;

/**
 * The draws that count in a sequence: the last one at each place, after the last time the reservoir stood under MIN, for that
 * lets air in and the whole sequence begins again.
 * @param draws of one exchange, in time order
 */
export function countingDraws(
  draws: readonly NippleBled[],
  minMl: number,
): { counting: Map<number, NippleBled>; restart: NippleBled | null } {
  const restartAt = draws.findLastIndex((d) => d.lowestLevelMl < minMl);
  const counting = new Map<number, NippleBled>();
  for (const drawn of draws.slice(restartAt + 1)) counting.set(drawn.index, drawn);
  return { counting, restart: draws[restartAt] ?? null };
}

function compose(
  begun: ExchangeBegun,
  draws: NippleBled[],
  pedals: readonly PedalCheck[],
  car: Car | undefined,
): FluidExchange {
  const { counting, restart } = countingDraws(draws, car?.reservoirMinMl ?? 0);
  const last = draws.at(-1)!;
  const places = [...new Set(draws.map((d) => d.index))].sort((a, b) => a - b);
  const isWhole = restart === null || places.every((index) => counting.has(index));
  return {
    id: begun.id,
    kind: 'fluidExchange',
    at: last.at,
    recordedAt: last.recordedAt,
    by: last.by,
    carId: begun.carId,
    jobId: begun.jobId,
    // A sequence that has to begin again is no exchange until it has been gone through.
    scope: isWhole ? begun.scope : 'heatAffected',
    reservoirRefillMl: begun.refillMl,
    reservoirBottleId: begun.refillMl > 0 ? begun.bottleId : null,
    corners: places.map((index) => {
      const here = draws.filter((d) => d.index === index);
      const now = here.at(-1)!;
      return {
        corner: now.corner,
        nipple: now.nipple,
        bottleId: now.bottleId,
        volumeMl: here.reduce((sum, d) => sum + d.volumeMl, 0),
        clean: now.ranClean,
        bubbleFree: now.bubbles === 'none',
        nippleShut: now.isShut,
      };
    }),
    pedalBefore: pedals.find((p) => p.moment === 'baseline')?.feel ?? null,
    pedalAfter: pedals.findLast((p) => p.moment === 'gate' && p.at >= last.at)?.feel ?? null,
  };
}

/**
 * The fluid exchanges of guided services, put together from their nipples: what was drawn one by one counts as the exchange
 * that it was, and a corrected nipple corrects it.
 * @param facts that count
 */
export function composeExchanges(facts: readonly Fact[], cars: ReadonlyMap<string, Car>): FluidExchange[] {
  const begun = facts.filter((f): f is ExchangeBegun => f.kind === 'exchangeBegun');
  if (begun.length === 0) return [];
  const draws = new Map<string, NippleBled[]>();
  const pedals = new Map<string, PedalCheck[]>();
  const push = <T>(map: Map<string, T[]>, key: string, item: T): void =>
    void (map.get(key)?.push(item) ?? map.set(key, [item]));
  for (const fact of facts) {
    if (fact.kind === 'nippleBled') push(draws, fact.exchangeId, fact);
    if (fact.kind === 'pedalCheck') push(pedals, fact.jobId, fact);
  }
  return begun.flatMap((b) => {
    const own = draws.get(b.id);
    return own ? [compose(b, own.sort(byTime), (pedals.get(b.jobId) ?? []).sort(byTime), cars.get(b.carId))] : [];
  });
}
