/** The steps of a guided service: one definition for each kind, in one registry; what somebody forgets does not compile. */
import { type ExchangeProgress, judgeClutch, needsLeakDownTest } from '../hydraulics';
import {
  type BrakeSheet,
  type Car,
  type CheckName,
  type Corner,
  type Fact,
  type StepHandedOver,
  type StepId,
  type StepKey,
  type StepKind,
  type StepPlace,
  type StepSkipped,
  type Verdict,
  axleOfCorner,
  axles,
  stepId,
  worst,
  worstOf,
} from '../model';
import { ofKind } from '../logbook';
import type { PedalJudgement } from '../pedal';
import type { TorqueLine } from '../torque';
import { type PartsGoingOn, downChecks, fitChecks, groundChecks, lookChecks, retractChecks } from './checks';
import type { CarCorners } from './corners';
import { type DecidedWork, type Recommendation, decidedWork } from './decide';
import { type MeasuredStep, cornerMeasurements, judgeMeasurements, measurementKinds } from './measurements';

export const phases = ['intake', 'measure', 'decide', 'fit', 'exchange', 'tighten', 'release'] as const;
export type Phase = (typeof phases)[number];

export interface ServiceStep extends StepId {
  phase: Phase;
  state: 'todo' | 'done' | 'skipped';
  /** The fact that closed it, or that said to skip it. */
  fact: Fact | null;
  /** Whom it was handed to. */
  handedTo: string | null;
  /** A step that a car is not released without, whatever anybody says. */
  isRequired: boolean;
}

export interface StepContext {
  car: Car;
  sheet: BrakeSheet;
  facts: readonly Fact[];
  recommendations: readonly Recommendation[];
  exchange: ExchangeProgress;
  torque: readonly TorqueLine[];
  corners: CarCorners;
  pedal: PedalJudgement;
  work: DecidedWork;
  isReleased: boolean;
  /** The rules of the gate that it is judged by. */
  rules: number;
  /** Kinds of steps that are asked of this service. */
  kinds: readonly StepKind[];
}

/** What a service shows of its steps. */
export type StepView = Omit<StepContext, 'isReleased' | 'kinds' | 'rules'>;

/** One kind of step: where it is done, what closes it, what is asked in it, what it shows. */
export interface StepDefinition {
  phase: Phase;
  /** The steps of this kind that a service has now, in order. */
  places: (c: StepContext) => StepPlace[];
  /** The fact that closes it, or true where no single one does; null while it is open. */
  closedBy: (c: StepContext, step: StepId) => Fact | true | null;
  isRequired?: true;
  /** Skipped with nothing but a reason; others, skipped, still want the lead's word. */
  isFreelySkipped?: true;
  /** Its list, where it has one. */
  checks?: (c: Pick<StepContext, 'car' | 'sheet' | 'work'>, step: StepId, parts: PartsGoingOn) => CheckName[];
  /** What stands beside the step once it is done. */
  verdict: (c: StepView, step: StepId) => Verdict;
}

/** Corners in the order in which somebody walks round the car: from left front, clockwise seen from above. */
const WALK: Corner[] = ['FL', 'FR', 'RR', 'RL'];
const once = (): StepPlace[] => [{}];
const quiet = (): Verdict => 'inOrder';

const last = <K extends Fact['kind']>(
  { facts }: Pick<StepContext, 'facts'>,
  kind: K,
  test: (f: Extract<Fact, { kind: K }>) => boolean = () => true,
): Extract<Fact, { kind: K }> | null =>
  (facts.findLast((f) => f.kind === kind && test(f as Extract<Fact, { kind: K }>)) as
    Extract<Fact, { kind: K }> | undefined) ?? null;

const listOf = (c: Pick<StepContext, 'facts'>, { key }: StepId) => last(c, 'checksDone', (f) => f.step === key);
const listVerdict = (c: StepView, step: StepId): Verdict =>
  listOf(c, step)?.items.some((i) => i.result === 'fault') ? 'needsWork' : 'inOrder';

/** A list that is gone through from top to bottom. */
const list = (phase: Phase, checks: NonNullable<StepDefinition['checks']>): StepDefinition => ({
  phase,
  places: once,
  closedBy: listOf,
  checks,
  verdict: listVerdict,
});

