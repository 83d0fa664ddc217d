import { type Car, defaultLineLengthsMm, nothingKnown } from '@calvik/core';

/** What an imported car has until somebody enters its own figures: said in its notes. */
export const plainCar: Omit<Car, 'id' | 'customerId' | 'name' | 'make' | 'model'> = {
  version: 0,
  archived: false,
  year: null,
  plate: '',
  driverSide: 'left',
  masterCylinderSide: 'left',
  circuitSplit: 'frontRear',
  fluidGrade: 'DOT 4',
  reservoirMaxMl: 300,
  reservoirMinMl: 130,
  reservoirDepthMm: 38,
  reservoirSharedWithClutch: false,
  reservoirCanBeSuckedOut: true,
  front: {
    brake: 'floatingCaliper',
    boresMm: [54],
    bleedNipplesPerCorner: 1,
    bleedNippleOrder: 'innerFirst',
  },
  rear: {
    brake: 'floatingCaliper',
    boresMm: [38],
    bleedNipplesPerCorner: 1,
    bleedNippleOrder: 'innerFirst',
  },
  lineLengthMm: defaultLineLengthsMm('left'),
  lineBoreMm: 3.3,
  sequenceSchool: 'farthestFirst',
  makerSequence: [],
  makerSequenceSource: '',
  pressureCeilingKpa: null,
  heat: nothingKnown,
  notes: 'Imported: calipers, reservoir and lines are assumed. Enter this car’s own figures before its first service.',
};
