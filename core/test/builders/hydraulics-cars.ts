import type { AxleBrake } from '../../src/model';

export const fixed: AxleBrake = {
  brake: 'fixedCaliper',
  boresMm: [38, 38],
  bleedNipplesPerCorner: 1,
  bleedNippleOrder: 'innerFirst',
};

export const floating: AxleBrake = {
  brake: 'floatingCaliper',
  boresMm: [54],
  bleedNipplesPerCorner: 1,
  bleedNippleOrder: 'innerFirst',
};
