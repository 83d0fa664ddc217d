/** Names of what belongs to sessions: lines of the look, faults, decisions, needs. */
import type { Cause, ClosingKind, Decision, LookCheck, LookFault, LookKind, Need, SessionLimits } from '@calvik/core';
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
  pads: 'Pads through the window',
  level: 'Fluid level',
  torque: 'Nuts and caliper bolts again',
};
/** How each line is gone through. */
export const lookAdvice: Record<LookKind, string> = {
  heat: 'Pyrometer on the rotor face, all four, as soon as the car stands. Hot parts: touch nothing.',
  pedal: 'Press it with the engine off, twice. Long on the first press only is knock-back.',
  leaks: 'Unions, bleed nipples, pistons, reservoir. Wipe a damp nipple, press the pedal, look again.',
  hoses: 'Turn the steering lock to lock: chafe, bulge, cracks, heat.',
  faces: 'Both faces, with a lamp. Run a nail across a crack: its length counts.',
  ducts: 'Both ends on, no tear, no tape left over an opening.',
  wheelInside: 'Wet and clear is brake fluid. Dark and thick is grease from a hub.',
  debris: 'After an off: gravel between pad and rotor, grass in the ducts.',
  pads: 'Gauge through the caliper’s window, inner and outer. Cold is more exact than hot.',
  level: 'Read it standing level. Do not top up what has leaked.',
  torque: 'To their figures, on the ground, cool. Nuts move most in the first session.',
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
};
/** What "all in order" is called in each line that is answered by looking. */
export const allRightNames: Record<LookCheck, string> = {
  pedal: 'Firm at once',
  leaks: 'All dry',
  hoses: 'All sound',
  faces: 'All good',
  ducts: 'On, whole, no tape',
  wheelInside: 'All clean',
  debris: 'Nothing',
};
export const becauseNames = {
  oddLastTime: 'Odd last time',
  firstSession: 'After the first session',
  wheelsWereOff: 'Wheels were off',
} as const;

export const decisionNames: Record<Decision, string> = { go: 'Go', limits: 'Go, with limits', stop: 'Stop' };

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

export const needText = (need: Need): string => {
  switch (need.kind) {
    case 'look':
      return 'Look it over';
    case 'decide':
      return 'Decide';
    case 'mend':
      return 'Find it, mend it, look again';
    case 'session':
      return need.from ? `Out at ${need.from}` : 'Ready to go out';
    case 'close':
      return 'Close its event';
    case 'nothing':
      return 'Nothing more';
  }
};

export const closingNames: Record<ClosingKind, string> = {
  sessions: 'Sessions looked at',
  ducts: 'Ducts and tape off',
  roadPads: 'Road pads on their own rotors',
  shelf: 'Sets to the shelf, read',
  fluid: 'Fluid after the event',
  waste: 'Used fluid',
  told: 'Customer told',
  due: 'Next due',
};

/** What it can turn out to be. */
export const causeNames: Record<Cause, string> = {
  fluidBoiled: 'Fluid boiled',
  airInSystem: 'Air in the system',
  leak: 'A leak',
  hoseSwells: 'A hose swells or is blocked',
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
