/**
 * Counts the applications of a cycle out of speed alone: a state that takes one sample after the other. The same samples give the same
 * count, live, after a reload, and out of a file.
 */
import type { ApplicationFault, DrivenApplication } from '../model';
import { GATHERS_M_PER_S2, type Program, type WantedApplication, applicationsOf } from './program';
import { type Slowing, type SpeedSample, fitSlowing, ofLastSlowing } from './slowing';

/** What happens in a run, at a moment: speed, a tap for one application, more or fewer wanted, or the count ended. */
export type RunEntry =
  SpeedSample | { seconds: number; tap: true } | { seconds: number; more: number } | { seconds: number; enough: true };

/** An application, or a slowing that was taken for one. */
export type CountedApplication = Omit<DrivenApplication, 'faceC'>;

export interface CounterState {
  program: Program;
  /** Beyond the procedure's count, of its last series. */
  more: number;
  wanted: readonly WantedApplication[];
  applications: readonly CountedApplication[];
  counted: number;
  /** What the car is doing, by its speed. */
  phase: 'gathering' | 'slowing' | 'standing' | 'dragging' | 'cooling' | 'cooled';
  /** When the last application ended, or the run began, s. */
  sinceS: number;
  /** Rolled without brakes after the last application, s. */
  cooledS: number;
  brakedWhileCooling: number;
  /** Standing still after the first application and before the end of the cooling. */
  hotStops: number;
  last: SpeedSample | null;
  /** Samples that a slowing is judged from: the last seconds. */
  recent: readonly SpeedSample[];
  highKmh: number;
  low: SpeedSample | null;
  standsSinceS: number | null;
  isStopCounted: boolean;
  /** Of a drag: at its speed since, s; null off it. */
  inBandSinceS: number | null;
  /** At the speed that the next application begins with since, s; null under it. */
  atSpeedSinceS: number | null;
}

const startS = 0;
/** Speed falls by more than this before it is a slowing, and rises by this before it is over, km/h. */
const FALLS_KMH = 6;
const RISES_KMH = 4;
/** No lower for so long: the brakes are off. */
const PLATEAU_S = 2.2;
/** Samples that follow each other faster are passed over, s. */
const SHORTEST_S = 0.0875;
/** Slowing at under this share of the steepest of the last seconds, each over so long, s and km/h a second. */
const LETS_GO = { overS: 1.15, memoryS: 14, share: 0.28, leastRate: 3.5 } as const;
/** Longer without a sample it is not taken that the car rolled, s. */
const LONGEST_GAP_S = 30;
/** Under this the car stands, km/h; for so long, s. */
const STANDS_KMH = 3;
const STANDS_S = 1;
/** A single sample that says more while it stands, but less than this, is the sensor’s noise, km/h. */
const NOISE_KMH = 9;
/** Energy of an application as a share of the wanted: from here it may be one, and from here it counts. Calvik's own figures. */
const SHARE = { application: 0.3, counts: 0.57 } as const;
/** A slowing that is gentler than this share of the wanted effort, and than this, is a lift or a bend. */
const MAY_BE = { share: 0.3, decelG: 0.09 } as const;
/** Faults, each against what is wanted: the greater of a speed, km/h, and a share. Calvik's own figures. */
const TOLERANCE = { slowKmh: 7, slowShare: 0.06, earlyKmh: 7, earlyShare: 0.12, gentle: 0.66 } as const;
/** Harder than this share of the wanted, and than this, tyres are at their limit. */
const ABS = { share: 1.15, decelG: 1 } as const;
/** Longer than it takes to gather speed, the pads cool, s: where a procedure says nothing; else a share of what it says, and at least so much. */
const WAIT_S = 22;
const GRACE = { share: 0.3, leastS: 5 } as const;
/** A gap that hides the beginning or the end of a slowing, s. */
const HIDES_S = 1.6;
/** Near enough to the speed of a drag, km/h. */
const DRAG_BAND_KMH = 12;
/** Near enough to begin, km/h. */
export const AT_SPEED_KMH = 4;
/** While cooling a slowing harder and deeper than this is braking. */
const COOLING = { decelG: 0.14, dropKmh: 12 } as const;

const energy = (fromKmh: number, toKmh: number): number => fromKmh ** 2 - toKmh ** 2;

export function beginCount(program: Program): CounterState {
  return {
    program,
    more: 0,
    wanted: applicationsOf(program.series),
    applications: [],
    counted: 0,
    phase: 'gathering',
    sinceS: startS,
    cooledS: 0,
    brakedWhileCooling: 0,
    hotStops: 0,
    last: null,
    recent: [],
    highKmh: 0,
    low: null,
    standsSinceS: null,
    isStopCounted: false,
    inBandSinceS: null,
    atSpeedSinceS: null,
  };
}

