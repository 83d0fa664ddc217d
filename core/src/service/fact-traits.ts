import { type Fact, type FactKind, type StepId, type WorkKind, stepId } from '../model';
import { type MeasurementKind, cornerMeasurements, measurementKinds } from './measurements';

type OfKind<K extends FactKind> = Extract<Fact, { kind: K }>;

/** What the rest of Calvik must know of a kind of fact, so that nothing of it is forgotten. */
interface FactTraits<K extends FactKind> {
  /**
   * Of a reading: the step in which it is taken. Saved again in one service it corrects the one that stands there. Null for what is done
   * again instead, where the last time counts.
   */
  readIn: ((fact: OfKind<K>) => StepId | null) | null;
  /** Which work the time before its entry was spent on; null where it says nothing. */
  timeGoesTo: WorkKind | null | ((fact: OfKind<K>) => WorkKind | null);
}

const done = { readIn: null, timeGoesTo: null } as const;

/** Of the measured checks: each is taken in its step. */
const measuredTraits = Object.fromEntries(
  measurementKinds.map((kind): [MeasurementKind, FactTraits<MeasurementKind>] => [
    kind,
    { readIn: ({ corner }) => stepId(cornerMeasurements[kind].step, { corner }), timeGoesTo: 'measure' },
  ]),
) as { [K in MeasurementKind]: FactTraits<K> };

/** One entry for every kind of fact; a kind without one does not compile. */
export const factTraits: { [K in FactKind]: FactTraits<K> } = {
  boilingTest: done,
  moistureReading: done,
  fluidExchange: done,
  bottleOpened: done,
  bottleLevel: done,
  systemCleared: done,
  withdrawal: done,
  wasteHandedOver: done,
  pedalCheck: {
    // The first look is a reading; at the gate it is pumped again.
    readIn: ({ moment }) => (moment === 'baseline' ? stepId('pedalBaseline') : null),
    timeGoesTo: null,
  },
  reservoirSeen: {
    readIn: ({ moment }) => (moment === 'intake' ? stepId('reservoir') : null),
    timeGoesTo: null,
  },
  driverReport: { readIn: () => stepId('driver'), timeGoesTo: null },
  checksDone: done,
  padMeasurement: { readIn: ({ corner }) => stepId('pads', { corner }), timeGoesTo: 'measure' },
  rotorMeasurement: { readIn: ({ corner }) => stepId('rotor', { corner }), timeGoesTo: 'measure' },
  ...measuredTraits,
  partsDecision: done,
  pistonsRetracted: { readIn: ({ axle }) => stepId('retract', { axle }), timeGoesTo: 'pads' },
  partsFitted: {
    readIn: null,
    timeGoesTo: ({ changed }) => (changed === 'none' ? null : changed === 'pads' ? 'pads' : 'rotors'),
  },
  exchangeBegun: { readIn: null, timeGoesTo: 'flush' },
  reservoirToppedUp: { readIn: null, timeGoesTo: 'flush' },
  leakDownTest: { readIn: null, timeGoesTo: 'flush' },
  nippleBled: { readIn: ({ index }) => stepId('bleed', { turn: index }), timeGoesTo: 'flush' },
  clutchBled: { readIn: () => stepId('clutch'), timeGoesTo: 'flush' },
  torqueSet: done,
  stepSkipped: done,
  stepHandedOver: done,
  holdWaived: done,
  carReleased: done,
  photoTaken: done,
  workDone: done,
  queueMove: done,
  queueOrdered: done,
  crewAway: done,
  stockCounted: done,
  wearPartUsed: done,
  goodsReceived: done,
  heatReading: done,
  beddingBegun: done,
  beddingDriven: done,
  beddingLook: done,
  ductsUntaped: done,
  sentForBedding: done,
  backFromBedding: done,
  rotorsRefaced: done,
  roadUse: done,
  sessionDriven: done,
  trackCheck: done,
  levelRead: done,
  sessionDecision: done,
  diagnosisOpened: done,
  diagnosisChecked: done,
  diagnosisClosed: done,
  referralWritten: done,
  caseWeightsReset: done,
  eventClosed: done,
  repairDone: done,
  recheckDone: done,
  faultLetPass: done,
  limitMoved: done,
  peakTakenOver: done,
};

const traitsOf = <K extends FactKind>(fact: OfKind<K>): FactTraits<K> => factTraits[fact.kind as K];

/** The step in which a fact was read: there it is corrected. */
export const stepOfReading = (fact: Fact): StepId | null => traitsOf(fact).readIn?.(fact) ?? null;

/** Which work an entry of a service closed. */
export function workOfFact(fact: Fact): WorkKind | null {
  const { timeGoesTo } = traitsOf(fact);
  return typeof timeGoesTo === 'function' ? timeGoesTo(fact) : timeGoesTo;
}
