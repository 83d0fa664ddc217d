import { type Axle, type Corner, type WorkKind, axles, cornerNames, corners, workKinds } from '../model';

const kindNames: Record<WorkKind, string> = {
  boilingTest: 'Boiling test',
  sendBedding: 'Send to be bedded',
  measure: 'Measure pads and rotors',
  rotors: 'Rotors',
  pads: 'Pads',
  hoses: 'Hose',
  exchange: 'Full fluid exchange',
  bleed: 'Bleed the heat-affected fluid',
  ducts: 'Fit the ducts',
  extra: 'Extra work',
  bedding: 'Bed the pads',
  inspection: 'Inspection form',
  spare: 'Pack spare pads',
  reTorque: 'Re-torque after the first session',
  ductsOff: 'Ducts off',
  roadPads: 'Road pads back',
};

/** The kind of a piece of work by its key: `pads.front` is of kind pads. */
export const kindOf = (key: string): WorkKind => {
  const kind = key.split('.')[0] as WorkKind;
  return workKinds.includes(kind) ? kind : 'extra';
};

/** The axle or the corner that a key names. */
export const placeInKey = (key: string): Axle | Corner | null => {
  const place = key.split('.')[1];
  return [...axles, ...corners].find((p) => p === place) ?? null;
};

/** "Pads, front", "Hose, left rear", "Full fluid exchange". */
export function workName(key: string, title?: string): string {
  if (title) return title;
  const place = placeInKey(key);
  const name = kindNames[kindOf(key)];
  return place === null ? name : `${name}, ${place in cornerNames ? cornerNames[place as Corner] : place}`;
}
