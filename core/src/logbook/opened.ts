import type { Fact, FluidExchange } from '../model';

/** Millilitres that an exchange took from one bottle. */
export const pouredFrom = (exchange: FluidExchange, bottleId: string): number =>
  exchange.corners.reduce((sum, c) => sum + (c.bottleId === bottleId ? (c.pouredMl ?? c.volumeMl) : 0), 0) +
  (exchange.reservoirBottleId === bottleId ? exchange.reservoirRefillMl : 0);

/** When a bottle was opened, by the first entry that says so or that poured from it; null while it is sealed. @param facts of the bottle */
export function openedAt(facts: readonly Fact[], bottleId: string): string | null {
  const opening = facts.find(
    (f) =>
      f.kind === 'bottleOpened' ||
      f.kind === 'reservoirToppedUp' ||
      f.kind === 'clutchBled' ||
      (f.kind === 'levelRead' && f.toppedUpMl > 0) ||
      (f.kind === 'fluidExchange' && pouredFrom(f, bottleId) > 0),
  );
  return opening?.at ?? null;
}
