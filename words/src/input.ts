/** What is wrong with something typed: quantities, bores, and what the schemas refuse. */
import type {
  BoresProblem,
  Dimension,
  ParsedBores,
  ParsedQuantity,
  Quantity,
  SchemaIssue,
  SchemaProblem,
  SchemaProblems,
} from '@calvik/core';
import type { Say } from './reader';
import { counted } from './texts';

const examples: Record<Dimension, string> = {
  temperature: '205 or 401F',
  temperatureDifference: '30 or 54F',
  pressure: '1.0 bar, 15 psi or 101 kPa',
  length: '13.2 or 0.52 in',
  altitude: '350 or 1150 ft',
  volume: '250 ml or 0.5 l',
  torque: '38 or 28 lbft',
  force: '12 kN',
  mass: '4.2 or 9.3 lb',
  share: '1.5',
  duration: '60, 1 h or 1 h 30 min',
  days: '90 or 12 weeks',
  speed: '205 or 127 mph',
  distance: '350 or 220 mi',
  area: '6200 or 9.6 in2',
};
/** What could be typed for this dimension, for hints and for error sentences. */
export const typingExample = (dimension: Dimension): string => examples[dimension];

const spoken: Record<Dimension, string> = {
  temperature: 'temperature',
  temperatureDifference: 'temperature difference',
  pressure: 'pressure',
  length: 'length',
  altitude: 'altitude',
  volume: 'volume',
  torque: 'torque',
  force: 'force',
  mass: 'mass',
  share: 'share',
  duration: 'duration',
  days: 'time',
  speed: 'speed',
  distance: 'distance',
  area: 'area',
};

/** Why a quantity cannot be read, in a sentence. */
export function quantityProblemText({ problem, text, dimension }: Extract<ParsedQuantity, { ok: false }>): string {
  const example = examples[dimension];
  switch (problem) {
    case 'empty':
      return `Type a figure, for example ${example}.`;
    case 'ambiguous':
      return `“${text}” can be read two ways: use a point for decimals and nothing for thousands.`;
    case 'notAFigure':
      return `“${text}” is not a figure. Type it like ${example}.`;
    case 'notUsable':
      return `“${text}” is not a figure that can be used.`;
    case 'unknownUnit':
      return `“${text}” is not a unit of ${spoken[dimension]}. Type it like ${example}.`;
  }
}

const boresTexts: Record<BoresProblem, string> = {
  empty: 'Type the bore of each piston, like “4 × 40” or “38, 34, 28 a side”.',
  notBores: 'This cannot be read as bores. Type them like “4 × 40” or “38, 34, 28 a side”.',
  oddCount: 'A fixed caliper has the same number of pistons on both sides: an even number.',
  sayWhichSide: 'Say whether that is a side: “38, 34, 28 a side”, or count them all: “4 × 40”.',
  outOfRange: 'Bores lie between 10 and 90 mm, at most six of them.',
};
/** Why a text cannot be read as bores. */
export const boresProblemText = ({ problem }: Extract<ParsedBores, { ok: false }>): string => boresTexts[problem];

const limitText = (limit: Quantity | number, unit: string, say: Say): string =>
  typeof limit === 'number' ? `${limit} ${unit}`.trim() : say.quantity(limit);

