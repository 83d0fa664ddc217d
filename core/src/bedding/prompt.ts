/** What the driver does now. */
import { AT_SPEED_KMH, type CounterState, nextWanted } from './counter';

export type Prompt =
  | { code: 'setOff'; toKmh: number }
  | { code: 'gather'; toKmh: number }
  /** Held at speed until the brakes go on: the heat soaks in. */
  | { code: 'hold'; kmh: number; secondsLeft: number }
  | { code: 'brake'; fromKmh: number; toKmh: number }
  | { code: 'letGo'; toKmh: number }
  | { code: 'drag'; kmh: number; secondsLeft: number }
  /** Standing on hot pads. */
  | { code: 'rollOn' }
  | { code: 'cool'; kmh: number; secondsLeft: number }
  | { code: 'done' };

/** From hearing it to the foot being off, s; and what noise hides, km/h. Calvik's own figures. */
const LETS_GO = { afterS: 0.35, leastKmh: 4 } as const;
/** How fast an effort slows, km/h a second for each g. */
const KMH_PER_S_PER_G = 9.80665 * 3.6;

/** What to do at a moment of the run. @example promptOf(beginCount(program)).code // 'setOff' */
export function promptOf(state: CounterState): Prompt {
  const { phase, last, applications, program } = state;
  const wanted = nextWanted(state);
  if (phase === 'cooled') return { code: 'done' };
  if (phase === 'standing' && applications.length > 0) return { code: 'rollOn' };
  if (!wanted)
    return {
      code: 'cool',
      kmh: program.cooling.kmh,
      secondsLeft: Math.max(0, Math.ceil(program.cooling.minutes * 60 - state.cooledS)),
    };
  if (!last || phase === 'standing') return { code: 'setOff', toKmh: wanted.fromKmh };
  if (wanted.dragS !== null) {
    if (state.inBandSinceS === null) return { code: 'gather', toKmh: wanted.fromKmh };
    const heldS = last.seconds - state.inBandSinceS;
    return heldS < wanted.restS
      ? { code: 'hold', kmh: wanted.fromKmh, secondsLeft: Math.ceil(wanted.restS - heldS) }
      : { code: 'drag', kmh: wanted.fromKmh, secondsLeft: Math.ceil(wanted.restS + wanted.dragS - heldS) };
  }
  if (phase === 'slowing')
    return last.kmh <= wanted.toKmh + Math.max(LETS_GO.leastKmh, LETS_GO.afterS * wanted.decelG * KMH_PER_S_PER_G)
      ? { code: 'letGo', toKmh: wanted.toKmh }
      : { code: 'brake', fromKmh: wanted.fromKmh, toKmh: wanted.toKmh };
  if (last.kmh < wanted.fromKmh - AT_SPEED_KMH || state.atSpeedSinceS === null)
    return { code: 'gather', toKmh: wanted.fromKmh };
  const restLeft = applications.length === 0 ? 0 : wanted.restS - (last.seconds - state.atSpeedSinceS);
  return restLeft > 0
    ? { code: 'hold', kmh: wanted.fromKmh, secondsLeft: Math.ceil(restLeft) }
    : { code: 'brake', fromKmh: wanted.fromKmh, toKmh: wanted.toKmh };
}
