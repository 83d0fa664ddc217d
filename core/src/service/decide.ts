import { cornersOf } from '../inventory';
import {
  type Axle,
  type Car,
  type ChecksDone,
  type Corner,
  type Fact,
  type PartsDecision,
  type Reason,
  axles,
  cornerNames,
  worst,
} from '../model';
import { checkWords } from '../inspection';
import type { CarCorners } from './corners';

export interface Proposal {
  subject: PartsDecision['subject'];
  axle: Axle;
  corner: Corner | null;
  action: PartsDecision['action'];
  reasons: Reason[];
  /** What somebody decided; null until then. */
  decision: PartsDecision | null;
}

export const subjectNames: Record<PartsDecision['subject'], string> = {
  pads: 'Pads',
  rotors: 'Rotors',
  hoses: 'Hose',
  other: 'Caliper and hub',
};
export const actionNames: Record<PartsDecision['action'], string> = {
  keep: 'Keep',
  change: 'Change',
  carrySpare: 'Carry a spare',
  refer: 'Refer',
};

/** Minutes that a decision adds to a service. Common practice, no source: pads 10 min a side, an axle's pads and rotors 30 min. */
const addedMinutesOf: Partial<Record<PartsDecision['subject'], number>> = { pads: 20, rotors: 15, hoses: 15 };

/** What decided changes add to a job, min. */
export const addedMinutes = (proposals: readonly Proposal[]): number =>
  proposals.reduce((sum, p) => sum + (p.decision?.action === 'change' ? (addedMinutesOf[p.subject] ?? 0) : 0), 0);

/** The decision of a job on one question: the last one that counts. */
const decisionOn = (facts: readonly Fact[], q: Pick<Proposal, 'subject' | 'axle' | 'corner'>): PartsDecision | null =>
  facts.findLast(
    (f): f is PartsDecision =>
      f.kind === 'partsDecision' && f.subject === q.subject && f.axle === q.axle && f.corner === q.corner,
  ) ?? null;

/**
 * Everything to be decided before parts are touched: pads and rotors of each axle, and whatever was found at a corner; each with what
 * the figures suggest and why. What has been decided stays judged by what was measured before the change.
 */
export function recommendationsOf(car: Car, facts: readonly Fact[], measured: CarCorners): Proposal[] {
  const proposals: Omit<Proposal, 'decision'>[] = [];
  for (const axle of axles) {
    const states = cornersOf(axle).map((c) => measured.corners[c]);
    const thickness = states.flatMap((s) =>
      (s.padJudgement?.reasons ?? []).filter((r) => !s.padJudgement!.patterns.includes(r)),
    );
    const padsWorst = worst(thickness.map((r) => r.verdict));
    proposals.push({
      subject: 'pads',
      axle,
      corner: null,
      action:
        padsWorst === 'stop' || padsWorst === 'needsWork' ? 'change' : padsWorst === 'watch' ? 'carrySpare' : 'keep',
      reasons:
        thickness.length > 0
          ? thickness
          : [
              {
                verdict: 'inOrder',
                text: states.every((s) => s.pads)
                  ? 'Above the limit at both corners.'
                  : 'Not measured at both corners.',
              },
            ],
    });
    if (car[axle].brake !== 'drum') {
      const rotorReasons = states.flatMap((s) => s.rotorJudgement?.reasons ?? []);
      const rotorsWorst = worst(rotorReasons.map((r) => r.verdict));
      proposals.push({
        subject: 'rotors',
        axle,
        corner: null,
        action: rotorsWorst === 'stop' ? 'change' : rotorsWorst === 'needsWork' ? 'refer' : 'keep',
        reasons:
          rotorReasons.length > 0
            ? rotorReasons
            : [
                {
                  verdict: 'inOrder',
                  text: states.every((s) => s.rotor) ? 'In order at both corners.' : 'Not measured at both corners.',
                },
              ],
      });
    }
    // What wears unevenly points at the caliper, not at the pad.
    for (const state of states) {
      const outOfFamily = measured.odd[axle];
      const odd = [
        ...(state.padJudgement?.patterns ?? []),
        ...(outOfFamily?.corner === state.corner ? [outOfFamily.reason] : []),
      ];
      if (odd.some((r) => r.verdict === 'needsWork')) {
        proposals.push({ subject: 'other', axle, corner: state.corner, action: 'refer', reasons: odd });
      }
    }
  }
  const looks = facts.filter((f): f is ChecksDone => f.kind === 'checksDone' && f.step === 'look').at(-1);
  for (const item of looks?.items ?? []) {
    if (item.result !== 'fault' || !item.corner) continue;
    const isHose = item.check === 'hoses';
    proposals.push({
      subject: isHose ? 'hoses' : 'other',
      axle: item.corner.startsWith('F') ? 'front' : 'rear',
      corner: item.corner,
      action: isHose ? 'change' : 'refer',
      reasons: [
        {
          verdict: 'needsWork',
          text: `${checkWords[item.check]}: fault at the ${cornerNames[item.corner]}${item.remark ? `, ${item.remark}` : ''}.`,
        },
      ],
    });
  }
  // One question per subject and place, however many findings lead to it.
  const merged = new Map<string, Omit<Proposal, 'decision'>>();
  for (const p of proposals) {
    const key = `${p.subject} ${p.axle} ${p.corner}`;
    const known = merged.get(key);
    merged.set(key, known ? { ...known, reasons: [...known.reasons, ...p.reasons] } : p);
  }
  return [...merged.values()].map((p) => ({ ...p, decision: decisionOn(facts, p) }));
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
  for (const f of facts) if (f.kind === 'partsDecision') latest.set(`${f.subject} ${f.axle} ${f.corner}`, f);
  const changed = [...latest.values()].filter((d) => d.action === 'change');
  const on = (subject: PartsDecision['subject'], axle: Axle): boolean =>
    changed.some((d) => d.subject === subject && d.axle === axle);
  return {
    pads: { front: on('pads', 'front'), rear: on('pads', 'rear') },
    rotors: { front: on('rotors', 'front'), rear: on('rotors', 'rear') },
    hoses: changed.flatMap((d) => (d.subject === 'hoses' && d.corner ? [d.corner] : [])),
    others: changed.flatMap((d) => (d.subject === 'other' ? (d.corner ? [d.corner] : cornersOf(d.axle)) : [])),
  };
}
