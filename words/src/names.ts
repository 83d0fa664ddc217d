import { counted } from './texts';
import type {
  AssumedKey,
  Axle,
  AxleBrake,
  BleedNipple,
  Car,
  CheckName,
  Collection,
  Complaint,
  Corner,
  ExchangeMethod,
  Figure,
  FluidBase,
  FluidPolicy,
  GateName,
  JobKind,
  PadCondition,
  PadLimitOwner,
  PadPosition,
  PartsDecision,
  PedalFeel,
  PedalSuspect,
  Phase,
  Place,
  RotorMeasurement,
  RuleOwner,
  SequenceSchool,
  ThreadCondition,
  TighteningPattern,
  UnevenWearCause,
  Verdict,
  MovableLimit,
} from '@calvik/core';
import { grades, threadConditions } from '@calvik/core/model';
import { tighteningOrder, tighteningPattern } from '@calvik/core/torque';
import type { Fastener, FastenerGroup, NippleBled } from '@calvik/core';

export const verdictWords: Record<Verdict, string> = {
  inOrder: 'In order',
  watch: 'Watch',
  needsWork: 'Action needed',
  stop: 'Stop',
};

export const cornerNames: Record<Corner, string> = {
  FL: 'left front',
  FR: 'right front',
  RL: 'left rear',
  RR: 'right rear',
};
export const axleNames: Record<Axle, string> = { front: 'front axle', rear: 'rear axle' };
export const nippleNames: Record<BleedNipple, string> = { single: '', inner: 'inner nipple', outer: 'outer nipple' };

/** "left front, inner nipple"; "front axle"; empty where it is of the whole car. */
export function placeName({ corner, axle, nipple }: Place): string {
  const where = corner ? cornerNames[corner] : axle ? axleNames[axle] : '';
  return nipple && nipple !== 'single' ? `${where}, ${nippleNames[nipple]}` : where;
}
/** " at the left front"; empty where it is of the whole car. */
export const atPlace = (place: Place): string => (placeName(place) === '' ? '' : ` at the ${placeName(place)}`);

/** What a figure is called, with where on the car it is. */
export const figureName = ({ label, place }: Pick<Figure, 'label' | 'place'>): string =>
  [label, place ? placeName(place) : ''].filter(Boolean).join(', ');

export const gateNames: Record<GateName, string> = {
  fluid: 'Fluid',
  heat: 'Heat',
  bedding: 'Bedding',
  parts: 'Pads and rotors',
  wear: 'Wear',
  service: 'Service',
  track: 'Track',
};

export const brakeNames: Record<AxleBrake['brake'], string> = {
  fixedCaliper: 'Fixed caliper',
  floatingCaliper: 'Floating caliper',
  drum: 'Drum',
};

export const methodNames: Record<ExchangeMethod, string> = {
  pressureFed: 'Pressure bleeder with fluid',
  pressureAir: 'Pressure bleeder, air only',
  pedalTwo: 'Two people and the pedal',
  pedalAlone: 'Alone with the pedal',
  vacuum: 'Vacuum at the nipple',
  gravity: 'Gravity',
};

export const sequenceNames: Record<SequenceSchool, string> = {
  farthestFirst: 'Farthest line first',
  nearestFirst: 'Nearest line first',
  byCircuit: 'Circuit by circuit',
  makerSheet: 'Maker’s sheet',
};

export const bubbleNames: Record<NippleBled['bubbles'], string> = {
  none: 'No bubbles',
  fine: 'Fine stream',
  large: 'Large ones',
};

export const baseNames: Record<FluidBase, string> = {
  glycol: 'a glycol-ether fluid',
  silicone: 'a silicone fluid',
  mineral: 'a mineral fluid',
};

export const ruleOwnerNames: Record<RuleOwner, string> = {
  organiser: 'organiser',
  customer: 'customer',
  shop: 'shop',
  boilingPoint: 'boiling point',
};

/** The school's letter and short name. */
export function policyName(policy: FluidPolicy): string {
  switch (policy.school) {
    case 'everyEvent':
      return 'A: flush before every event';
    case 'window':
      return `B: within ${counted(policy.withinDays, 'day')} before the event`;
    case 'bleedAfterTrackDay':
      return `C: bleed after each track day, flush every ${counted(policy.fullEveryMonths, 'month')}`;
    case 'roadInterval':
      return `D: flush every ${counted(policy.everyMonths, 'month')}`;
    case 'weeklyInSeason':
      return 'E: bleed and top up weekly in season';
  }
}

