import type { PedalCheck, PedalFeel, Reason } from '../model';

const rank: Record<PedalFeel, number> = { firm: 3, acceptable: 2, long: 1, soft: 0 };
export const feelNames: Record<PedalFeel, string> = { firm: 'firm', acceptable: 'fair', long: 'long', soft: 'soft' };

/** A pedal is held at least this long, s; and firm after at most so many presses. Common practice, no source; own figures. */
export const MIN_HOLD_SECONDS = 10;
export const MAX_STROKES = 12;

export interface PedalJudgement {
  /** The worst of what the gate says; a pass is `inOrder`. */
  reasons: Reason[];
  isPassed: boolean;
  /** Where to look, in order; empty when passed. */
  suspects: string[];
}

/**
 * The pedal gate: pumped until firm, held, engine on, and at least as good as before anything was opened. A soft pedal, or
 * one that sinks, is a stop: the exchange is done again, nobody drives it. Common practice, no source.
 */
export function judgePedal(gate: PedalCheck | null, baseline: PedalCheck | null): PedalJudgement {
  if (!gate) {
    return {
      reasons: [{ verdict: 'stop', text: 'The pedal gate has not been passed.' }],
      isPassed: false,
      suspects: [],
    };
  }
  const reasons: Reason[] = [];
  const suspects: string[] = [];
  if (gate.feel === 'soft') {
    reasons.push({ verdict: 'stop', text: 'Pedal soft: back to the exchange. Nobody drives this car.' });
    suspects.push(
      'air still in a caliper: the nipple order, both nipples of each caliper',
      'a nipple not shut',
      'a hose that swells',
      'air in the ABS unit: the maker’s tool and a qualified workshop',
    );
  }
  if (gate.sinks === true) {
    reasons.push({
      verdict: 'stop',
      text: 'Pedal sinks under a steady foot: a leak, or a master cylinder that passes.',
    });
    suspects.push('a leak: nipples, hoses, unions, pistons', 'master cylinder seals');
  }
  if (gate.feel === 'long') {
    reasons.push({ verdict: 'needsWork', text: 'Pedal long: find out why before it goes.' });
    suspects.push('pistons not pumped out', 'air', 'rear adjusters', 'run-out or a hub that knocks pads back');
  }
  if (baseline && gate.feel !== 'soft' && rank[gate.feel] < rank[baseline.feel]) {
    reasons.push({
      verdict: 'needsWork',
      text: `Pedal ${feelNames[gate.feel]}, it came in ${feelNames[baseline.feel]}: it must be as good or better.`,
    });
  }
  if (gate.heldSeconds === null || gate.heldSeconds < MIN_HOLD_SECONDS) {
    reasons.push({
      verdict: 'needsWork',
      text: `Held ${gate.heldSeconds === null ? 'for an unknown time' : `${Math.round(gate.heldSeconds)} s`}; hold it ${MIN_HOLD_SECONDS} s.`,
    });
  }
  if (gate.sinks === null)
    reasons.push({ verdict: 'needsWork', text: 'Not said whether it sinks under a steady foot.' });
  if (gate.dropsWithEngine === false) {
    reasons.push({
      verdict: 'needsWork',
      text: 'Pedal did not give when the engine started: servo or its vacuum hose.',
    });
  }
  if (gate.strokes !== null && gate.strokes > MAX_STROKES) {
    reasons.push({
      verdict: 'watch',
      text: `${gate.strokes} presses until firm: more than pistons need, look for air.`,
    });
  }
  return { reasons, isPassed: !reasons.some((r) => r.verdict === 'stop'), suspects: [...new Set(suspects)] };
}
