/** What can go wrong between a client and the server (RFC 9457): codes with their values, and the sentence for each. */
import type { Collection, Finding, QueueProof } from '@calvik/core';
import type { Refusal } from '@calvik/core/track';
import type { FileProblem, TraceProblem } from '@calvik/core/traces';
import { findingText } from './findings';
import { collectionNames } from './names';
import { queueProofNames } from './queue-names';
import type { Say } from './reader';
import { list } from './texts';
import { traceProblemText } from './traces';

/** Every problem that the server answers with, and what it says beside its code. */
export interface Problems {
  idNotValid: Record<string, never>;
  notJson: Record<string, never>;
  notAnObject: Record<string, never>;
  idDiffers: Record<string, never>;
  stale: Record<string, never>;
  differs: Record<string, never>;
  dangling: { collection: Collection | 'facts' | null };
  versionNotZero: Record<string, never>;
  invalid: { path: string; text: string };
  nothingUnderId: Record<string, never>;
  nothingThere: { method: string; path: string };
  notReleased: { finding: Finding };
  notExplained: { finding: Finding };
  onlyLeadWaives: Record<string, never>;
  ownLimit: Record<string, never>;
  /** A limit becomes milder while cars are worked on. */
  whoMovesLimit: Record<string, never>;
  leadMerges: Record<string, never>;
  mergedIntoItself: Record<string, never>;
  notCarOfJob: Record<string, never>;
  limitsChanged: Record<string, never>;
  clockAhead: { minutes: number };
  /** A signature behind other entries of one batch: it would be judged without them. */
  signatureNotFirst: Record<string, never>;
  stopStands: { finding: Finding };
  onlyLeadLetsGo: Record<string, never>;
  decisionWithoutReason: Record<string, never>;
  notSessionOfCar: Record<string, never>;
  lookWithoutReason: Record<string, never>;
  /** Faces that ask for another cycle, or for more. */
  onlyLeadAccepts: Record<string, never>;
  onlyLeadStates: Record<string, never>;
  /** A computed peak instead of what the shop expects. */
  onlyLeadTakesOver: Record<string, never>;
  notEnoughRead: Record<string, never>;
  notLookedAt: Record<string, never>;
  notToLetPass: Record<string, never>;
  signerHasLeft: Record<string, never>;
  carIsPutAway: Record<string, never>;
  jobIsCancelled: Record<string, never>;
  /** Of the paddock queue. */
  queueEntryGone: Record<string, never>;
  neverBegun: Record<string, never>;
  queueIsOver: Record<string, never>;
  notInHand: Record<string, never>;
  crewHasLeft: Record<string, never>;
  notShown: { proofs: readonly QueueProof[] };
  carOfEntry: Record<string, never>;
  databaseSilent: Record<string, never>;
  bodyNotJson: Record<string, never>;
  bodyTooLarge: Record<string, never>;
  encodingUnknown: Record<string, never>;
  charsetUnknown: Record<string, never>;
  lengthWrong: Record<string, never>;
  brokenOff: Record<string, never>;
  unreadable: Record<string, never>;
  failed: Record<string, never>;
  noSuch: {
    what:
      | 'event'
      | 'supplier'
      | 'car'
      | 'bottle'
      | 'plan'
      | 'picture'
      | 'service'
      | 'crew'
      | 'test'
      | 'reading'
      | 'venue'
      | 'trace'
      | 'beddingRun'
      | 'drive'
      | 'session'
      | 'diagnosis'
      | 'booking'
      | 'import';
  };
  dayNotValid: Record<string, never>;
  supplierDoesNotSell: { supplier: string };
  emptyFile: Record<string, never>;
  workbook: Record<string, never>;
  lettersUnreadable: Record<string, never>;
  columnsMissing: { wanted: readonly string[]; found: readonly string[]; clue: 'separator' | 'oneColumn' | null };
  noRows: Record<string, never>;
  tooManyRows: { rows: number; max: number };
  noRowToSave: Record<string, never>;
  probeNotSubmerged: { depthMm: number; holeMm: number };
  planNotReady: Record<string, never>;
  planOutOfDate: Record<string, never>;
  pictureNotReadable: Record<string, never>;
  pictureTooLarge: Record<string, never>;
  traceNotReadable: { why: FileProblem | TraceProblem; row: number | null };
  noZones: { venue: string };
  carAndBottle: Record<string, never>;
  unreachable: Record<string, never>;
}
export type ProblemCode = keyof Problems;

