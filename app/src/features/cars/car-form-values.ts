import {
  type AssumedKey,
  type AxleBrake,
  type Car,
  type CarKind,
  type Corner,
  type RecordOf,
  type Side,
  boresText,
  corners,
  defaultLineLengthsMm,
  noToolsSaid,
  parseBores,
  recordDefaults,
  usualBoresMm,
} from '@calvik/core';
import { readCount, readFigure } from '@calvik/core/units';
import { recordText } from '../../ui/quantity-text';
import { useQuantity } from '../../records/save-record';
import { newRecord } from '../../state/new-record';

export interface AxleForm {
  brake: AxleBrake['brake'];
  /** As people write them: "4 × 40", "38, 34, 28 a side". */
  bores: string;
  bleedNipplesPerCorner: string;
  bleedNippleOrder: AxleBrake['bleedNippleOrder'];
}

/** What of a car can be copied from another one, or from a kind. */
export interface PlumbingForm {
  driverSide: Side;
  masterCylinderSide: Side;
  circuitSplit: Car['circuitSplit'];
  fluidGrade: Car['fluidGrade'];
  reservoirMaxMl: string;
  reservoirMinMl: string;
  reservoirDepthMm: string;
  reservoirSharedWithClutch: boolean;
  reservoirCanBeSuckedOut: boolean;
  front: AxleForm;
  rear: AxleForm;
  lineLengthMm: Record<Corner, string>;
  lineBoreMm: string;
  sequenceSchool: Car['sequenceSchool'];
  makerSequence: string;
  makerSequenceSource: string;
  pressureCeilingKpa: string;
  tools: Omit<Car['tools'], 'bleedSpannerMm'>;
  spanner: { front: string; rear: string };
}

export interface CarForm extends PlumbingForm {
  /** "little", "kind <id>" or "car <id>". */
  startFrom: string;
  customerId: string;
  name: string;
  make: string;
  model: string;
  year: string;
  plate: string;
  /** What nobody has said yet. */
  assumed: AssumedKey[];
  notes: string;
}

/** The text of a kind's usual bores. */
export const usualBoresText = (axle: 'front' | 'rear', brake: AxleBrake['brake']): string =>
  boresText({ brake, boresMm: usualBoresMm[axle][brake] });

/** Whether the bores are those that some kind of brake begins with: nobody has typed them. */
export const areUsualBores = (axle: 'front' | 'rear', bores: string): boolean =>
  (['fixedCaliper', 'floatingCaliper', 'drum'] as const).some((brake) => usualBoresText(axle, brake) === bores.trim());

const usualAxle = (axle: 'front' | 'rear'): AxleBrake => {
  const brake = axle === 'front' ? 'fixedCaliper' : 'floatingCaliper';
  return { brake, boresMm: usualBoresMm[axle][brake], bleedNipplesPerCorner: 1, bleedNippleOrder: 'innerFirst' };
};

/** Which fields say each of the things that may be assumed. */
export const fieldsOf: Record<AssumedKey, readonly (keyof PlumbingForm)[]> = {
  fluidGrade: ['fluidGrade'],
  front: ['front'],
  rear: ['rear'],
  reservoir: [
    'reservoirMaxMl',
    'reservoirMinMl',
    'reservoirDepthMm',
    'reservoirSharedWithClutch',
    'reservoirCanBeSuckedOut',
  ],
  masterCylinderSide: ['masterCylinderSide'],
  driverSide: ['driverSide'],
  circuitSplit: ['circuitSplit'],
  lines: ['lineLengthMm', 'lineBoreMm'],
  sequence: ['sequenceSchool', 'makerSequence'],
};

/** What a car from little leaves to usual figures: all but its calipers, which are asked for. */
const assumedOfNew: AssumedKey[] = [
  'fluidGrade',
  'reservoir',
  'masterCylinderSide',
  'driverSide',
  'circuitSplit',
  'lines',
  'sequence',
];

