import type { Figure, Measure, Origin, WorkingInput } from './judgement';

/** Where a value of a working came from, in short: for core's own functions that build figures. */
export const fromFact = (factId: string, label: string): Origin => ({ from: 'fact', factId, label });
export const fromRecord = (label: string): Origin => ({ from: 'record', label });
export const fromDefault = (label: string): Origin => ({ from: 'default', label });
export const fromConstant = (label: string): Origin => ({ from: 'constant', label });

/** One input of a working; a figure brings its own working along. */
export const input = (name: string, value: number | string, measure: Measure, origin: Origin): WorkingInput => ({
  name,
  value,
  measure,
  origin,
});
export const inputOf = (name: string, figure: Figure): WorkingInput =>
  input(name, figure.value, figure.measure, { from: 'computed', figure });

/** A figure with its working. */
export const makeFigure = (
  label: string,
  value: number,
  measure: Measure,
  formula: string,
  inputs: WorkingInput[],
  source: string,
  more: Pick<Figure, 'band' | 'place'> & { note?: string } = {},
): Figure => ({
  label,
  value,
  measure,
  ...(more.place ? { place: more.place } : {}),
  ...(more.band ? { band: more.band } : {}),
  working: { formula, inputs, source, ...(more.note ? { note: more.note } : {}) },
});

/** Said of whatever people in the trade do without anybody having published it. */
export const PRACTICE = 'Common practice, no source';
