import { conditionFinding } from '../condition';
import { ofKind } from '../logbook';
import {
  type Axle,
  type BrakeSheet,
  type Car,
  type Corner,
  type Fact,
  type Finding,
  type PartsDecision,
  type Verdict,
  axleOfCorner,
  axles,
  cornersOf,
  severity,
  worstOf,
} from '../model';
import { judgeFacesSeen } from '../pads';
import type { CarCorners } from './corners';
import { serviceFinding } from './findings';
import { judgeMeasurements } from './measurements';

/** One question to be decided before parts are touched: what the figures suggest, and what somebody decided. */
export interface Recommendation {
  subject: PartsDecision['subject'];
  axle: Axle;
  corner: Corner | null;
  /** What the figures suggest; null where nobody has measured: then nothing stands ready. */
  action: PartsDecision['action'] | null;
  findings: Finding[];
  /** What somebody decided; null until then. */
  decision: PartsDecision | null;
}

/** Minutes that a decision adds to a service. Common practice, no source: pads 10 min a side, an axle's pads and rotors 30 min. */
const addedMinutesOf: Partial<Record<PartsDecision['subject'], number>> = { pads: 20, rotors: 15, hoses: 15 };

/** Decisions by which new parts go on. */
export const isChange = (action: PartsDecision['action'] | null | undefined): boolean =>
  action === 'change' || action === 'scrap';

/** What decided changes add to a job, min. */
export const addedMinutes = (recommendations: readonly Recommendation[]): number =>
  recommendations.reduce((sum, p) => sum + (isChange(p.decision?.action) ? (addedMinutesOf[p.subject] ?? 0) : 0), 0);

/** The decision of a job on one question: the last one that counts. */
const decisionOn = (
  facts: readonly Fact[],
  q: Pick<Recommendation, 'subject' | 'axle' | 'corner'>,
): PartsDecision | null =>
  facts.findLast(
    (f): f is PartsDecision =>
      f.kind === 'partsDecision' && f.subject === q.subject && f.axle === q.axle && f.corner === q.corner,
  ) ?? null;

/**
 * Everything to be decided before parts are touched: pads and rotors of each axle, and whatever was found at a corner; each with what
 * the figures suggest and why. What has been decided stays judged by what was measured before the change.
 */
export function recommendationsOf(
  car: Car,
  facts: readonly Fact[],
  measured: CarCorners,
  sheet: BrakeSheet,
): Recommendation[] {
  const questions: Omit<Recommendation, 'decision'>[] = [
    ...axles.flatMap((axle) => [
      padsQuestion(axle, measured, facts),
      ...(car[axle].brake === 'drum' ? [] : [rotorsQuestion(axle, measured, facts)]),
      ...calipersQuestions(axle, measured),
    ]),
    ...checkQuestions(facts),
    ...judgeMeasurements(facts, sheet)
      .filter(({ finding }) => severity(finding.verdict) >= severity('needsWork'))
      .map(({ finding }) => atCorner('other', finding.place.corner!, 'refer', [finding])),
  ];
  // One question per subject and place, however many findings lead to it.
  const merged = new Map<string, Omit<Recommendation, 'decision'>>();
  for (const q of questions) {
    const known = merged.get(questionKey(q));
    merged.set(questionKey(q), known ? { ...known, findings: [...known.findings, ...q.findings] } : q);
  }
  return [...merged.values()].map((q) => ({ ...q, decision: decisionOn(facts, q) }));
}

/** Names a question: its subject and its place. */
export const questionKey = ({ subject, axle, corner }: Pick<Recommendation, 'subject' | 'axle' | 'corner'>): string =>
  [subject, axle, corner ?? ''].join(' ');

const atCorner = (
  subject: Recommendation['subject'],
  corner: Corner,
  action: Recommendation['action'],
  findings: Finding[],
): Omit<Recommendation, 'decision'> => ({ subject, axle: axleOfCorner(corner), corner, action, findings });

/** What nobody has measured in this job: what was read weeks ago is not what is on the car today. */
const notMeasured = (axle: Axle, subject: 'pads' | 'rotors', facts: readonly Fact[]): Finding[] => {
  const kind = subject === 'pads' ? 'padMeasurement' : 'rotorMeasurement';
  return cornersOf(axle)
    .filter((corner) => !facts.some((f) => f.kind === kind && f.corner === corner))
    .map((corner) => serviceFinding('notMeasured', 'needsWork', { corner }, { subject }));
};

