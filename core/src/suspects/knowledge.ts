/**
 * What brake faults look like, as a table: how often each turns up, which signs go with it, what each check shows. Every figure is common
 * practice without a published source, written down as shares of a hundred; the shop's own cases shift how often each turns up.
 */
import type { Cause, DiagnosticCheck, Sign } from '../model';

export const DIAGNOSIS_SOURCE = 'Common practice, no source';

export interface CauseKnowledge {
  /** How often it is the cause, against the others: only the ratio counts. */
  frequency: number;
  /** Whether it can be put right in the paddock. */
  isTrackside: boolean;
  source: string;
}

const cause = (frequency: number, isTrackside: boolean): CauseKnowledge => ({
  frequency,
  isTrackside,
  source: DIAGNOSIS_SOURCE,
});

export const causeTable: Record<Cause, CauseKnowledge> = {
  fluidBoiled: cause(110, true),
  airInSystem: cause(60, true),
  leak: cause(35, false),
  hoseSwells: cause(20, false),
  masterCylinder: cause(15, false),
  knockBack: cause(55, true),
  pistonsNotOut: cause(25, true),
  wheelBearing: cause(20, false),
  padsOverheated: cause(80, true),
  padsGlazed: cause(50, true),
  padsGreen: cause(45, true),
  padsThin: cause(55, true),
  padWear: cause(60, true),
  unevenLayer: cause(90, true),
  thicknessVariation: cause(45, false),
  rotorCracked: cause(20, true),
  pistonSticks: cause(40, false),
  slidePinSticks: cause(45, true),
  padsOiled: cause(20, true),
  mixedPads: cause(12, true),
  hardware: cause(25, true),
  layerGone: cause(45, true),
  ductOff: cause(25, true),
  brakeBooster: cause(12, false),
  balance: cause(15, true),
  other: cause(21, false),
};

/** How often a sign goes with a cause: with those named as said, with every other one as seldom as `else`. Shares of a hundred. */
interface SignKnowledge {
  else: number;
  with: Partial<Record<Cause, number>>;
  source: string;
}
const sign = (other: number, given: SignKnowledge['with']): SignKnowledge => ({
  else: other,
  with: given,
  source: DIAGNOSIS_SOURCE,
});

export const signTable: Record<Sign, SignKnowledge> = {
  softAfterHeat: sign(2, {
    fluidBoiled: 92,
    padsThin: 40,
    ductOff: 30,
    airInSystem: 14,
    hoseSwells: 25,
    slidePinSticks: 4,
    other: 5,
  }),
  softFromCold: sign(1, { airInSystem: 85, leak: 60, hoseSwells: 40, masterCylinder: 45, other: 5 }),
  firstPressLong: sign(2, { knockBack: 88, pistonsNotOut: 85, wheelBearing: 55, masterCylinder: 6, other: 4 }),
  firmNoBite: sign(2, { padsOverheated: 80, padsGlazed: 65, padsGreen: 70, padsOiled: 30, brakeBooster: 12, other: 4 }),
  judder: sign(2, {
    unevenLayer: 88,
    thicknessVariation: 85,
    rotorCracked: 55,
    wheelBearing: 15,
    padsGreen: 12,
    other: 5,
  }),
  pulls: sign(2, {
    pistonSticks: 65,
    slidePinSticks: 60,
    padsOiled: 75,
    hoseSwells: 45,
    mixedPads: 40,
    leak: 10,
    other: 5,
  }),
  squeal: sign(6, { layerGone: 75, hardware: 70, padsGlazed: 30, mixedPads: 15, padsThin: 10 }),
  highPedalEffort: sign(3, {
    padsThin: 45,
    padsGlazed: 60,
    layerGone: 50,
    brakeBooster: 92,
    padsOverheated: 20,
    padsGreen: 14,
  }),
  cornerHot: sign(3, {
    pistonSticks: 75,
    slidePinSticks: 72,
    ductOff: 70,
    balance: 30,
    wheelBearing: 18,
    hoseSwells: 15,
  }),
  levelDown: sign(3, { padWear: 92, leak: 80, padsThin: 30 }),
  grabs: sign(2, { unevenLayer: 30, mixedPads: 80, hoseSwells: 40, padsOiled: 25, hardware: 12 }),
  bothFrontHot: sign(4, { balance: 70, padsOverheated: 30, fluidBoiled: 15 }),
  innerPadThinner: sign(3, { slidePinSticks: 60, pistonSticks: 15 }),
  outerPadThinner: sign(3, { pistonSticks: 50, slidePinSticks: 12 }),
  padsThin: sign(8, { padsThin: 95, padWear: 30, fluidBoiled: 18 }),
  fluidMarginThin: sign(10, { fluidBoiled: 70 }),
  fluidOld: sign(12, { fluidBoiled: 45, airInSystem: 18 }),
  pairGreen: sign(5, { padsGreen: 90, unevenLayer: 25 }),
  faceBlotched: sign(4, { unevenLayer: 75, padsOverheated: 30, padsGlazed: 20 }),
  faceCracked: sign(2, { rotorCracked: 92 }),
  runoutHigh: sign(3, { knockBack: 55, thicknessVariation: 40, wheelBearing: 30 }),
  bearingPlay: sign(2, { wheelBearing: 88, knockBack: 20 }),
  leakSeen: sign(1, { leak: 85, airInSystem: 10, padsOiled: 18 }),
  workedOnLately: sign(15, {
    airInSystem: 60,
    pistonsNotOut: 75,
    mixedPads: 45,
    hardware: 40,
    leak: 30,
    padsGreen: 45,
  }),
};

