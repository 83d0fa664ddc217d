/** A run of bedding: what was driven and seen of it, and what comes next. The one place that says when it is over. */
import { isAfter } from '../inventory';
import { type Logbook, ofKind } from '../logbook';
import type { Axle, BeddingBegun, BeddingDriven, BeddingLook, Finding } from '../model';
import { acceptanceLacks } from './layer';

/** Rotors are still warm from the cycle before within so long, min. Common practice, no source. */
export const WARM_MIN = 30;

/** A run, with what has come of it. */
export interface BeddingRunState {
  run: BeddingBegun;
  cycles: BeddingDriven[];
  looks: BeddingLook[];
  /** Axles that have not been looked at since. */
  left: Axle[];
  /** What its looks lack, said once. */
  lacks: Finding | null;
  /** What comes next. */
  next: 'drive' | 'look' | 'again' | 'over';
}

/** A run as it stands: driven, looked at, driven again, or over, once every axle's last look since the last cycle accepts it and lacks nothing. */
export function runState(logbook: Logbook, run: BeddingBegun): BeddingRunState {
  const facts = logbook.factsOfCar(run.carId);
  const cycles = ofKind(facts, 'beddingDriven').filter((f) => f.runId === run.id);
  const looks = ofKind(facts, 'beddingLook').filter((f) => f.runId === run.id);
  const driven = cycles.at(-1);
  const latest = looks
    .filter((l) => !driven || isAfter(l, driven))
    .map((look) => ({ look, lacks: look.decision === 'accept' ? acceptanceLacks(logbook, look) : null }));
  // Looked at while it was hot it is looked at again.
  const since = latest.flatMap(({ look, lacks }) => (lacks?.code === 'acceptedNotCooled' ? [] : [look]));
  const lacks = latest.at(-1)?.lacks ?? null;
  const seen = run.axles.map((axle) => since.findLast((l) => l.axle === axle));
  const next = !driven
    ? 'drive'
    : seen.some((l) => !l)
      ? 'look'
      : seen.every((l) => l!.decision === 'accept') && lacks === null
        ? 'over'
        : 'again';
  return { run, cycles: [...cycles], looks: [...looks], left: run.axles.filter((_, i) => !seen[i]), lacks, next };
}

/** The runs of a car, newest first. */
export const runsOf = (logbook: Logbook, carId: string): BeddingBegun[] =>
  [...ofKind(logbook.factsOfCar(carId), 'beddingBegun')].reverse();
