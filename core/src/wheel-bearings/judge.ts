import { type BrakeSheet, type Finding, type WheelBearingMeasurement, mm } from '../model';
import { type WheelBearingFindings, wheelBearingFinding } from './findings';

/**
 * The most that a wheel may rock on its bearing where the car's sheet says nothing, mm. By hand at the rim a sound bearing has no play that
 * can be felt; a dial gauge on the hub shows hundredths. Common practice, no source; Calvik's own figures.
 */
export const USUAL_MAX_PLAY_MM = { rim: 0.5, dialGauge: 0.05 } as const;

/** The limit that a reading is judged by, mm: the sheet's is for the rim. */
export const maxPlayMm = (
  { maxWheelBearingPlayMm }: Pick<BrakeSheet, 'maxWheelBearingPlayMm'>,
  method: WheelBearingMeasurement['method'],
): number => (method === 'rim' ? (maxWheelBearingPlayMm ?? USUAL_MAX_PLAY_MM.rim) : USUAL_MAX_PLAY_MM.dialGauge);

/**
 * One wheel's bearing play against its limit. More than that holds the car: a hub that rocks knocks the pads back, and the next press is long.
 * @example judgeWheelBearing({ corner: 'FL', playMm: 0.8, method: 'rim' }, sheet).code // 'wheelBearingPlayTooHigh'
 */
export function judgeWheelBearing(
  { corner, playMm, method }: Pick<WheelBearingMeasurement, 'corner' | 'playMm' | 'method'>,
  sheet: Pick<BrakeSheet, 'maxWheelBearingPlayMm'>,
): Finding & { code: keyof WheelBearingFindings } {
  const max = maxPlayMm(sheet, method);
  const values = { play: mm(playMm), max: mm(max) };
  return playMm > max
    ? wheelBearingFinding('wheelBearingPlayTooHigh', 'needsWork', { corner }, values)
    : wheelBearingFinding('wheelBearingPlay', 'inOrder', { corner }, values);
}
