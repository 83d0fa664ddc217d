import { type CheckName, type Complaint, checkNames, complaints } from './terms';
import { type LookFault, faultsOfLook } from './track-terms';

/** Work that puts a fault right and that no other entry tells of: it is written down by hand, with its place. */
export const repairs = [
  'jointSealed',
  'hoseReplaced',
  'caliperFreed',
  'caliperReplaced',
  'masterCylinderReplaced',
  'boosterRepaired',
  'bearingAdjusted',
  'bearingReplaced',
  'pistonsPumpedOut',
  'padsSanded',
  'facesCleaned',
  'hardwareRefitted',
  'ductRefitted',
  'tapeRemoved',
  'debrisCleared',
  'cleaned',
  'putRight',
] as const;
export type Repair = (typeof repairs)[number];

/** Repairs that are of the whole car; every other one names its corner or its axle. */
export const repairsOfCar: ReadonlySet<Repair> = new Set<Repair>([
  'masterCylinderReplaced',
  'boosterRepaired',
  'pistonsPumpedOut',
  'putRight',
]);

/** What can be shown to be right; each point of a list is one of its own. */
export const proofs = [
  'pedalFirm',
  'boosterWorks',
  'levelKept',
  'dry',
  'hosesSound',
  'wheelFree',
  'facesSound',
  'padsSound',
  'noPlay',
  'rockedTight',
  'runoutWithin',
  'thicknessEven',
  'pinsFree',
  'pistonsFree',
  'padsMatch',
  'hardwareRight',
  'ductsSound',
  'wheelDry',
  'clear',
  'heatAlike',
  'bedded',
  'torqued',
] as const;
export type Proof = (typeof proofs)[number] | CheckName;

/** Proofs that somebody gives by looking or trying, where no reading does: the others are measured, read or clicked. */
export const seenProofs = [
  'pedalFirm',
  'boosterWorks',
  'dry',
  'hosesSound',
  'wheelFree',
  'facesSound',
  'padsSound',
  'pinsFree',
  'pistonsFree',
  'padsMatch',
  'hardwareRight',
  'ductsSound',
  'wheelDry',
  'clear',
  ...checkNames,
] as const satisfies readonly Proof[];

/** What can be wrong with a car beside what stands on the lists: found by heat, level, fluid, instruments and checks of a diagnosis. */
export const otherFaults = [
  'cornerHotter',
  'cornerDrags',
  'boiled',
  'boilsLow',
  'levelLeak',
  'levelMoreThanWear',
  'levelUnderMin',
  'wheelDrags',
  'bearingPlay',
  'runoutHigh',
  'thicknessVaries',
  'pinsTight',
  'pistonStiff',
  'padsThinSeen',
  'padsGlazed',
  'padsMixed',
  'hardwareWrong',
  'boosterDead',
  'airSeen',
  'torqueWrong',
  'referred',
] as const;
type OtherFault = (typeof otherFaults)[number];

/** Every fault that a car can have, whoever found it and where. Crazing is none: fine heat cracks are normal. */
export type FaultKind = Exclude<LookFault, 'crazing'> | Complaint | CheckName | OtherFault;
export const faultKinds: readonly FaultKind[] = [
  ...faultsOfLook.filter((f) => f !== 'crazing'),
  ...complaints,
  ...checkNames,
  ...otherFaults,
];

/** Limits that a car is released by and that somebody may change. */
export const movableLimits = [
  'padLimit',
  'discard',
  'torque',
  'tolerance',
  'bearingPlay',
  'reservoirMin',
  'margin',
  'peak',
  'suspectShare',
  'padsEvery',
  'minMass',
  'secondStage',
  'threadCondition',
  'oneUse',
  'threadLocker',
  'flushEvery',
  'openBottle',
  'brakeKind',
  'nipples',
  'pistonVolume',
  'fluidGrade',
  'dryPoint',
  'wetPoint',
  'ducts',
  'parkingBrake',
  'beddedOnly',
  'lead',
  'name',
] as const;
export type MovableLimit = (typeof movableLimits)[number];