/** A check: what it takes, and how often it shows what with each cause. Shares of a hundred; every row adds up to it. */
/**
 * Signs that are mostly one thing seen twice: together they say less than each would alone. What is felt at the pedal, what is worked out from the same
 * record of the fluid, heat of a corner and of its axle, and what the same pads show. Calvik's own grouping.
 */
export const sameMatter: readonly (readonly Sign[])[] = [
  ['firmNoBite', 'highPedalEffort'],
  ['softAfterHeat', 'softFromCold', 'firstPressLong'],
  ['fluidMarginThin', 'fluidOld'],
  ['cornerHot', 'bothFrontHot'],
  ['padsThin', 'levelDown'],
  ['innerPadThinner', 'outerPadThinner'],
  ['grabs', 'judder', 'faceBlotched'],
];
/** Of what a second sign of the same matter would tell alone, how much it adds. Calvik's own figure. */
export const SECOND_SIGN = 0.5;

export interface CheckKnowledge {
  minutes: number;
  wheelsOff: boolean;
  needsLift: boolean;
  people: 1 | 2;
  outcomes: readonly string[];
  else: readonly number[];
  with: Partial<Record<Cause, readonly number[]>>;
  source: string;
}
const check = (
  needs: Pick<CheckKnowledge, 'minutes'> & Partial<Pick<CheckKnowledge, 'wheelsOff' | 'needsLift' | 'people'>>,
  outcomes: readonly string[],
  other: readonly number[],
  given: CheckKnowledge['with'],
): CheckKnowledge => ({
  wheelsOff: false,
  needsLift: false,
  people: 1,
  ...needs,
  outcomes,
  else: other,
  with: given,
  source: DIAGNOSIS_SOURCE,
});

