/** Names of what belongs to sessions: lines of the look, faults, decisions, needs. */
import type { Decision, LookCheck, LookKind } from '@calvik/core';
import type { ClosingKind, Need } from '@calvik/core/track';

export { cameInNames, causeNames, faultNames, limitsText, lookNames } from './track-names';

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
  wheelPlay: 'One corner off the ground at a time: hold the wheel at twelve and six and rock it.',
  pads: 'Gauge through the caliper’s window, inner and outer. Cold is more exact than hot.',
  level: 'Read it standing level. Do not top up what has leaked.',
  torque: 'To their figures, on the ground, cool. Nuts move most in the first session.',
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
  wheelPlay: 'No play felt',
};
export const becauseNames = {
  oddLastTime: 'Odd last time',
  firstSession: 'After the first session',
  wheelsWereOff: 'Wheels were off',
  knockBack: 'Long first press: may be knock-back',
} as const;

export const decisionNames: Record<Decision, string> = { go: 'Go', limits: 'Go, with limits', stop: 'Stop' };

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
