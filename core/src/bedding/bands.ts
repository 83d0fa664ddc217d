/** Rotor face temperatures that bedding is about. */
import type { Compound, Procedure } from '../model';

export interface BeddingBands {
  /** From here the transfer layer forms, °C. */
  layerC: number;
  /** From here new pads fade: stop there, °C. */
  fadeC: number;
  /** In between: what a cycle should get to, °C. */
  aimC: number;
  /** Whose figures they are: the compound's, or those of pads of its use. */
  isLayerKnown: boolean;
  isFadeKnown: boolean;
}

/** Layer from 150–250 °C for road compounds, higher for race; fade above their limit. Common practice, no source. */
const usual = {
  road: { layerC: 230, fadeC: 350 },
  track: { layerC: 300, fadeC: 520 },
  race: { layerC: 350, fadeC: 650 },
} as const satisfies Record<Compound['use'], { layerC: number; fadeC: number }>;

/** The bands of a compound; those of its use where its sheet does not say. */
export function beddingBands(
  compound: Pick<Compound, 'use' | 'layerFormsC' | 'maxWorkingC' | 'maxTempC'> | null,
  procedure: Pick<Procedure, 'use' | 'aimsAtC'>,
): BeddingBands {
  const of = usual[compound?.use ?? procedure.use];
  const layerC = compound?.layerFormsC ?? of.layerC;
  const highest = compound?.maxTempC ?? compound?.maxWorkingC ?? null;
  const fadeC = Math.max(layerC + 40, highest ?? of.fadeC);
  return {
    layerC,
    fadeC,
    // A pad that stands far more than its layer wants is not heated to its limit for that.
    aimC: procedure.aimsAtC ?? Math.round(Math.min((layerC + fadeC) / 2, layerC + 120)),
    isLayerKnown: (compound?.layerFormsC ?? null) !== null,
    isFadeKnown: highest !== null,
  };
}
