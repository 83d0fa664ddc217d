import { defaultLineLengthsMm, bleedSequence } from '../../src/hydraulics';
import { type Logbook, type Records, buildLogbook } from '../../src/logbook';
import {
  type AxleBrake,
  type Bottle,
  type BoilingTest,
  type Car,
  type Compound,
  type Fact,
  type Fluid,
  type FluidExchange,
  type MoistureReading,
  type Shop,
  type TrackEvent,
  type Venue,
  noToolsSaid,
  nothingKnown,
  shopDefaults,
  recordDefaults,
} from '../../src/model';

// Books compute what is asked of heat.
import '../../src/heat-outlook/computing';

let counter = 0;
/** A version-7 id made of a running number: tests need ids, not randomness. */
export const newId = (): string => `01900000-0000-7000-8000-${(++counter).toString(16).padStart(12, '0')}`;

const common = { version: 0, archived: false };
export const CREW = newId();
const fixed: AxleBrake = {
  brake: 'fixedCaliper',
  boresMm: [38, 38],
  bleedNipplesPerCorner: 1,
  bleedNippleOrder: 'innerFirst',
};
const floating: AxleBrake = {
  brake: 'floatingCaliper',
  boresMm: [40],
  bleedNipplesPerCorner: 1,
  bleedNippleOrder: 'innerFirst',
};

export const customer = {
  ...common,
  id: newId(),
  name: 'Ona Birk',
  phone: '',
  email: '',
  notes: '',
  units: 'metric' as const,
  fluidPolicy: null,
  demandedMarginC: null,
};
/** Compounds by name, made when they are first asked for; every book has them. */
const compounds = new Map<string, Compound>();
export const namedCompounds = (): Compound[] => [...compounds.values()];
export function compoundNamed(name: string, over: Partial<Compound> = {}): Compound {
  const known = compounds.get(name) ?? {
    ...common,
    id: newId(),
    name,
    use: 'track' as const,
    ...recordDefaults.compounds,
  };
  const compound = { ...known, ...over };
  compounds.set(name, compound);
  return compound;
}
export const makeCar = (over: Partial<Car> = {}): Car => ({
  ...common,
  id: newId(),
  customerId: customer.id,
  name: 'Test car',
  make: 'Velund',
  model: 'T1',
  year: null,
  plate: '',
  driverSide: 'left',
  masterCylinderSide: 'left',
  circuitSplit: 'frontRear',
  fluidGrade: 'DOT 4',
  reservoirMaxMl: 280,
  reservoirMinMl: 120,
  reservoirDepthMm: 40,
  reservoirSharedWithClutch: false,
  reservoirCanBeSuckedOut: true,
  front: fixed,
  rear: floating,
  lineLengthMm: defaultLineLengthsMm(over.masterCylinderSide ?? 'left'),
  lineBoreMm: 3.3,
  sequenceSchool: 'farthestFirst',
  makerSequence: [],
  makerSequenceSource: '',
  pressureCeilingKpa: null,
  heat: nothingKnown,
  tools: noToolsSaid,
  assumed: [],
  notes: '',
  ...over,
});

export const makeFluid = (over: Partial<Fluid> = {}): Fluid => ({
  ...common,
  id: newId(),
  name: 'Racing fluid',
  grade: 'DOT 4',
  dryBoilingPointC: 325,
  wetBoilingPointC: 205,
  darkWhenNew: false,
  ...over,
});
export const makeBottle = (fluidId: string, over: Partial<Bottle> = {}): Bottle => ({
  ...common,
  id: newId(),
  label: 'B1',
  fluidId,
  sizeMl: 1000,
  batch: '',
  receivedOn: '2026-01-01',
  ...over,
});
export const makeVenue = (over: Partial<Venue> = {}): Venue => ({
  ...common,
  id: newId(),
  name: 'Tarn',
  altitudeM: 0,
  peakFluidTempC: 210,
  ...recordDefaults.venues,
  notes: '',
  ...over,
});
export const makeEvent = (
  venueId: string,
  startDate: string,
  endDate = startDate,
  over: Partial<TrackEvent> = {},
): TrackEvent => ({
  ...common,
  ...recordDefaults.events,
  id: newId(),
  name: 'Open pit lane',
  venueId,
  organiser: '',
  startDate,
  endDate,
  flushWithinDays: null,
  demandedMarginC: null,
  notes: '',
  ...over,
});

const fact = (at: string) => ({ id: newId(), at, recordedAt: at, by: CREW });
export const boil = (carId: string, at: string, readingC: number, over: Partial<BoilingTest> = {}): BoilingTest => ({
  ...fact(at),
  kind: 'boilingTest',
  carId,
  readingC,
  ambientKpa: 101.325,
  ambientFrom: 'barometer',
  instrument: 'byHand',
  ...over,
});
export const pen = (carId: string, at: string, waterPercent: number): MoistureReading => ({
  ...fact(at),
  kind: 'moistureReading',
  carId,
  waterPercent,
  instrument: 'byHand',
});
export const flush = (car: Car, at: string, bottleId: string, over: Partial<FluidExchange> = {}): FluidExchange => ({
  ...fact(at),
  kind: 'fluidExchange',
  carId: car.id,
  scope: 'full',
  reservoirRefillMl: 240,
  reservoirBottleId: bottleId,
  corners: bleedSequence(car).map((s) => ({
    ...s,
    bottleId,
    volumeMl: 250,
    clean: true,
    bubbleFree: true,
    nippleShut: true,
  })),
  pedalBefore: 'firm',
  pedalAfter: 'firm',
  ...over,
});

/** A logbook of a shop in UTC with one customer. */
export const book = (records: Records, facts: Fact[], shop: Partial<Shop> = {}): Logbook =>
  buildLogbook(
    { customers: [customer], compounds: compounds.values(), shops: [{ ...shopDefaults, ...shop }], ...records },
    facts,
  );
