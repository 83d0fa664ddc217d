/** The lines of the look after a session that are answered by what somebody sees, in the order in which they are asked. */
export const lookChecks = ['pedal', 'leaks', 'hoses', 'faces', 'ducts', 'wheelInside', 'debris', 'wheelPlay'] as const;
export type LookCheck = (typeof lookChecks)[number];

/** Lines of the look: what is read, and what is seen. */
export const lookKinds = ['heat', ...lookChecks, 'pads', 'level', 'torque'] as const;
export type LookKind = (typeof lookKinds)[number];

/** What can be found in each line. */
export const faultsByCheck = {
  pedal: ['pedalLong', 'pedalSoft', 'pedalSinks'],
  leaks: ['damp', 'dripping'],
  hoses: ['hoseChafed', 'hoseSwollen', 'hoseCracked'],
  faces: ['crazing', 'crack', 'crackToEdge', 'crackJoinsHoles', 'faceSmeared'],
  ducts: ['ductOff', 'ductTorn', 'tapeOn'],
  wheelInside: ['fluidInWheel', 'greaseInWheel'],
  debris: ['gravelInCaliper', 'grassInDuct'],
  wheelPlay: ['playFelt'],
} as const satisfies Record<LookCheck, readonly string[]>;
export const faultsOfLook = [
  ...faultsByCheck.pedal,
  ...faultsByCheck.leaks,
  ...faultsByCheck.hoses,
  ...faultsByCheck.faces,
  ...faultsByCheck.ducts,
  ...faultsByCheck.wheelInside,
  ...faultsByCheck.debris,
  ...faultsByCheck.wheelPlay,
] as const;
export type LookFault = (typeof faultsOfLook)[number];

/** What a diagnosis starts from: what a driver says, what was read, and what is on record. */
export const signs = [
  'softAfterHeat',
  'softFromCold',
  'firstPressLong',
  'firmNoBite',
  'judder',
  'pulls',
  'squeal',
  'highPedalEffort',
  'cornerHot',
  'levelDown',
  'grabs',
  'bothFrontHot',
  'innerPadThinner',
  'outerPadThinner',
  'padsThin',
  'fluidMarginThin',
  'fluidOld',
  'pairGreen',
  'faceBlotched',
  'faceCracked',
  'runoutHigh',
  'bearingPlay',
  'leakSeen',
  'workedOnLately',
] as const;
export type Sign = (typeof signs)[number];
/** Days within which work on the brakes may have left something behind. Calvik's own figure. */
export const LATELY_DAYS = 21;

/** What it can turn out to be. */
export const causes = [
  'fluidBoiled',
  'airInSystem',
  'leak',
  'hoseSwells',
  'masterCylinder',
  'knockBack',
  'pistonsNotOut',
  'wheelBearing',
  'padsOverheated',
  'padsGlazed',
  'padsGreen',
  'padsThin',
  'padWear',
  'unevenLayer',
  'thicknessVariation',
  'rotorCracked',
  'pistonSticks',
  'slidePinSticks',
  'padsOiled',
  'mixedPads',
  'hardware',
  'layerGone',
  'ductOff',
  'brakeBooster',
  'balance',
  'other',
] as const;
export type Cause = (typeof causes)[number];

/** What can be looked at or tried. */
export const diagnosticChecks = [
  'pumpPedal',
  'holdPedal',
  'engineOffPedal',
  'lookForLeaks',
  'boilingTest',
  'openNipple',
  'spinWheels',
  'pyrometer',
  'padsThroughWindow',
  'slidePins',
  'pushPistons',
  'faces',
  'thicknessPoints',
  'runout',
  'rockWheel',
  'hoseUnderPressure',
  'ductsLook',
  'padLabels',
  'hardwareLook',
] as const;
export type DiagnosticCheck = (typeof diagnosticChecks)[number];
