/** What the demo shop has ordered and got, at what price. Invented, like everything in the demo. */
import type { Fact, Goods, Instant, Logbook, PartsOrder } from '@calvik/core';

interface Made {
  newId: (moment: Instant) => string;
  at: (daysAgo: number, time?: string) => Instant;
  crew: Record<string, string>;
}

/** By label, or by name of a fluid: minor units a piece. */
const pads = { 'P-021': 27_900, 'P-022': 19_900, 'P-023': 23_400, 'P-024': 17_600 } as const;
const rotors = { 'R-021': 51_800, 'R-022': 36_400, 'R-023': 44_900, 'R-024': 31_200 } as const;
const fluids = { 'Orsen Race 325': 3_490, 'Orsen Club 312': 2_150 } as const;
const SUPPLIERS = { parts: 'Corran Friction', fluids: 'Mossfield Fluids' } as const;

export function demoOrders(logbook: Logbook, { newId, at, crew }: Made): { orders: PartsOrder[]; facts: Fact[] } {
  const facts: Fact[] = [];
  const named = <T extends { id: string }>(all: Iterable<T>, name: string, of: (t: T) => string): T =>
    [...all].find((t) => of(t) === name)!;
  const order = (supplier: string, daysAgo: number, lines: [Goods, string, string, number][]): PartsOrder => {
    const placed = at(daysAgo, '11:20');
    const came = at(daysAgo - 6, '10:05');
    const made: PartsOrder = {
      id: newId(placed),
      version: 0,
      archived: false,
      supplierId: named(logbook.suppliers.values(), supplier, (s) => s.name).id,
      placedOn: placed.slice(0, 10),
      placedBy: 'page',
      lines: lines.map(([goods, likeId, name, unitPriceMinor]) => ({
        goods,
        likeId,
        name,
        count: 1,
        bookingIds: [],
        unitPriceMinor,
        deliveries: [{ on: came.slice(0, 10), count: 1 }],
      })),
    };
    lines.forEach((_, line) =>
      facts.push({
        id: newId(came),
        at: came,
        recordedAt: came,
        by: crew.ines!,
        kind: 'goodsReceived',
        orderId: made.id,
        line,
        count: 1,
        wearPartId: null,
      }),
    );
    return made;
  };
  const parts = [
    ...Object.entries(pads).map(([label, price]): [Goods, string, string, number] => {
      const set = named(logbook.padSets.values(), label, (s) => s.label);
      return ['padSet', set.id, logbook.compounds.get(set.compoundId)?.name ?? label, price];
    }),
    ...Object.entries(rotors).map(([label, price]): [Goods, string, string, number] => [
      'rotorPair',
      named(logbook.rotorPairs.values(), label, (r) => r.label).id,
      `Rotors like ${label}`,
      price,
    ]),
  ];
  const bottles = Object.entries(fluids).map(([name, price]): [Goods, string, string, number] => [
    'bottle',
    named(logbook.fluids.values(), name, (f) => f.name).id,
    name,
    price,
  ]);
  return { orders: [order(SUPPLIERS.parts, 96, parts), order(SUPPLIERS.fluids, 82, bottles)], facts };
}
