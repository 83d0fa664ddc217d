import { type BleedStep, bleedSequence } from '../fluid';
import { type Logbook, byTime, countingDraws } from '../logbook';
import {
  type Car,
  type Corner,
  type ExchangeBegun,
  type ExchangeMethod,
  type Fact,
  type NippleBled,
  type Reason,
  type LeakDownTest,
  type SequenceSchool,
  cornerNames,
} from '../model';
import {
  type ExchangePlan,
  type SystemState,
  draw,
  flowMlPerSecond,
  oldSystem,
  planExchange,
  refillReservoir,
} from './exchange-model';
import { type LeakDownJudgement, judgeLeakDown } from './leak-down';

/** The alarm goes this much before MIN, mL. Common practice, no source; Calvik's own figure. */
export const EXCHANGE_RESERVE_ML = 20;

export const methodNames: Record<ExchangeMethod, string> = {
  pressureFed: 'Pressure bottle with fluid',
  pressureAir: 'Pressure bottle, air only',
  pedalTwo: 'Two people and the pedal',
  pedalAlone: 'Alone with the pedal',
  vacuum: 'Vacuum at the nipple',
  gravity: 'Gravity',
};

/** New fluid comes while drawing, so nobody has to top up. */
export const isFedMethod = (method: ExchangeMethod): boolean => method === 'pressureFed';
/** Methods that put pressure on the reservoir, and want their seal proved first. */
export const needsLeakDownTest = (method: ExchangeMethod): boolean => method === 'pressureFed' || method === 'pressureAir';

export interface ExchangeStep extends BleedStep {
  index: number;
  drawn: NippleBled | null;
}

export interface ExchangeProgress {
  begun: ExchangeBegun | null;
  steps: ExchangeStep[];
  /** The plan from the state in which it began; null before it has. */
  plan: ExchangePlan | null;
  /** Set where the reservoir stood under MIN: everything before it no longer counts. */
  restart: { drawn: NippleBled; text: string } | null;
  /** Level of the reservoir by the sum of what went in and out, mL. */
  levelMl: number;
  /** How much may be drawn now before somebody must stop; null while fluid is fed. */
  stopAfterMl: number | null;
  /** Old fluid left at each corner by the model, %; null before anything was drawn. */
  leftOldPercent: Record<Corner, number> | null;
  wasteMl: number;
  seal: LeakDownJudgement | null;
  isDone: boolean;
  reasons: Reason[];
}

export interface ExchangeStart {
  method: ExchangeMethod;
  scope: ExchangeBegun['scope'];
  drawnOffMl: number;
  refillMl: number;
  wantedNewPercent: number;
  /** Level before anything was drawn off, mL. */
  levelMl: number;
}

const startState = (car: Car, start: ExchangeStart): SystemState =>
  refillReservoir(oldSystem(car, start.levelMl), start.drawnOffMl, start.refillMl);

/** The plan for an exchange that is about to begin, or has begun. */
export function exchangePlan(car: Car, start: ExchangeStart): ExchangePlan {
  return planExchange(startState(car, start), {
    steps: bleedSequence(car),
    wantedNewPercent: start.wantedNewPercent,
    flowMlPerS: flowMlPerSecond[start.method],
    isFed: isFedMethod(start.method),
    minMl: car.reservoirMinMl,
    maxMl: car.reservoirMaxMl,
    reserveMl: EXCHANGE_RESERVE_ML,
  });
}

/** The car in the sequence of one exchange: the school chosen for it, or the car's own. */
export const inSequence = (car: Car, sequence: SequenceSchool | undefined): Car =>
  sequence === undefined || sequence === car.sequenceSchool ? car : { ...car, sequenceSchool: sequence };

/** The level that was seen before the exchange, or MAX where nobody looked, mL. */
export function levelBefore(car: Car, facts: readonly Fact[]): number {
  const level = facts.findLast(
    (f) => f.kind === 'pistonsRetracted' || (f.kind === 'reservoirSeen' && f.moment === 'intake'),
  );
  if (level?.kind === 'reservoirSeen') return level.levelMl;
  // What overflowed is gone: a reservoir holds no more than it holds.
  if (level?.kind === 'pistonsRetracted') return Math.min(car.reservoirMaxMl, level.levelAfterMl);
  return car.reservoirMaxMl;
}

