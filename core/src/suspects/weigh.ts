/** The weighing itself: Bayes' rule over causes of which one is at work, and the check that tells most a minute. */
import { type Cause, type DiagnosticCheck, type Sign, causes, diagnosticChecks } from '../model';
import { SECOND_SIGN, causeTable, checkTable, sameMatter, signTable } from './knowledge';

export type Weights = Record<Cause, number>;

/** One piece of evidence: a sign that is there, or what a check showed. */
export type Evidence = { sign: Sign } | { check: DiagnosticCheck; outcome: string };

/** How many of the table's own cases the shop's stand against: after so many of its own, they weigh as much. Calvik's own figure. */
export const TABLE_CASES = 60;

/**
 * How often each cause turns up, by the table and by the shop's own closed cases: a Dirichlet prior and its counts.
 * @param cases how often each cause was found here
 * @returns shares that add up to one
 */
export function priorOf(cases: Partial<Record<Cause, number>> = {}): Weights {
  const total = causes.reduce((sum, c) => sum + causeTable[c].frequency, 0);
  const own = causes.reduce((sum, c) => sum + (cases[c] ?? 0), 0);
  return Object.fromEntries(
    causes.map((c) => [c, ((causeTable[c].frequency / total) * TABLE_CASES + (cases[c] ?? 0)) / (TABLE_CASES + own)]),
  ) as Weights;
}

/** How often this is seen with a cause, from 0 to 1; never nothing and never all. */
export function likelihood(evidence: Evidence, cause: Cause): number {
  if ('sign' in evidence) {
    const known = signTable[evidence.sign];
    return (known.with[cause] ?? known.else) / 100;
  }
  const known = checkTable[evidence.check];
  const at = known.outcomes.indexOf(evidence.outcome);
  return at < 0 ? 1 : (known.with[cause] ?? known.else)[at]! / 100;
}

const normalised = (weights: Weights): Weights => {
  const total = causes.reduce((sum, c) => sum + weights[c], 0);
  return Object.fromEntries(causes.map((c) => [c, weights[c] / total])) as Weights;
};

/** Evidence once each: a check that is made again counts with its last outcome. */
function distinct(evidence: readonly Evidence[]): Evidence[] {
  const last = new Map<string, Evidence>();
  for (const e of evidence) last.set('sign' in e ? `sign ${e.sign}` : `check ${e.check}`, e);
  return [...last.values()];
}

/** How much of what it would tell alone each piece tells beside the others, from 0 to 1: signs of one matter share. */
function shareOf(e: Evidence, all: readonly Evidence[]): number {
  if (!('sign' in e)) return 1;
  const group = sameMatter.find((g) => g.includes(e.sign));
  const there = group ? all.filter((o) => 'sign' in o && group.includes(o.sign)).length : 1;
  return (1 + (there - 1) * SECOND_SIGN) / there;
}

/**
 * How probable each cause is. Exactly one is taken to be at work, and signs of different matters to be independent given it; those of one matter
 * ({@link sameMatter}) count as one and a half, or two of three.
 * @returns shares that add up to one; the order of evidence changes nothing
 */
export const posterior = (prior: Weights, evidence: readonly Evidence[]): Weights =>
  normalised(
    Object.fromEntries(
      causes.map((c) => [
        c,
        // Sorted, so that the order in which it came changes not even the last digit.
        distinct(evidence)
          .map((e, _, all) => likelihood(e, c) ** shareOf(e, all))
          .sort((a, b) => a - b)
          .reduce((p, l) => p * l, prior[c]),
      ]),
    ) as Weights,
  );

/** What is not known yet, bits. */
export const entropyBits = (weights: Weights): number =>
  causes.reduce((sum, c) => (weights[c] > 0 ? sum - weights[c] * Math.log2(weights[c]) : sum), 0);

export interface CheckWorth {
  check: DiagnosticCheck;
  /** What it is expected to tell, bits. */
  bits: number;
  minutes: number;
  bitsPerMinute: number;
}

/** What is there to work with. */
export interface Means {
  hasLift: boolean;
  people: 1 | 2;
  /** Whether the wheels are off already: then a check that wants them off costs nothing more. */
  wheelsAreOff: boolean;
}
/** Taking four wheels off and putting them on again, to their torque, min. Common practice, no source. */
const WHEELS_MIN = 10;

