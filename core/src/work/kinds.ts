import type { WorkKind, WorkSkill } from '../model';
import type { WorkItem } from './types';

interface Kind {
  skill: WorkSkill | null;
  wheelsOff?: boolean;
  needsLift?: boolean;
  crewNeeded?: 2;
  place?: WorkItem['place'];
}
export const kinds: Record<WorkKind, Kind> = {
  boilingTest: { skill: 'fluid' },
  sendBedding: { skill: null },
  measure: { skill: 'measuring', wheelsOff: true },
  rotors: { skill: 'parts', wheelsOff: true },
  pads: { skill: 'parts', wheelsOff: true },
  hoses: { skill: 'parts', wheelsOff: true },
  flush: { skill: 'fluid', wheelsOff: true },
  bleed: { skill: 'fluid', wheelsOff: true },
  ducts: { skill: 'parts', needsLift: true },
  ductsOffBefore: { skill: 'parts', needsLift: true },
  extra: { skill: null },
  // One drives, one counts and works the phone.
  bedding: { skill: 'bedding', crewNeeded: 2, place: 'road' },
  inspection: { skill: null },
  spare: { skill: null },
  reTorque: { skill: 'parts', place: 'event' },
  ductsOff: { skill: 'parts', needsLift: true },
  roadPads: { skill: 'parts', wheelsOff: true },
};

/** What must be there first: measuring before deciding, hoses and pads before the fluid, everything before the form. */
const opens: WorkKind[] = ['rotors', 'pads', 'hoses'];
export const before: Partial<Record<WorkKind, WorkKind[]>> = {
  rotors: ['measure'],
  pads: ['measure', 'sendBedding'],
  hoses: ['measure'],
  flush: ['boilingTest', ...opens],
  bleed: ['boilingTest', ...opens],
  bedding: [...opens, 'flush', 'bleed', 'ducts'],
  inspection: [...opens, 'flush', 'bleed', 'ducts', 'bedding', 'extra'],
  roadPads: [],
};

/** Work that the guided service, or a fluid page, closes by itself; the rest is ticked off by name. */
export const guided: ReadonlySet<WorkKind> = new Set([
  'boilingTest',
  'measure',
  'rotors',
  'pads',
  'hoses',
  'flush',
  'bleed',
  'roadPads',
]);
