/**
 * What is wrong, what cures it, and what shows that it is right again: the tables that every gate goes by. Whoever knows brakes should be able to
 * read them. Common practice, no source.
 */
import {
  type Cause,
  type CheckName,
  type Complaint,
  type DiagnosticCheck,
  type FaultKind,
  type LookFault,
  type Proof,
  type Repair,
  type Verdict,
  checkNames,
  complaints,
} from '../model';
import type { Requirable } from './purposes';

/** What is done to a car: a repair that somebody wrote down, or what another entry tells. */
export type Act =
  | Repair
  | 'padsChanged'
  | 'rotorsChanged'
  | 'rotorsRefaced'
  | 'bled'
  | 'flushed'
  | 'levelSet'
  | 'torqued'
  | 'bedded'
  | 'released'
  | 'clearedByWorkshop'
  | 'pistonsPushed'
  | 'wheelOff'
  | 'jointOpened';

/** Proofs of the whole car; all others are of a corner. */
export const ofWholeCar: ReadonlySet<Proof> = new Set<Proof>(['pedalFirm', 'boosterWorks', 'levelKept']);

export interface FaultRow {
  gravity: Verdict;
  /** One of these, at its place, after it was found; none: to look again is enough. By cause: what the diagnosis named, or every suspect. */
  cures: readonly Act[] | 'byCause';
  /** All of these, after the cure. */
  proofs: readonly Proof[];
}
const row = (gravity: Verdict, cures: FaultRow['cures'], ...shown: Proof[]): FaultRow => ({
  gravity,
  cures,
  proofs: shown,
});

const leakCures: Act[] = ['jointSealed', 'hoseReplaced', 'caliperReplaced', 'masterCylinderReplaced'];
const dragCures: Act[] = ['caliperFreed', 'caliperReplaced', 'hoseReplaced', 'hardwareRefitted'];
const airCures: Act[] = ['flushed', 'bled', 'clearedByWorkshop'];
const hydraulicCures: Act[] = [...airCures, ...leakCures, 'pistonsPumpedOut'];
const pedalCures: Act[] = [
  ...hydraulicCures,
  'bearingAdjusted',
  'bearingReplaced',
  'rotorsChanged',
  'rotorsRefaced',
  'padsChanged',
];

/** What is seen at the track and in the shop. */
const seen: Record<Exclude<LookFault, 'crazing'>, FaultRow> = {
  pedalLong: row('stop', pedalCures, 'pedalFirm'),
  pedalSoft: row('stop', hydraulicCures, 'pedalFirm'),
  pedalSinks: row('stop', [...leakCures, ...airCures], 'pedalFirm', 'dry'),
  damp: row('stop', leakCures, 'dry'),
  dripping: row('stop', leakCures, 'dry', 'pedalFirm'),
  hoseChafed: row('stop', ['hoseReplaced'], 'pedalFirm'),
  hoseSwollen: row('stop', ['hoseReplaced'], 'pedalFirm'),
  hoseCracked: row('stop', ['hoseReplaced'], 'pedalFirm'),
  crack: row('needsWork', ['rotorsChanged'], 'facesSound'),
  crackToEdge: row('stop', ['rotorsChanged'], 'facesSound'),
  crackJoinsHoles: row('stop', ['rotorsChanged'], 'facesSound'),
  faceSmeared: row('needsWork', ['facesCleaned', 'rotorsRefaced', 'rotorsChanged', 'bedded'], 'facesSound'),
  ductOff: row('needsWork', ['ductRefitted', 'tapeRemoved'], 'ductsSound'),
  ductTorn: row('watch', ['ductRefitted'], 'ductsSound'),
  tapeOn: row('needsWork', ['tapeRemoved'], 'ductsSound'),
  fluidInWheel: row('stop', leakCures, 'wheelDry', 'dry'),
  greaseInWheel: row('needsWork', ['cleaned', 'bearingReplaced', 'bearingAdjusted'], 'wheelDry'),
  gravelInCaliper: row('needsWork', ['debrisCleared'], 'clear'),
  grassInDuct: row('watch', ['debrisCleared'], 'clear'),
  // By hand nobody tells how much: it is measured, in its limit or not.
  playFelt: row('stop', [], 'noPlay'),
};