/** What the figures of an axle suggest; nothing stands ready where a side was not measured and the other one is in order. */
function partsQuestion(
  axle: Axle,
  subject: 'pads' | 'rotors',
  found: Finding[],
  missing: Finding[],
  suggest: (verdict: Verdict) => PartsDecision['action'],
): Omit<Recommendation, 'decision'> {
  const suggested = suggest(worstOf(found));
  return {
    subject,
    axle,
    corner: null,
    action: missing.length > 0 && suggested === 'keep' ? null : suggested,
    findings:
      found.length + missing.length > 0
        ? [...found, ...missing]
        : [serviceFinding('aboveLimitAtBoth', 'inOrder', { axle }, { subject })],
  };
}

function padsQuestion(axle: Axle, measured: CarCorners, facts: readonly Fact[]): Omit<Recommendation, 'decision'> {
  const found = cornersOf(axle).flatMap((c) => {
    const judged = measured.corners[c].padJudgement;
    return (judged?.findings ?? []).filter((f) => !judged!.patterns.includes(f));
  });
  // A face that nobody looked at is not in order because it is thick enough.
  const unseen = cornersOf(axle).flatMap((c) => {
    const reading = measured.corners[c].pads;
    return reading && facts.some((f) => f.id === reading.id)
      ? judgeFacesSeen(reading, measured.corners[c].spec.brake)
      : [];
  });
  return partsQuestion(axle, 'pads', found, [...notMeasured(axle, 'pads', facts), ...unseen], (verdict) =>
    verdict === 'stop' || verdict === 'needsWork' ? 'change' : verdict === 'watch' ? 'carrySpare' : 'keep',
  );
}

function rotorsQuestion(axle: Axle, measured: CarCorners, facts: readonly Fact[]): Omit<Recommendation, 'decision'> {
  const found = cornersOf(axle).flatMap((c) => measured.corners[c].rotorJudgement?.findings ?? []);
  return partsQuestion(axle, 'rotors', found, notMeasured(axle, 'rotors', facts), (verdict) =>
    verdict === 'stop' ? 'change' : verdict === 'needsWork' ? 'refer' : 'keep',
  );
}

/** What wears unevenly points at the caliper, not at the pad. */
const calipersQuestions = (axle: Axle, measured: CarCorners): Omit<Recommendation, 'decision'>[] =>
  cornersOf(axle).flatMap((corner) => {
    const odd = measured.odd[axle];
    const found = [
      ...(measured.corners[corner].padJudgement?.patterns ?? []),
      ...(odd?.place.corner === corner ? [odd] : []),
    ];
    return worstOf(found) === 'needsWork' ? [atCorner('other', corner, 'refer', found)] : [];
  });

/** Faults that somebody saw at a corner. */
function checkQuestions(facts: readonly Fact[]): Omit<Recommendation, 'decision'>[] {
  const looks = ofKind(facts, 'checksDone').findLast((f) => f.step === 'look');
  return (looks?.items ?? []).flatMap(({ check, corner, result, remark }) => {
    if (result !== 'fault' || !corner) return [];
    const isHose = check === 'hoses';
    const found = conditionFinding('checkFault', 'needsWork', { corner }, { check, remark });
    return [atCorner(isHose ? 'hoses' : 'other', corner, isHose ? 'change' : 'refer', [found])];
  });
}

/** What decisions of a job open: which axles get pads or rotors, which corners a hose. */
export interface DecidedWork {
  pads: Record<Axle, boolean>;
  rotors: Record<Axle, boolean>;
  hoses: Corner[];
  /** Corners whose caliper or hub was worked on. */
  others: Corner[];
}

export function decidedWork(facts: readonly Fact[]): DecidedWork {
  const latest = new Map<string, PartsDecision>();
  for (const f of facts) if (f.kind === 'partsDecision') latest.set(questionKey(f), f);
  const changed = [...latest.values()].filter((d) => isChange(d.action));
  // Calipers come off for these too, without a new part.
  const serviced = [...latest.values()].filter((d) => d.action === 'skim' || d.action === 'service');
  const placesOf = (d: PartsDecision): Corner[] => (d.corner ? [d.corner] : cornersOf(d.axle));
  const on = (subject: PartsDecision['subject'], axle: Axle): boolean =>
    changed.some((d) => d.subject === subject && d.axle === axle);
  return {
    pads: { front: on('pads', 'front'), rear: on('pads', 'rear') },
    rotors: { front: on('rotors', 'front'), rear: on('rotors', 'rear') },
    hoses: changed.flatMap((d) => (d.subject === 'hoses' && d.corner ? [d.corner] : [])),
    others: [...new Set([...changed.filter((d) => d.subject === 'other'), ...serviced].flatMap(placesOf))],
  };
}
