/** A face over the track hours of its part: what was read, and what is left after what is still to be driven. */
import type { Corner } from '../model';
import { SLIP_SDS } from './estimate';
import { EVER } from './exposure';
import type { WearSide } from './faces';
import { type AxleWear, type Left, leftOf } from './outlook';

export interface WearLine {
  /** Readings, oldest first; the label's thickness where nobody read it new. */
  read: { hours: number; at: string; mm: number; sdMm: number; isLabel: boolean; isOff: boolean }[];
  /** From now on: before the event, and after each of its sessions; `session` is null for the first. */
  ahead: (Left & { hours: number; session: number | null; under: number | null })[];
}

/** @param wear whose face that comes to its limit first is drawn */
export function wearLine(wear: AxleWear): WearLine {
  const { first, exposures } = wear;
  const hoursAt = (at: string): number => exposures.reduce((sum, e) => (e.at <= at ? sum + e.minutes / 60 : sum), 0);
  const read = first.points.map((p, i) => ({
    hours: hoursAt(p.at),
    at: p.at,
    mm: p.mm,
    sdMm: p.sdMm,
    isLabel: p.factId === null,
    isOff: Math.abs(first.estimate.offBy[i]!) > SLIP_SDS,
  }));
  const lefts = leftOf(wear);
  let hours = hoursAt(EVER) + wear.beforeMinutes / 60;
  const ahead = lefts.map((left, i) => {
    const step = i === 0 ? null : wear.after[i - 1]!;
    if (step) hours += step.session.minutes / 60;
    return { ...left, hours, session: step?.session.nth ?? null, under: step?.under ?? null };
  });
  return { read, ahead };
}

/** A reading that does not fit what was read before it, of any face. */
export interface OffReading {
  corner: Corner;
  side: WearSide;
  at: string;
  mm: number;
  expectedMm: number;
}

/** All readings of a part that do not fit: they widen what is known, and none of them is obeyed alone. */
export const offReadings = ({ faces }: Pick<AxleWear, 'faces'>): OffReading[] =>
  faces.flatMap(({ corner, side, points, estimate }) =>
    points.flatMap((p, i) =>
      p.factId !== null && Math.abs(estimate.offBy[i]!) > SLIP_SDS
        ? [{ corner, side, at: p.at, mm: p.mm, expectedMm: estimate.expectedMm[i]! }]
        : [],
    ),
  );