const isWheel = (l: TorqueLine): boolean => l.fastener.group === 'wheel';
/** Fasteners of a step's torque table: wheel nuts on the ground, everything else by axle; bleed nipples are closed as they are bled. */
export const torqueLinesOf = (
  { torque }: Pick<StepContext, 'torque'>,
  { kind, axle }: Pick<StepId, 'kind' | 'axle'>,
): TorqueLine[] =>
  torque.filter((l) =>
    kind === 'wheels' ? isWheel(l) : !isWheel(l) && l.fastener.group !== 'bleedNipple' && l.fastener.axle === axle,
  );
const torqueVerdict = (c: StepView, step: StepId): Verdict => worst(torqueLinesOf(c, step).map((l) => l.verdict));
const torqued = (c: StepContext, step: StepId): Fact | true | null => {
  const lines = torqueLinesOf(c, step);
  if (!lines.every((l) => l.set !== null)) return null;
  return last(c, 'torqueSet', (f) => lines.some((l) => l.set?.id === f.id)) ?? true;
};

/** A figure that is taken at every corner: see `measurements.ts`. */
const measured = (kind: keyof typeof cornerMeasurements): StepDefinition => ({
  phase: 'measure',
  places: ({ car }) =>
    WALK.filter((corner) =>
      (cornerMeasurements[kind].isTakenAt as (car: Car, corner: Corner) => boolean)(car, corner),
    ).map((corner) => ({ corner })),
  closedBy: ({ facts }, { corner }) => ofKind(facts, kind).findLast((f) => f.corner === corner) ?? null,
  verdict: ({ facts, sheet }, { corner }) =>
    worstOf(
      judgeMeasurements(facts, sheet)
        .filter((m) => m.reading.kind === kind && m.finding.place.corner === corner)
        .map((m) => m.finding),
    ),
});

/** Steps in which a measured check is taken: one that has no check does not compile below. */
const measuredSteps = Object.fromEntries(
  measurementKinds.map((kind) => [cornerMeasurements[kind].step, measured(kind)]),
) as Record<MeasuredStep, StepDefinition>;

/** Axles that are taken apart: by what was decided, or because somebody has pushed the pistons back already. */
const openedAxles = ({ work, facts }: StepContext): StepPlace[] =>
  axles
    .filter(
      (axle) =>
        work.pads[axle] || work.rotors[axle] || facts.some((f) => f.kind === 'pistonsRetracted' && f.axle === axle),
    )
    .map((axle) => ({ axle }));

