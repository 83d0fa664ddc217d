import type { Dimension } from '../units';
import type { Axle, BleedNipple, Corner } from './terms';
import { type Verdict, severity } from './verdict';

/** A value with what it is measured in; always in the canonical unit of its dimension (mm, °C, kPa, N·m, mL). */
export interface Quantity {
  value: number;
  measure: Dimension;
}

/** What a finding says beside its code: quantities, counts, dates, keys of terms, names of records. */
export type FindingValue = Quantity | number | string | boolean | null | string[];

/** Where on the car something was found; empty where it is of the whole car. */
export interface Place {
  corner?: Corner;
  axle?: Axle;
  nipple?: BleedNipple;
  /** Key of a fastener on the car's brake sheet. */
  fastener?: string;
}

/** What a judgement found, as data: `words` puts it into a sentence. Two findings are the same when code, place and values are. */
export interface Finding {
  code: string;
  verdict: Verdict;
  place: Place;
  values: Record<string, FindingValue>;
}

/** A finding as it is stored with a signature: what it said, without how serious it was taken to be. */
export type FindingTrace = Pick<Finding, 'code' | 'place' | 'values'>;

/**
 * A constructor of findings that knows the codes of one subject and the values that go with each.
 * @example const found = findingsOf<PadFindings>(); found('padUnderLimit', 'stop', { corner }, { thickness: mm(2.6), limit: mm(3) })
 */
export const findingsOf =
  <Values>() =>
  <C extends keyof Values & string>(
    code: C,
    verdict: Verdict,
    place: Place,
    values: Values[C],
  ): Finding & { code: C } => ({ code, verdict, place, values: values as Finding['values'] });

const quantityOf =
  (measure: Dimension) =>
  (value: number): Quantity => ({ value, measure });
export const mm = quantityOf('length');
/** Of a temperature whole degrees: what drifts by less in a day is the same finding tomorrow. */
export const celsius = (value: number): Quantity => ({ value: Math.round(value), measure: 'temperature' });
export const millilitres = quantityOf('volume');
export const kilopascals = quantityOf('pressure');
export const kilograms = quantityOf('mass');
export const newtonMetres = quantityOf('torque');

/** One text for a finding whose code, place and values are the same: a key for maps, lists and comparisons. */
export const findingKey = ({ code, place, values }: FindingTrace): string =>
  JSON.stringify([code, sortedEntries(place), sortedEntries(values)]);

const sortedEntries = (of: object): [string, unknown][] =>
  Object.entries(of)
    .filter(([, v]) => v !== undefined)
    .map(([k, v]): [string, unknown] => [
      k,
      v !== null && typeof v === 'object' && !Array.isArray(v) ? sortedEntries(v as object) : v,
    ])
    .sort(([a], [b]) => (a < b ? -1 : 1));

export const isSameFinding = (a: FindingTrace, b: FindingTrace): boolean => findingKey(a) === findingKey(b);

export const traceOf = ({ code, place, values }: Finding): FindingTrace => ({ code, place, values });

/** Each finding once, in the order in which they came; of two that say the same the graver one. */
export function distinctFindings(all: readonly Finding[]): Finding[] {
  const byKey = new Map<string, Finding>();
  for (const f of all) {
    const key = findingKey(f);
    const known = byKey.get(key);
    if (!known || severity(f.verdict) > severity(known.verdict)) byKey.set(key, f);
  }
  return [...byKey.values()];
}

/** The most serious first; equals stay in their order. */
export const worstFirst = (all: readonly Finding[]): Finding[] =>
  [...all].sort((a, b) => severity(b.verdict) - severity(a.verdict));