/** The application that comes next; null once all are done. */
export const nextWanted = ({ wanted, counted }: Pick<CounterState, 'wanted' | 'counted'>): WantedApplication | null =>
  wanted[counted] ?? null;

/** How long an application may be waited for, s: gathering speed, the hold, and some grace. */
export const longestWaitS = (from: number, wanted: WantedApplication): number =>
  Math.max(0, wanted.fromKmh - from) / 3.6 / (GATHERS_M_PER_S2 * 0.6) +
  (wanted.restS > 0 ? wanted.restS + Math.max(GRACE.leastS, GRACE.share * wanted.restS) : WAIT_S);

/** What was wrong with a slowing as the application that was wanted. */
function faultsOf(s: Slowing, wanted: WantedApplication, waitedS: number, afterKmh: number): ApplicationFault[] {
  const drop = wanted.fromKmh - wanted.toKmh;
  const isSeen = s.gapS <= HIDES_S;
  const faults: ApplicationFault[] = [];
  if (isSeen && s.fromKmh < wanted.fromKmh - Math.max(TOLERANCE.slowKmh, TOLERANCE.slowShare * wanted.fromKmh))
    faults.push('enteredSlow');
  if (isSeen && s.toKmh > wanted.toKmh + Math.max(TOLERANCE.earlyKmh, TOLERANCE.earlyShare * drop))
    faults.push('letGoEarly');
  if (isSeen && s.decelG < TOLERANCE.gentle * wanted.decelG) faults.push('tooGentle');
  if (isSeen && s.decelG > Math.max(ABS.decelG, ABS.share * wanted.decelG)) faults.push('intoAbs');
  if (waitedS > longestWaitS(afterKmh, wanted)) faults.push('waitedTooLong');
  return faults;
}

const rounded = (value: number, digits: number): number => Math.round(value * 10 ** digits) / 10 ** digits;

const withApplication = (state: CounterState, application: CountedApplication, endS: number): CounterState => {
  const counted = state.counted + (application.isCounted ? 1 : 0);
  return {
    ...state,
    applications: [...state.applications, application],
    counted,
    sinceS: endS,
    phase: counted >= state.wanted.length ? 'cooling' : 'gathering',
  };
};

/** What the end of a slowing means. */
function ended(state: CounterState, isStanding: boolean): CounterState {
  const after: CounterState = {
    ...state,
    phase: state.counted >= state.wanted.length ? state.phase : 'gathering',
    highKmh: state.last?.kmh ?? 0,
    low: null,
    // What comes next is judged from here on.
    recent: state.recent.filter((p) => p.seconds >= (state.low?.seconds ?? 0)),
  };
  const fit = fitSlowing(ofLastSlowing(state.recent, state.low?.seconds ?? state.last?.seconds ?? 0));
  if (!fit) return after;
  const wanted = nextWanted(state);
  if (!wanted) {
    const isBraking = fit.decelG > COOLING.decelG && fit.fromKmh - fit.toKmh > COOLING.dropKmh;
    return { ...after, brakedWhileCooling: state.brakedWhileCooling + (isBraking ? 1 : 0) };
  }
  if (wanted.dragS !== null) return after;
  const share = energy(fit.fromKmh, fit.toKmh) / energy(wanted.fromKmh, wanted.toKmh);
  if (share < SHARE.application || fit.decelG < Math.max(MAY_BE.decelG, MAY_BE.share * wanted.decelG)) return after;
  const before = state.applications.at(-1);
  const faults = faultsOf(
    fit,
    wanted,
    state.applications.length === 0 ? 0 : fit.startS - state.sinceS,
    before?.toKmh ?? 0,
  );
  if (isStanding) faults.push('fullStop');
  const application: CountedApplication = {
    startS: Math.max(0, rounded(fit.startS, 2)),
    seconds: Math.min(600, Math.max(0, rounded(fit.endS - fit.startS, 2))),
    fromKmh: rounded(fit.fromKmh, 1),
    toKmh: rounded(fit.toKmh, 1),
    decelG: Math.min(3, rounded(fit.decelG, 3)),
    isCounted: share >= SHARE.counts,
    isTapped: false,
    faults,
  };
  return withApplication(after, application, fit.endS);
}

