import { type Grade, type Quantity, type WorkSkill, findingsOf } from '../model';

export interface QueueFindings {
  /** Of who and what is there. */
  nobodyCan: { skills: WorkSkill[] };
  adapterMissing: { adapter: string };
  adapterUnknown: Record<string, never>;
  twoHandsNeeded: Record<string, never>;
  noBleeder: Record<string, never>;
  noWrench: Record<string, never>;
  /** Of the fluid: what would mix with it is a stop. */
  ownBottleWrong: { has: Grade; brought: Grade };
  ownBottleOld: { days: number; most: number };
  ownBottleUndated: Record<string, never>;
  ownBottleSmall: { left: Quantity; wanted: Quantity };
  fluidUnknown: Record<string, never>;
  noFluidHere: { grade: Grade };
  /** Of when. */
  notBefore: { time: string; fits: string | null };
  afterLastSession: { when: 'evening' | 'morning' };
  promiseBroken: { time: string; now: string | null };
  promiseMoved: { time: string; now: string | null };
  /** Of a car that is not on record: no gate speaks for it. */
  notOnRecord: Record<string, never>;
}
export const queueFinding = findingsOf<QueueFindings>();
