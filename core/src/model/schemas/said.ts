import type { Quantity } from '../finding';

/** What can be wrong with something typed or sent, beyond its type; with what belongs to it. */
export interface SchemaProblems {
  tooLow: { limit: Quantity | number; unit: string };
  tooHigh: { limit: Quantity | number; unit: string };
  notWhole: { unit: string };
  notAnId: Record<string, never>;
  notAMoment: Record<string, never>;
  notADate: Record<string, never>;
  notATime: Record<string, never>;
  sessionEndsBeforeItBegins: Record<string, never>;
  sessionTooLong: Record<string, never>;
  driverNotAsked: Record<string, never>;
  timeZoneUnknown: Record<string, never>;
  empty: Record<string, never>;
  tooLong: { max: number };
  controlCharacters: Record<string, never>;
  testOfCarOrBottle: Record<string, never>;
  noCorner: Record<string, never>;
  noReasonForCorrection: Record<string, never>;
  replacesItself: Record<string, never>;
  limitAboveNew: Record<string, never>;
  discardAboveNew: Record<string, never>;
  wrenchScaleReversed: Record<string, never>;
  innerAboveOuter: Record<string, never>;
  notOneWord: Record<string, never>;
  fastenerKeyTwice: Record<string, never>;
  torqueWithoutSource: Record<string, never>;
  wheelNutsMissing: Record<string, never>;
  dayEndsBeforeItBegins: Record<string, never>;
  notACurrency: Record<string, never>;
  notSevenDays: Record<string, never>;
  daysOffEndBeforeTheyBegin: Record<string, never>;
  unknownWork: Record<string, never>;
  unknownStep: Record<string, never>;
  sellsNothing: Record<string, never>;
  emptyOrder: Record<string, never>;
  notAnEmail: Record<string, never>;
  drumHasOneNipple: Record<string, never>;
  noBore: Record<string, never>;
  minAboveMax: Record<string, never>;
  sequenceIncomplete: Record<string, never>;
  sequenceWithoutSource: Record<string, never>;
  eventEndsBeforeItBegins: Record<string, never>;
  loadUpAfterStart: Record<string, never>;
  windowEndsBeforeItBegins: Record<string, never>;
  sealedAndOpened: Record<string, never>;
  wantedTwice: Record<string, never>;
  nobodyWaits: Record<string, never>;
  promisedTooEarly: Record<string, never>;
  helpsThemself: Record<string, never>;
  awayEndsBeforeItBegins: Record<string, never>;
  awayTooLong: Record<string, never>;
  wetAboveDry: Record<string, never>;
  tooFewReadings: { min: number };
  rangeSwapped: Record<string, never>;
  zoneSlowsNothing: Record<string, never>;
  seriesSlowsNothing: Record<string, never>;
  seriesToStandstill: Record<string, never>;
  procedureWithoutSeries: Record<string, never>;
  procedureWithoutPlace: Record<string, never>;
  noAxle: Record<string, never>;
  cornerOrAxle: Record<string, never>;
  repairWithoutPlace: Record<string, never>;
  fourFaces: Record<string, never>;
  minutesOrLaps: Record<string, never>;
  workingAboveHighest: Record<string, never>;
  noStepRead: Record<string, never>;
  stepsSwapped: Record<string, never>;
  ceramicWithoutMass: Record<string, never>;
  ironWithoutDiscard: Record<string, never>;
}
export type SchemaProblem = keyof SchemaProblems;

/** What a schema complains of, as zod hands it out: structural, so that nothing that tells it depends on the library. */
export interface SchemaIssue {
  code?: string;
  path: PropertyKey[];
  params?: Record<string, unknown> | undefined;
  input?: unknown;
  expected?: unknown;
  minimum?: unknown;
  maximum?: unknown;
  origin?: unknown;
}

/** What a refinement says when it fails: a code for `words`, and the field it belongs to. */
export function said<C extends SchemaProblem>(
  problem: C,
  ...rest: Record<string, never> extends SchemaProblems[C]
    ? [values?: SchemaProblems[C], path?: string[]]
    : [values: SchemaProblems[C], path?: string[]]
): { params: { problem: C; values: SchemaProblems[C] }; path?: string[] } {
  const [values, path] = rest;
  return { params: { problem, values: values ?? ({} as SchemaProblems[C]) }, ...(path ? { path } : {}) };
}
