import { methodNames, needsLeakDownTest, type ExchangeProgress } from '../hydraulics';
import { cornersOf } from '../inventory';
import {
  type Axle,
  type BrakeSheet,
  type Car,
  type CheckName,
  type Corner,
  type Fact,
  type StepHandedOver,
  type StepSkipped,
  axles,
  cornerNames,
} from '../model';
import { checkWords } from '../inspection';
import type { TorqueLine } from '../torque';
import { type DecidedWork, type Proposal, decidedWork } from './decide';

export const phases = ['intake', 'measure', 'decide', 'fit', 'exchange', 'tighten', 'release'] as const;
export type Phase = (typeof phases)[number];
export const phaseNames: Record<Phase, string> = {
  intake: 'Intake',
  measure: 'Wheels off: measure',
  decide: 'Decide',
  fit: 'Retract and fit',
  exchange: 'Fluid',
  tighten: 'Tighten, pedal, down',
  release: 'Release',
};

export interface ServiceStep {
  key: string;
  phase: Phase;
  title: string;
  /** What to do, in one sentence. */
  what: string;
  corner: Corner | null;
  axle: Axle | null;
  state: 'todo' | 'done' | 'skipped';
  /** The fact that closed it, or that said to skip it. */
  fact: Fact | null;
  /** Whom it was handed to. */
  handedTo: string | null;
  /** A step that a car is not released without, whatever anybody says. */
  isRequired: boolean;
}

/** The list of a step, for this car. */
export function checksOf(step: string, car: Car, sheet: BrakeSheet, work: DecidedWork): CheckName[] {
  const [name, part] = step.split('.');
  if (name === 'ground') {
    return [
      'nutsCracked',
      'chocked',
      'onStands',
      ...(sheet.parkingBrake === 'electric' ? (['parkingBrakeService'] as const) : []),
      'wheelsOff',
    ];
  }
  if (name === 'look') return ['hoses', 'seals', 'leaks', 'hubs', ...(sheet.hasDucts ? (['ductsSound'] as const) : [])];
  if (name === 'down') {
    return [
      ...(sheet.parkingBrake === 'electric' ? (['parkingBrakeNormal'] as const) : []),
      ...(sheet.hasDucts ? (['ductsFitted'] as const) : []),
      'wheelsOn',
    ];
  }
  const axle = part as Axle;
  const brake = car[axle]?.brake;
  if (name === 'retract') {
    if (brake === 'drum') return ['drumAdjuster'];
    return [
      'pistonsClean',
      ...(brake === 'fixedCaliper' ? (['oppositeHeld'] as const) : []),
      ...(axle === 'rear' && sheet.rearPistons === 'screwIn' ? (['notchesLinedUp'] as const) : []),
    ];
  }
  if (name === 'fit') {
    if (brake === 'drum') return ['springs', 'drumAdjuster'];
    const list: CheckName[] = ['faceToRotor', 'innerOuter', 'direction', 'springs', 'pins', 'clips', 'shims'];
    if (sheet.hasWearSensors) list.push('sensor');
    if (work.rotors[axle]) list.push('hubFaceClean', 'rotorClean', 'vanes', 'slots', 'bobbins');
    return list;
  }
  return [];
}

/** How pistons of an axle go back, in one sentence. */
export function retractWords(car: Car, sheet: BrakeSheet, axle: Axle): string {
  if (car[axle].brake === 'drum') return 'Back the adjuster off until the drum comes free, then set it on new shoes.';
  if (axle === 'rear' && sheet.rearPistons === 'screwIn')
    return 'Turn the piston in with the tool, never press it; notches end in line with the pad’s peg.';
  if (car[axle].brake === 'fixedCaliper')
    return 'Push one side back at a time with the old pad between, and hold the other side from coming out.';
  return 'Push the piston straight back with the old pad between.';
}

/** Corners in the order in which somebody walks round the car: from left front, clockwise seen from above. */
const WALK: Corner[] = ['FL', 'FR', 'RR', 'RL'];

interface StepInput {
  car: Car;
  sheet: BrakeSheet;
  facts: readonly Fact[];
  proposals: readonly Proposal[];
  exchange: ExchangeProgress;
  torque: readonly TorqueLine[];
  isReleased: boolean;
}

type Draft = Pick<ServiceStep, 'key' | 'phase' | 'title' | 'what'> &
  Partial<Pick<ServiceStep, 'corner' | 'axle' | 'isRequired'>> & { done: Fact | boolean | null };

