import { dateIn } from '../calendar';
import type { FluidJudgement } from '../fluid';
import type { ExchangeProgress } from '../hydraulics';
import { checkWords, complaintWords } from '../inspection';
import type { Logbook } from '../logbook';
import { cornersOf, isAfter } from '../inventory';
import type { PedalJudgement } from '../pedal';
import type { TorqueLine } from '../torque';
import {
  type Axle,
  type CarReleased,
  type CheckName,
  type ChecksDone,
  type Corner,
  type Fact,
  type HoldWaived,
  type Reason,
  axles,
  cornerNames,
  corners,
} from '../model';
import type { CarCorners } from './corners';
import { type Proposal, actionNames, subjectNames } from './decide';
import type { ServiceStep } from './steps';

/** Something that stands between a car and its release. */
export interface GateItem {
  /** Part of the work that it belongs to, and that a pass names. */
  area: string;
  text: string;
}

export interface HeldItem extends GateItem {
  /** The lead's word for letting it pass; null while it holds the car. */
  passed: HoldWaived | null;
}

export interface ReleaseGate {
  /** Nobody lets these pass. */
  stops: GateItem[];
  /** These the lead may let pass, with a name and a reason. */
  holds: HeldItem[];
  /** Worth knowing; they hold nothing up. */
  open: GateItem[];
  /** No stop, and every hold let pass. */
  canRelease: boolean;
  signed: CarReleased | null;
  /** Signed, and nothing that came to light since speaks against it. */
  isReleased: boolean;
  /** Signed, but something written down later stops or holds it again. */
  isReopened: boolean;
}

export interface GateInput {
  logbook: Logbook;
  facts: readonly Fact[];
  steps: readonly ServiceStep[];
  corners: CarCorners;
  proposals: readonly Proposal[];
  exchange: ExchangeProgress;
  torque: readonly TorqueLine[];
  pedal: PedalJudgement;
  fluid: FluidJudgement;
  /** Corners where a hose was changed. */
  hoses: readonly Corner[];
}

/** Steps that may be skipped with nothing but a reason; the rest, skipped, still want the lead's word. */
const FREELY_SKIPPED = new Set(['driver', 'reservoir', 'boil', 'exchange', 'pedalBaseline']);

/** Findings of a list that nobody lets pass: what holds pads in place, what leaks, and a car that is not on its wheels. */
const NEVER_PASSED = new Set<CheckName>(['leaks', 'faceToRotor', 'pins', 'parkingBrakeNormal', 'wheelsOn']);

/** The wrench's calibration is good for this long, days. Common practice, no source. */
const CALIBRATION_DAYS = 365;

function sorted(
  reasons: readonly Reason[],
  area: string,
  into: { stops: GateItem[]; holds: GateItem[]; open: GateItem[] },
): void {
  for (const { verdict, text } of reasons) {
    if (verdict === 'stop') into.stops.push({ area, text });
    if (verdict === 'needsWork') into.holds.push({ area, text });
    if (verdict === 'watch') into.open.push({ area, text });
  }
}

const once = <T extends GateItem>(items: T[]): T[] => [
  ...new Map(items.map((i) => [`${i.area} ${i.text}`, i])).values(),
];

/**
 * Everything that stands between a car and its release. A stop is outside anybody's say: soft pedal, wrong mix, pads or rotors
 * under the limit, missing or failed torque, an open nipple or a sequence that was broken off. What only holds the car the lead
 * lets pass, finding by finding: another finding wants another word. The order in which facts arrived is irrelevant.
 */
