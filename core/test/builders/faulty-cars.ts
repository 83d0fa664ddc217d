/** Cars with a fault: what is true of them is drawn from the knowledge table with every figure of it off on its own. */
import {
  type Cause,
  type DiagnosticCheck,
  type Sign,
  causes,
  complaints,
  diagnosticChecks,
  signs,
} from '../../src/model';
import { type Evidence, causeTable, checkTable, signTable } from '../../src/diagnosis';

/** A generator of its own: mulberry32, so that the same seed draws the same cars. */
export function dice(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

const drawn = (shares: readonly number[], roll: number): number => {
  const total = shares.reduce((a, b) => a + b, 0);
  let left = roll * total;
  for (let i = 0; i < shares.length; i++) if ((left -= shares[i]!) < 0) return i;
  return shares.length - 1;
};

/** Odds are off by up to this factor: the trade's shares are nobody's measurements. */
const OFF_BY = 1.6;

export interface FaultyCar {
  cause: Cause;
  signs: Sign[];
  /** What a check shows on this car: the same each time it is made. */
  shows: (check: DiagnosticCheck) => string;
}

/** A car whose driver says something, or on which something was read. */
export function faultyCar(roll: () => number): FaultyCar {
  const off = (share: number): number => {
    const p = Math.min(0.995, Math.max(0.005, share / 100));
    const odds = (p / (1 - p)) * OFF_BY ** (2 * roll() - 1);
    return odds / (1 + odds);
  };
  const known = causes.filter((c) => c !== 'other');
  for (;;) {
    const cause =
      known[
        drawn(
          known.map((c) => causeTable[c].frequency * OFF_BY ** (2 * roll() - 1)),
          roll(),
        )
      ]!;
    const there = signs.filter((s) => roll() < off(signTable[s].with[cause] ?? signTable[s].else));
    // Nobody looks for what nobody has noticed.
    if (!there.some((s) => (complaints as readonly string[]).includes(s))) continue;
    const seen = new Map(
      diagnosticChecks.map((check) => {
        const row = checkTable[check].with[cause] ?? checkTable[check].else;
        const shares = row.map((share) => off(share));
        return [check, checkTable[check].outcomes[drawn(shares, roll())]!];
      }),
    );
    return { cause, signs: there, shows: (check) => seen.get(check)! };
  }
}

export const evidenceOfSigns = (list: readonly Sign[]): Evidence[] => list.map((sign) => ({ sign }));
