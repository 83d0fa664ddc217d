import type { LocalDate } from '../calendar';
import { bottleState, compoundName, isFreeFor, padSetMm } from '../inventory';
import type { Logbook } from '../logbook';
import { type Booking, type Fluid, type Bottle, type PadSet, type RotorPair, axleOfWork } from '../model';
import type { WorkItem } from './types';

/** A labelled thing on the shelf that can be reserved for a booking, or is. */
export type Reservable = { id: string; isReserved: boolean } & (
  | { goods: 'padSet'; part: PadSet; compound: string; thicknessMm: number }
  | { goods: 'rotorPair'; part: RotorPair }
  | { goods: 'bottle'; part: Bottle; fluid: Fluid | undefined; leftMl: number }
);
type Found = Reservable extends infer R ? (R extends Reservable ? Omit<R, 'isReserved'> : never) : never;

const bottlesFor = (logbook: Logbook, booking: Booking, item: WorkItem, today: LocalDate): Found[] =>
  [...logbook.bottles.values()].flatMap((part): Found[] => {
    const fluid = logbook.fluids.get(part.fluidId);
    if (part.archived || item.fluid === null || fluid?.grade !== item.fluid.grade) return [];
    const { leftMl, openTooLong, reservedFor } = bottleState(logbook, part, today);
    const isTaken = reservedFor !== null && reservedFor.id !== booking.id;
    return leftMl <= 0 || openTooLong || isTaken ? [] : [{ goods: 'bottle', id: part.id, part, fluid, leftMl }];
  });

/** What of the stock could be reserved for a piece of work: sets and pairs of no car, bottles of its fluid; what is reserved for it already first. */
export function reservables(logbook: Logbook, booking: Booking, item: WorkItem, today: LocalDate): Reservable[] {
  const axle = axleOfWork(item.key);
  const isStock = (p: PadSet | RotorPair): boolean =>
    p.axle === axle && p.carId === null && isFreeFor(logbook, p, booking, today);
  const isOfItem = (r: Reservable): boolean => r.goods === 'bottle' && r.part.fluidId === item.fluid?.fluidId;
  const wantsPads = item.kind === 'pads' || item.kind === 'spare';
  const found: Found[] = [
    ...(wantsPads ? [...logbook.padSets.values()].filter((p) => p.use === 'track' && isStock(p)) : []).map(
      (part): Found => ({
        goods: 'padSet',
        id: part.id,
        part,
        compound: compoundName(logbook, part),
        thicknessMm: padSetMm(logbook, part),
      }),
    ),
    ...(item.kind === 'rotors' ? [...logbook.rotorPairs.values()].filter(isStock) : []).map((part): Found => ({
      goods: 'rotorPair',
      id: part.id,
      part,
    })),
    ...(item.fluid ? bottlesFor(logbook, booking, item, today) : []),
  ];
  return found
    .map((f): Reservable => ({ ...f, isReserved: booking.reservedIds.includes(f.id) }))
    .sort(
      (a, b) =>
        Number(b.isReserved) - Number(a.isReserved) ||
        Number(isOfItem(b)) - Number(isOfItem(a)) ||
        a.part.label.localeCompare(b.part.label),
    );
}