const schemaTexts: { [C in SchemaProblem]: (values: SchemaProblems[C], say: Say) => string } = {
  tooLow: ({ limit, unit }, say) => `At least ${limitText(limit, unit, say)}.`,
  tooHigh: ({ limit, unit }, say) => `At most ${limitText(limit, unit, say)}.`,
  notWhole: ({ unit }) => (unit ? `A whole number of ${unit} is wanted.` : 'A whole number is wanted.'),
  notAnId: () => 'This is not a valid id.',
  notAMoment: () => 'This is not a moment in UTC (ISO 8601).',
  notADate: () => 'Give a date as year-month-day.',
  notATime: () => 'Give a time like 09:30.',
  sessionEndsBeforeItBegins: () => 'It comes in after it goes out: look at the times.',
  sessionTooLong: () => 'A session lasts six hours at the most: look at the times.',
  driverNotAsked: () => 'Ask the driver: choose what was said, or “Nothing to say”.',
  timeZoneUnknown: () => 'This time zone is not known.',
  empty: () => 'This must not be empty.',
  tooLong: ({ max }) => `At most ${max} characters.`,
  controlCharacters: () => 'This text holds control characters.',
  testOfCarOrBottle: () => 'A boiling test is of a car or of a bottle.',
  noCorner: () => 'At least one corner.',
  noReasonForCorrection: () => 'Say why the earlier entry is corrected.',
  replacesItself: () => 'An entry cannot replace itself.',
  limitAboveNew: () => 'The limit must be below the thickness when new.',
  wrenchScaleReversed: () => 'The scale of a wrench begins below where it ends.',
  discardAboveNew: () => 'The discard thickness must be below the thickness when new.',
  innerAboveOuter: () => 'The inner diameter must be smaller than the outer one.',
  notOneWord: () => 'A key is one word.',
  fastenerKeyTwice: () => 'Two fasteners have the same key.',
  wheelNutsMissing: () => 'Every axle has wheel nuts: leave them on the sheet, without a figure if it is not known.',
  torqueWithoutSource: () => 'Say where each torque figure stands, so that it can be looked up.',
  dayEndsBeforeItBegins: () => 'The working day ends before it begins.',
  notACurrency: () => 'A currency has three letters, like EUR.',
  notSevenDays: () => 'A week has seven days.',
  daysOffEndBeforeTheyBegin: () => 'The days off end before they begin.',
  unknownWork: () => 'There is no such work.',
  unknownStep: () => 'There is no such step.',
  sellsNothing: () => 'Say what this supplier sells.',
  emptyOrder: () => 'There is nothing on this order.',
  notAnEmail: () => 'This does not look like an e-mail address.',
  drumHasOneNipple: () => 'A wheel cylinder in a drum has one bleed nipple.',
  noBore: () => 'Say the bore of each piston.',
  minAboveMax: () => 'The volume at MIN must be less than the volume at MAX.',
  rangeSwapped: () => 'The range begins lower than it ends.',
  sequenceIncomplete: () => 'The maker’s sequence must name each of the four corners once.',
  sequenceWithoutSource: () => 'Say where the maker’s sequence stands, so that it can be looked up.',
  eventEndsBeforeItBegins: () => 'The event ends before it begins.',
  loadUpAfterStart: () => 'Load-up is after the event begins.',
  windowEndsBeforeItBegins: () => 'The window ends before it begins.',
  sealedAndOpened: () => 'A sealed bottle has no day on which it was opened.',
  wantedTwice: () => 'The same thing is wanted twice.',
  nobodyWaits: () => 'Choose a car, or write down who is there with what.',
  promisedTooEarly: () => 'That time is past: promise a later one.',
  helpsThemself: () => 'Nobody is their own second pair of hands.',
  awayEndsBeforeItBegins: () => 'That ends before it begins.',
  awayTooLong: () => 'Longer than a day: take them off the event instead.',
  wetAboveDry: () => 'The wet boiling point must be below the dry one.',
  seriesSlowsNothing: () => 'An application ends slower than it begins, by 10 km/h at least.',
  seriesToStandstill: () =>
    'Never to a standstill: standing on hot pads prints their outline on the rotor. End at 5 km/h or more.',
  procedureWithoutSeries: () => 'Enter one series of applications at least.',
  procedureWithoutPlace: () => 'Say where it may be driven.',
  noAxle: () => 'Choose an axle.',
  cornerOrAxle: () => 'Say a corner or an axle, not both.',
  repairWithoutPlace: () => 'Say where it was done: a corner, or an axle.',
  fourFaces: () => 'Look at both faces of both rotors.',
  zoneSlowsNothing: () => 'A zone ends slower than it begins, by 5 km/h at least.',
  minutesOrLaps: () => 'Say how many minutes, or how many laps: one of the two.',
  workingAboveHighest: () => 'The working range ends at or below the highest temperature.',
  noStepRead: () => 'Say the highest step that was reached, or the lowest that was not.',
  stepsSwapped: () => 'The step that was not reached lies above the one that was.',
  ceramicWithoutMass: () => 'A carbon-ceramic rotor is judged by its weight: type the least weight from its hat.',
  ironWithoutDiscard: () => 'Type the discard thickness that is cast on the hat.',
  tooFewReadings: ({ min }) => `A hold needs ${counted(min, 'reading')} at least.`,
};

/** A schema's complaint as a sentence. */
export function issueText(issue: SchemaIssue, say: Say): string {
  const problem = issue.params?.problem as SchemaProblem | undefined;
  if (problem && problem in schemaTexts)
    return (schemaTexts[problem] as (values: unknown, say: Say) => string)(issue.params?.values, say);
  switch (issue.code) {
    case 'invalid_type':
      return issue.expected === 'number'
        ? 'A figure is wanted.'
        : 'input' in issue && issue.input === undefined
          ? 'This is missing.'
          : `This should be a ${String(issue.expected)}.`;
    case 'too_small':
      return `At least ${String(issue.minimum)}.`;
    case 'too_big':
      return `At most ${String(issue.maximum)}.`;
    default:
      return 'This is not one of the values that are known here.';
  }
}
