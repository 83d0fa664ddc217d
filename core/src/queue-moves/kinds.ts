/** What each piece of work in the paddock asks for. */
import type { QueueProof, QueueWork, WorkKind, WorkSkill } from '../model';

/** Of which there are few. */
export type QueueTool = 'bleeder' | 'wrench';

interface Kind {
  /** As the shop's own times call it; null where it has none. */
  kind: WorkKind | null;
  /** Minutes before the shop has times of its own, of one axle where it is done by the axle. */
  usualMin: number | null;
  skill: WorkSkill | null;
  wheelsOff: boolean;
  tool: QueueTool | null;
  /** What it leaves to be shown before the car leaves. */
  proofs: readonly QueueProof[];
}

const fluidProofs = ['pedalFirm', 'jointsDry', 'levelRight'] as const;

/** Common practice, no source; minutes that are null stand in `usualMinutes` of the shop's work. */
export const queueKinds: Record<QueueWork, Kind> = {
  findFault: { kind: null, usualMin: 20, skill: 'measuring', wheelsOff: false, tool: null, proofs: ['pedalFirm'] },
  boilingTest: { kind: 'boilingTest', usualMin: null, skill: 'fluid', wheelsOff: false, tool: null, proofs: [] },
  pads: {
    kind: 'pads',
    usualMin: null,
    skill: 'parts',
    wheelsOff: true,
    tool: null,
    proofs: ['pedalFirm', 'levelRight', 'nutsTorqued'],
  },
  rotors: {
    kind: 'rotors',
    usualMin: null,
    skill: 'parts',
    wheelsOff: true,
    tool: null,
    proofs: ['pedalFirm', 'nutsTorqued'],
  },
  hoses: {
    kind: 'hoses',
    usualMin: null,
    skill: 'parts',
    wheelsOff: true,
    tool: null,
    proofs: [...fluidProofs, 'nutsTorqued'],
  },
  bleed: {
    kind: 'bleed',
    usualMin: null,
    skill: 'fluid',
    wheelsOff: true,
    tool: 'bleeder',
    proofs: [...fluidProofs, 'nutsTorqued'],
  },
  flush: {
    kind: 'flush',
    usualMin: null,
    skill: 'fluid',
    wheelsOff: true,
    tool: 'bleeder',
    proofs: [...fluidProofs, 'nutsTorqued'],
  },
  reTorque: {
    kind: 'reTorque',
    usualMin: null,
    skill: 'parts',
    wheelsOff: false,
    tool: 'wrench',
    proofs: ['nutsTorqued'],
  },
  other: { kind: 'extra', usualMin: null, skill: null, wheelsOff: false, tool: null, proofs: ['pedalFirm'] },
};

/** Up on stands with the wheels off, and on again to their torque, min each. Common practice, no source. */
export const WHEELS_OFF_MIN = 7;
export const WHEELS_ON_MIN = 8;
/** With the pedal and one pair of hands a bleed takes so much longer. Own figure. */
export const PEDAL_ALONE = 1.4;

/** Pads and rotors are done by the axle: of both they take twice as long. */
export const axlesOf = (work: QueueWork, axle: string | null): 1 | 2 =>
  axle === null && (work === 'pads' || work === 'rotors') ? 2 : 1;
