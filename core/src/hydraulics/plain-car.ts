import { type Car, assumedKeys, noToolsSaid, nothingKnown } from '../model';
import { usualBoresMm } from './bores';
import { defaultLineLengthsMm } from './sequence';

/** What a car has that came in by a table or out of the paddock, until somebody enters its own figures. */
export const plainCar: Omit<Car, 'id' | 'customerId' | 'name' | 'make' | 'model' | 'notes'> = {
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
    boresMm: usualBoresMm.front.floatingCaliper,
    bleedNipplesPerCorner: 1,
    bleedNippleOrder: 'innerFirst',
  },
  rear: {
    brake: 'floatingCaliper',
    boresMm: usualBoresMm.rear.floatingCaliper,
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
  tools: noToolsSaid,
  assumed: [...assumedKeys],
};
