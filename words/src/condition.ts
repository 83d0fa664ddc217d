/** What is said of the condition of a car: faults, what cures them, and what shows that it is right again. */
import type { Act, FaultKind, Proof, Purpose } from '@calvik/core';
import { checkNames, complaintWords } from './names';
import { faultNames } from './track-names';

/** What a fault is about, where its own name does not say it. */
const about: Partial<Record<FaultKind, string>> = {
  pedalLong: 'Pedal ',
  pedalSoft: 'Pedal ',
  pedalSinks: 'Pedal ',
  hoseChafed: 'Hose ',
  hoseSwollen: 'Hose ',
  hoseCracked: 'Hose ',
  fluidInWheel: 'Inside the wheel: ',
  greaseInWheel: 'Inside the wheel: ',
};

type OtherFault = Exclude<FaultKind, keyof typeof faultNames | keyof typeof complaintWords | keyof typeof checkNames>;
const otherNames: Record<OtherFault, string> = {
  cornerHotter: 'Hot corner',
  cornerDrags: 'Dragging brake',
  boiled: 'Fluid boiled',
  boilsLow: 'Fluid boils too low',
  levelLeak: 'Level down: it leaks',
  levelMoreThanWear: 'Level down by more than wear',
  levelUnderMin: 'Level under MIN',
  wheelDrags: 'Wheel drags when it is turned',
  bearingPlay: 'Wheel bearing play',
  runoutHigh: 'Run-out too high',
  thicknessVaries: 'Rotor thickness varies',
  pinsTight: 'Slide pins tight',
  pistonStiff: 'Piston stiff',
  padsThinSeen: 'Pads thin through the window',
  padsGlazed: 'Pads glazed',
  padsMixed: 'Pads mixed',
  hardwareWrong: 'Pad hardware missing or bent',
  boosterDead: 'Pedal does not give when the engine starts',
  airSeen: 'Air at the nipple',
  torqueWrong: 'Torque not right',
  referred: 'Referred, not to be driven',
};

/** "Pedal soft"; "Dripping"; "The driver: pulls to a side". */
export function faultTitle(fault: FaultKind): string {
  if (fault in faultNames) {
    const name = faultNames[fault as keyof typeof faultNames];
    return about[fault] ? `${about[fault]}${name.toLowerCase()}` : name;
  }
  if (fault in complaintWords)
    return `Driver: ${complaintWords[fault as keyof typeof complaintWords].says.toLowerCase()}`;
  return fault in checkNames ? checkNames[fault as keyof typeof checkNames] : otherNames[fault as OtherFault];
}

/** What was done, or would be. */
export const actNames: Record<Act, string> = {
  jointSealed: 'Joint or nipple sealed',
  hoseReplaced: 'Hose replaced',
  caliperFreed: 'Caliper freed and greased',
  caliperReplaced: 'Caliper replaced',
  masterCylinderReplaced: 'Master cylinder replaced',
  boosterRepaired: 'Brake booster repaired',
  bearingAdjusted: 'Wheel bearing adjusted',
  bearingReplaced: 'Wheel bearing replaced',
  pistonsPumpedOut: 'Pistons pumped out',
  padsSanded: 'Pads sanded',
  facesCleaned: 'Rotor faces cleaned',
  hardwareRefitted: 'Pad hardware refitted',
  ductRefitted: 'Duct refitted',
  tapeRemoved: 'Tape taken off',
  debrisCleared: 'Debris cleared',
  cleaned: 'Cleaned',
  putRight: 'Put right',
  padsChanged: 'Pads changed',
  rotorsChanged: 'Rotors changed',
  rotorsRefaced: 'Rotors skimmed',
  bled: 'Hot fluid drawn at each corner',
  flushed: 'Fluid flushed',
  levelSet: 'Level set',
  torqued: 'Torqued to the figure',
  bedded: 'Bedded',
  released: 'Service released',
  clearedByWorkshop: 'Put right by a workshop',
  pistonsPushed: 'Pistons pushed back',
  wheelOff: 'Wheel off',
  jointOpened: 'Hydraulic joint opened',
};

/** What has to be shown. */
export const proofNames: Record<Exclude<Proof, keyof typeof checkNames>, string> = {
  pedalFirm: 'Pedal firm',
  boosterWorks: 'Pedal gives when the engine starts',
  levelKept: 'Level read, above MIN',
  dry: 'Dry under a held pedal',
  hosesSound: 'Hoses sound',
  wheelFree: 'Wheel turns free',
  facesSound: 'Rotor faces sound',
  padsSound: 'Pads measured and their faces seen',
  noPlay: 'Bearing play within its limit',
  rockedTight: 'Wheels rocked, no play felt',
  runoutWithin: 'Run-out within its limit',
  thicknessEven: 'Rotor thickness even',
  pinsFree: 'Slide pins free',
  pistonsFree: 'Pistons move freely',
  padsMatch: 'Pads belong together',
  hardwareRight: 'Pad hardware as it should be',
  wheelDry: 'Wheel dry inside',
  clear: 'Free of debris',
  heatAlike: 'Heat alike left and right',
  bedded: 'Bedded, looked at and accepted',
  torqued: 'Torqued to the figure',
};
/** Where it is shown what nobody shows by looking alone; the others have a button of their own. */
export const whereShown: Partial<Record<Proof, string>> = {
  noPlay: 'In a service: wheel bearing, measured at the rim or with a gauge.',
  torqued: 'In the look after a session, or in a service: the nuts, on the ground.',
  levelKept: 'In the look after a session, or in a service: the level, read.',
  runoutWithin: 'In a service: the rotor, with its run-out.',
  thicknessEven: 'In a service: the rotor, at eight points.',
  heatAlike: 'In the look after a session: the heat at four corners.',
  bedded: 'In the look at the faces after a bedding run.',
};
export const proofName = (proof: Proof): string =>
  proof in checkNames ? checkNames[proof as keyof typeof checkNames] : proofNames[proof as keyof typeof proofNames];

const useNames: Record<Exclude<Purpose, 'event'>, string> = {
  lift: 'Off the lift',
  ground: 'Moved at walking pace',
  road: 'Driven on the road',
  bedding: 'Bedding run',
  session: 'Out to a session',
};
/** What a car may be used for. */
export const nameOfUse = (purpose: Purpose, event: string): string => (purpose === 'event' ? event : useNames[purpose]);
