/** Corners as they lie on the car, seen from the driver's seat. */
export const corners = ['FL', 'FR', 'RL', 'RR'] as const;
export type Corner = (typeof corners)[number];

/** The nipples of one caliper. */
export const bleedNipples = ['single', 'inner', 'outer'] as const;
export type BleedNipple = (typeof bleedNipples)[number];

export const grades = ['DOT 3', 'DOT 4', 'DOT 5', 'DOT 5.1', 'mineral'] as const;
export type Grade = (typeof grades)[number];

export const axles = ['front', 'rear'] as const;
export type Axle = (typeof axles)[number];
export const axleOfCorner = (corner: Corner): Axle => (corner === 'FL' || corner === 'FR' ? 'front' : 'rear');
export const cornersOf = (axle: Axle): [Corner, Corner] => (axle === 'front' ? ['FL', 'FR'] : ['RL', 'RR']);
/** The corner across the axle, and the one across the car. */
export const partnerOf: Record<Corner, Corner> = { FL: 'FR', FR: 'FL', RL: 'RR', RR: 'RL' };
export const diagonalOf: Record<Corner, Corner> = { FL: 'RR', RR: 'FL', FR: 'RL', RL: 'FR' };

/** What a driver brings back, in the order in which they are asked. */
export const complaints = [
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
] as const;
export type Complaint = (typeof complaints)[number];

/** What can be seen on a pad's face. */
export const padConditions = [
  'hairline',
  'crackThird',
  'crackThrough',
  'lifting',
  'crumbling',
  'glazed',
  'oily',
  'ashEdge',
] as const;
export type PadCondition = (typeof padConditions)[number];

/** Everything on the lists that a technician goes through. */
export const checkNames = [
  'nutsCracked',
  'chocked',
  'onStands',
  'parkingBrakeService',
  'wheelsOff',
  'hoses',
  'seals',
  'ductsSound',
  'hubs',
  'leaks',
  'pistonsClean',
  'oppositeHeld',
  'notchesLinedUp',
  'faceToRotor',
  'innerOuter',
  'direction',
  'springs',
  'pins',
  'clips',
  'shims',
  'slidePinsGreased',
  'pistonsHome',
  'sensorRefitted',
  'sensorTiedUp',
  'hubFaceClean',
  'rotorClean',
  'vanes',
  'slots',
  'bobbins',
  'drumAdjuster',
  'unionsUnderPedal',
  'wheelsTurnFree',
  'parkingBrakeNormal',
  'ductsFitted',
  'wheelsOn',
] as const;
export type CheckName = (typeof checkNames)[number];
/** Points that every car has on which they are asked: there is no “not on this car”. */
export const onEveryCar: ReadonlySet<CheckName> = new Set<CheckName>([
  'nutsCracked',
  'chocked',
  'onStands',
  'wheelsOff',
  'hoses',
  'seals',
  'leaks',
  'hubs',
  'faceToRotor',
  'innerOuter',
  'pistonsHome',
  'unionsUnderPedal',
  'wheelsTurnFree',
  'wheelsOn',
]);

/** What a member of the crew can be given. */
export const workSkills = ['fluid', 'measuring', 'parts', 'bedding'] as const;

/** A shop's week until it says otherwise: Monday to Friday. */
export const usualHours: ({ from: string; to: string } | null)[] = [
  ...[1, 2, 3, 4, 5].map(() => ({ from: '08:00', to: '17:00' })),
  null,
  null,
];

/** When a shop does not work on a working day, until it says otherwise. */
export const usualBreaks = [{ from: '12:00', to: '12:30' }];

/** Kinds of work that a car can need for an event, in the order in which they are done. */
export const workKinds = [
  'boilingTest',
  'sendBedding',
  'measure',
  'rotors',
  'pads',
  'hoses',
  'flush',
  'bleed',
  'ducts',
  'ductsOffBefore',
  'extra',
  'bedding',
  'inspection',
  'spare',
  'reTorque',
  'ductsOff',
  'roadPads',
] as const;
export type WorkKind = (typeof workKinds)[number];

/** What is known of what a car's brakes have to stop, until somebody has said it. */
export const nothingKnown = {
  massKg: null,
  wheelbaseMm: null,
  cgHeightMm: null,
  frontWeightPercent: null,
  tyreGrip: null,
  dragAreaM2: null,
  effectiveRadiusMm: { front: null, rear: null },
  rearPressurePercent: null,
  motorSharePercent: null,
  motorPowerKw: null,
  motorAxle: null,
  motorLeftPercent: null,
};

/** Strength of bolts and studs as it stands on them: ISO 898-1. */
export const propertyClasses = ['8.8', '10.9', '12.9'] as const;
export type PropertyClass = (typeof propertyClasses)[number];

/** How a car came in from a session: what everything that is read of its heat depends on. */
export const waysIn = ['flatOut', 'easyLap', 'twoEasyLaps', 'unknown'] as const;
export type CameIn = (typeof waysIn)[number];

/** Whether the battery of an electric car took what its motors braked. */
export const batteryStates = ['takesCharge', 'fullOrHot', 'unknown'] as const;
export type BatteryState = (typeof batteryStates)[number];
export const motorAxles = ['front', 'rear', 'both'] as const;

/** A session where nobody has said how they are at an event. Common practice, no source. */
export const usualSession = {
  outLap: true,
  drivenMin: 20,
  laps: null,
  coolDownLap: false,
  parkedMin: 20,
  airTempC: 22,
  isWet: false,
  ducts: null,
};

/** Parts of a car's record that stand as usual figures until somebody says them, in the order in which they matter. */
export const assumedKeys = [
  'fluidGrade',
  'front',
  'rear',
  'reservoir',
  'masterCylinderSide',
  'driverSide',
  'circuitSplit',
  'lines',
  'sequence',
] as const;
export type AssumedKey = (typeof assumedKeys)[number];

/** The swept band of a rotor where nobody has measured it, outside and inside, mm. Common practice, no source. */
export const usualSweptBandMm = {
  front: { outer: 310, inner: 205 },
  rear: { outer: 290, inner: 195 },
} as const;

/** Tools of a car until somebody has said them. */
export const noToolsSaid = {
  capAdapter: '',
  bleedSpannerMm: { front: null, rear: null },
  caliperSocket: '',
  bracketSocket: '',
  wheelSocket: '',
  lockingWheelKey: '',
  retractingTool: '',
};

/** What a thread is like that a torque figure is for. */
export const threadConditions = ['dry', 'lubricated', 'antiSeize'] as const;

export const brakeKinds = ['fixedCaliper', 'floatingCaliper', 'drum'] as const;
export const parkingBrakes = ['none', 'cable', 'drumInHat', 'electric'] as const;
