/** What is asked of an entry before it is saved: figures that look like a slip, and what was seen before and is not said any more. */
import { type LocalDate, dateIn } from '../calendar';
import { afterRetraction, hydraulicsFinding, judgeOverfill } from '../hydraulics';
import { type PartHistory, axleParts, bottleState, judgePouring, padHistoryAt, rotorHistoryAt } from '../inventory';
import { type Logbook, brakeSheetOf, reservoirCourse } from '../logbook';
import {
  type Car,
  type Fact,
  type Finding,
  type PadMeasurement,
  type RotorMeasurement,
  axleOfCorner,
  contradicted,
  mm,
} from '../model';
import { PAD_SLIP_MM, foundOnPads, padFinding, thinnestEnd, wornBetween } from '../pads';
import { ROTOR_SLIP_MM, discardThicknessMm, foundOnRotor, rotorFinding } from '../rotors';
import { padSpec } from './corners';

interface Asked {
  logbook: Logbook;
  car: Car;
  today: LocalDate;
  /** Whether readings of others are passed over: who had no connection cannot have known them. */
  isOwnOnly: boolean;
}

/** The reading before one of the same part: not the one that is corrected, and none that was. */
function lastBefore<F extends Fact>(
  { readings, retracting }: PartHistory<F>,
  fact: F,
  isOwnOnly: boolean,
): F | undefined {
  const last = readings.findLast(
    (f) => f.id !== fact.id && f.id !== fact.replaces && f.at <= fact.at && !retracting.isCorrected(f),
  );
  return isOwnOnly && last?.by !== fact.by ? undefined : last;
}

/** What earlier readings found and this one does not: without a word, and what whoever takes it cannot take back alone. */
function against<F extends Fact & { explanation?: string | undefined }>(
  { readings, retracting: { isCorrected, mayEnd } }: PartHistory<F>,
  fact: F,
  foundIn: (reading: F) => Finding[],
  isOwnOnly: boolean,
): { unexplained: Finding[]; wantsOther: boolean } {
  const before = readings.filter((f) => f.id !== fact.id && f.at <= fact.at);
  const left = contradicted(before, fact, foundIn, {
    isCorrected: (f) => f.id === fact.replaces || isCorrected(f),
    mayEnd,
  });
  return {
    unexplained: left
      .filter((s) => s.found.id !== fact.replaces && (!isOwnOnly || s.found.by === fact.by))
      .map((s) => s.finding),
    wantsOther: left.some((s) => s.finding.verdict === 'stop' && !mayEnd(s.found, fact)),
  };
}

function padQuestions(m: PadMeasurement, { logbook, car, isOwnOnly }: Asked): Finding[] {
  const history = padHistoryAt(logbook, car, m.corner);
  const last = lastBefore(history, m, isOwnOnly);
  const newMm = logbook.padSets.get(m.padSetId ?? '')?.newThicknessMm ?? null;
  const place = { corner: m.corner };
  const slips = (['inner', 'outer'] as const).flatMap((pad): Finding[] => {
    const thickness = Math.max(m[pad].thicknessMm, m[pad].otherEndMm ?? 0);
    if (newMm !== null && thickness > newMm + PAD_SLIP_MM)
      return [padFinding('padThickerThanNew', 'watch', place, { pad, thickness: mm(thickness), new: mm(newMm) })];
    const lostMm = last ? wornBetween(last, m)[pad] : 0;
    const nowMm = thinnestEnd(m[pad]);
    return lostMm < -PAD_SLIP_MM
      ? [padFinding('padThickerThanLast', 'watch', place, { pad, thickness: mm(nowMm), last: mm(nowMm + lostMm) })]
      : [];
  });
  const axle = axleOfCorner(m.corner);
  const spec = padSpec(logbook, car, brakeSheetOf(logbook, car), axle, axleParts(logbook, car, axle).padSet);
  const { unexplained, wantsOther } = against(history, m, (reading) => foundOnPads(reading, spec), isOwnOnly);
  return [
    ...slips,
    ...unexplained,
    ...(wantsOther ? [padFinding('padReadingsDisagree', 'watch', place, { wantsOther })] : []),
  ];
}