/** What a driver says. Nobody drives on a doubtful pedal, and a long one is doubtful until it has been shown to be firm. */
const said: Record<Complaint, FaultRow> = {
  softAfterHeat: row('stop', 'byCause', 'pedalFirm'),
  softFromCold: row('stop', 'byCause', 'pedalFirm'),
  firstPressLong: row('stop', 'byCause', 'pedalFirm'),
  firmNoBite: row('stop', 'byCause', 'pedalFirm'),
  judder: row('needsWork', 'byCause'),
  pulls: row('needsWork', 'byCause'),
  squeal: row('watch', 'byCause'),
  highPedalEffort: row('needsWork', 'byCause', 'pedalFirm'),
  cornerHot: row('needsWork', 'byCause'),
  levelDown: row('needsWork', 'byCause', 'levelKept'),
  grabs: row('needsWork', 'byCause'),
};

/** Points of a list that nobody waives: what holds pads in place, what leaks, and a car that is not on its wheels. */
export const neverWaived: ReadonlySet<CheckName> = new Set<CheckName>([
  'leaks',
  'hoses',
  'faceToRotor',
  'pins',
  'parkingBrakeNormal',
  'wheelsOn',
  'unionsUnderPedal',
  'wheelsTurnFree',
]);
/** What is special about a point of a list; of the others any repair there, and the point gone through again. */
const listed: Partial<Record<CheckName, FaultRow>> = {
  hoses: row('stop', ['hoseReplaced'], 'pedalFirm'),
  leaks: row('stop', leakCures, 'dry'),
  unionsUnderPedal: row('stop', leakCures, 'dry', 'pedalFirm'),
  wheelsTurnFree: row('stop', dragCures, 'wheelFree'),
};
const anyRepair: Act[] = [
  'putRight',
  'hardwareRefitted',
  'cleaned',
  'caliperFreed',
  'caliperReplaced',
  'jointSealed',
  'bearingAdjusted',
  'bearingReplaced',
  'ductRefitted',
  'tapeRemoved',
  'padsChanged',
  'rotorsChanged',
  'facesCleaned',
  'debrisCleared',
];
const ofList = (check: CheckName): FaultRow =>
  listed[check] ?? row(neverWaived.has(check) ? 'stop' : 'needsWork', anyRepair, check);

/** What instruments, sums and checks of a diagnosis find. */
const other: Record<Exclude<FaultKind, LookFault | Complaint | CheckName>, FaultRow> = {
  cornerHotter: row('needsWork', 'byCause'),
  cornerDrags: row('stop', ['caliperFreed', 'caliperReplaced', 'hoseReplaced', 'ductRefitted'], 'wheelFree'),
  boiled: row('stop', ['flushed', 'bled', 'clearedByWorkshop'], 'pedalFirm'),
  boilsLow: row('needsWork', ['flushed', 'bled', 'clearedByWorkshop']),
  levelLeak: row('stop', leakCures, 'dry', 'levelKept', 'pedalFirm'),
  levelMoreThanWear: row('needsWork', [], 'dry', 'levelKept'),
  levelUnderMin: row('stop', ['levelSet', 'flushed'], 'levelKept', 'pedalFirm'),
  wheelDrags: row('stop', dragCures, 'wheelFree'),
  bearingPlay: row('stop', ['bearingAdjusted', 'bearingReplaced'], 'noPlay'),
  runoutHigh: row('needsWork', ['rotorsRefaced', 'rotorsChanged', 'cleaned', 'bearingReplaced'], 'runoutWithin'),
  thicknessVaries: row('needsWork', ['rotorsRefaced', 'rotorsChanged'], 'thicknessEven'),
  pinsTight: row('needsWork', ['caliperFreed', 'caliperReplaced'], 'pinsFree'),
  pistonStiff: row('needsWork', ['caliperFreed', 'caliperReplaced'], 'pistonsFree'),
  padsThinSeen: row('stop', ['padsChanged'], 'padsSound'),
  padsGlazed: row('needsWork', ['padsSanded', 'padsChanged', 'bedded'], 'padsSound'),
  padsMixed: row('stop', ['padsChanged'], 'padsMatch'),
  hardwareWrong: row('stop', ['hardwareRefitted', 'putRight'], 'hardwareRight'),
  boosterDead: row('stop', ['boosterRepaired'], 'boosterWorks'),
  airSeen: row('stop', airCures, 'pedalFirm'),
  torqueWrong: row('stop', ['torqued'], 'torqued'),
  referred: row('stop', ['released', 'clearedByWorkshop']),
};

