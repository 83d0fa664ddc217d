import type { LocalDate } from '../calendar';
import { isAfter } from '../inventory';
import { type Logbook, ofKind } from '../logbook';
import {
  type BeddingBegun,
  type Car,
  type Finding,
  type TrackEvent,
  type Verdict,
  axles,
  worstFirst,
  worstOf,
} from '../model';
import { beddingFinding } from './findings';
import { layerOnAxle } from './layer';
import { runState } from './run';

/** The run whose tape is still over the ducts; null where there is none. */
export const tapedRun = (logbook: Logbook, car: Car): BeddingBegun | null => {
  const facts = logbook.factsOfCar(car.id);
  const run = ofKind(facts, 'beddingBegun').findLast((f) => f.hasTapedDucts) ?? null;
  return run && ofKind(facts, 'ductsUntaped').some((f) => isAfter(f, run)) ? null : run;
};
/** Whether tape is left over the ducts; while the run is not over it belongs there. */
export const hasTapeOn = (logbook: Logbook, car: Car): boolean => {
  const run = tapedRun(logbook, car);
  return run !== null && runState(logbook, run).next === 'over';
};

export interface BeddingJudgement {
  verdict: Verdict;
  headline: Finding;
  findings: Finding[];
}

/**
 * Whether the pairs on a car are bedded. Green parts hold a car that goes to an event with bedded parts only.
 * @param isBeddedOnly whether organiser, shop or customer ask for it
 */
export function judgeBedding(
  logbook: Logbook,
  car: Car,
  event: TrackEvent | null,
  today: LocalDate,
  isBeddedOnly: boolean,
): BeddingJudgement {
  const booking = event ? logbook.bookingsOfCar(car.id).find((b) => b.eventId === event.id) : undefined;
  const findings = axles.flatMap((axle): Finding[] => {
    const { finding, state } = layerOnAxle(logbook, car, axle, today);
    if (!finding) return [];
    if (!isBeddedOnly || state === 'worn') return [finding];
    // A layer that has worn comes back by itself on a track; parts that were never bedded do not. Of what is not known a look tells.
    return [{ ...finding, verdict: state === 'unknown' ? 'needsWork' : 'stop' }];
  });
  const isGreen = findings.some(
    (f) => f.verdict === 'stop' || (f.verdict === 'needsWork' && f.code !== 'layerUnknown'),
  );
  if (isGreen && booking?.beddingPlace === 'event' && !isBeddedOnly)
    findings.push(beddingFinding('beddedInFirstSession', 'watch', {}, {}));
  if (hasTapeOn(logbook, car)) findings.push(beddingFinding('ductsStillTaped', 'needsWork', {}, {}));
  const sorted = worstFirst(findings);
  return {
    verdict: worstOf(sorted),
    headline: sorted[0] ?? beddingFinding('beddingInOrder', 'inOrder', {}, {}),
    findings: sorted,
  };
}
