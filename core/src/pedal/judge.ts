import { type Finding, type PedalCheck, type PedalFeel, type Verdict, worstOf } from '../model';
import { type PedalFindings, type PedalSuspect, pedalFinding } from './findings';

const rank: Record<PedalFeel, number> = { firm: 3, acceptable: 2, long: 1, soft: 0 };

/** A pedal is held at least this long, s; and firm after at most so many presses. Common practice, no source; own figures. */
export const MIN_HOLD_SECONDS = 10;
export const MAX_STROKES = 12;

/** What a pedal's feel means after the system was opened; null where it may go like that. */
export const judgeFeel = (feel: PedalFeel): Finding | null =>
  feel === 'soft'
    ? pedalFinding('pedalSoft', 'stop', {}, {})
    : feel === 'long'
      ? pedalFinding('pedalLong', 'needsWork', {}, {})
      : null;

export interface PedalJudgement {
  findings: Finding[];
  isPassed: boolean;
  /** Where to look, in order; empty when there is nothing to look for. */
  suspects: PedalSuspect[];
}

/**
 * The pedal gate: pumped until firm, held, engine on, and at least as good as before anything was opened. A soft pedal, or
 * one that sinks, is a stop: the exchange is done again, nobody drives it. Common practice, no source.
 */
export function judgePedal(gate: PedalCheck | null, baseline: PedalCheck | null): PedalJudgement {
  if (!gate) return { findings: [pedalFinding('pedalGateOpen', 'stop', {}, {})], isPassed: false, suspects: [] };
  const findings: Finding[] = [];
  const suspects: PedalSuspect[] = [];
  const say = <C extends keyof PedalFindings & string>(code: C, verdict: Verdict, values: PedalFindings[C]): void =>
    void findings.push(pedalFinding(code, verdict, {}, values));
  const feel = judgeFeel(gate.feel);
  if (feel) findings.push(feel);
  if (gate.feel === 'soft') {
    suspects.push('airInCaliper', 'nippleOpen', 'hoseSwells', 'airInAbs');
  }
  if (gate.sinks === true) {
    say('pedalSinks', 'stop', {});
    suspects.push('leak', 'masterCylinder');
  }
  if (gate.feel === 'long') {
    suspects.push('pistonsNotOut', 'air', 'rearAdjusters', 'knockBack');
  }
  if (baseline && gate.feel !== 'soft' && rank[gate.feel] < rank[baseline.feel])
    say('pedalWorseThanBefore', 'needsWork', { feel: gate.feel, before: baseline.feel });
  if (gate.heldSeconds === null || gate.heldSeconds < MIN_HOLD_SECONDS)
    say('pedalHeldTooShort', 'needsWork', { heldSeconds: gate.heldSeconds, minSeconds: MIN_HOLD_SECONDS });
  if (gate.sinks === null) say('pedalSinkingNotSaid', 'needsWork', {});
  if (gate.dropsWithEngine === false) say('pedalBoosterDead', 'needsWork', {});
  if (gate.strokes !== null && gate.strokes > MAX_STROKES) say('pedalManyStrokes', 'watch', { strokes: gate.strokes });
  return { findings, isPassed: worstOf(findings) !== 'stop', suspects: [...new Set(suspects)] };
}