/** Every fault: how serious it is, what cures it, and what shows that it is over. */
export const faultTable: Record<FaultKind, FaultRow> = {
  ...seen,
  ...said,
  ...(Object.fromEntries(checkNames.map((check) => [check, ofList(check)])) as Record<CheckName, FaultRow>),
  ...other,
};

const complaintSet: ReadonlySet<string> = new Set(complaints);
export const isComplaint = (kind: string): kind is Complaint => complaintSet.has(kind);

/** What each cause wants done, and what shows that it is gone: a name for a fault chooses among these, it ends nothing. */
export const causeTable: Record<Cause, { cures: readonly Act[]; proofs: readonly Proof[] }> = {
  fluidBoiled: { cures: ['flushed', 'bled', 'clearedByWorkshop'], proofs: ['pedalFirm'] },
  airInSystem: { cures: airCures, proofs: ['pedalFirm'] },
  leak: { cures: leakCures, proofs: ['dry', 'pedalFirm'] },
  hoseSwells: { cures: ['hoseReplaced'], proofs: ['pedalFirm'] },
  masterCylinder: { cures: ['masterCylinderReplaced'], proofs: ['pedalFirm', 'dry'] },
  knockBack: {
    cures: ['bearingAdjusted', 'bearingReplaced', 'rotorsChanged', 'rotorsRefaced', 'cleaned'],
    proofs: ['pedalFirm', 'noPlay'],
  },
  pistonsNotOut: { cures: ['pistonsPumpedOut'], proofs: ['pedalFirm'] },
  wheelBearing: { cures: ['bearingAdjusted', 'bearingReplaced'], proofs: ['noPlay'] },
  padsOverheated: { cures: ['padsChanged', 'padsSanded', 'bedded'], proofs: ['padsSound'] },
  padsGlazed: { cures: ['padsSanded', 'padsChanged', 'bedded'], proofs: ['padsSound'] },
  padsGreen: { cures: ['bedded', 'padsChanged'], proofs: ['facesSound'] },
  padsThin: { cures: ['padsChanged'], proofs: ['padsSound'] },
  padWear: { cures: ['levelSet', 'padsChanged'], proofs: ['padsSound', 'levelKept'] },
  unevenLayer: { cures: ['facesCleaned', 'rotorsRefaced', 'rotorsChanged', 'bedded'], proofs: ['facesSound'] },
  // Run-out wears thickness variation in again: where somebody said judder it is measured.
  thicknessVariation: { cures: ['rotorsRefaced', 'rotorsChanged'], proofs: ['thicknessEven', 'runoutWithin'] },
  rotorCracked: { cures: ['rotorsChanged'], proofs: ['facesSound'] },
  pistonSticks: { cures: ['caliperFreed', 'caliperReplaced'], proofs: ['wheelFree'] },
  slidePinSticks: { cures: ['caliperFreed', 'caliperReplaced'], proofs: ['wheelFree'] },
  padsOiled: { cures: ['padsChanged'], proofs: ['padsSound', 'dry'] },
  mixedPads: { cures: ['padsChanged'], proofs: ['padsMatch'] },
  hardware: { cures: ['hardwareRefitted'], proofs: ['hardwareRight'] },
  layerGone: { cures: ['bedded', 'padsSanded', 'facesCleaned'], proofs: ['facesSound'] },
  ductOff: { cures: ['ductRefitted'], proofs: ['ductsSound'] },
  brakeBooster: { cures: ['boosterRepaired'], proofs: ['boosterWorks'] },
  balance: { cures: ['putRight'], proofs: ['heatAlike'] },
  other: { cures: ['putRight', 'clearedByWorkshop'], proofs: ['pedalFirm'] },
};

/** What each outcome of a check of a diagnosis says: a fault, or something shown to be right. An outcome without a line says neither. */
export const outcomeTable: Record<
  DiagnosticCheck,
  { faults: Record<string, FaultKind>; shows: Record<string, readonly Proof[]> }
