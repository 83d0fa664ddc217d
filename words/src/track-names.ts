/** Names that findings of an event day are told with: they come with the first page. */
import type { CameIn, Cause, LookFault, LookKind, SessionLimits } from '@calvik/core';
import { counted } from './texts';

export const lookNames: Record<LookKind, string> = {
  heat: 'Heat at four corners',
  pedal: 'Pedal',
  leaks: 'Leaks and damp nipples',
  hoses: 'Hoses',
  faces: 'Rotor faces and cracks',
  ducts: 'Ducts and tape',
  wheelInside: 'Inside of the wheels',
  debris: 'Debris',
  wheelPlay: 'Wheels rocked for play',
  pads: 'Pads through the window',
  level: 'Fluid level',
  torque: 'Nuts and caliper bolts again',
};

export const faultNames: Record<LookFault, string> = {
  pedalLong: 'Long',
  pedalSoft: 'Soft',
  pedalSinks: 'Sinks while held',
  damp: 'Damp',
  dripping: 'Dripping',
  hoseChafed: 'Chafed',
  hoseSwollen: 'Bulged',
  hoseCracked: 'Cracked',
  crazing: 'Fine heat crazing',
  crack: 'Crack',
  crackToEdge: 'Crack to the edge',
  crackJoinsHoles: 'Crack joins holes',
  faceSmeared: 'Smeared or blotched',
  ductOff: 'Duct off',
  ductTorn: 'Duct torn',
  tapeOn: 'Tape still on',
  fluidInWheel: 'Brake fluid',
  greaseInWheel: 'Grease',
  gravelInCaliper: 'Gravel in the caliper',
  grassInDuct: 'Grass in a duct',
  playFelt: 'Play felt',
};

/** How a car came in: short beside others of a row, and within a sentence. */
export const cameInNames: Record<CameIn, { short: string; within: string }> = {
  flatOut: { short: 'None', within: 'flat out to the line' },
  easyLap: { short: 'One', within: 'after an easy lap' },
  twoEasyLaps: { short: 'Two', within: 'after two easy laps' },
  unknown: { short: 'Don’t know', within: 'nobody knows how' },
};

/** "5 laps at most, cool-down lap, not in the wet, look after the next session" */
export function limitsText(limits: SessionLimits): string {
  return [
    limits.maxLaps === null ? '' : `${counted(limits.maxLaps, 'lap')} at most`,
    limits.maxMinutes === null ? '' : `${limits.maxMinutes} min at most`,
    limits.coolDownLap ? 'a cool-down lap at the end' : '',
    limits.notInTheWet ? 'not in the wet' : '',
    limits.lookAfterSessions === 1
      ? 'look after the next session'
      : `look after ${counted(limits.lookAfterSessions, 'session')}`,
  ]
    .filter(Boolean)
    .join(', ');
}

/** What it can turn out to be. */
export const causeNames: Record<Cause, string> = {
  fluidBoiled: 'Fluid boiled',
  airInSystem: 'Air in the system',
  leak: 'A leak',
  hoseSwells: 'Hose ballooning or blocked',
  masterCylinder: 'Master cylinder',
  knockBack: 'Pad knock-back',
  pistonsNotOut: 'Pistons not pumped out',
  wheelBearing: 'Wheel bearing',
  padsOverheated: 'Pads past their temperature',
  padsGlazed: 'Pads glazed',
  padsGreen: 'Pads green',
  padsThin: 'Pads thin',
  padWear: 'Normal pad wear',
  unevenLayer: 'Uneven transfer layer',
  thicknessVariation: 'Thickness variation',
  rotorCracked: 'Rotor cracked',
  pistonSticks: 'A piston sticks',
  slidePinSticks: 'A slide pin sticks',
  padsOiled: 'Oil or grease on the pads',
  mixedPads: 'Mixed pads',
  hardware: 'Pad hardware',
  layerGone: 'Transfer layer gone',
  ductOff: 'Duct off or blocked',
  brakeBooster: 'Brake booster',
  balance: 'Brake balance',
  other: 'Something else',
};
