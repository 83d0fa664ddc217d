import type { BoilingTest, Finding, Fluid, FluidExchange, MoistureReading } from '../model';
import type { LabelPoints, WaterEstimate } from './curve';
import type { Mix } from './mix';
import type { UptakeRate } from './uptake';

/** A boiling test with what follows from it. */
export interface JudgedTest {
  test: BoilingTest;
  standardC: number;
  water: WaterEstimate;
}

/** One filling of a car with fluid, from one full exchange to the next. */
export interface Filling {
  /** Null for the fluid that was in the car before the first exchange on record. */
  exchange: FluidExchange | null;
  /** What was poured in, where the bottle says. */
  fluids: Fluid[];
  label: LabelPoints;
  labelFrom: 'bottle' | 'grade';
  /** Water that the fluid brought along: from a test of its bottle, else for as long as that had been open. */
  waterAtFillPercent: number;
  bottleTest: JudgedTest | null;
  /** What the exchange has left in each caliper; null before the first one, and by rules of before. */
  mix: Mix | null;
  tests: JudgedTest[];
  /** A test that was lower than the last one, and that nobody has taken back who may, or one alone. */
  doubted: JudgedTest | null;
  pens: MoistureReading[];
}

export interface FluidState {
  fillings: Filling[];
  current: Filling;
  lastExchange: FluidExchange | null;
  lastBleed: FluidExchange | null;
  uptake: UptakeRate;
  /** Fluids of different bases have met, and no workshop has cleared it. */
  contaminated: boolean;
  /** What earlier work left behind: wrong mix, soft pedal, air, open nipple. */
  faults: Finding[];
  /** Those of them that the last exchange or bleed left. */
  bleedFaults: Finding[];
}