/** Every step of a service in the order of the work, each done, skipped or still to do. */
export function serviceSteps({ car, sheet, facts, proposals, exchange, torque, isReleased }: StepInput): ServiceStep[] {
  const work = decidedWork(facts);
  const last = <K extends Fact['kind']>(
    kind: K,
    test: (f: Extract<Fact, { kind: K }>) => boolean = () => true,
  ): Extract<Fact, { kind: K }> | null =>
    (facts.findLast((f) => f.kind === kind && test(f as Extract<Fact, { kind: K }>)) as
      Extract<Fact, { kind: K }> | undefined) ?? null;
  const checked = (step: string): Fact | null => last('checksDone', (f) => f.step === step);
  const drafts: Draft[] = [
    {
      key: 'pedalBaseline',
      phase: 'intake',
      title: 'Pedal, before',
      what: 'Engine off, before anything is opened: press the pedal and say how it feels. The finished job must equal it.',
      done: last('pedalCheck', (f) => f.moment === 'baseline'),
    },
    {
      key: 'driver',
      phase: 'intake',
      title: 'What the driver says',
      what: 'Tick what the driver brought back, in the driver’s words.',
      done: last('driverReport'),
    },
    {
      key: 'reservoir',
      phase: 'intake',
      title: 'Reservoir',
      what: 'Read the level, look at colour and filter basket. Wipe round the cap first.',
      done: last('reservoirSeen', (f) => f.moment === 'intake'),
    },
    {
      key: 'boil',
      phase: 'intake',
      title: 'Boiling test',
      what: 'Test the fluid with the probe under past its hole; draw a sample into the cup where it is shallow.',
      done: last('boilingTest', (f) => f.carId === car.id) ?? last('moistureReading'),
    },
    {
      key: 'ground',
      phase: 'intake',
      title: 'Up on stands',
      what: 'Crack the wheel nuts on the ground, chock, lift, stands; then wheels off, once.',
      done: checked('ground'),
    },
    ...WALK.map((corner): Draft => {
      const isDrum = car[corner.startsWith('F') ? 'front' : 'rear'].brake === 'drum';
      return {
        key: `pads.${corner}`,
        phase: 'measure',
        title: `${isDrum ? 'Shoes' : 'Pads'}, ${cornerNames[corner]}`,
        what: isDrum
          ? 'Measure the lining of both shoes at the thinnest point, without the shoe.'
          : 'Measure friction material of both pads at the thinnest point, without the plate.',
        corner,
        done: last('padMeasurement', (f) => f.corner === corner),
      };
    }),
    ...WALK.filter((corner) => car[corner.startsWith('F') ? 'front' : 'rear'].brake !== 'drum').map(
      (corner): Draft => ({
        key: `rotor.${corner}`,
        phase: 'measure',
        title: `Rotor, ${cornerNames[corner]}`,
        what: 'Micrometer at eight points, 10 mm in from the edge; then run-out, cracks, transferLayer.',
        corner,
        done: last('rotorMeasurement', (f) => f.corner === corner),
      }),
    ),
    {
      key: 'look',
      phase: 'measure',
      title: 'Hoses, seals, hubs',
      what: 'Look at every corner; tap the corner of whatever is not right.',
      done: checked('look'),
    },
    {
      key: 'decide',
      phase: 'decide',
      title: 'Decide',
      what: 'Keep, change, carry a spare or refer: axle by axle, with the reason.',
      done:
        proposals.length > 0 && proposals.every((p) => p.decision !== null) ? (last('partsDecision') ?? true) : null,
    },
    ...axles
      .filter((axle) => work.pads[axle] || work.rotors[axle])
      .flatMap((axle): Draft[] => [
        {
          key: `retract.${axle}`,
          phase: 'fit',
          title: `Retract, ${axle}`,
          what: retractWords(car, sheet, axle),
          axle,
          done: last('pistonsRetracted', (f) => f.axle === axle),
        },
        {
          key: `fit.${axle}`,
          phase: 'fit',
          title: `Fit, ${axle}`,
          what: 'Choose what goes on, fit it, and go through the list.',
          axle,
          done: last('partsFitted', (f) => f.axle === axle) && checked(`fit.${axle}`),
        },
      ]),
    {
      key: 'exchange',
      phase: 'exchange',
      title: 'Plan the exchange',
      what: 'Choose method and bottle; see what to draw at each corner and when to stop.',
      done: exchange.begun,
    },
    ...(exchange.begun && needsLeakDownTest(exchange.begun.method)
      ? [
          {
            key: 'seal',
            phase: 'exchange' as const,
            title: 'Seal, dry',
            what: 'Pressure on, no fluid yet: hold and watch the gauge.',
            done: exchange.seal && exchange.seal.verdict.verdict !== 'needsWork' ? (last('leakDownTest') ?? null) : null,
          },
        ]
      : []),
    ...(exchange.begun
      ? exchange.steps.map((s): Draft => ({
          key: `draw.${s.index}`,
          phase: 'exchange',
          title: `Draw ${s.index + 1}, ${cornerNames[s.corner]}${s.nipple === 'single' ? '' : `, ${s.nipple}`}`,
          what: `${methodNames[exchange.begun!.method]}: hose on, nipple open, draw; shut it to its torque, hose off, cap on, wiped.`,
          corner: s.corner,
          done: s.drawn,
          isRequired: true,
        }))
      : []),
    ...axles
      .filter((axle) =>
        torque.some((l) => l.fastener.axle === axle && l.fastener.group !== 'wheel' && l.fastener.group !== 'nipple'),
      )
      .map((axle): Draft => ({
        key: `torque.${axle}`,
        phase: 'tighten',
        title: `Torque, ${axle}`,
        what: 'Every fastener that was undone, in its order, to its figure.',
        axle,
        done: torque
          .filter((l) => l.fastener.axle === axle && l.fastener.group !== 'wheel' && l.fastener.group !== 'nipple')
          .every((l) => l.set !== null)
          ? (last('torqueSet', (f) => cornersOf(axle).includes(f.corner)) ?? true)
          : null,
        isRequired: true,
      })),
    {
      key: 'level',
      phase: 'tighten',
      title: 'Set the level',
      what: 'Pump first, then set the level to the figure below. Cap on, wiped.',
      done: last('reservoirSeen', (f) => f.moment === 'final'),
    },
    {
      key: 'pedalGate',
      phase: 'tighten',
      title: 'Pedal gate',
      what: 'Pump until firm before the car moves at all; hold it; start the engine with a foot on it.',
      done: lastGate(facts),
      isRequired: true,
    },
    {
      key: 'down',
      phase: 'tighten',
      title: 'Down',
      what: 'Wheels on, stands out, car on the ground.',
      done: checked('down'),
    },
    {
      key: 'wheels',
      phase: 'tighten',
      title: 'Wheel nuts',
      what: 'On the ground, in a star, to the figure.',
      done: torque.filter((l) => l.fastener.group === 'wheel').every((l) => l.set !== null)
        ? (last('torqueSet') ?? true)
        : null,
      isRequired: true,
    },
    {
      key: 'release',
      phase: 'release',
      title: 'Release',
      what: 'Read what is still open, then sign.',
      done: isReleased,
      isRequired: true,
    },
  ];
  return drafts.map(({ done, ...draft }): ServiceStep => {
    const skipped = facts.findLast((f): f is StepSkipped => f.kind === 'stepSkipped' && f.step === draft.key) ?? null;
    const handed = facts.findLast((f): f is StepHandedOver => f.kind === 'stepHandedOver' && f.step === draft.key);
    const isDone = Boolean(done);
    return {
      corner: null,
      axle: null,
      isRequired: false,
      ...draft,
      state: isDone ? 'done' : skipped ? 'skipped' : 'todo',
      fact: isDone ? (typeof done === 'object' ? done : null) : skipped,
      handedTo: handed?.toCrewId ?? null,
    };
  });
}