export const checkTable: Record<DiagnosticCheck, CheckKnowledge> = {
  pumpPedal: check({ minutes: 1 }, ['firmAtOnce', 'firmAfterPumping', 'staysSoft'], [92, 6, 2], {
    fluidBoiled: [35, 35, 30],
    airInSystem: [5, 55, 40],
    leak: [20, 35, 45],
    masterCylinder: [15, 30, 55],
    hoseSwells: [25, 20, 55],
    knockBack: [15, 83, 2],
    pistonsNotOut: [10, 87, 3],
    wheelBearing: [30, 67, 3],
  }),
  holdPedal: check({ minutes: 1 }, ['holds', 'sinks'], [98, 2], {
    leak: [25, 75],
    masterCylinder: [15, 85],
    airInSystem: [80, 20],
    fluidBoiled: [85, 15],
  }),
  engineOffPedal: check({ minutes: 1 }, ['dropsWithEngine', 'doesNotDrop'], [97, 3], { brakeBooster: [6, 94] }),
  lookForLeaks: check({ minutes: 3 }, ['dry', 'wet'], [97, 3], { leak: [12, 88], padsOiled: [65, 35] }),
  boilingTest: check({ minutes: 5 }, ['high', 'low'], [88, 12], { fluidBoiled: [14, 86] }),
  openNipple: check({ minutes: 6, wheelsOff: true, people: 2 }, ['clear', 'bubbles', 'dark'], [88, 3, 9], {
    airInSystem: [6, 90, 4],
    fluidBoiled: [18, 37, 45],
  }),
  spinWheels: check({ minutes: 3, needsLift: true }, ['free', 'drags', 'rough'], [93, 5, 2], {
    pistonSticks: [10, 88, 2],
    slidePinSticks: [12, 86, 2],
    hoseSwells: [65, 33, 2],
    wheelBearing: [25, 5, 70],
  }),
  pyrometer: check({ minutes: 2 }, ['alike', 'oneHot', 'axleHot'], [88, 7, 5], {
    pistonSticks: [10, 85, 5],
    slidePinSticks: [10, 85, 5],
    ductOff: [12, 80, 8],
    balance: [15, 5, 80],
    padsOverheated: [30, 10, 60],
  }),
  padsThroughWindow: check({ minutes: 4 }, ['even', 'thin', 'innerThin', 'outerThin'], [82, 8, 6, 4], {
    padsThin: [3, 92, 3, 2],
    slidePinSticks: [14, 6, 72, 8],
    pistonSticks: [22, 6, 14, 58],
    padWear: [62, 34, 2, 2],
    fluidBoiled: [70, 22, 5, 3],
  }),
  slidePins: check({ minutes: 8, wheelsOff: true }, ['free', 'tight'], [95, 5], { slidePinSticks: [5, 95] }),
  pushPistons: check({ minutes: 10, wheelsOff: true }, ['even', 'oneStiff'], [94, 6], { pistonSticks: [7, 93] }),
  faces: check({ minutes: 3 }, ['evenFaces', 'blotched', 'silver', 'glazed', 'cracked'], [80, 7, 7, 4, 2], {
    unevenLayer: [8, 85, 3, 3, 1],
    padsOverheated: [30, 45, 2, 20, 3],
    padsGlazed: [15, 10, 5, 69, 1],
    padsGreen: [12, 12, 74, 1, 1],
    layerGone: [8, 4, 86, 1, 1],
    rotorCracked: [6, 2, 1, 1, 90],
    padsOiled: [25, 55, 5, 14, 1],
    mixedPads: [35, 50, 8, 6, 1],
  }),
  thicknessPoints: check({ minutes: 6, wheelsOff: true }, ['within', 'varies'], [95, 5], {
    thicknessVariation: [5, 95],
    unevenLayer: [80, 20],
  }),
  runout: check({ minutes: 8, wheelsOff: true }, ['within', 'high'], [94, 6], {
    knockBack: [25, 75],
    thicknessVariation: [55, 45],
    wheelBearing: [35, 65],
  }),
  rockWheel: check({ minutes: 2, needsLift: true }, ['noPlay', 'play'], [97, 3], {
    wheelBearing: [6, 94],
    knockBack: [75, 25],
  }),
  hoseUnderPressure: check({ minutes: 4, wheelsOff: true, people: 2 }, ['still', 'swells'], [98, 2], {
    hoseSwells: [6, 94],
  }),
  ductsLook: check({ minutes: 2 }, ['whole', 'off'], [97, 3], { ductOff: [3, 97] }),
  padLabels: check({ minutes: 5, wheelsOff: true }, ['same', 'mixed'], [99, 1], { mixedPads: [4, 96] }),
  hardwareLook: check({ minutes: 5, wheelsOff: true }, ['asItShouldBe', 'missingOrBent'], [96, 4], {
    hardware: [8, 92],
  }),
};