/** Goes through what was drawn, as the model sees it. */
function replay(car: Car, start: ExchangeStart, draws: readonly NippleBled[]): SystemState {
  let state = startState(car, start);
  const isFed = isFedMethod(start.method);
  const flowMlPerS = flowMlPerSecond[start.method];
  for (const d of draws) {
    const settings = { corner: d.corner, flowMlPerS, isFed, topUpAtMl: null, topUpToMl: 0 };
    const first = isFed ? d.volumeMl : Math.min(d.volumeMl, Math.max(0, state.reservoirMl - d.lowestLevelMl));
    state = draw(state, { ...settings, volumeMl: first }).state;
    if (!isFed) {
      state = refillReservoir(state, 0, d.toppedUpMl);
      state = draw(state, { ...settings, volumeMl: d.volumeMl - first }).state;
    }
  }
  return state;
}

function bubbleReason(d: NippleBled): Reason | null {
  const at = cornerNames[d.corner];
  if (d.bubbles === 'fine') {
    return {
      verdict: 'needsWork',
      text: `A steady stream of fine bubbles at the ${at}: often air past the nipple’s threads. Confirm with pedal strokes.`,
    };
  }
  return d.bubbles === 'large'
    ? { verdict: 'needsWork', text: `Large bubbles at the ${at}: air from the system. Draw on until it runs clear.` }
    : null;
}

/** Where the exchange of a job stands. */
export function exchangeProgress(logbook: Logbook, ofCar: Car, jobId: string): ExchangeProgress {
  const facts = logbook.factsOfJob(jobId);
  const begun = facts.findLast((f): f is ExchangeBegun => f.kind === 'exchangeBegun') ?? null;
  const car = inSequence(ofCar, begun?.sequence);
  const draws = facts
    .filter((f): f is NippleBled => f.kind === 'nippleBled' && f.exchangeId === begun?.id)
    .sort(byTime);
  const hold = facts.findLast((f): f is LeakDownTest => f.kind === 'leakDownTest') ?? null;
  const { counting, restart } = countingDraws(draws, car.reservoirMinMl);
  const steps = bleedSequence(car).map((step, index) => ({ ...step, index, drawn: counting.get(index) ?? null }));
  const start = begun && {
    ...begun,
    levelMl: levelBefore(
      car,
      facts.filter((f) => f.at <= begun.at),
    ),
  };
  const state = start && replay(car, start, draws);
  const levelMl = Math.max(0, state?.reservoirMl ?? levelBefore(car, facts));
  const reasons: Reason[] = [];
  const isDone = begun !== null && steps.every((s) => s.drawn !== null);
  for (const { drawn, nipple } of steps) {
    if (!drawn) continue;
    const at = `${cornerNames[drawn.corner]}${nipple === 'single' ? '' : `, ${nipple} nipple`}`;
    if (!drawn.isShut) reasons.push({ verdict: 'stop', text: `BleedNipple not shut at the ${at}.` });
    if (!drawn.isCapped) reasons.push({ verdict: 'watch', text: `No cap on the nipple at the ${at}.` });
  }
  // Of several openings of one caliper the last one says how its fluid ran.
  const lastAt = new Map<Corner, NippleBled>();
  for (const { drawn } of steps) if (drawn) lastAt.set(drawn.corner, drawn);
  for (const drawn of lastAt.values()) {
    const bubbles = bubbleReason(drawn);
    if (bubbles) reasons.push(bubbles);
    if (!drawn.ranClean) {
      reasons.push({ verdict: 'watch', text: `Fluid did not run clean at the ${cornerNames[drawn.corner]}.` });
    }
  }
  const restarted = restart && {
    drawn: restart,
    text: `The reservoir stood at ${Math.round(restart.lowestLevelMl)} mL at the ${cornerNames[restart.corner]}, MIN is ${Math.round(car.reservoirMinMl)} mL. Air may have gone in: the sequence starts again from the first nipple.`,
  };
  if (restarted && !isDone) reasons.push({ verdict: 'needsWork', text: restarted.text });
  return {
    begun,
    steps,
    plan: start && exchangePlan(car, start),
    restart: restarted,
    levelMl,
    stopAfterMl: begun && isFedMethod(begun.method) ? null : Math.max(0, levelMl - car.reservoirMinMl),
    leftOldPercent:
      state && draws.length > 0
        ? (Object.fromEntries(
            (['FL', 'FR', 'RL', 'RR'] as const).map((c) => [c, 100 * state.calipers[c].old]),
          ) as Record<Corner, number>)
        : null,
    wasteMl: draws.reduce((sum, d) => sum + d.volumeMl, 0) + (begun?.drawnOffMl ?? 0),
    seal: hold && judgeLeakDown(hold, car.pressureCeilingKpa),
    isDone,
    reasons,
  };
}
