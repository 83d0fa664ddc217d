import {
  EXCHANGE_RESERVE_ML,
  type Logbook,
  type ReservoirCourse,
  type TopUp,
  byTime,
  countingDraws,
  isClearedByStrokes,
  reservoirCourse,
} from '../logbook';
import {
  type Car,
  type ClutchBled,
  type Corner,
  type ExchangeBegun,
  type ExchangeMethod,
  type Fact,
  type Finding,
  type LeakDownTest,
  type NippleBled,
  type Place,
  type ReservoirToppedUp,
  type SequenceSchool,
  millilitres,
} from '../model';
import {
  type ExchangePlan,
  type SystemState,
  cornerVolumes,
  draw,
  flowMlPerSecond,
  oldSystem,
  planExchange,
  refillReservoir,
} from './exchange-model';
import { hydraulicsFinding } from './findings';
import { type LeakDownJudgement, judgeLeakDown } from './leak-down';
import { type BleedStep, bleedSequence } from './sequence';

/** New fluid comes while drawing, so nobody has to top up. */
export const isFedMethod = (method: ExchangeMethod): boolean => method === 'pressureFed';
/** Methods that put pressure on the reservoir, and want their seal proved first. */
export const needsLeakDownTest = (method: ExchangeMethod): boolean =>
  method === 'pressureFed' || method === 'pressureAir';

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
  restart: { bled: NippleBled | ClutchBled; finding: Finding } | null;
  /** The clutch line, where it hangs on the same reservoir and has been bled. */
  clutch: ClutchBled | null;
  /** What was poured in at the nipple that is open now, in order. */
  openTopUps: (index: number) => readonly TopUp[];
  /** Level of the reservoir by the sum of what went in and out, mL. */
  levelMl: number;
  /** Whether anybody has read the level in this job; where nobody has it is taken to be at MAX, and no sum of it may be relied on. */
  isLevelKnown: boolean;
  /** How much may be drawn now before somebody must stop; null while fluid is fed. */
  stopAfterMl: number | null;
  /** Old fluid left at each corner by the model, %; null before anything was drawn. */
  leftOldPercent: Record<Corner, number> | null;
  wasteMl: number;
  leakDown: LeakDownJudgement | null;
  isDone: boolean;
  findings: Finding[];
}

export interface ExchangeStart {
  method: ExchangeMethod;
  scope: ExchangeBegun['scope'];
  drawnOffMl: number;
  refillMl: number;
  wantedNewPercent: number;
  /** Level before anything was drawn off, mL. */
  levelMl: number;
  /** What an earlier exchange of the same job with the same fluid has left; without one everything is old. */
  from?: SystemState | null;
}

const startState = (car: Car, { levelMl, from, drawnOffMl, refillMl }: ExchangeStart): SystemState =>
  refillReservoir(from ? { ...from, reservoirMl: levelMl } : oldSystem(car, levelMl), drawnOffMl, refillMl);

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

/** Where the reservoir stands after what a job has done so far, mL; at MAX where nobody looked. */
export const levelNow = (car: Car, facts: readonly Fact[]): number => reservoirCourse(car, facts).levelMl;

/** Goes through what was drawn and topped up, as the model sees it. */
function replay(
  car: Car,
  start: ExchangeStart,
  events: readonly (NippleBled | ReservoirToppedUp)[],
  course: ReservoirCourse,
): SystemState {
  let state = startState(car, start);
  const isFed = isFedMethod(start.method);
  const flowMlPerS = flowMlPerSecond[start.method];
  for (const d of events) {
    if (d.kind === 'reservoirToppedUp') {
      state = refillReservoir(state, 0, d.volumeMl);
      continue;
    }
    const settings = { corner: d.corner, flowMlPerS, isFed, topUpAtMl: null, topUpToMl: 0 };
    const lowestMl = course.draws.get(d.id)?.lowestMl ?? 0;
    const first = isFed ? d.volumeMl : Math.min(d.volumeMl, Math.max(0, state.reservoirMl - lowestMl));
    state = draw(state, { ...settings, volumeMl: first }).state;
    if (!isFed) {
      state = refillReservoir(state, 0, d.toppedUpMl);
      state = draw(state, { ...settings, volumeMl: d.volumeMl - first }).state;
    }
  }
  return state;
}

