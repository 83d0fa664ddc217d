/** What an hour costs, in words. */
import type { CostLack, CostPart } from '@calvik/core/cost';

/** "Front pads" */
export const costPartName = ({ kind, axle, isRingAlone }: Pick<CostPart, 'kind' | 'axle' | 'isRingAlone'>): string =>
  ({
    pads: `${axle === 'rear' ? 'Rear' : 'Front'} pads`,
    rotors: `${axle === 'rear' ? 'Rear' : 'Front'} ${isRingAlone ? 'rotor rings' : 'rotors'}`,
    fluid: 'Fluid',
    labour: 'Labour of brake work',
  })[kind];

/** Why it is not counted, and what to do about it. */
export const costLackTexts: Record<CostLack, string> = {
  price: 'No price entered: it is taken from the last order.',
  otherCurrency: 'Ordered in another currency than the shop’s: not added up.',
  life: 'Not known yet how long it lasts: drive it, and read it again.',
  rate: 'No price of an hour entered: Settings, Name and place.',
};