export const stepDefinitions: { [K in StepKind]: StepDefinition } = {
  pedalBaseline: {
    phase: 'intake',
    places: once,
    closedBy: (c) => last(c, 'pedalCheck', (f) => f.moment === 'baseline'),
    isFreelySkipped: true,
    verdict: quiet,
  },
  driver: {
    phase: 'intake',
    places: once,
    closedBy: (c) => last(c, 'driverReport'),
    isFreelySkipped: true,
    verdict: quiet,
  },
  reservoir: {
    phase: 'intake',
    places: once,
    closedBy: (c) => last(c, 'reservoirSeen', (f) => f.moment === 'intake'),
    isFreelySkipped: true,
    verdict: quiet,
  },
  boil: {
    phase: 'intake',
    places: once,
    closedBy: (c) => last(c, 'boilingTest', (f) => f.carId === c.car.id) ?? last(c, 'moistureReading'),
    isFreelySkipped: true,
    verdict: quiet,
  },
  ground: list('intake', ({ sheet }) => groundChecks(sheet)),
  pads: {
    phase: 'measure',
    places: () => WALK.map((corner) => ({ corner })),
    // The thinnest alone, as it is read in the paddock, is no measuring of a service.
    closedBy: (c, { corner }) => last(c, 'padMeasurement', (f) => f.corner === corner && !f.isThinnestOnly),
    verdict: ({ corners }, { corner }) => corners.corners[corner!].padJudgement?.verdict ?? 'inOrder',
  },
  rotor: {
    phase: 'measure',
    places: ({ car }) =>
      WALK.filter((corner) => car[axleOfCorner(corner)].brake !== 'drum').map((corner) => ({ corner })),
    closedBy: (c, { corner }) => last(c, 'rotorMeasurement', (f) => f.corner === corner),
    verdict: ({ corners }, { corner }) => corners.corners[corner!].rotorJudgement?.verdict ?? 'inOrder',
  },
  ...measuredSteps,
  look: list('measure', ({ sheet }) => lookChecks(sheet)),
  decide: {
    phase: 'decide',
    places: once,
    closedBy: (c) =>
      c.recommendations.length > 0 && c.recommendations.every((r) => r.decision !== null)
        ? (last(c, 'partsDecision') ?? true)
        : null,
    verdict: quiet,
  },
  retract: {
    phase: 'fit',
    places: openedAxles,
    closedBy: (c, { axle }) => last(c, 'pistonsRetracted', (f) => f.axle === axle),
    checks: ({ car, sheet }, { axle }) => retractChecks(car, sheet, axle!),
    verdict: listVerdict,
  },
  fit: {
    phase: 'fit',
    places: openedAxles,
    closedBy: (c, step) => last(c, 'partsFitted', (f) => f.axle === step.axle) && listOf(c, step),
    checks: ({ car, sheet, work }, { axle }, parts) => fitChecks(car, sheet, work, axle!, parts),
    verdict: (c, step) => worst([listVerdict(c, step), worstOf(c.corners.axleFindings[step.axle!])]),
  },
  exchange: {
    phase: 'exchange',
    places: once,
    closedBy: ({ exchange }) => exchange.begun,
    isFreelySkipped: true,
    verdict: quiet,
  },
  leakDown: {
    phase: 'exchange',
    places: ({ exchange }) => (exchange.begun && needsLeakDownTest(exchange.begun.method) ? [{}] : []),
    // A hold that was too short has shown nothing; before rules 6 it closed the step.
    closedBy: (c) => {
      const verdict = c.exchange.leakDown?.finding.verdict;
      return verdict === 'inOrder' || (verdict === 'watch' && c.rules < 6) ? last(c, 'leakDownTest') : null;
    },
    verdict: ({ exchange }) => exchange.leakDown?.finding.verdict ?? 'inOrder',
  },
  bleed: {
    phase: 'exchange',
    places: ({ exchange }) => (exchange.begun ? exchange.steps.map(({ index }) => ({ turn: index })) : []),
    closedBy: ({ exchange }, { turn }) => exchange.steps[turn!]?.drawn ?? null,
    isRequired: true,
    verdict: ({ exchange }, { turn }) => {
      const corner = exchange.steps[turn!]?.corner;
      return worstOf(exchange.findings.filter((f) => f.place.corner === corner));
    },
  },
  clutch: {
    phase: 'exchange',
    places: ({ car, exchange }) => (car.reservoirSharedWithClutch && exchange.begun?.scope === 'full' ? [{}] : []),
    closedBy: ({ exchange }) => exchange.clutch,
    isFreelySkipped: true,
    verdict: ({ exchange }) => (exchange.clutch ? worstOf(judgeClutch(exchange.clutch)) : 'inOrder'),
  },
  // Caliper and bracket bolts are tight before fluid is moved through them; wheel nuts come last, on the ground.
  torque: {
    phase: 'fit',
    places: (c) =>
      axles.filter((axle) => torqueLinesOf(c, { kind: 'torque', axle }).length > 0).map((axle) => ({ axle })),
    closedBy: torqued,
    isRequired: true,
    verdict: torqueVerdict,
  },
  level: {
    phase: 'tighten',
    places: once,
    closedBy: ({ facts, rules }) =>
      rules < 2
        ? (facts.findLast((f) => f.kind === 'reservoirSeen' && f.moment === 'final') ?? null)
        : lastLevel(facts),
    verdict: quiet,
  },
  pedalGate: {
    phase: 'tighten',
    places: once,
    closedBy: ({ facts }) => lastGate(facts),
    isRequired: true,
    verdict: ({ pedal }) => worstOf(pedal.findings),
  },
  down: list('tighten', ({ sheet }) => downChecks(sheet)),
  wheels: { phase: 'tighten', places: once, closedBy: torqued, isRequired: true, verdict: torqueVerdict },
  release: {
    phase: 'release',
    places: once,
    closedBy: ({ isReleased }) => (isReleased ? true : null),
    isRequired: true,
    verdict: quiet,
  },
};

/** What stands beside a step: nothing while it is open. */
export const stepVerdict = (s: StepView, step: ServiceStep): Verdict =>
  step.state === 'done' ? stepDefinitions[step.kind].verdict(s, step) : 'inOrder';