/** What the exchanges of a job so far have left in the car, where they were made with a fluid; null where they were not. */
export function leftByExchanges(
  ofCar: Car,
  facts: readonly Fact[],
  logbook: Logbook,
  bottleId: string,
): SystemState | null {
  const fluidOf = (id: string): string | undefined => logbook.bottles.get(id)?.fluidId;
  const begun = facts.filter((f): f is ExchangeBegun => f.kind === 'exchangeBegun').sort(byTime);
  let left: { state: SystemState; fluid: string | undefined } | null = null;
  begun.forEach((b, i) => {
    const fluid = fluidOf(b.bottleId);
    const until = begun[i + 1]?.at ?? '9';
    const events = facts
      .filter(
        (f): f is NippleBled | ReservoirToppedUp =>
          (f.kind === 'nippleBled' && f.exchangeId === b.id) ||
          (f.kind === 'reservoirToppedUp' && f.at >= b.at && f.at < until),
      )
      .sort(byTime);
    const car = inSequence(ofCar, b.sequence);
    const course = reservoirCourse(car, facts);
    const from = left && left.fluid === fluid ? left.state : null;
    const start = { ...b, levelMl: course.begun.get(b.id) ?? car.reservoirMaxMl, from };
    left = { state: replay(car, start, events, course), fluid };
  });
  const last = left as { state: SystemState; fluid: string | undefined } | null;
  return last && last.fluid !== undefined && last.fluid === fluidOf(bottleId) ? last.state : null;
}

/** Whoever begins again has a reason, air mostly: what is behind the pistons goes once, however new it is. */
function atLeastOnce(car: Car, plan: ExchangePlan): ExchangePlan {
  const nipples = plan.nipples.map((n) => {
    const openings = plan.nipples.filter((o) => o.corner === n.corner).length;
    return { ...n, volumeMl: Math.max(n.volumeMl, Math.ceil(cornerVolumes(car, n.corner).caliperMl / openings)) };
  });
  const wasteMl = nipples.reduce((sum, n) => sum + n.volumeMl, 0);
  return { ...plan, nipples, wasteMl, newFluidMl: plan.newFluidMl + wasteMl - plan.wasteMl };
}

/**
 * The plan for an exchange of a job: a bleed of what the calipers have heated, after a flush in the same job, wants no more than the flush
 * drew.
 */
export function planInJob(
  ofCar: Car,
  facts: readonly Fact[],
  start: ExchangeStart & { sequence?: SequenceSchool },
): ExchangePlan {
  const car = inSequence(ofCar, start.sequence);
  const plan = exchangePlan(car, start);
  if (start.scope === 'full') return start.from ? atLeastOnce(car, plan) : plan;
  const flush = facts.findLast((f): f is ExchangeBegun => f.kind === 'exchangeBegun' && f.scope === 'full');
  if (!flush) return plan;
  const drawnAt = new Map<string, number>();
  for (const f of facts)
    if (f.kind === 'nippleBled' && f.exchangeId === flush.id) drawnAt.set(`${f.corner} ${f.nipple}`, f.volumeMl);
  const nipples = plan.nipples.map((n) => {
    const drawnMl = drawnAt.get(`${n.corner} ${n.nipple}`);
    return drawnMl === undefined || drawnMl >= n.volumeMl ? n : { ...n, volumeMl: drawnMl };
  });
  const wasteMl = nipples.reduce((sum, n) => sum + n.volumeMl, 0);
  return { ...plan, nipples, wasteMl, newFluidMl: Math.min(plan.newFluidMl, wasteMl) };
}

/**
 * What bubbles at a nipple mean; null where there were none. Fine ones hold the car as large ones do, for nobody knows which air it is,
 * until strokes of the pedal show none: then they came past the threads.
 */
export const judgeBubbles = (
  corner: Corner,
  drawn: Pick<NippleBled, 'bubbles' | 'strokesWithoutBubbles'>,
): Finding | null =>
  drawn.bubbles === 'none'
    ? null
    : isClearedByStrokes(drawn)
      ? hydraulicsFinding('bubblesPastThreads', 'watch', { corner }, {})
      : hydraulicsFinding('bubbles', 'needsWork', { corner }, { bubbles: drawn.bubbles });

/** Said of a draw during which the reservoir stood under MIN: air may have gone in, and the sequence starts again. */
export const judgeUnderMin = (
  car: Pick<Car, 'reservoirMinMl'>,
  draw: NippleBled | ClutchBled,
  course: ReservoirCourse,
): Finding =>
  hydraulicsFinding('reservoirUnderMin', 'needsWork', draw.kind === 'nippleBled' ? { corner: draw.corner } : {}, {
    level: millilitres(course.draws.get(draw.id)?.lowestMl ?? 0),
    min: millilitres(car.reservoirMinMl),
  });

/** What the clutch line left behind: it hangs on the same reservoir, and its pedal must come back. */
export const judgeClutch = (
  clutch: Pick<ClutchBled, 'bubbles' | 'isShut' | 'ranClean' | 'pedalReturns'>,
): Finding[] => [
  ...(clutch.isShut ? [] : [hydraulicsFinding('clutchNippleNotShut', 'stop', {}, {})]),
  ...(clutch.pedalReturns ? [] : [hydraulicsFinding('clutchPedalStays', 'needsWork', {}, {})]),
  ...(clutch.bubbles === 'none' ? [] : [hydraulicsFinding('clutchBubbles', 'needsWork', {}, {})]),
  ...(clutch.ranClean ? [] : [hydraulicsFinding('clutchNotClean', 'watch', {}, {})]),
];

