/** What things cost the shop: as they were ordered last. Without tax, in minor units. */
import type { Logbook } from '../logbook';
import type { PadSet, RotorPair } from '../model';

export interface Price {
  minor: number;
  currency: string;
}

/** The latest price of something that is like one of these; null where nobody has one. */
function latestPrice(logbook: Logbook, isLike: (likeId: string) => boolean): Price | null {
  let found: (Price & { on: string }) | null = null;
  for (const order of logbook.orders.values()) {
    if (order.archived || (found && order.placedOn < found.on)) continue;
    for (const { likeId, unitPriceMinor } of order.lines)
      if (unitPriceMinor !== null && isLike(likeId))
        found = { minor: unitPriceMinor, currency: order.currency ?? logbook.shop.currency, on: order.placedOn };
  }
  return found && { minor: found.minor, currency: found.currency };
}

/** A set like this one: itself, or another of its compound for the same axle. */
export const priceOfSet = (logbook: Logbook, set: PadSet): Price | null =>
  latestPrice(logbook, (id) => id === set.id) ??
  latestPrice(logbook, (id) => {
    const like = logbook.padSets.get(id);
    return like !== undefined && like.compoundId === set.compoundId && like.axle === set.axle;
  });

/** A pair like this one: itself, or another of its material and size for the same car. Of two-piece rotors what is ordered is the rings. */
export const priceOfPair = (logbook: Logbook, pair: RotorPair): Price | null =>
  latestPrice(logbook, (id) => id === pair.id) ??
  latestPrice(logbook, (id) => {
    const like = logbook.rotorPairs.get(id);
    return (
      like !== undefined &&
      like.material === pair.material &&
      like.axle === pair.axle &&
      like.sweptOuterDiameterMm === pair.sweptOuterDiameterMm &&
      like.newThicknessMm === pair.newThicknessMm
    );
  });

/** A millilitre of a fluid, in minor units and their parts; null where no bottle of it has a price. */
export function priceOfMl(logbook: Logbook, fluidId: string): Price | null {
  const bottle = latestPrice(logbook, (id) => id === fluidId);
  const sizes = [...logbook.bottles.values()].filter((b) => b.fluidId === fluidId && !b.archived).map((b) => b.sizeMl);
  const sizeMl = sizes.at(-1);
  return bottle && sizeMl ? { minor: bottle.minor / sizeMl, currency: bottle.currency } : null;
}
