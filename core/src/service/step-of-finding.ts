import type { ConditionFindings, Requirable } from '../condition';
import type { FluidFindings } from '../fluid';
import type { HydraulicsFindings } from '../hydraulics';
import type { InventoryFindings } from '../inventory';
import { type Finding, type StepKind, axleOfCorner } from '../model';
import type { PadFindings } from '../pads';
import type { PedalFindings } from '../pedal';
import type { RotorFindings } from '../rotors';
import type { TorqueFindings } from '../torque';
import type { ServiceFindings } from './findings';
import type { ServiceJudgement } from './judge';
import type { MeasuredFindings } from './measurements';
import type { ServiceStep } from './steps';

/** Where each finding of a subject is put right; those that name their own step lead there. */
const padStep: Record<keyof PadFindings, StepKind> = {
  padUnderLimit: 'decide',
  padThinForTrackStart: 'decide',
  padAboveLimit: 'pads',
  padThickerThanNew: 'pads',
  padThickerThanLast: 'pads',
  padCondition: 'pads',
  padFaceNotSeen: 'pads',
  padReadingsDisagree: 'pads',
  padNearHat: 'pads',
  padWornUnevenly: 'decide',
  padTapered: 'decide',
  cornerOutOfFamily: 'decide',
};
const rotorStep: Record<keyof RotorFindings, StepKind> = {
  rotorWithoutDiscard: 'rotor',
  discardOdd: 'rotor',
  rotorUnderDiscard: 'decide',
  rotorAboveDiscard: 'rotor',
  rotorThickerThanNew: 'rotor',
  rotorThickerThanLast: 'rotor',
  rotorFacesNotSeen: 'rotor',
  rotorReadingsDisagree: 'rotor',
  wearMarksGone: 'rotor',
  crackToEdge: 'rotor',
  crackJoinsHoles: 'rotor',
  crackTooLong: 'rotor',
  crackShort: 'rotor',
  thicknessVaries: 'rotor',
  fewPoints: 'rotor',
  runoutTooHigh: 'rotor',
  runoutHigherThanNew: 'rotor',
  transferLayer: 'rotor',
  weightDisagrees: 'rotor',
  lipHigh: 'rotor',
  ceramicUnderMass: 'decide',
  ceramicAboveMass: 'rotor',
  ceramicNotWeighed: 'rotor',
};
const measuredStep: Record<keyof MeasuredFindings, StepKind> = {
  wheelBearingPlayTooHigh: 'wheelBearing',
  wheelBearingPlay: 'wheelBearing',
};
const torqueStep: Record<keyof TorqueFindings, StepKind> = {
  torqueFigureMissing: 'torque',
  torqueFigureOdd: 'torque',
  wrenchOutOfRange: 'torque',
  torqueOverStrength: 'torque',
  notTorqued: 'torque',
  torqueLow: 'torque',
  torqueHigh: 'torque',
  torqueInBand: 'torque',
  someNotTorqued: 'torque',
  secondStageMissing: 'torque',
  threadNotAsMeant: 'torque',
  oneUseBoltsNotNew: 'torque',
  threadLockerMissing: 'torque',
  calibrationOver: 'torque',
  calibrationDue: 'torque',
  calibrationUnknown: 'torque',
};
const pedalStep: Record<keyof PedalFindings, StepKind> = {
  pedalGateOpen: 'pedalGate',
  // A pedal that is soft or sinks is not pumped again: the fluid is gone through first.
  pedalSoft: 'exchange',
  pedalSinks: 'exchange',
  pedalLong: 'pedalGate',
  pedalWorseThanBefore: 'pedalGate',
  pedalHeldTooShort: 'pedalGate',
  pedalSinkingNotSaid: 'pedalGate',
  pedalBoosterDead: 'pedalGate',
  pedalManyStrokes: 'pedalGate',
};
const hydraulicsStep: Partial<Record<keyof HydraulicsFindings, StepKind>> = {
  nippleNotShut: 'bleed',
  nippleNotCapped: 'bleed',
  bubbles: 'bleed',
  bubblesPastThreads: 'bleed',
  clutchNippleNotShut: 'clutch',
  clutchPedalStays: 'clutch',
  clutchBubbles: 'clutch',
  clutchNotClean: 'clutch',
  levelNotRead: 'level',
  fluidNotClean: 'bleed',
  reservoirUnderMin: 'bleed',
  levelUnderMin: 'level',
  levelOffTarget: 'level',
  circuitAtRisk: 'look',
};
/** Fluid that is not as it should be is exchanged; what the pen says, a boiling test settles. A wrong mix is a workshop's job. */
const fluidStep: Partial<Record<keyof FluidFindings, StepKind>> = {
  boiledSinceFlush: 'exchange',
  nipplesOpen: 'exchange',
  pedalAfterBleed: 'exchange',
  bubblesAfterBleed: 'exchange',
  dirtyAfterBleed: 'exchange',
  fluidUnknown: 'exchange',
  waterBeyondModel: 'exchange',
  boilsUnderPeak: 'exchange',
  testTypedAnew: 'boil',
  pouredFromOldBottle: 'boil',
  boilsUnderDemand: 'exchange',
  mayBoilUnderDemand: 'boil',
  oldFluidLeft: 'exchange',
  ruleNotMet: 'exchange',
  penRed: 'exchange',
  penAmber: 'boil',
  penDisagrees: 'boil',
};
const inventoryStep: Partial<Record<keyof InventoryFindings, StepKind>> = { otherCompound: 'fit', otherRotors: 'fit' };
const serviceStep: Record<keyof ServiceFindings, StepKind | null> = {
  padSetUnderLimit: 'decide',
  aboveLimitAtBoth: 'decide',
  notMeasured: 'decide',
  neverMeasured: 'pads',
  cornersNotMeasured: 'pads',
  notMeasuredSinceEvent: 'pads',
  measuredLongAgo: 'pads',
  rotorsNotMeasured: 'rotor',
  skimNotMeasured: 'rotor',
  scrappedIsOn: 'fit',
  notBedded: null,
  exchangeUnfinished: 'bleed',
  retractedNothingFitted: 'fit',
  limitMoved: 'release',
  relabelled: 'release',
  madeLead: 'release',
  renamed: null,
  fittedNotMeasured: 'pads',
  changeNotFitted: 'fit',
  referred: 'decide',
  spareToCarry: 'decide',
  hoseChanged: 'exchange',
  driverSays: 'driver',
  stepSkipped: null,
  stepNotDone: null,
  listNotAnswered: null,
  earlierWording: null,
};
/** Of other faults the car's condition says what cures them. */
const conditionStep: Partial<Record<keyof ConditionFindings, StepKind>> = {
  hoseFault: 'look',
  checkFault: 'look',
  notEnoughDrawn: 'exchange',
};
/** Where it is shown again. */
const proofStep: Record<Requirable, StepKind> = {
  pedalFirm: 'pedalGate',
  torqued: 'wheels',
  dry: 'down',
  levelKept: 'level',
  rockedTight: 'wheelBearing',
  noPlay: 'wheelBearing',
};
/** Findings that always have a step: one whose subject is forgotten does not compile. */
type AlwaysPutRight = PadFindings & RotorFindings & MeasuredFindings & TorqueFindings & PedalFindings & ServiceFindings;
const stepKindOf: Record<keyof AlwaysPutRight, StepKind | null> & Partial<Record<string, StepKind | null>> = {
  ...padStep,
  ...rotorStep,
  ...measuredStep,
  ...torqueStep,
  ...pedalStep,
  ...hydraulicsStep,
  ...fluidStep,
  ...inventoryStep,
  ...serviceStep,
  ...conditionStep,
};