/** Sane figures to begin with; common practice, no source. */
export function plumbingForm(from: Car | CarKind['plumbing'] | null, system: 'metric' | 'imperial'): PlumbingForm {
  const axle = (a: AxleBrake): AxleForm => ({
    brake: a.brake,
    bleedNippleOrder: a.bleedNippleOrder,
    bores: boresText(a),
    bleedNipplesPerCorner: String(a.bleedNipplesPerCorner),
  });
  const lengths = from?.lineLengthMm ?? defaultLineLengthsMm('left');
  const { bleedSpannerMm, ...tools } = from?.tools ?? noToolsSaid;
  return {
    driverSide: from?.driverSide ?? 'left',
    masterCylinderSide: from?.masterCylinderSide ?? 'left',
    circuitSplit: from?.circuitSplit ?? 'frontRear',
    fluidGrade: from?.fluidGrade ?? 'DOT 4',
    reservoirMaxMl: recordText(from?.reservoirMaxMl ?? 300, 'volume', system),
    reservoirMinMl: recordText(from?.reservoirMinMl ?? 130, 'volume', system),
    reservoirDepthMm: recordText(from?.reservoirDepthMm ?? 35, 'length', system),
    reservoirSharedWithClutch: from?.reservoirSharedWithClutch ?? false,
    reservoirCanBeSuckedOut: from?.reservoirCanBeSuckedOut ?? true,
    front: axle(from?.front ?? usualAxle('front')),
    rear: axle(from?.rear ?? usualAxle('rear')),
    lineLengthMm: Object.fromEntries(corners.map((c) => [c, recordText(lengths[c], 'length', system)])) as Record<
      Corner,
      string
    >,
    lineBoreMm: recordText(from?.lineBoreMm ?? 3.3, 'length', system),
    sequenceSchool: from?.sequenceSchool ?? 'farthestFirst',
    makerSequence: from?.makerSequence.join(' ') ?? '',
    makerSequenceSource: from?.makerSequenceSource ?? '',
    pressureCeilingKpa: recordText(from?.pressureCeilingKpa, 'pressure', system),
    tools,
    spanner: {
      front: bleedSpannerMm.front === null ? '' : String(bleedSpannerMm.front),
      rear: bleedSpannerMm.rear === null ? '' : String(bleedSpannerMm.rear),
    },
  };
}

export const carForm = (car: Car | null, system: 'metric' | 'imperial', customerId: string): CarForm => ({
  startFrom: 'little',
  customerId: car?.customerId ?? customerId,
  name: car?.name ?? '',
  make: car?.make ?? '',
  model: car?.model ?? '',
  year: car?.year ? String(car.year) : '',
  plate: car?.plate ?? '',
  assumed: car ? car.assumed : assumedOfNew,
  notes: car?.notes ?? '',
  ...plumbingForm(car, system),
});

const isCorner = (text: string): text is Corner => (corners as readonly string[]).includes(text);
/** "rl rr fl fr", with spaces, commas or arrows between. */
const readSequence = (text: string): Corner[] =>
  text
    .toUpperCase()
    .split(/[^A-Z]+/)
    .filter(isCorner);

/** The bores that were typed; none while they cannot be read. */
function readBores({ bores, brake }: AxleForm): number[] {
  const parsed = parseBores(bores ?? '', brake);
  return parsed.ok ? parsed.boresMm : [];
}

const spannerMm = (text: string): number | null =>
  text.trim() === '' ? null : (readFigure(text, ['mm']) ?? Number.NaN);

/** @returns the car that a form says; `saidOf` are the things that were changed or confirmed in it */
export function useToCar(): (form: CarForm, car: RecordOf<'cars'> | null, said?: readonly AssumedKey[]) => Car {
  const quantity = useQuantity();
  return ({ startFrom: _, spanner, ...f }, car, said = []) => {
    const axle = (a: AxleForm): AxleBrake => ({
      brake: a.brake,
      boresMm: readBores(a),
      bleedNipplesPerCorner: Number(a.bleedNipplesPerCorner) as 1 | 2,
      bleedNippleOrder: a.bleedNippleOrder,
    });
    return {
      ...(car ?? { ...newRecord(), ...recordDefaults.cars }),
      ...f,
      year: f.year.trim() === '' ? null : (readCount(f.year) ?? Number.NaN),
      reservoirMaxMl: quantity(f.reservoirMaxMl, 'volume'),
      reservoirMinMl: quantity(f.reservoirMinMl, 'volume'),
      reservoirDepthMm: quantity(f.reservoirDepthMm, 'length'),
      front: axle(f.front),
      rear: axle(f.rear),
      lineLengthMm: Object.fromEntries(corners.map((c) => [c, quantity(f.lineLengthMm[c], 'length')])) as Record<
        Corner,
        number
      >,
      lineBoreMm: quantity(f.lineBoreMm, 'length'),
      makerSequence: readSequence(f.makerSequence),
      pressureCeilingKpa: f.pressureCeilingKpa.trim() === '' ? null : quantity(f.pressureCeilingKpa, 'pressure'),
      tools: { ...f.tools, bleedSpannerMm: { front: spannerMm(spanner.front), rear: spannerMm(spanner.rear) } },
      assumed: f.assumed.filter((k) => !said.includes(k)),
    };
  };
}
