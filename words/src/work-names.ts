import type { Axle, Corner, WorkKind } from '@calvik/core';
import { workOfKey } from '@calvik/core/model';
import { cornerNames } from './names';

const kindNames: Record<WorkKind, string> = {
  boilingTest: 'Boiling test',
  sendBedding: 'Send to be bedded',
  measure: 'Measure pads and rotors',
  rotors: 'Rotors',
  pads: 'Pads',
  hoses: 'Hose',
  flush: 'Flush',
  bleed: 'Bleed the heat-affected fluid',
  ducts: 'Fit the ducts',
  ductsOffBefore: 'Ducts off before the event',
  extra: 'Extra work',
  bedding: 'Bed the pads',
  inspection: 'Inspection form',
  spare: 'Pack spare pads',
  reTorque: 'Re-torque after the first session',
  ductsOff: 'Ducts off',
  roadPads: 'Road pads back',
};

/** "Pads, front", "Hose, left rear"; what a person who added it called it. */
export const kindName = (kind: WorkKind, ownTitle: string | null = null): string => ownTitle ?? kindNames[kind];
const placed = (kind: WorkKind, axle: Axle | null, corner: Corner | null): string =>
  [kindNames[kind], corner ? cornerNames[corner] : axle].filter(Boolean).join(', ');

/**
 * What a piece of work is called.
 * @example workName('pads.front') // 'Pads, front'
 */
export function workName(key: string, ownTitle: string | null = null): string {
  if (ownTitle) return ownTitle;
  const { kind, axle, corner } = workOfKey(key);
  return placed(kind, axle, corner);
}
