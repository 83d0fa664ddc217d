/** What is done to a car that waits in the paddock, in the order in which it is done. */
export const queueWorks = [
  'findFault',
  'boilingTest',
  'pads',
  'rotors',
  'hoses',
  'bleed',
  'flush',
  'reTorque',
  'other',
] as const;
export type QueueWork = (typeof queueWorks)[number];

/** What is shown of a car before it leaves the paddock queue. */
export const queueProofs = ['pedalFirm', 'jointsDry', 'levelRight', 'nutsTorqued'] as const;
export type QueueProof = (typeof queueProofs)[number];