const whats: Record<Problems['noSuch']['what'], string> = {
  event: 'event',
  supplier: 'supplier',
  car: 'car',
  bottle: 'bottle',
  plan: 'search for a plan any more',
  picture: 'picture',
  service: 'service',
  crew: 'crew member',
  test: 'test running',
  reading: 'reading running',
  venue: 'venue',
  trace: 'trace',
  beddingRun: 'bedding run',
  drive: 'drive',
  session: 'session',
  diagnosis: 'diagnosis',
  booking: 'booking',
  import: 'import',
};

const texts: { [C in ProblemCode]: (values: Problems[C], say: Say) => string } = {
  idNotValid: () => 'The id in the address is not valid.',
  notJson: () => 'Send JSON, with Content-Type: application/json.',
  notAnObject: () => 'The body must be a JSON object.',
  idDiffers: () => 'The id in the body is not the one in the address.',
  stale: () => 'Somebody has changed this since you read it. Look at both versions and decide.',
  differs: () => 'Something else is already saved under this id. Facts are never edited: send a correction.',
  dangling: ({ collection }) =>
    collection ? `There is no such ${collectionNames[collection]}.` : 'This points at something that is not there.',
  versionNotZero: () => 'A new record has version 0.',
  invalid: ({ path, text }) => (path ? `${path}: ${text}` : text || 'This cannot be saved.'),
  nothingUnderId: () => 'There is nothing under this id.',
  nothingThere: ({ method, path }) => `There is nothing at ${method} ${path}.`,
  notReleased: ({ finding }, say) => `Not released: ${findingText(finding, say)}`,
  notExplained: ({ finding }, say) => `Say why, or read again: ${findingText(finding, say)}`,
  ownLimit: () => 'You changed this limit yourself: another lead looks at it.',
  leadMerges: () => 'A lead merges two records, or takes them apart: choose who is on duty.',
  mergedIntoItself: () => 'This is the same record.',
  whoMovesLimit: () =>
    'A car is being worked on by this limit: choose who is on duty first, so that the change carries a name.',
  onlyLeadWaives: () => 'Only the lead waives a hold.',
  notCarOfJob: () => 'This is not the car of that job.',
  signatureNotFirst: () => 'A signature is sent by itself: what comes with it has to be seen first.',
  clockAhead: ({ minutes }, say) =>
    `The clock of this device is ${say.value(minutes, 'duration')} ahead of the server: set it, then sign again.`,
  limitsChanged: () => 'A limit or a sheet was changed since this was shown. Look at it once more, then sign.',
  stopStands: ({ finding }, say) => `It stays: ${findingText(finding, say)} Put it right and look again.`,
  onlyLeadLetsGo: () => 'Only the lead lets it go without limits.',
  decisionWithoutReason: () => 'Give the reason.',
  notSessionOfCar: () => 'This is not a session of that car.',
  notLookedAt: () => 'Not looked at yet. Only the lead lets it out without a look, with limits and a reason.',
  signerHasLeft: () => 'Whoever is to sign this has left. Choose who is on duty.',
  carIsPutAway: () => 'This car is archived: restore it before anything is signed for it.',
  jobIsCancelled: () => 'This job was cancelled: nothing is signed in it.',
  queueEntryGone: () => 'This car is no longer in the queue.',
  neverBegun: () => 'Nobody has begun this car yet: start it first.',
  queueIsOver: () => 'This car is done with, or has left: start it again first.',
  notInHand: () => 'Nobody is at this car just now.',
  crewHasLeft: () => 'Whoever was chosen is no longer of the crew.',
  notShown: ({ proofs }) => `Before it leaves, show: ${list(proofs.map((p) => queueProofNames[p].toLowerCase()))}.`,
  carOfEntry: () => 'The car of this entry is on record and stays: take the entry out and add the other car.',
  notToLetPass: () => 'This is not let pass: put it right, and show it.',
  onlyLeadAccepts: () => 'The faces ask for more than that: only a lead accepts them as they are.',
  onlyLeadTakesOver: () => 'Only a lead takes over a computed peak.',
  notEnoughRead: () =>
    'The car’s own readings are not enough for that figure, or say another by now: open its heat page again.',
  onlyLeadStates: () =>
    'It was put on here, or was found to want bedding: without a run on record only a lead says that it is bedded.',
  lookWithoutReason: () => 'The faces ask for more than that: say why it is enough.',
  databaseSilent: () => 'The database does not answer.',
  bodyNotJson: () => 'The body is not valid JSON.',
  bodyTooLarge: () => 'The body is too large: at most 256 kB.',
  encodingUnknown: () => 'This content encoding is not supported.',
  charsetUnknown: () => 'This character set is not supported: send UTF-8.',
  lengthWrong: () => 'The body is not as long as its header says.',
  brokenOff: () => 'The request was broken off.',
  unreadable: () => 'The request cannot be read.',
  failed: () => 'Something failed on the server; nothing was saved. Try again.',
  noSuch: ({ what }) => `There is no such ${whats[what]}.`,
  dayNotValid: () => 'Give a day as year-month-day.',
  supplierDoesNotSell: ({ supplier }) => `${supplier} does not sell that.`,
  emptyFile: () => 'This file is empty.',
  workbook: () => 'This workbook cannot be read. Save it as CSV and choose that.',
  lettersUnreadable: () => 'The letters of this file cannot be read: save it as CSV in UTF-8, or as .xlsx.',
  columnsMissing: ({ wanted, found, clue }) =>
    `The first row must name the columns ${wanted.join(' and ')}; it names ${found.slice(0, 6).join(', ') || 'nothing'}.${
      clue === 'separator'
        ? ' The columns do not seem to be parted by commas, semicolons or tabs.'
        : clue === 'oneColumn'
          ? ' It has one column only: perhaps it is parted by something unusual.'
          : ''
    }`,
  noRows: () => 'There is a heading and nothing under it.',
  tooManyRows: ({ rows, max }) => `${rows} rows are too many: at most ${max} at a time.`,
  noRowToSave: () => 'There is no row in it that can be saved.',
  probeNotSubmerged: ({ depthMm, holeMm }, say) =>
    `The probe is not submerged: the sample is ${say.value(depthMm, 'length', 0)} deep, the hole in the probe sits at ${say.value(holeMm, 'length', 0)}. Draw some into the cup and test it there.`,
  planNotReady: () => 'This plan is not ready to be taken.',
  planOutOfDate: () => 'Something that this plan stands on has changed since it was made. Search again.',
  pictureNotReadable: () => 'This is not a JPEG, PNG or WebP picture.',
  pictureTooLarge: () => 'The picture is too large.',
  traceNotReadable: ({ why, row }) => traceProblemText(why, row),
  noZones: ({ venue }) => `${venue} has no braking zones yet: nothing can be said of a session there.`,
  carAndBottle: () => 'A sample is of a car or of a bottle.',
  unreachable: () => 'The server cannot be reached.',
};