> = {
  pumpPedal: {
    faults: { firmAfterPumping: 'pedalLong', staysSoft: 'pedalSoft' },
    shows: { firmAtOnce: ['pedalFirm'] },
  },
  holdPedal: { faults: { sinks: 'pedalSinks' }, shows: {} },
  engineOffPedal: { faults: { doesNotDrop: 'boosterDead' }, shows: { dropsWithEngine: ['boosterWorks'] } },
  lookForLeaks: { faults: { wet: 'damp' }, shows: { dry: ['dry'] } },
  boilingTest: { faults: { low: 'boilsLow' }, shows: {} },
  openNipple: { faults: { bubbles: 'airSeen' }, shows: {} },
  spinWheels: { faults: { drags: 'wheelDrags', rough: 'bearingPlay' }, shows: { free: ['wheelFree'] } },
  pyrometer: { faults: { oneHot: 'cornerHotter' }, shows: { alike: ['heatAlike'] } },
  padsThroughWindow: { faults: { thin: 'padsThinSeen' }, shows: { even: ['padsSound'] } },
  slidePins: { faults: { tight: 'pinsTight' }, shows: { free: ['pinsFree'] } },
  pushPistons: { faults: { oneStiff: 'pistonStiff' }, shows: { even: ['pistonsFree'] } },
  faces: {
    faults: { blotched: 'faceSmeared', glazed: 'padsGlazed', cracked: 'crackToEdge' },
    shows: { evenFaces: ['facesSound'] },
  },
  thicknessPoints: { faults: { varies: 'thicknessVaries' }, shows: { within: ['thicknessEven'] } },
  runout: { faults: { high: 'runoutHigh' }, shows: { within: ['runoutWithin'] } },
  rockWheel: { faults: { play: 'bearingPlay' }, shows: { noPlay: ['noPlay', 'rockedTight'] } },
  hoseUnderPressure: { faults: { swells: 'hoseSwollen' }, shows: { still: ['hosesSound'] } },
  ductsLook: { faults: { off: 'ductOff' }, shows: { whole: ['ductsSound'] } },
  padLabels: { faults: { mixed: 'padsMixed' }, shows: { same: ['padsMatch'] } },
  hardwareLook: { faults: { missingOrBent: 'hardwareWrong' }, shows: { asItShouldBe: ['hardwareRight'] } },
};

/** What it means where somebody looks again and it is not right. */
export const notRight: Partial<Record<Proof, FaultKind>> = {
  ...(Object.fromEntries(checkNames.map((check) => [check, check])) as Record<CheckName, CheckName>),
  pedalFirm: 'pedalLong',
  boosterWorks: 'boosterDead',
  dry: 'damp',
  hosesSound: 'hoseChafed',
  wheelFree: 'wheelDrags',
  facesSound: 'faceSmeared',
  padsSound: 'padsGlazed',
  pinsFree: 'pinsTight',
  pistonsFree: 'pistonStiff',
  padsMatch: 'padsMixed',
  hardwareRight: 'hardwareWrong',
  ductsSound: 'ductOff',
  wheelDry: 'greaseInWheel',
  clear: 'gravelInCaliper',
};

/**
 * What each act voids of what can be asked: it is shown again, in this or any later job, by whoever has the car next. A joint opened lets air
 * in and fluid out, pistons pushed back leave the pedal long, a wheel that was off wants its nuts.
 */
export const voidTable: Record<Act, readonly Requirable[]> = {
  pistonsPushed: ['pedalFirm'],
  wheelOff: ['torqued'],
  jointOpened: ['pedalFirm', 'dry'],
  // New pads are never on without pistons that were pushed back: those say it.
  padsChanged: [],
  rotorsChanged: [],
  rotorsRefaced: [],
  bled: ['pedalFirm'],
  flushed: ['pedalFirm'],
  levelSet: [],
  torqued: [],
  bedded: [],
  released: [],
  clearedByWorkshop: ['pedalFirm'],
  jointSealed: ['pedalFirm', 'dry'],
  hoseReplaced: ['pedalFirm', 'dry'],
  caliperFreed: ['pedalFirm', 'torqued'],
  caliperReplaced: ['pedalFirm', 'dry', 'torqued'],
  masterCylinderReplaced: ['pedalFirm', 'dry'],
  boosterRepaired: ['pedalFirm'],
  bearingAdjusted: ['noPlay', 'torqued'],
  bearingReplaced: ['noPlay', 'torqued'],
  pistonsPumpedOut: ['pedalFirm'],
  padsSanded: ['pedalFirm', 'torqued'],
  facesCleaned: [],
  hardwareRefitted: ['torqued'],
  ductRefitted: [],
  tapeRemoved: [],
  debrisCleared: [],
  cleaned: [],
  putRight: [],
};
