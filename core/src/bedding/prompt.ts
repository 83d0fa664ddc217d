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

/** Speed at which a foot that is told to let go lets go in time, km/h above the end. */
const LETS_GO_KMH = 4;

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
    return last.kmh <= wanted.toKmh + LETS_GO_KMH
      ? { code: 'letGo', toKmh: wanted.toKmh }
      : { code: 'brake', fromKmh: wanted.fromKmh, toKmh: wanted.toKmh };
  if (last.kmh < wanted.fromKmh - AT_SPEED_KMH || state.atSpeedSinceS === null)
    return { code: 'gather', toKmh: wanted.fromKmh };
  const restLeft = applications.length === 0 ? 0 : wanted.restS - (last.seconds - state.atSpeedSinceS);
  return restLeft > 0
    ? { code: 'hold', kmh: wanted.fromKmh, secondsLeft: Math.ceil(restLeft) }
    : { code: 'brake', fromKmh: wanted.fromKmh, toKmh: wanted.toKmh };
}