export const padPositionNames: Record<PadPosition, string> = {
  inner: 'inner',
  outer: 'outer',
  leading: 'leading shoe',
  trailing: 'trailing shoe',
};
export const padLimitOwnerNames: Record<PadLimitOwner, string> = {
  padMaker: 'pad maker’s limit',
  brakeSheet: 'car’s brake sheet',
  shop: 'shop limit',
  usualForLinings: 'usual limit of linings',
};
export const unevenWearCauses: Record<UnevenWearCause, string> = {
  slidePin: 'seized slide pin',
  pistonOrSlidePin: 'seized piston or slide pin',
  innerPiston: 'seized piston on the inner side',
  outerPiston: 'seized piston on the outer side',
};
export const padConditionWords: Record<PadCondition, { name: string; advice: string }> = {
  hairline: { name: 'Hairline crack', advice: 'Hairline crack: keep it and watch it.' },
  crackThird: { name: 'Crack, a third', advice: 'Cracked through a third of the block or more.' },
  crackThrough: { name: 'Crack, through', advice: 'Cracked through the whole block: out.' },
  lifting: { name: 'Debonding', advice: 'Debonding from the backing plate: out.' },
  crumbling: { name: 'Crumbling', advice: 'Crumbling: out.' },
  glazed: { name: 'Glazed', advice: 'Glazed, no bite: bed it again or sand it.' },
  oily: { name: 'Oil or grease', advice: 'Oil or grease on the face: out, and find where it comes from.' },
  ashEdge: { name: 'Ash edge', advice: 'Ash-white or brown singed edge: normal after bedding.' },
};

export const crackNames: Record<RotorMeasurement['crack'], string> = {
  none: 'No cracks',
  crazing: 'Fine crazing',
  crack: 'A crack',
  toEdge: 'Reaches an edge',
  joinsHoles: 'Joins holes',
};
export const transferLayerWords: Record<RotorMeasurement['transferLayer'], { name: string; advice: string }> = {
  even: { name: 'Even, blue-grey', advice: 'Even transfer layer.' },
  thin: { name: 'Silver showing', advice: 'Silver showing, transfer layer too thin: another bedding cycle.' },
  blotchy: { name: 'Blotches', advice: 'Blotchy transfer layer, too hot too fast: sand or turn, then bed.' },
  smeared: { name: 'Smears', advice: 'Smeared transfer layer, judder in the pedal: sand or turn, then bed.' },
  rusty: { name: 'Rust', advice: 'Rust on the face: clean off, then bed.' },
  none: { name: 'New, unbedded', advice: 'New, unbedded: bed before use.' },
};

/** What was seen on a rotor: cracks and layer; or that nobody looked. */
export const facesText = ({
  crack,
  transferLayer,
  isSeen,
}: Pick<RotorMeasurement, 'crack' | 'transferLayer' | 'isSeen'>): string =>
  isSeen === false
    ? 'Faces not looked at'
    : `${crackNames[crack]}, ${transferLayerWords[transferLayer].name.toLowerCase()}`;

export const threadConditionNames: Record<ThreadCondition, string> = {
  dry: 'Dry',
  lubricated: 'Lubricated',
  antiSeize: 'With anti-seize',
};
export const fastenerGroupNames: Record<FastenerGroup, string> = {
  slidePin: 'Caliper slide pin',
  bracket: 'Bracket',
  caliper: 'Caliper',
  padPin: 'Pad pin',
  hose: 'Hose',
  bleedNipple: 'Bleed nipple',
  rotorHat: 'Rotor hat',
  wheel: 'Wheel',
  other: 'Other',
};
const patternNames: Record<TighteningPattern, (order: number[]) => string> = {
  centreLock: () => 'centre lock',
  single: () => 'one',
  star: (order) => `star: ${order.join(' ')}`,
  bottomTopTwice: () => 'bottom, top, bottom, top',
  inTurn: (order) => order.join(' '),
};
/** Which fastener of a corner: "bottom", "top", "no. 3". */
export const positionName = (pattern: TighteningPattern, position: number): string =>
  pattern === 'bottomTopTwice' ? (position === 1 ? 'top' : 'bottom') : `no. ${position}`;
/** The same of a fastener of the brake sheet. */
export const positionOfFastener = (
  { group, perCorner }: Pick<Fastener, 'group' | 'perCorner'>,
  position: number,
): string => positionName(tighteningPattern(group, perCorner), position);

/** The tightening order: "star: 1 3 5 2 4", "bottom, top, bottom, top". */
export const patternText = ({ group, perCorner }: Pick<Fastener, 'group' | 'perCorner'>): string =>
  patternNames[tighteningPattern(group, perCorner)](tighteningOrder(group, perCorner));