/** Where the exchange of a job stands. */
export function exchangeProgress(logbook: Logbook, ofCar: Car, jobId: string): ExchangeProgress {
  const facts = logbook.factsOfJob(jobId);
  const begun = facts.findLast((f): f is ExchangeBegun => f.kind === 'exchangeBegun') ?? null;
  const car = inSequence(ofCar, begun?.sequence);
  const draws = facts
    .filter((f): f is NippleBled => f.kind === 'nippleBled' && f.exchangeId === begun?.id)
    .sort(byTime);
  const hold = facts.findLast((f): f is LeakDownTest => f.kind === 'leakDownTest') ?? null;
  const course = reservoirCourse(car, facts);
  const clutches = facts.filter((f): f is ClutchBled => f.kind === 'clutchBled' && f.exchangeId === begun?.id);
  const { counting, restart } = countingDraws([...draws, ...clutches].sort(byTime), course, car.reservoirMinMl);
  // Bled before the sequence had to start again, or the reason that it has to, it is bled again.
  const clutch = clutches.findLast((c) => restart === null || byTime(c, restart) > 0) ?? null;
  const steps = bleedSequence(car).map((step, index) => ({ ...step, index, drawn: counting.get(index) ?? null }));
  const before = begun ? facts.filter((f) => f.at < begun.at) : [];
  const start = begun && {
    ...begun,
    levelMl: course.begun.get(begun.id) ?? car.reservoirMaxMl,
    from: leftByExchanges(ofCar, before, logbook, begun.bottleId),
  };
  const toppedUp = facts.filter((f): f is ReservoirToppedUp => f.kind === 'reservoirToppedUp');
  const events = begun ? [...draws, ...toppedUp.filter((f) => f.at >= begun.at)].sort(byTime) : [];
  const state = start && replay(car, start, events, course);
  const { levelMl } = course;
  const findings: Finding[] = [];
  const isLevelRead = (f: Fact): boolean => f.kind === 'reservoirSeen' || f.kind === 'pistonsRetracted';
  const isLevelKnown = facts.some(isLevelRead);
  const isFed = begun !== null && isFedMethod(begun.method);
  if (draws.length > 0 && !isFed && !facts.some((f) => isLevelRead(f) && byTime(f, draws[0]!) < 0))
    findings.push(hydraulicsFinding('levelNotRead', 'needsWork', {}, { min: millilitres(car.reservoirMinMl) }));
  const isDone = begun !== null && steps.every((s) => s.drawn !== null);
  for (const { drawn, nipple } of steps) {
    if (!drawn) continue;
    const place: Place = { corner: drawn.corner, ...(nipple === 'single' ? {} : { nipple }) };
    if (!drawn.isShut) findings.push(hydraulicsFinding('nippleNotShut', 'stop', place, {}));
    if (!drawn.isCapped) findings.push(hydraulicsFinding('nippleNotCapped', 'watch', place, {}));
  }
  // Of several openings of one caliper the last one says how its fluid ran.
  const lastAt = new Map<Corner, NippleBled>();
  for (const { drawn } of steps) if (drawn) lastAt.set(drawn.corner, drawn);
  for (const drawn of lastAt.values()) {
    const bubbles = judgeBubbles(drawn.corner, drawn);
    if (bubbles) findings.push(bubbles);
    if (!drawn.ranClean) findings.push(hydraulicsFinding('fluidNotClean', 'watch', { corner: drawn.corner }, {}));
  }
  if (clutch) findings.push(...judgeClutch(clutch));
  const restarted = restart && { bled: restart, finding: judgeUnderMin(car, restart, course) };
  if (restarted && !isDone) findings.push(restarted.finding);
  return {
    begun,
    steps,
    plan: start && planInJob(ofCar, before, start),
    restart: restarted,
    clutch,
    openTopUps: (index) => (begun ? course.openTopUps(begun.id, index) : []),
    levelMl,
    isLevelKnown,
    stopAfterMl: isFed ? null : Math.max(0, levelMl - car.reservoirMinMl),
    leftOldPercent:
      state && draws.length > 0
        ? (Object.fromEntries(
            (['FL', 'FR', 'RL', 'RR'] as const).map((c) => [c, 100 * state.calipers[c].old]),
          ) as Record<Corner, number>)
        : null,
    wasteMl: [...draws, ...clutches].reduce((sum, d) => sum + d.volumeMl, 0) + (begun?.drawnOffMl ?? 0),
    leakDown: hold && judgeLeakDown(hold, car.pressureCeilingKpa),
    isDone,
    findings,
  };
}