/** A problem as a sentence. */
export const problemText = <C extends ProblemCode>(code: C, values: Problems[C], say: Say): string =>
  texts[code](values, say);

/** Why a fact was refused, as a problem. */
export const refusalProblem = (refusal: Refusal): { code: ProblemCode; values: Problems[ProblemCode] } =>
  'finding' in refusal
    ? { code: refusal.code, values: { finding: refusal.finding } }
    : 'proofs' in refusal
      ? { code: refusal.code, values: { proofs: refusal.proofs } }
      : { code: refusal.code, values: {} };

/** A problem that came over the wire: what the server said, where this version does not know its code. */
export function receivedProblemText(problem: { code?: string; values?: unknown; detail?: string }, say: Say): string {
  const text =
    problem.code === undefined ? undefined : (texts as Record<string, (v: unknown, say: Say) => string>)[problem.code];
  return text && problem.values ? text(problem.values, say) : (problem.detail ?? texts.unreadable({}, say));
}

/** Why a simulated instrument has stopped. */
export type InstrumentStop = 'anotherStarted' | 'byHand' | 'serverStopping' | 'switchedOff' | 'noPlateau';
const stops: Record<InstrumentStop, string> = {
  anotherStarted: 'Another test was started.',
  byHand: 'Stopped by hand.',
  serverStopping: 'The server is stopping.',
  switchedOff: 'The instrument has switched itself off.',
  noPlateau: 'No plateau found in three minutes: check the heater and the sample.',
};
export const instrumentStopText = (stop: InstrumentStop): string => stops[stop];
