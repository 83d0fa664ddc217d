import type { Car, ClutchBled, ExchangeBegun, Fact, FluidExchange, NippleBled, PedalCheck } from '../model';
import { byTime } from './by-time';
import { type ReservoirCourse, reservoirCourse, wentUnderMin } from './levels';
import { remembered } from './remembered';

/**
 * The draws that count in a sequence: the last one at each place, after the last time the reservoir stood under MIN, for that
 * lets air in and the whole sequence begins again.
 * @param draws of one exchange, in time order; the clutch line hangs on the same reservoir
 * @param course of the reservoir through the job
 */
export function countingDraws(
  draws: readonly (NippleBled | ClutchBled)[],
  course: ReservoirCourse,
  minMl: number,
): { counting: Map<number, NippleBled>; restart: NippleBled | ClutchBled | null } {
  const restartAt = draws.findLastIndex((d) => wentUnderMin(course, d, minMl));
  const counting = new Map<number, NippleBled>();
  for (const drawn of draws.slice(restartAt + 1)) if (drawn.kind === 'nippleBled') counting.set(drawn.index, drawn);
  return { counting, restart: draws[restartAt] ?? null };
}

/** Fine bubbles, and none at the strokes of the pedal afterwards: they came past the threads of the nipple. Common practice, no source. */
export const isClearedByStrokes = ({
  bubbles,
  strokesWithoutBubbles,
}: Pick<NippleBled, 'bubbles' | 'strokesWithoutBubbles'>): boolean =>
  bubbles === 'fine' && strokesWithoutBubbles === true;

/** Kinds of facts that say or change where the reservoir stands. */
const movesLevel: ReadonlySet<Fact['kind']> = new Set<Fact['kind']>([
  'reservoirSeen',
  'pistonsRetracted',
  'reservoirToppedUp',
  'exchangeBegun',
  'nippleBled',
  'clutchBled',
]);

function compose(
  begun: ExchangeBegun,
  draws: NippleBled[],
  pedals: readonly PedalCheck[],
  car: Car | undefined,
  ofJob: readonly Fact[],
): FluidExchange {
  const course = reservoirCourse(car ?? { reservoirMinMl: 0, reservoirMaxMl: 3000 }, ofJob);
  const ofClutch = ofJob.filter((f): f is ClutchBled => f.kind === 'clutchBled' && f.exchangeId === begun.id);
  const { counting, restart } = countingDraws([...draws, ...ofClutch].sort(byTime), course, car?.reservoirMinMl ?? 0);
  const isFed = begun.method === 'pressureFed';
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
    drawnOffMl: begun.drawnOffMl,
    reservoirBottleId: begun.refillMl > 0 ? begun.bottleId : null,
    corners: places.map((index) => {
      const here = draws.filter((d) => d.index === index);
      const now = here.at(-1)!;
      return {
        corner: now.corner,
        nipple: now.nipple,
        bottleId: now.bottleId,
        volumeMl: here.reduce((sum, d) => sum + d.volumeMl, 0),
        // Out of the bottle came what was fed or topped up, not what ran out of the nipple.
        pouredMl: here.reduce((sum, d) => sum + (isFed ? d.volumeMl : d.toppedUpMl), 0),
        clean: now.ranClean,
        bubbleFree: now.bubbles === 'none' || isClearedByStrokes(now),
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
  const levels = new Map<string, Fact[]>();
  const push = <T>(map: Map<string, T[]>, key: string, item: T): void =>
    void (map.get(key)?.push(item) ?? map.set(key, [item]));
  for (const fact of facts) {
    if (fact.kind === 'nippleBled') push(draws, fact.exchangeId, fact);
    if (fact.kind === 'pedalCheck') push(pedals, fact.jobId, fact);
    if (fact.jobId !== undefined && movesLevel.has(fact.kind)) push(levels, fact.jobId, fact);
  }
  return begun.flatMap((b) => {
    const own = draws.get(b.id)?.sort(byTime);
    if (!own) return [];
    const ofPedal = (pedals.get(b.jobId) ?? []).sort(byTime);
    const ofLevel = levels.get(b.jobId) ?? [];
    const car = cars.get(b.carId);
    // The same entry as long as nothing of it changes: all that rests on it is known by it.
    return [
      remembered(b, 'exchange', [car, ...own, ...ofPedal, ...ofLevel], () => compose(b, own, ofPedal, car, ofLevel)),
    ];
  });
}
