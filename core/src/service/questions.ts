/** What is asked of an entry before it is saved: figures that look like a slip, and what was seen before and is not said any more. */
import { type LocalDate, dateIn } from '../calendar';
import { judgeOverfill } from '../hydraulics';
import { bottleState, judgePouring, padReadingsAt, rotorReadingsAt } from '../inventory';
import { type Logbook, reservoirCourse } from '../logbook';
import {
  type Car,
  type Fact,
  type Finding,
  type PadMeasurement,
  type RotorMeasurement,
  axleOfCorner,
  mm,
  unexplainedFindings,
} from '../model';
import { padFinding, seenOnPads, thinnestEnd } from '../pads';
import { rotorFinding, seenOnRotor } from '../rotors';

/** Thicker than it was, or than new, by more than this is no reading error, mm. Calvik's own figures. */
const PAD_SLIP_MM = 0.5;
const ROTOR_SLIP_MM = 0.1;

/** Earlier readings of the same part: without the one that is corrected, and without later ones. */
const earlier = <F extends Fact>(all: readonly F[], fact: F): F[] =>
  all.filter((f) => f.id !== fact.id && f.id !== fact.replaces && f.at <= fact.at);

function padQuestions(logbook: Logbook, car: Car, m: PadMeasurement): Finding[] {
  const before = earlier(padReadingsAt(logbook, car, m.corner), m);
  const last = before.at(-1);
  const newMm = logbook.padSets.get(m.padSetId ?? '')?.newThicknessMm ?? null;
  const place = { corner: m.corner };
  const slips = (['inner', 'outer'] as const).flatMap((pad): Finding[] => {
    const thickness = Math.max(m[pad].thicknessMm, m[pad].otherEndMm ?? 0);
    if (newMm !== null && thickness > newMm + PAD_SLIP_MM)
      return [padFinding('padThickerThanNew', 'watch', place, { pad, thickness: mm(thickness), new: mm(newMm) })];
    const lastMm = last && thinnestEnd(last[pad]);
    return lastMm !== undefined && thinnestEnd(m[pad]) > lastMm + PAD_SLIP_MM
      ? [
          padFinding('padThickerThanLast', 'watch', place, {
            pad,
            thickness: mm(thinnestEnd(m[pad])),
            last: mm(lastMm),
          }),
        ]
      : [];
  });
  return [
    ...slips,
    ...unexplainedFindings(before, m, (reading) => seenOnPads(reading, car[axleOfCorner(m.corner)].brake)),
  ];
}

function rotorQuestions(logbook: Logbook, car: Car, m: RotorMeasurement): Finding[] {
  const before = earlier(rotorReadingsAt(logbook, car, m.corner), m);
  const last = before.at(-1);
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
  return [...slips, ...unexplainedFindings(before, m, seenOnRotor)];
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

interface Asked {
  logbook: Logbook;
  car: Car;
  today: LocalDate;
}
/** What is asked of each kind of entry; of a kind without a line nothing is. */
const questions: { [K in Fact['kind']]?: (fact: Extract<Fact, { kind: K }>, of: Asked) => Finding[] } = {
  padMeasurement: (fact, { logbook, car }) => padQuestions(logbook, car, fact),
  rotorMeasurement: (fact, { logbook, car }) => rotorQuestions(logbook, car, fact),
  reservoirSeen: (fact, { car }) => levelQuestions(car, fact.levelMl),
  levelRead: (fact, { logbook, car, today }) => [
    ...levelQuestions(car, fact.levelMl + fact.toppedUpMl),
    ...(fact.bottleId ? pouringQuestions(logbook, fact.bottleId, fact.toppedUpMl, today) : []),
  ],
  pistonsRetracted: (fact, { car }) => levelQuestions(car, fact.levelBeforeMl),
  reservoirToppedUp: (fact, { logbook, car, today }) => [
    // What has come out of the nipple that is open is saved when it is shut.
    ...levelQuestions(car, levelWith(logbook, car, fact) - (fact.during?.drawnMl ?? 0)),
    ...pouringQuestions(logbook, fact.bottleId, fact.volumeMl, today),
  ],
  clutchBled: (fact, { logbook, car }) => levelQuestions(car, levelWith(logbook, car, fact)),
  nippleBled: (fact, { logbook, car, today }) => [
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
 */
export function questionsOf(logbook: Logbook, fact: Fact): Finding[] {
  const car = logbook.cars.get('carId' in fact ? (fact.carId ?? '') : '');
  const ask = questions[fact.kind] as ((fact: Fact, of: Asked) => Finding[]) | undefined;
  return car && ask ? ask(fact, { logbook, car, today: dateIn(fact.at, logbook.shop.timeZone) }) : [];
}