export const feelNames: Record<PedalFeel, string> = { firm: 'firm', acceptable: 'fair', long: 'long', soft: 'soft' };
export const pedalSuspectNames: Record<PedalSuspect, string> = {
  airInCaliper: 'air still in a caliper: the bleeding order, both nipples of each caliper',
  nippleOpen: 'a bleed nipple not shut',
  hoseSwells: 'a hose that swells',
  airInAbs: 'air in the ABS unit: the maker’s tool and a qualified workshop',
  leak: 'a leak: nipples, hoses, unions, pistons',
  masterCylinder: 'bypassing master cylinder',
  pistonsNotOut: 'pistons not pumped out',
  air: 'air',
  rearAdjusters: 'rear adjusters',
  knockBack: 'pad knock-back: run-out or a hub with play',
};

export const subjectNames: Record<PartsDecision['subject'], string> = {
  pads: 'Pads',
  rotors: 'Rotors',
  hoses: 'Hose',
  other: 'Caliper and hub',
};
export const actionNames: Record<PartsDecision['action'], string> = {
  keep: 'Keep',
  change: 'Change',
  scrap: 'Change, scrap the old',
  skim: 'Skim',
  service: 'Free and grease',
  carrySpare: 'Carry a spare',
  refer: 'Refer',
};

export const phaseNames: Record<Phase, string> = {
  intake: 'Intake',
  measure: 'Wheels off: measure',
  decide: 'Decide',
  fit: 'Fit and torque',
  exchange: 'Fluid',
  tighten: 'Level, pedal, down',
  release: 'Release',
};

export const jobNames: Record<JobKind, string> = {
  service: 'Service',
  flush: 'Flush',
  bleed: 'Bleed',
  boilingTest: 'Boiling test',
  bedding: 'Bedding',
  errand: 'Preparation',
  trackBleed: 'Bleed at the track',
  atEvent: 'At the event',
  afterEvent: 'After the event',
};

/** What a driver says, in the driver's words, with the first suspects in order. Common practice, no source. */
export const complaintWords: Record<Complaint, { says: string; suspects: string[] }> = {
  softAfterHeat: {
    says: 'Pedal soft or long when hot, fine when cold',
    suspects: ['fluid boiled', 'water in the fluid', 'thin pads', 'ducts'],
  },
  softFromCold: { says: 'Pedal soft from cold', suspects: ['air', 'a bleed nipple', 'a hose', 'master cylinder'] },
  firstPressLong: {
    says: 'First press long, second fine',
    suspects: ['pad knock-back: run-out, wheel bearing', 'pistons not pumped out'],
  },
  firmNoBite: { says: 'Pedal firm, car does not slow', suspects: ['pads past their temperature', 'glazed', 'green'] },
  judder: { says: 'Judder when braking', suspects: ['uneven transfer layer', 'thickness variation', 'cracks'] },
  pulls: { says: 'Pulls to a side', suspects: ['sticking piston or pin', 'oil', 'a hose', 'mixed pads'] },
  squeal: { says: 'Squeals', suspects: ['transfer layer gone, bedding lost', 'hardware'] },
  highPedalEffort: { says: 'High pedal effort', suspects: ['pads thin or glazed', 'transfer layer', 'brake booster'] },
  cornerHot: { says: 'One corner hotter', suspects: ['dragging', 'duct off', 'balance'] },
  grabs: {
    says: 'Bite comes and goes, grabs',
    suspects: ['uneven transfer layer', 'mixed pads', 'tired hoses'],
  },
  levelDown: { says: 'Level has gone down', suspects: ['pad wear, if the sum agrees', 'a leak, if it does not'] },
};

/** What each check is called, as something to look at or to do. */
export const checkNames: Record<CheckName, string> = {
  nutsCracked: 'Wheel nuts cracked loose on the ground, no impact gun',
  chocked: 'Chocked',
  onStands: 'On stands, never a jack alone',
  parkingBrakeService: 'Electric parking brake in service mode, doors shut',
  wheelsOff: 'Each wheel rocked for play, then off',
  hoses: 'Hoses: no bulge, crack, chafe',
  seals: 'Piston seals and boots dry and whole',
  ductsSound: 'Ducts whole and clear of wheel and hose',
  hubs: 'Hubs sound: no noise, studs whole',
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
  pistonsHome: 'Pistons pumped home, in short strokes, before any bleeding',
  shims: 'Shims',
  slidePinsGreased: 'Slide pins clean, greased, boots whole',
  sensorRefitted: 'Wear sensor refitted in its slot',
  sensorTiedUp: 'Wear sensor tied up or left out: these pads have no slot for it',
  hubFaceClean: 'Hub face clean and flat',
  rotorClean: 'New rotors free of oil',
  vanes: 'Curved vanes: left on left, right on right',
  slots: 'Slots run the right way on each side',
  bobbins: 'Bobbins and hat fasteners sound',
  drumAdjuster: 'Adjuster set, drum turns with a light drag',
  unionsUnderPedal: 'Unions, nipples and hoses dry under a held pedal',
  wheelsTurnFree: 'Each wheel turns free by hand',
  parkingBrakeNormal: 'Parking brake out of service mode',
  ductsFitted: 'Ducts fitted as the event asks',
  wheelsOn: 'Wheels on, car on the ground',
};

