import {
  type AxleBrake,
  type Car,
  type Corner,
  type BleedNipple,
  type Side,
  axleOfCorner,
  corners,
  diagonalOf,
  partnerOf,
} from '../model';

export interface BleedStep {
  corner: Corner;
  nipple: BleedNipple;
}

/**
 * Brake line lengths to start from when nobody has measured, mm: the master cylinder at the bulkhead on its
 * side, the rear line along the car. Common practice, no source.
 */
export const defaultLineLengthsMm = (masterCylinderSide: Side): Car['lineLengthMm'] =>
  masterCylinderSide === 'left' ? { FL: 900, FR: 1700, RL: 3600, RR: 4400 } : { FL: 1700, FR: 900, RL: 4400, RR: 3600 };

type SequenceCar = Pick<
  Car,
  'sequenceSchool' | 'makerSequence' | 'lineLengthMm' | 'masterCylinderSide' | 'circuitSplit' | 'front' | 'rear'
>;

/**
 * The order in which corners are bled.
 * Farthest first by line length is the common school; nearest first and circuit by circuit exist; a maker's sheet
 * overrides. Corners with lines of the same length: rear before front, then the side away from the master cylinder.
 */
export function cornerSequence(car: SequenceCar): Corner[] {
  if (car.sequenceSchool === 'makerSheet' && new Set(car.makerSequence).size === 4) return [...car.makerSequence];
  const far = car.masterCylinderSide === 'left' ? 'R' : 'L';
  const rank = (c: Corner): number => (axleOfCorner(c) === 'rear' ? 0 : 2) + (c.endsWith(far) ? 0 : 1);
  const farthestFirst = [...corners].sort((a, b) => car.lineLengthMm[b] - car.lineLengthMm[a] || rank(a) - rank(b));
  if (car.sequenceSchool === 'nearestFirst') return farthestFirst.reverse();
  if (car.sequenceSchool === 'byCircuit') {
    const first = farthestFirst[0]!;
    const withIt = car.circuitSplit === 'diagonal' ? diagonalOf[first] : partnerOf[first];
    const rest = farthestFirst.filter((c) => c !== first && c !== withIt);
    return [first, withIt, ...rest];
  }
  return farthestFirst;
}

function nipplesOf(axle: AxleBrake): BleedNipple[] {
  if (axle.bleedNipplesPerCorner === 1) return ['single'];
  switch (axle.bleedNippleOrder) {
    case 'innerFirst':
      return ['inner', 'outer'];
    case 'outerFirst':
      return ['outer', 'inner'];
    case 'outerInnerOuter':
      return ['outer', 'inner', 'outer'];
  }
}

/** Every nipple to open, in order: {@link cornerSequence}, and within a caliper its maker's order. */
export const bleedSequence = (car: SequenceCar): BleedStep[] =>
  cornerSequence(car).flatMap((corner) => nipplesOf(car[axleOfCorner(corner)]).map((nipple) => ({ corner, nipple })));