/** The step of a service in which a finding is put right: a tap on a hold leads there; null where there is none in this service. */
export function stepOfFinding(
  s: Pick<ServiceJudgement, 'steps' | 'exchange' | 'sheet'>,
  finding: Finding,
): ServiceStep | null {
  const { code, place, values } = finding;
  const corner = place.corner ?? null;
  const axle = place.axle ?? (corner ? axleOfCorner(corner) : null);
  if (code === 'stepSkipped' || code === 'stepNotDone' || code === 'listNotAnswered')
    return (
      s.steps.find(
        (step) =>
          step.kind === values.step &&
          step.corner === corner &&
          step.axle === (place.axle ?? null) &&
          step.turn === values.turn,
      ) ?? null
    );
  let kind = code === 'notShownSince' ? proofStep[values.proof as Requirable] : stepKindOf[code];
  const fastener = s.sheet.fasteners.find((f) => f.key === place.fastener);
  if (kind === 'torque' && fastener?.group === 'wheel') kind = 'wheels';
  if (kind === 'torque' && (fastener?.group === 'bleedNipple' || place.nipple)) kind = 'bleed';
  if (!kind) return null;
  const of = s.steps.filter((step) => step.kind === kind);
  if (kind === 'bleed') {
    const turn = s.exchange.steps.find((step) => (corner ? step.corner === corner : step.drawn === null))?.index;
    return of.find((step) => step.turn === turn) ?? of[0] ?? null;
  }
  return (
    of.find((step) => (step.corner === null || step.corner === corner) && (step.axle === null || step.axle === axle)) ??
    of[0] ??
    null
  );
}
