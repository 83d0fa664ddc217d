import { chance } from './chance';
import type { HiddenTruth } from './truth';

/**
 * A simulated moisture pen: it reads conductivity, so the type of fluid fools it by up to a third either way, always the
 * same for the same fluid, and it shows steps of 0.1 %.
 */
export function penReading(truth: HiddenTruth, fluidName: string, seed: string): number {
  const fooled = 1 + (chance(`pen ${fluidName}`).uniform() - 0.4) * 0.8;
  const noisy = truth.waterPercent * fooled + chance(seed).normal(0.15);
  return Math.min(10, Math.max(0, Math.round(noisy * 10) / 10));
}
