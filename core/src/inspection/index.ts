import type { CheckName, Complaint } from '../model';

/** What a driver says, in the driver's words, with the first suspects in order. Common practice, no source. */
export const complaintWords: Record<Complaint, { says: string; suspects: string[] }> = {
  softAfterHeat: {
    says: 'Pedal soft or long when hot, fine when cold',
    suspects: ['fluid boiled', 'water in the fluid', 'thin pads', 'ducts'],
  },
  softFromCold: { says: 'Pedal soft from cold', suspects: ['air', 'a nipple', 'a hose', 'master cylinder'] },
  firstPressLong: {
    says: 'First press long, second fine',
    suspects: ['pads knocked back: run-out, hub bearing', 'pistons not pumped out'],
  },
  firmNoBite: { says: 'Pedal firm, car does not slow', suspects: ['pads past their temperature', 'glazed', 'green'] },
  thump: { says: 'Thumps or shakes when braking', suspects: ['uneven transferLayer', 'thickness variation', 'cracks'] },
  pulls: { says: 'Pulls to a side', suspects: ['sticking piston or pin', 'oil', 'a hose', 'mixed pads'] },
  squeal: { says: 'Squeals', suspects: ['transferLayer gone, bedding lost', 'hardware'] },
  morePush: { says: 'Needs more push than before', suspects: ['pads thin or glazed', 'transferLayer'] },
  cornerHot: { says: 'One corner hotter', suspects: ['dragging', 'duct off', 'balance'] },
  levelDown: { says: 'Level has gone down', suspects: ['pad wear, if the sum agrees', 'a leak, if it does not'] },
};

/** What each check is called, as something to look at or to do. */
export const checkWords: Record<CheckName, string> = {
  nutsCracked: 'Wheel nuts cracked loose on the ground',
  chocked: 'Chocked',
  onStands: 'On stands, never a jack alone',
  parkingBrakeService: 'Electric parking brake in service mode, doors shut',
  wheelsOff: 'Wheels off',
  hoses: 'Hoses: no bulge, crack, chafe',
  seals: 'Piston seals and boots dry and whole',
  ductsSound: 'Ducts whole and clear of wheel and hose',
  hubs: 'Hubs and bearings without play',
  leaks: 'No leak at unions and nipples',
  pistonsClean: 'Pistons brushed clean and dry before pushing',
  oppositeHeld: 'Opposite pistons held from coming out',
  notchesLinedUp: 'Turned in, notches lined up with the pad',
  faceToRotor: 'Friction face to the rotor',
  innerOuter: 'Inner and outer not swapped',
  direction: 'Direction arrows forward',
  springs: 'Springs',
  pins: 'Pins and retainers',
  clips: 'Safety clips',
  shims: 'Shims',
  sensor: 'Wear sensor refitted, tied up, or left out',
  hubFaceClean: 'Hub face clean and flat',
  rotorClean: 'New rotors free of oil',
  vanes: 'Curved vanes: left on left, right on right',
  slots: 'Slots run the right way on each side',
  bobbins: 'Bobbins and hat fasteners sound',
  drumAdjuster: 'Adjuster set, drum turns with a light drag',
  parkingBrakeNormal: 'Parking brake out of service mode',
  ductsFitted: 'Ducts fitted as the event wants them',
  wheelsOn: 'Wheels on, car on the ground',
};