export const collectionNames: Record<Collection | 'facts', string> = {
  shops: 'shop',
  crew: 'crew member',
  customers: 'customer',
  cars: 'car',
  carKinds: 'kind of car',
  venues: 'venue',
  events: 'event',
  bookings: 'booking',
  fluids: 'fluid',
  bottles: 'bottle',
  jobs: 'job',
  rotorPairs: 'rotor pair',
  padSets: 'pad set',
  brakeSheets: 'brake sheet',
  ruleSets: 'rule set',
  lifts: 'lift',
  suppliers: 'supplier',
  wearParts: 'wear part',
  orders: 'order',
  messages: 'message',
  wrenches: 'wrench',
  compounds: 'compound',
  procedures: 'bedding procedure',
  imports: 'import',
  queueEntries: 'car in the paddock queue',
  facts: 'entry',
};

/** Why the bleeding sequence is what it is, in one sentence. */
export function sequenceText(car: Pick<Car, 'sequenceSchool' | 'makerSequenceSource' | 'circuitSplit'>): string {
  switch (car.sequenceSchool) {
    case 'makerSheet':
      return `Maker’s sequence: ${car.makerSequenceSource}.`;
    case 'nearestFirst':
      return 'Nearest line first, by line length.';
    case 'byCircuit':
      return `Circuit by circuit (${car.circuitSplit === 'diagonal' ? 'diagonal' : 'front and rear'}), the farthest corner first.`;
    case 'farthestFirst':
      return 'Farthest line first, by line length.';
  }
}

/** What of a car stands as a default until somebody says it. */
export const assumedNames: Record<AssumedKey, string> = {
  fluidGrade: 'Fluid grade',
  front: 'Front brakes',
  rear: 'Rear brakes',
  reservoir: 'Reservoir',
  masterCylinderSide: 'Side of the master cylinder',
  driverSide: 'Driver’s side',
  circuitSplit: 'Circuits',
  lines: 'Lines',
  sequence: 'Bleeding sequence',
};

const choices: Partial<Record<MovableLimit, readonly string[]>> = {
  threadCondition: threadConditions.map((c) => threadConditionNames[c].toLowerCase()),
  oneUse: ['used again', 'new each time'],
  threadLocker: ['without thread locker', 'with thread locker'],
  brakeKind: ['fixed caliper', 'floating caliper', 'drum'],
  fluidGrade: grades,
  ducts: ['no ducts', 'ducts'],
  parkingBrake: ['none', 'by cable', 'drum in the hat', 'electric'],
  beddedOnly: ['any parts', 'bedded parts only'],
};
/** A limit that is one of a few, a number, or an angle. */
export const limitChoice = (limit: MovableLimit, value: number): string =>
  choices[limit]?.[value] ?? (limit === 'secondStage' ? `${value}°` : String(value));
/** Limits that somebody may move. */
export const limitNames: Record<MovableLimit, string> = {
  padLimit: 'The pad limit',
  discard: 'The discard figure',
  torque: 'The torque figure',
  tolerance: 'The torque tolerance',
  bearingPlay: 'The bearing play allowed',
  reservoirMin: 'MIN of the reservoir',
  margin: 'The margin wanted',
  peak: 'The peak temperature expected',
  suspectShare: 'The share from which a suspect is ruled out',
  padsEvery: 'Sessions from one gauging of the pads to the next',
  minMass: 'The least mass',
  secondStage: 'The angle of the second stage',
  threadCondition: 'The condition of the thread',
  oneUse: 'The rule for used bolts',
  threadLocker: 'The rule for thread locker',
  flushEvery: 'The longest time between flushes',
  openBottle: 'The longest time that a bottle is open',
  brakeKind: 'The kind of brake',
  nipples: 'The number of bleed nipples at a corner',
  pistonVolume: 'The volume behind the pistons',
  fluidGrade: 'The grade of fluid',
  dryPoint: 'The dry boiling point on the label',
  wetPoint: 'The wet boiling point on the label',
  ducts: 'What the sheet says of ducts',
  parkingBrake: 'What the sheet says of the parking brake',
  beddedOnly: 'The rule for bedded parts',
  lead: 'The role',
  name: 'The name',
};
