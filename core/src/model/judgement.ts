import type { Dimension } from '../units';
import type { Place } from './finding';

/** Where an input of a computation came from. */
export type Origin =
  | { from: 'fact'; factId: string; label: string }
  | { from: 'record'; label: string }
  | { from: 'label'; label: string }
  | { from: 'default'; label: string }
  | { from: 'constant'; label: string }
  | { from: 'computed'; figure: Figure };

/** What a figure is measured in: a dimension with units to choose from, or a plain word. */
export type Measure = Dimension | 'percentPerYear' | 'degCPerMmHg' | 'date' | 'word' | 'ratio';

export interface WorkingInput {
  name: string;
  value: number | string;
  measure: Measure;
  origin: Origin;
}

/** How a figure was come by: everything needed to do the sum again by hand. */
export interface Working {
  formula: string;
  inputs: WorkingInput[];
  source: string;
  note?: string;
}

/** A computed figure that can be opened to show its working. */
export interface Figure {
  label: string;
  /** Where on the car, for whoever shows it. */
  place?: Place;
  value: number;
  measure: Measure;
  /** The range in which the true value is expected to lie. */
  band?: { low: number; high: number; meaning: string };
  working: Working;
}
