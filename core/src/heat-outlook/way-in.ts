/** How a car came in decides what a reading of it says: the same rotor at the pit wall was far hotter an easy lap before. */
import type { CameIn, SessionPlan } from '../model';

/** Laps without hard braking before the car stands: as they are reckoned with, and the fewest and the most that there may have been. */
export interface EasyLaps {
  laps: number;
  fewest: number;
  most: number;
}

/** Nobody lifts exactly at a line, and easy is not the same for every driver. Calvik's own figures. */
const easyLaps: Record<CameIn, EasyLaps> = {
  flatOut: { laps: 0, fewest: 0, most: 0.2 },
  easyLap: { laps: 1, fewest: 0.6, most: 1.3 },
  twoEasyLaps: { laps: 2, fewest: 1.4, most: 2.6 },
  unknown: { laps: 0.6, fewest: 0, most: 2 },
};

/** How a session that was driven ended: what was never asked is not known. */
export const cameInOf = ({ cameIn, coolDownLap }: Pick<SessionPlan, 'cameIn' | 'coolDownLap'>): CameIn =>
  cameIn ?? (coolDownLap ? 'easyLap' : 'unknown');

export const easyLapsOf = (session: Pick<SessionPlan, 'cameIn' | 'coolDownLap'>): EasyLaps =>
  easyLaps[cameInOf(session)];

/** Readings further apart are of two sessions, ms. */
const APART_MS = 30 * 60_000;

/**
 * Which session each of some readings is of, counted from 0: what lies close together was one.
 * @param ats instants in any order @example sittingsOf(['2026-05-01T10:00:00Z', '2026-05-01T14:00:00Z', '2026-05-01T10:02:00Z']) // [0, 1, 0]
 */
export function sittingsOf(ats: readonly string[]): number[] {
  const order = ats.map((_, i) => i).sort((a, b) => Date.parse(ats[a]!) - Date.parse(ats[b]!));
  const found = new Array<number>(ats.length).fill(0);
  let sitting = 0;
  order.forEach((i, n) => {
    const before = order[n - 1];
    if (before !== undefined && Date.parse(ats[i]!) - Date.parse(ats[before]!) > APART_MS) sitting += 1;
    found[i] = sitting;
  });
  return found;
}
