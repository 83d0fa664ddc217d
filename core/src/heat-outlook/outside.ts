/** Where the model no longer speaks: hotter than the parts could be. */
import { type Axle, axles } from '../model';
import type { HeatCase } from './case';
import type { HeatOutlook } from './outlook';

/**
 * Hottest that is believed of a computed peak, °C. Grey iron begins to melt at about 1,150 °C (eutectic of iron and carbon, from memory): a face near that, or a
 * rotor glowing through, is a slip in the figures and no brake. The binder of carbon-ceramic lasts longer. Calvik's own figures.
 */
const MOST_C = {
  greyIron: { faceC: 1050, rotorC: 850 },
  carbonCeramic: { faceC: 1400, rotorC: 1200 },
} as const;
/** Every fluid has boiled away long before, °C. */
const MOST_FLUID_C = 400;

export interface OutsideModel {
  axle: Axle;
  part: 'faceC' | 'rotorC' | 'fluidC';
  tempC: number;
  mostC: number;
}

/** The part of a corner that comes out hotter than it could be; null where all of them could. */
export function outsideModel(
  { axles: found }: Pick<HeatOutlook, 'axles'>,
  c: Pick<HeatCase, 'axles'>,
): OutsideModel | null {
  for (const axle of axles)
    for (const part of ['rotorC', 'faceC', 'fluidC'] as const) {
      const mostC = part === 'fluidC' ? MOST_FLUID_C : MOST_C[c.axles[axle].material][part];
      const { tempC } = found[axle][part];
      if (!(tempC <= mostC)) return { axle, part, tempC, mostC };
    }
  return null;
}
