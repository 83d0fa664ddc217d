import { type NippleBled, type Quantity, findingsOf } from '../model';

export interface HydraulicsFindings {
  nippleNotShut: Record<string, never>;
  nippleNotCapped: Record<string, never>;
  bubbles: { bubbles: NippleBled['bubbles'] };
  /** Fine ones that the strokes of the pedal did not show. */
  bubblesPastThreads: Record<string, never>;
  clutchNippleNotShut: Record<string, never>;
  clutchPedalStays: Record<string, never>;
  clutchBubbles: Record<string, never>;
  clutchNotClean: Record<string, never>;
  /** Drawn from a reservoir that nobody had read. */
  levelNotRead: { min: Quantity };
  fluidNotClean: Record<string, never>;
  /** The reservoir stood under MIN while this nipple was open. */
  reservoirUnderMin: { level: Quantity; min: Quantity };
  /** The reservoir would stand under MIN: said while somebody types. */
  wouldGoUnderMin: Record<string, never>;
  topUpNow: { level: Quantity; min: Quantity };
  levelUnderMin: { level: Quantity; min: Quantity };
  levelOffTarget: { off: Quantity; isAbove: boolean };
  overflowComing: { overflow: Quantity };
  overflowSum: { returned: Quantity; free: Quantity; drawOff: Quantity };
  pressureOverCeiling: { pressure: Quantity; ceiling: Quantity };
  noPressure: Record<string, never>;
  /** Said before an exchange begins. */
  exchangeAnew: Record<string, never>;
  makerSequenceDiffers: { corners: string[]; source: string };
  reservoirOverfilled: { level: Quantity; max: Quantity };
  leaksDown: { lossPercentPerMin: number };
  holdGoesOn: { heldSeconds: number; minSeconds: number };
  holdsPressure: { lossPercentPerMin: number };
  /** What a circuit that fails at this corner takes along. */
  circuitAtRisk: { corners: string[] };
}
export const hydraulicsFinding = findingsOf<HydraulicsFindings>();
