import type { Axle, BrakeSheet, Car, Fastener } from '../model';
import type { Logbook } from './logbook';

type Kind = Pick<Fastener, 'group' | 'name' | 'perCorner' | 'threadDiameterMm' | 'needsThreadLocker'>;

/** Thread sizes to begin with; common practice, no source. Figures are the maker's and stay empty until somebody finds them. */
const kinds: Record<Car['front']['brake'], Kind[]> = {
  fixedCaliper: [
    { group: 'caliper', name: 'caliper bolts', perCorner: 2, threadDiameterMm: 12, needsThreadLocker: false },
    { group: 'padPin', name: 'pad pins', perCorner: 2, threadDiameterMm: 8, needsThreadLocker: false },
  ],
  floatingCaliper: [
    { group: 'slidePin', name: 'slide pins', perCorner: 2, threadDiameterMm: 8, needsThreadLocker: false },
    { group: 'bracket', name: 'bracket bolts', perCorner: 2, threadDiameterMm: 12, needsThreadLocker: false },
  ],
  drum: [],
};
const everywhere: Kind[] = [
  { group: 'hose', name: 'hose fitting', perCorner: 1, threadDiameterMm: 10, needsThreadLocker: false },
  { group: 'bleedNipple', name: 'bleed nipple', perCorner: 1, threadDiameterMm: 8, needsThreadLocker: false },
  { group: 'wheel', name: 'wheel nuts', perCorner: 5, threadDiameterMm: 14, needsThreadLocker: false },
];

const fastenersOf = (car: Car, axle: Axle): Fastener[] =>
  [...kinds[car[axle].brake], ...everywhere].map((kind) => ({
    ...kind,
    key: `${axle}${kind.group[0]!.toUpperCase()}${kind.group.slice(1)}`,
    name: `${axle === 'front' ? 'Front' : 'Rear'} ${kind.name}`,
    axle,
    perCorner: kind.group === 'bleedNipple' ? car[axle].bleedNipplesPerCorner : kind.perCorner,
    torqueNm: null,
    angleDeg: null,
    tolerancePercent: 8,
    condition: 'dry',
    isOneUse: false,
    source: '',
  }));

/** The sheet of a car that nobody has entered one for: its fasteners without figures, so that it cannot be released without them. */
export const defaultBrakeSheet = (car: Car): BrakeSheet => ({
  id: '',
  version: 0,
  archived: false,
  carId: car.id,
  parkingBrake: 'cable',
  rearPistons: car.rear.brake === 'floatingCaliper' ? 'screwIn' : 'push',
  padLimitMm: { front: null, rear: null },
  maxWheelBearingPlayMm: null,
  hasWearSensors: false,
  hasDucts: false,
  fasteners: [...fastenersOf(car, 'front'), ...fastenersOf(car, 'rear')],
});

/** The maker's sheet of a car, or its fasteners without figures. */
export function brakeSheetOf(logbook: Logbook, car: Car): BrakeSheet {
  const sheet = logbook.brakeSheetOfCar(car.id) ?? defaults.get(car) ?? defaultBrakeSheet(car);
  if (sheet.id === '') defaults.set(car, sheet);
  return sheet;
}
/** One and the same for a car, as one that was entered is. */
const defaults = new WeakMap<Car, BrakeSheet>();