export const minutesOfCheck = (check: DiagnosticCheck, means: Means): number =>
  checkTable[check].minutes + (checkTable[check].wheelsOff && !means.wheelsAreOff ? WHEELS_MIN : 0);

export const isPossible = (check: DiagnosticCheck, means: Means): boolean =>
  (!checkTable[check].needsLift || means.hasLift) && checkTable[check].people <= means.people;

/** What each check that is still to be made is expected to tell, the most a minute first. */
export function worthOfChecks(weights: Weights, made: ReadonlySet<DiagnosticCheck>, means: Means): CheckWorth[] {
  const before = entropyBits(weights);
  return diagnosticChecks
    .filter((check) => !made.has(check) && isPossible(check, means))
    .map((check): CheckWorth => {
      const after = checkTable[check].outcomes.reduce((sum, outcome) => {
        const joint = causes.map((c) => weights[c] * likelihood({ check, outcome }, c));
        const p = joint.reduce((a, b) => a + b, 0);
        const h = joint.reduce((e, j) => (j > 0 ? e - (j / p) * Math.log2(j / p) : e), 0);
        return sum + p * h;
      }, 0);
      const bits = Math.max(0, before - after);
      const minutes = minutesOfCheck(check, means);
      return { check, bits, minutes, bitsPerMinute: bits / minutes };
    })
    .sort((a, b) => b.bitsPerMinute - a.bitsPerMinute || a.check.localeCompare(b.check));
}

/** Sure enough to act, and too little left to learn for a minute of it. Calvik's own figures. */
export const ENOUGH = { share: 0.85, bitsPerMinute: 0.004 } as const;

export interface Suspect {
  cause: Cause;
  share: number;
  /** What speaks for it most, and against it: how much likelier it makes the cause than it was, as a factor. */
  because: { evidence: Evidence; factor: number }[];
}

/** The causes, the most probable first, each with what speaks for and against it. */
export function suspects(prior: Weights, evidence: readonly Evidence[]): Suspect[] {
  const weights = posterior(prior, evidence);
  const once = distinct(evidence).map((e, _, all) => ({
    evidence: e,
    share: shareOf(e, all),
    usual: causes.reduce((sum, c) => sum + prior[c] * likelihood(e, c), 0),
  }));
  return causes
    .map((cause): Suspect => ({
      cause,
      share: weights[cause],
      because: once
        .map(({ evidence: e, usual, share }) => ({ evidence: e, factor: (likelihood(e, cause) / usual) ** share }))
        .sort((a, b) => Math.abs(Math.log(b.factor)) - Math.abs(Math.log(a.factor))),
    }))
    .sort((a, b) => b.share - a.share || causes.indexOf(a.cause) - causes.indexOf(b.cause));
}

export interface Advice {
  suspects: Suspect[];
  /** The check that tells most a minute; null when enough is known. */
  next: CheckWorth | null;
  others: CheckWorth[];
  isEnough: boolean;
}

/** The suspects and what to look at next. @param made checks that were made */
export function advise(
  prior: Weights,
  evidence: readonly Evidence[],
  means: Means = { hasLift: true, people: 2, wheelsAreOff: false },
): Advice {
  const ranked = suspects(prior, evidence);
  const weights = Object.fromEntries(ranked.map((s) => [s.cause, s.share])) as Weights;
  const made = new Set(evidence.flatMap((e) => ('check' in e ? [e.check] : [])));
  const others = worthOfChecks(weights, made, means);
  const best = others[0];
  const isEnough = ranked[0]!.share >= ENOUGH.share || !best || best.bitsPerMinute < ENOUGH.bitsPerMinute;
  return { suspects: ranked, next: isEnough ? null : best, others, isEnough };
}

/** Under this share a suspect is not worth a line; a factor nearer to one than these tells nothing. Own figures. */
export const LEAST_SUSPECT_SHARE = 0.02;
const TELLING = { more: 1.15, less: 0.87 };
/** What makes a suspect likelier, and what less, the most telling first as they come. */
export const tellingOf = <E extends { factor: number }>(because: readonly E[]): { more: E[]; less: E[] } => ({
  more: because.filter((b) => b.factor > TELLING.more),
  less: because.filter((b) => b.factor < TELLING.less),
});