export function releaseGate(g: GateInput): ReleaseGate {
  const into = { stops: [] as GateItem[], holds: [] as GateItem[], open: [] as GateItem[] };
  sorted(g.pedal.reasons, 'pedal', into);
  for (const c of corners) sorted(g.corners.corners[c].reasons, `corner.${c}`, into);
  for (const axle of axles) sorted(g.corners.axleReasons[axle], `axle.${axle}`, into);
  sorted(g.exchange.reasons, 'exchange', into);
  if (g.exchange.begun && !g.exchange.isDone) {
    const left = g.exchange.steps.filter((s) => s.drawn === null).length;
    into.stops.push({
      area: 'exchange',
      text: `The exchange is not finished: ${left} of ${g.exchange.steps.length} nipples to go.`,
    });
  }
  for (const line of g.torque) sorted(line.reasons, `torque.${line.corner}`, into);
  // What this job's own exchange left behind is said above, nipple by nipple.
  const isOwn = g.exchange.begun !== null && g.fluid.state.lastBleed?.id === g.exchange.begun.id;
  sorted(
    g.fluid.reasons.filter((r) => !isOwn || !g.fluid.state.bleedFaults.includes(r)),
    'fluid',
    into,
  );

  for (const axle of axles) {
    const retracted = g.facts.findLast((f) => f.kind === 'pistonsRetracted' && f.axle === axle);
    const fitted = g.facts.findLast((f) => f.kind === 'partsFitted' && f.axle === axle);
    if (retracted && (!fitted || isAfter(retracted, fitted)))
      into.stops.push({
        area: `axle.${axle}`,
        text: `Pistons were pushed back at the ${axle} and nothing is recorded as fitted.`,
      });
    // What went on without a label is known by nothing but a reading; the one before was of other parts.
    for (const subject of ['pads', 'rotors'] as const) {
      const isUnknown = cornersOf(axle).some((c) => {
        const state = g.corners.corners[c];
        return (subject === 'pads' ? state.padMm : state.rotorMm) === null;
      });
      if (isUnknown && wasChanged(g.facts, axle, subject))
        into.holds.push({
          area: `axle.${axle}`,
          text: `${subjectNames[subject]} without a label went on at the ${axle}, and have not been measured there.`,
        });
    }
  }
  for (const p of g.proposals) {
    const place = p.corner ? cornerNames[p.corner] : `${p.axle} axle`;
    const what = `${subjectNames[p.subject]}, ${place}`;
    const isDue = p.subject === 'pads' || p.subject === 'rotors' ? !wasChanged(g.facts, p.axle, p.subject) : false;
    if (p.decision?.action === 'change' && isDue)
      into.holds.push({
        area: `axle.${p.axle}`,
        text: `${what}: a change was decided and nothing is recorded as fitted.`,
      });
    if (p.decision?.action === 'refer')
      into.holds.push({ area: `axle.${p.axle}`, text: `${what}: referred. ${p.decision.reason}` });
    if (p.decision?.action === 'carrySpare')
      into.open.push({
        area: `axle.${p.axle}`,
        text: `${what}: ${actionNames.carrySpare.toLowerCase()}. ${p.decision.reason}`,
      });
  }
  if (g.hoses.length > 0 && !(g.exchange.isDone && g.exchange.begun?.scope === 'full')) {
    into.stops.push({
      area: 'exchange',
      text: `A hose was changed at ${g.hoses.map((c) => cornerNames[c]).join(', ')}: the system was opened, the whole sequence is drawn again.`,
    });
  }
  for (const checks of latestChecks(g.facts)) {
    for (const item of checks.items) {
      if (item.result === 'fault' && NEVER_PASSED.has(item.check)) {
        const at = item.corner ? `, ${cornerNames[item.corner]}` : '';
        into.stops.push({ area: `check.${checks.step}`, text: `${checkWords[item.check]}${at}: not in order.` });
        continue;
      }
      // Faults that led to a decision are spoken of there.
      if (item.result !== 'fault' || (checks.step === 'look' && item.corner)) continue;
      const at = item.corner ? `, ${cornerNames[item.corner]}` : '';
      into.holds.push({
        area: `check.${checks.step}`,
        text: `${checkWords[item.check]}${at}: not in order${item.remark ? `, ${item.remark}` : ''}.`,
      });
    }
  }
  const report = g.facts.findLast((f) => f.kind === 'driverReport');
  for (const c of report?.kind === 'driverReport' ? report.complaints : []) {
    into.open.push({
      area: 'driver',
      text: `The driver: ${complaintWords[c].says.toLowerCase()}. First suspects: ${complaintWords[c].suspects.join('; ')}.`,
    });
  }
  for (const step of g.steps) {
    if (step.key === 'release') continue;
    if (step.state === 'skipped' && step.fact?.kind === 'stepSkipped') {
      const item = { area: `step.${step.key}`, text: `Skipped: ${step.title}. ${step.fact.reason}` };
      (FREELY_SKIPPED.has(step.key) ? into.open : into.holds).push(item);
    }
    if (step.state === 'todo' && !step.isRequired)
      into.holds.push({ area: `step.${step.key}`, text: `Not done: ${step.title}.` });
  }
  const { timeZone } = g.logbook.shop;
  for (const line of g.torque) {
    const on = line.set?.calibratedOn;
    if (line.set && on && Date.parse(dateIn(line.set.at, timeZone)) - Date.parse(on) > CALIBRATION_DAYS * 86_400_000)
      into.holds.push({
        area: `torque.${line.corner}`,
        text: `Wrench ${line.set.wrench} was last calibrated on ${on}: more than a year before.`,
      });
  }

  const passes = g.facts.filter((f): f is HoldWaived => f.kind === 'holdWaived');
  const byLead = (pass: HoldWaived): boolean => g.logbook.crew.get(pass.by)?.role === 'lead';
  const holds = once(into.holds).map((hold): HeldItem => ({
    ...hold,
    passed: passes.findLast((p) => byLead(p) && p.hold === hold.area && p.finding === hold.text) ?? null,
  }));
  const stops = once(into.stops);
  const canRelease = stops.length === 0 && holds.every((h) => h.passed !== null);
  const signed = g.facts.findLast((f): f is CarReleased => f.kind === 'carReleased') ?? null;
  return {
    stops,
    holds,
    open: once(into.open),
    canRelease,
    signed,
    isReleased: signed !== null && canRelease,
    isReopened: signed !== null && !canRelease,
  };
}

/** Whether pads, or rotors, came new to an axle in this job. */
const wasChanged = (facts: readonly Fact[], axle: Axle, subject: 'pads' | 'rotors'): boolean =>
  facts.some((f) => f.kind === 'partsFitted' && f.axle === axle && (f.changed === subject || f.changed === 'both'));

/** Of each list the last time that it was gone through. */
function latestChecks(facts: readonly Fact[]): ChecksDone[] {
  const latest = new Map<string, ChecksDone>();
  for (const f of facts) if (f.kind === 'checksDone') latest.set(f.step, f);
  return [...latest.values()];
}