/** A drag is counted by the clock while the speed holds: speed alone cannot tell the brakes that are on against the engine. */
function dragged(state: CounterState, wanted: WantedApplication, sample: SpeedSample): CounterState {
  if (Math.abs(sample.kmh - wanted.fromKmh) > DRAG_BAND_KMH)
    return { ...state, inBandSinceS: null, phase: 'gathering' };
  const since = state.inBandSinceS ?? sample.seconds;
  const heldS = sample.seconds - since;
  const isOn = heldS >= wanted.restS;
  const now: CounterState = { ...state, inBandSinceS: since, phase: isOn ? 'dragging' : 'gathering' };
  if (heldS < wanted.restS + wanted.dragS!) return now;
  const endS = since + wanted.restS + wanted.dragS!;
  const waitedS = since - state.sinceS;
  const application: CountedApplication = {
    startS: rounded(since + wanted.restS, 2),
    seconds: wanted.dragS!,
    fromKmh: rounded(sample.kmh, 1),
    toKmh: rounded(sample.kmh, 1),
    decelG: wanted.decelG,
    isCounted: true,
    isTapped: false,
    faults: state.applications.length > 0 && waitedS > WAIT_S ? ['waitedTooLong'] : [],
  };
  return { ...withApplication(now, application, endS), inBandSinceS: endS };
}

function standing(state: CounterState, sample: SpeedSample): CounterState {
  const before = state.recent.at(-2);
  const wasStanding = state.standsSinceS !== null && before !== undefined && before.kmh < STANDS_KMH;
  if (wasStanding && sample.kmh >= STANDS_KMH && sample.kmh < NOISE_KMH) return state;
  if (sample.kmh >= STANDS_KMH) {
    const isMoving = state.phase === 'standing' && sample.kmh > STANDS_KMH + 2;
    return {
      ...state,
      standsSinceS: null,
      isStopCounted: isMoving ? false : state.isStopCounted,
      phase: isMoving ? (state.counted >= state.wanted.length ? 'cooling' : 'gathering') : state.phase,
    };
  }
  const since = state.standsSinceS ?? sample.seconds;
  const now = { ...state, standsSinceS: since };
  if (sample.seconds - since < STANDS_S || state.phase === 'cooled') return now;
  // The stop ends the slowing that led to it, and is the fault of the application that it was.
  const closed = state.phase === 'slowing' ? ended(now, true) : now;
  const isHot = closed.applications.length > 0;
  return {
    ...closed,
    phase: 'standing',
    hotStops: closed.hotStops + (isHot && !state.isStopCounted ? 1 : 0),
    isStopCounted: true,
  };
}

function speed(state: CounterState, sample: SpeedSample): CounterState {
  // Ten a second say as much as a hundred.
  if (state.last && sample.seconds - state.last.seconds < SHORTEST_S) return state;
  // Over a long gap nobody knows what the car did.
  const rolledS = state.last ? Math.min(LONGEST_GAP_S, sample.seconds - state.last.seconds) : 0;
  let now: CounterState = { ...state, last: sample, recent: [...rememberedAt(state, sample.seconds), sample] };
  const wanted = nextWanted(now);
  if (wanted) {
    const isAtSpeed = sample.kmh > wanted.fromKmh - AT_SPEED_KMH;
    now = { ...now, atSpeedSinceS: isAtSpeed ? (now.atSpeedSinceS ?? sample.seconds) : null };
    if (wanted.dragS !== null) now = dragged(now, wanted, sample);
  }
  now = standing(now, sample);
  if (now.phase === 'standing') return { ...now, highKmh: sample.kmh, low: null };
  if (now.phase === 'cooling') {
    const cooledS = now.cooledS + (sample.kmh > STANDS_KMH ? rolledS : 0);
    now = { ...now, cooledS, phase: cooledS >= now.program.cooling.minutes * 60 ? 'cooled' : 'cooling' };
  }
  if (now.low === null) {
    const highKmh = Math.max(now.highKmh, sample.kmh);
    if (sample.kmh < highKmh - FALLS_KMH)
      return { ...now, highKmh, low: sample, phase: now.phase === 'gathering' ? 'slowing' : now.phase };
    return { ...now, highKmh: rollingHigh(now, sample) };
  }
  if (sample.kmh < now.low.kmh - 1) {
    const fallen = { ...now, low: sample };
    return isLetGo(fallen.recent) ? ended(fallen, false) : fallen;
  }
  // Whoever has just come to a stop has not driven off yet.
  return now.standsSinceS === null && isOver(now, now.low, sample) ? ended(now, false) : now;
}

const isOver = ({ recent }: CounterState, low: SpeedSample, sample: SpeedSample): boolean =>
  sample.kmh > low.kmh + RISES_KMH || sample.seconds - low.seconds > PLATEAU_S || isLetGo(recent);

