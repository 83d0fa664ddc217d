/** What faces say after bedding, and what follows. Common practice, no source. */
import type { BeddingDecision, BeddingLook, FaceSeen } from '../model';

/** What each sign asks for; the strongest of all faces decides. */
const asksFor: Record<FaceSeen, BeddingDecision> = {
  even: 'accept',
  blueRing: 'accept',
  ashEdge: 'accept',
  silver: 'anotherCycle',
  smears: 'cleanAndAgain',
  blotches: 'cleanAndAgain',
  padOutline: 'cleanAndAgain',
};

/** From mild to strong: what a decision may be milder than, it needs a reason for. */
export const beddingDecisions: readonly BeddingDecision[] = ['accept', 'anotherCycle', 'cleanAndAgain', 'turn'];
export const severityOfDecision = (d: BeddingDecision): number => beddingDecisions.indexOf(d);

/** Signs that say that something is wrong. */
export const isBadSign = (seen: FaceSeen): boolean => asksFor[seen] !== 'accept';

/** What a look asks for, and the signs that do. @example proposedDecision({ faces: …silver…, driverSays: [] }).decision // 'anotherCycle' */
export function proposedDecision({ faces, driverSays }: Pick<BeddingLook, 'faces' | 'driverSays'>): {
  decision: BeddingDecision;
  signs: FaceSeen[];
} {
  const seen = [...new Set(faces.flatMap((f) => f.seen))];
  const strongest = Math.max(
    0,
    ...seen.map((s) => severityOfDecision(asksFor[s])),
    // A thump is an uneven layer that nobody has seen yet; no bite is none.
    driverSays.includes('thump') ? severityOfDecision('cleanAndAgain') : 0,
    driverSays.includes('noBite') ? severityOfDecision('anotherCycle') : 0,
  );
  const decision = beddingDecisions[strongest]!;
  return { decision, signs: seen.filter((s) => severityOfDecision(asksFor[s]) === strongest && isBadSign(s)) };
}

/** A face cannot be even and smeared at once. */
export const contradicts = (seen: readonly FaceSeen[]): boolean =>
  seen.includes('even') && seen.some((s) => isBadSign(s));

/** Whether a decision wants a reason: it is milder than what the faces ask for. */
export const wantsReason = (look: Pick<BeddingLook, 'faces' | 'driverSays' | 'decision'>): boolean =>
  severityOfDecision(look.decision) < severityOfDecision(proposedDecision(look).decision);