/** The list of a step, for this car and the parts that go on it. */
export const checksOf = (
  c: Pick<StepContext, 'car' | 'sheet' | 'facts'>,
  step: StepId,
  parts: PartsGoingOn = { padSet: null, rotorPair: null },
): CheckName[] =>
  stepDefinitions[step.kind].checks?.({ car: c.car, sheet: c.sheet, work: decidedWork(c.facts) }, step, parts) ?? [];

/** Every step of a service in the order of the work, each done, skipped or still to do. */
export const serviceSteps = (c: StepContext): ServiceStep[] =>
  c.kinds.flatMap((kind) => {
    const { phase, places, closedBy, isRequired = false } = stepDefinitions[kind];
    return places(c).map((place): ServiceStep => {
      const step = stepId(kind, place);
      const closing = closedBy(c, step);
      const skipped = last(c, 'stepSkipped', (f: StepSkipped) => f.step === step.key);
      const handed = last(c, 'stepHandedOver', (f: StepHandedOver) => f.step === step.key);
      return {
        ...step,
        phase,
        isRequired,
        state: closing ? 'done' : skipped ? 'skipped' : 'todo',
        fact: closing === true ? null : (closing ?? skipped),
        handedTo: handed?.toCrewId ?? null,
      };
    });
  });

/** The level as it was set last, if nothing was drawn, pushed back or poured in after it. */
function lastLevel(facts: readonly Fact[]): Fact | null {
  const at = facts.findLastIndex((f) => f.kind === 'reservoirSeen' && f.moment === 'final');
  const moves: Fact['kind'][] = ['nippleBled', 'clutchBled', 'exchangeBegun', 'pistonsRetracted', 'reservoirToppedUp'];
  return at < 0 || facts.slice(at + 1).some((f) => moves.includes(f.kind)) ? null : facts[at]!;
}

/** The last pedal gate, if nothing was opened, pushed back or fitted after it. */
export function lastGate(facts: readonly Fact[]): Extract<Fact, { kind: 'pedalCheck' }> | null {
  const at = facts.findLastIndex((f) => f.kind === 'pedalCheck' && f.moment === 'gate');
  if (at < 0) return null;
  const opens: Fact['kind'][] = ['nippleBled', 'exchangeBegun', 'pistonsRetracted', 'partsFitted'];
  const isStale = facts.slice(at + 1).some((f) => opens.includes(f.kind));
  return isStale ? null : (facts[at] as Extract<Fact, { kind: 'pedalCheck' }>);
}

/**
 * The step to go on with: the first open one that is mine to do, after the one just done where there is one, else from the
 * beginning; at the end whatever is left.
 */
export function nextStep(steps: readonly ServiceStep[], crewId: string | null, afterKey?: StepKey): ServiceStep | null {
  const isOpen = (s: ServiceStep): boolean => s.state === 'todo';
  const isGiven = (s: ServiceStep): boolean => isOpen(s) && s.handedTo !== null && s.handedTo === crewId;
  const isMine = (s: ServiceStep): boolean => isOpen(s) && (s.handedTo === null || s.handedTo === crewId);
  // What was handed to somebody is theirs first; then whatever nobody else has.
  const given = steps.find(isGiven);
  if (given) return given;
  const from = afterKey ? steps.findIndex((s) => s.key === afterKey) + 1 : 0;
  const next = steps.slice(from).find(isMine) ?? steps.find(isMine) ?? steps.find(isOpen) ?? null;
  // Nipples keep their sequence: where it began again, it begins with the first.
  return next?.kind === 'bleed' ? (steps.find((s) => s.kind === 'bleed' && isMine(s)) ?? next) : next;
}

/**
 * Steps that should come before this one and are still open: those of earlier phases, and earlier nipples of the sequence. What
 * was handed to somebody else is not waited for.
 */
export function openBefore(steps: readonly ServiceStep[], key: StepKey, crewId: string | null): ServiceStep[] {
  const at = steps.findIndex((s) => s.key === key);
  const step = steps[at];
  if (!step) return [];
  return steps
    .slice(0, at)
    .filter(
      (s) =>
        s.state === 'todo' &&
        (phases.indexOf(s.phase) < phases.indexOf(step.phase) ||
          (s.phase === 'exchange' && step.phase === 'exchange') ||
          (step.kind === 'wheels' && s.kind === 'pedalGate')) &&
        (s.handedTo === null || s.handedTo === crewId),
    );
}
