/** How serious it is. Nothing is coloured while it is `inOrder`. */
export const verdicts = ['inOrder', 'watch', 'needsWork', 'stop'] as const;
export type Verdict = (typeof verdicts)[number];

export const severity = (verdict: Verdict): number => verdicts.indexOf(verdict);
export const worst = (all: readonly Verdict[]): Verdict =>
  all.reduce<Verdict>((a, b) => (severity(b) > severity(a) ? b : a), 'inOrder');
/** The verdict on several findings together. */
export const worstOf = (findings: readonly { verdict: Verdict }[]): Verdict => worst(findings.map((f) => f.verdict));
