/** What comes to the door becomes sets, pairs and bottles with labels of their own. */
import type { LocalDate } from '../calendar';
import type { Logbook } from '../logbook';
import type { Bottle, Fact, PadSet, RotorPair } from '../model';
import { nextLabel } from './labels';
import type { Awaited } from './supply';

/** A bottle of a fluid of which none was ever here holds so much, mL. */
const USUAL_BOTTLE_ML = 1000;

/** What is saved when goods come: what goes on the shelf one by one, and that it came. */
export type Received =
  | { collection: 'padSets'; body: PadSet }
  | { collection: 'rotorPairs'; body: RotorPair }
  | { collection: 'bottles'; body: Bottle }
  | { collection: 'facts'; body: Fact };

export interface Receiver {
  /** An id of its own for each thing, by a name: asked for again it is the same. */
  idFor: (name: string) => string;
  by: string;
  now: string;
  today: LocalDate;
}

/** How many of what is awaited should be here by now: what was promised up to today, else all of it. */
export function usuallyReceived({ order, line, left }: Awaited, today: LocalDate): number {
  const due = order.lines[line]!.deliveries.find((d) => d.on <= today);
  return Math.min(left, due?.count ?? left);
}

/**
 * What is saved when some of several awaited lines have come, as one entry: none of it without the other.
 * @param came how many of each line, one at least
 */
export function receive(
  logbook: Logbook,
  came: readonly { line: Awaited; count: number }[],
  { idFor, by, now, today }: Receiver,
): Received[] {
  const made = { P: 0, R: 0, B: 0 };
  const label = (letter: keyof typeof made, taken: Iterable<{ label: string }>): string =>
    nextLabel(letter, [...taken], made[letter]++);
  return came.flatMap(({ line: { order, line: at, bookingIds }, count }): Received[] => {
    const line = order.lines[at]!;
    const set = logbook.padSets.get(line.likeId);
    const pair = logbook.rotorPairs.get(line.likeId);
    const fluid = logbook.fluids.get(line.likeId);
    const place = `${order.id} ${at}`;
    const pieces = Array.from({ length: count }, (_, i): Received | null => {
      const booking = logbook.bookings.get(bookingIds[i] ?? bookingIds[0] ?? '');
      const carId = booking?.carId ?? set?.carId ?? pair?.carId ?? null;
      const record = { id: idFor(`${place} piece ${i}`), version: 0, archived: false };
      if (line.goods === 'padSet' && set) {
        const own = {
          label: label('P', logbook.padSets.values()),
          carId,
          use: 'track' as const,
          rotorPairId: null,
          notes: '',
        };
        return { collection: 'padSets', body: { ...set, ...record, ...own } };
      }
      if (line.goods === 'rotorPair' && pair)
        return {
          collection: 'rotorPairs',
          body: { ...pair, ...record, label: label('R', logbook.rotorPairs.values()), carId, notes: '' },
        };
      if (line.goods !== 'bottle' || !fluid) return null;
      const sizeMl =
        [...logbook.bottles.values()].filter((b) => b.fluidId === fluid.id).at(-1)?.sizeMl ?? USUAL_BOTTLE_ML;
      const own = {
        label: label('B', logbook.bottles.values()),
        fluidId: fluid.id,
        sizeMl,
        batch: '',
        receivedOn: today,
      };
      return { collection: 'bottles', body: { ...record, ...own } };
    });
    const fact: Fact = {
      id: idFor(`${place} received`),
      kind: 'goodsReceived',
      at: now,
      recordedAt: now,
      by,
      orderId: order.id,
      line: at,
      count,
      wearPartId: line.goods === 'wearPart' ? line.likeId : null,
    };
    return [...pieces.flatMap((p) => p ?? []), { collection: 'facts', body: fact }];
  });
}