/** The brakes are off and the car rolls out: it slows by far less than it did. */
function isLetGo(recent: readonly SpeedSample[]): boolean {
  const now = recent.at(-1)!;
  // A car that comes to a stop is still being braked.
  if (now.kmh < 2 * STANDS_KMH) return false;
  let steepest = 0;
  let latest: number | null = null;
  let to = recent.length - 1;
  for (let i = recent.length - 2; i >= 0 && recent[i]!.seconds > now.seconds - LETS_GO.memoryS; i--) {
    const from = recent[i]!;
    const until = recent[to]!;
    const seconds = until.seconds - from.seconds;
    if (seconds < LETS_GO.overS) continue;
    const rate = (from.kmh - until.kmh) / seconds;
    latest ??= rate;
    if (rate < -1) break;
    steepest = Math.max(steepest, rate);
    to -= 1;
  }
  return latest !== null && steepest > LETS_GO.leastRate && latest < LETS_GO.share * steepest;
}

/** What of the last samples a slowing may still want: a few seconds before it, and all of it. */
const rememberedAt = ({ recent, low }: CounterState, seconds: number): readonly SpeedSample[] =>
  low !== null || recent.length === 0 || recent[0]!.seconds >= seconds - HIGH_OF_S - 4
    ? recent
    : recent.filter((p) => p.seconds >= seconds - HIGH_OF_S);

/** The highest of the last seconds: a car that rolls out slowly from a higher speed is not braking. */
const HIGH_OF_S = 8;
function rollingHigh({ recent, highKmh }: CounterState, sample: SpeedSample): number {
  if (sample.kmh >= highKmh) return sample.kmh;
  let high = sample.kmh;
  for (let i = recent.length - 1; i >= 0 && recent[i]!.seconds >= sample.seconds - HIGH_OF_S; i--)
    high = Math.max(high, recent[i]!.kmh);
  return high;
}

function tapped(state: CounterState, seconds: number): CounterState {
  const wanted = nextWanted(state);
  if (!wanted) return state;
  const lasts = wanted.dragS ?? (wanted.fromKmh - wanted.toKmh) / 3.6 / (wanted.decelG * 9.80665);
  const waitedS = seconds - lasts - state.sinceS;
  const isLate = state.applications.length > 0 && waitedS > longestWaitS(wanted.toKmh, wanted);
  return withApplication(
    state,
    {
      startS: Math.max(0, rounded(seconds - lasts, 2)),
      seconds: Math.min(600, rounded(lasts, 2)),
      fromKmh: wanted.fromKmh,
      toKmh: wanted.toKmh,
      decelG: wanted.decelG,
      isCounted: true,
      isTapped: true,
      faults: isLate ? ['waitedTooLong'] : [],
    },
    seconds,
  );
}

/** Takes one entry. Time never goes back: see {@link countRun} for entries in any order. */
export function takeEntry(state: CounterState, entry: RunEntry): CounterState {
  if ('kmh' in entry) return speed(state, entry);
  if ('tap' in entry) return tapped(state, entry.seconds);
  const more = 'more' in entry ? state.more + entry.more : state.counted - applicationsOf(state.program.series).length;
  const wanted = applicationsOf(state.program.series, more);
  const isDone = state.counted >= wanted.length;
  const isCooling = state.phase === 'cooling' || state.phase === 'cooled';
  return {
    ...state,
    more,
    wanted,
    ...(isDone
      ? { phase: isCooling ? state.phase : 'cooling' }
      : isCooling
        ? { phase: 'gathering', cooledS: 0, sinceS: entry.seconds }
        : {}),
  };
}

/** Time without speed, where somebody taps: it cools by the clock. */
export function timePassed(state: CounterState, seconds: number): CounterState {
  if (state.phase !== 'cooling') return state;
  const cooledS = Math.max(state.cooledS, seconds - state.sinceS);
  return { ...state, cooledS, phase: cooledS >= state.program.cooling.minutes * 60 ? 'cooled' : 'cooling' };
}

const kindOfEntry = (e: RunEntry): number => ('kmh' in e ? 0 : 'tap' in e ? 1 : 2);

const kmhOf = (e: RunEntry): number => ('kmh' in e ? e.kmh : 0);

/** Entries in the order of time, each once. */
export function inTurn(entries: readonly RunEntry[]): RunEntry[] {
  const sorted = [...entries].sort(
    (a, b) => a.seconds - b.seconds || kindOfEntry(a) - kindOfEntry(b) || kmhOf(a) - kmhOf(b),
  );
  // Of two speeds at one moment the lower one holds, whichever came first.
  return sorted.filter((e, i) => {
    const before = sorted[i - 1];
    return !before || before.seconds !== e.seconds || kindOfEntry(before) !== kindOfEntry(e);
  });
}

/** The count of a whole run; the order of the entries and repetitions change nothing. */
export const countRun = (program: Program, entries: readonly RunEntry[]): CounterState =>
  inTurn(entries).reduce(takeEntry, beginCount(program));

/** A sample as it is stored, so that a file gives the same count as the drive. */
export const sampleOf = (seconds: number, kmh: number): SpeedSample => ({
  seconds: rounded(seconds, 3),
  kmh: rounded(kmh, 2),
});