function rotorQuestions(m: RotorMeasurement, { logbook, car, isOwnOnly }: Asked): Finding[] {
  const history = rotorHistoryAt(logbook, car, m.corner);
  const last = lastBefore(history, m, isOwnOnly);
  const newMm = logbook.rotorPairs.get(m.rotorPairId ?? '')?.newThicknessMm ?? null;
  const thickest = Math.max(...m.thicknessesMm);
  const lastMm = last && Math.max(...last.thicknessesMm);
  const place = { corner: m.corner };
  const slips =
    newMm !== null && thickest > newMm + ROTOR_SLIP_MM
      ? [rotorFinding('rotorThickerThanNew', 'watch', place, { thickness: mm(thickest), new: mm(newMm) })]
      : lastMm !== undefined && thickest > lastMm + ROTOR_SLIP_MM
        ? [rotorFinding('rotorThickerThanLast', 'watch', place, { thickness: mm(thickest), last: mm(lastMm) })]
        : [];
  const { rotorPair } = axleParts(logbook, car, axleOfCorner(m.corner));
  const discardMm = discardThicknessMm(rotorPair, history.readings);
  const { unexplained, wantsOther } = against(
    history,
    m,
    (reading) => foundOnRotor(reading, rotorPair, discardMm),
    isOwnOnly,
  );
  return [
    ...slips,
    ...unexplained,
    ...(wantsOther ? [rotorFinding('rotorReadingsDisagree', 'watch', place, { wantsOther })] : []),
  ];
}

const levelQuestions = (car: Car, levelMl: number): Finding[] => {
  const overfilled = judgeOverfill(levelMl, car, 'watch');
  return overfilled ? [overfilled] : [];
};

/** Where the reservoir stands once the entry is saved, mL. */
const levelWith = (logbook: Logbook, car: Car, fact: Fact & { jobId: string }): number =>
  reservoirCourse(car, [
    ...logbook.factsOfJob(fact.jobId).filter((f) => f.id !== fact.id && f.id !== fact.replaces && f.at <= fact.at),
    fact,
  ]).levelMl;

function pouringQuestions(logbook: Logbook, bottleId: string, pouredMl: number, today: LocalDate): Finding[] {
  const bottle = logbook.bottles.get(bottleId);
  const short = bottle && pouredMl > 0 ? judgePouring(bottleState(logbook, bottle, today), pouredMl) : null;
  return short ? [short] : [];
}

/** What is asked of each kind of entry; of a kind without a line nothing is. */
const questions: { [K in Fact['kind']]?: (fact: Extract<Fact, { kind: K }>, of: Asked) => Finding[] } = {
  padMeasurement: padQuestions,
  rotorMeasurement: rotorQuestions,
  reservoirSeen: (fact, { car }) => levelQuestions(car, fact.levelMl),
  levelRead: (fact, { logbook, car, today }) => [
    ...levelQuestions(car, fact.levelMl + fact.toppedUpMl),
    ...(fact.bottleId ? pouringQuestions(logbook, fact.bottleId, fact.toppedUpMl, today) : []),
  ],
  pistonsRetracted: (fact, { car }) => {
    const over = afterRetraction(car, fact.levelAfterMl, 0, 0).finding;
    return [...levelQuestions(car, fact.levelBeforeMl), ...(over ? [{ ...over, verdict: 'watch' as const }] : [])];
  },
  reservoirToppedUp: (fact, { logbook, car, today }) => [
    // What has come out of the nipple that is open is saved when it is shut.
    ...levelQuestions(car, levelWith(logbook, car, fact) - (fact.during?.drawnMl ?? 0)),
    ...pouringQuestions(logbook, fact.bottleId, fact.volumeMl, today),
  ],
  clutchBled: (fact, { logbook, car }) => levelQuestions(car, levelWith(logbook, car, fact)),
  nippleBled: (fact, { logbook, car, today }) => [
    // Who goes on to the next nipple while air still comes says why.
    ...(fact.bubbles === 'large'
      ? [hydraulicsFinding('bubbles', 'watch', { corner: fact.corner }, { bubbles: fact.bubbles })]
      : []),
    ...levelQuestions(car, levelWith(logbook, car, fact)),
    ...(fact.replaces === undefined ? pouringQuestions(logbook, fact.bottleId, fact.toppedUpMl, today) : []),
  ],
};

/** Whether something may be asked of an entry of this kind. */
export const isAsked = (fact: Pick<Fact, 'kind'>): boolean => fact.kind in questions;

/**
 * What is asked of a reading before it is saved: each question names the likely slip, or what was seen on the part before. With an
 * `explanation` the entry is saved; without one the server refuses it.
 * @param logbook as it stands without the entry
 * @param isOwnOnly without what others have read of pads and rotors: both stay, the worse one counts, and the car is held until a third look
 */
export function questionsOf(logbook: Logbook, fact: Fact, isOwnOnly = false): Finding[] {
  const car = logbook.cars.get('carId' in fact ? (fact.carId ?? '') : '');
  const ask = questions[fact.kind] as ((fact: Fact, of: Asked) => Finding[]) | undefined;
  return car && ask ? ask(fact, { logbook, car, isOwnOnly, today: dateIn(fact.at, logbook.shop.timeZone) }) : [];
}