/** The last pedal gate, if nothing was opened, pushed back or fitted after it. */
export function lastGate(facts: readonly Fact[]): Extract<Fact, { kind: 'pedalCheck' }> | null {
  const at = facts.findLastIndex((f) => f.kind === 'pedalCheck' && f.moment === 'gate');
  if (at < 0) return null;
  const isStale = facts
    .slice(at + 1)
    .some(
      (f) =>
        f.kind === 'nippleBled' ||
        f.kind === 'exchangeBegun' ||
        f.kind === 'pistonsRetracted' ||
        f.kind === 'partsFitted',
    );
  return isStale ? null : (facts[at] as Extract<Fact, { kind: 'pedalCheck' }>);
}

/**
 * The step to go on with: the first open one that is mine to do, after the one just done where there is one, else from the
 * beginning; at the end whatever is left.
 */
export function nextStep(steps: readonly ServiceStep[], crewId: string | null, afterKey?: string): ServiceStep | null {
  const isOpen = (s: ServiceStep): boolean => s.state === 'todo';
  const isGiven = (s: ServiceStep): boolean => isOpen(s) && s.handedTo !== null && s.handedTo === crewId;
  const isMine = (s: ServiceStep): boolean => isOpen(s) && (s.handedTo === null || s.handedTo === crewId);
  // What was handed to somebody is theirs first; then whatever nobody else has.
  const given = steps.find(isGiven);
  if (given) return given;
  const from = afterKey ? steps.findIndex((s) => s.key === afterKey) + 1 : 0;
  const next = steps.slice(from).find(isMine) ?? steps.find(isMine) ?? steps.find(isOpen) ?? null;
  // Nipples keep their sequence: where it began again, it begins with the first.
  return next?.key.startsWith('draw.') ? (steps.find((s) => s.key.startsWith('draw.') && isMine(s)) ?? next) : next;
}

/**
 * Steps that should come before this one and are still open: those of earlier phases, and earlier nipples of the sequence. What
 * was handed to somebody else is not waited for.
 */
export function openBefore(steps: readonly ServiceStep[], key: string, crewId: string | null): ServiceStep[] {
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
          (step.key === 'wheels' && s.key === 'pedalGate')) &&
        (s.handedTo === null || s.handedTo === crewId),
    );
}

/** What each check of a list is called. */
export const checkName = (name: CheckName): string => checkWords[name];
