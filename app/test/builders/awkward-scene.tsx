/** Records with every figure odd: what a form keeps of them shows, in either system of units. */
import { act } from '@testing-library/react';
import type { ComponentType } from 'react';
import { type Car, type RecordOf, SHOP_ID, recordDefaults, shopDefaults, toCanonical } from '@calvik/core';
import { place, press } from './hands';
import { car, customer, id, show } from './scene';
import { compounds, padSet, pair, records as service } from './service-scene';

const common = { version: 3, archived: false };

export const venue: RecordOf<'venues'> = {
  ...common,
  id: id(40),
  name: 'Dunvarrel Ring',
  altitudeM: toCanonical(2034, 'ft'),
  peakFluidTempC: toCanonical(423, 'degF'),
  zones: [{ fromKmh: 205.3, toKmh: 84.7, secondsSince: 16.25, slopePercent: -2.5 }],
  trace: null,
  notes: 'Tight pit lane.',
};

export const event: RecordOf<'events'> = {
  ...recordDefaults.events,
  ...common,
  id: id(41),
  name: 'Two-day',
  venueId: venue.id,
  organiser: 'Ring Circle',
  startDate: '2027-03-06',
  endDate: '2027-03-07',
  loadUpDate: '2027-03-04',
  flushWithinDays: 45,
  demandedMarginC: toCanonical(45, 'degFDiff'),
  minPadMm: 8.25,
  beddedPartsOnly: true,
  ductsAtEvent: 'fitted',
  inspectionItems: ['Hoses dry', 'Pedal firm'],
  session: {
    outLap: false,
    drivenMin: null,
    laps: 9,
    coolDownLap: true,
    parkedMin: 12.5,
    airTempC: toCanonical(63, 'degF'),
    isWet: true,
    ducts: 'taped',
  },
  notes: 'Gate opens at seven.',
};

export const awkwardCar: Car = {
  ...car,
  ...common,
  year: 1998,
  plate: '27',
  driverSide: 'right',
  masterCylinderSide: 'left',
  circuitSplit: 'diagonal',
  reservoirMaxMl: toCanonical(9.5, 'flOz'),
  reservoirMinMl: 132.5,
  reservoirDepthMm: toCanonical(1.375, 'in'),
  reservoirSharedWithClutch: true,
  reservoirCanBeSuckedOut: false,
  front: {
    ...car.front,
    brake: 'fixedCaliper',
    boresMm: [38, 36.05, 28.5],
    bleedNipplesPerCorner: 2,
    bleedNippleOrder: 'outerInnerOuter',
  },
  rear: {
    ...car.rear,
    brake: 'drum',
    boresMm: [toCanonical(0.8125, 'in')],
    bleedNipplesPerCorner: 1,
  },
  lineLengthMm: { FL: 612.5, FR: 1430, RL: 3312.25, RR: toCanonical(150, 'in') },
  lineBoreMm: 3.35,
  sequenceSchool: 'makerSheet',
  makerSequence: ['FL', 'FR', 'RL', 'RR'],
  makerSequenceSource: 'Workshop book, page 12',
  pressureCeilingKpa: toCanonical(14.5, 'psi'),
  heat: {
    massKg: toCanonical(3105, 'lb'),
    wheelbaseMm: 2588.5,
    cgHeightMm: toCanonical(19.25, 'in'),
    frontWeightPercent: 55.5,
    tyreGrip: 1.12,
    dragAreaM2: 0.655,
    effectiveRadiusMm: { front: 131.25, rear: null },
    rearPressurePercent: 71.5,
    motorSharePercent: 12.5,
    motorPowerKw: 61.5,
    motorAxle: 'rear',
    motorLeftPercent: 7.5,
  },
  notes: 'Rear drums.',
};

export const awkwardCustomer: RecordOf<'customers'> = {
  ...customer,
  ...common,
  phone: '0555 0101',
  email: 'abel@example.invalid',
  units: 'imperial',
  fluidPolicy: { school: 'window', withinDays: 75 },
  demandedMarginC: toCanonical(50, 'degFDiff'),
  minPadMm: toCanonical(0.3125, 'in'),
  reTorqueAtEvent: true,
  inspectionItems: ['Tow eye'],
  atTheirPlace: true,
  travelMin: 25,
  notes: 'Rings before eight.',
};

export const awkwardSet: RecordOf<'padSets'> = {
  ...padSet,
  ...common,
  newThicknessMm: 11.35,
  limitMm: toCanonical(0.125, 'in'),
  hasSensorSlot: true,
  isDirectional: true,
  notes: 'From the spring.',
};

export const awkwardPair: RecordOf<'rotorPairs'> = {
  ...pair,
  ...common,
  newThicknessMm: toCanonical(1.102, 'in'),
  discardThicknessMm: 26.25,
  newMassKg: toCanonical(17.35, 'lb'),
  sweptOuterDiameterMm: 330.5,
  sweptInnerDiameterMm: toCanonical(8.5, 'in'),
  hasCurvedVanes: true,
  isTwoPiece: true,
  notes: 'Turned once.',
};

export const shop: RecordOf<'shops'> = {
  ...shopDefaults,
  ...common,
  id: SHOP_ID,
  name: 'Ferrant & Loy',
  altitudeM: toCanonical(1115, 'ft'),
  demandedMarginC: 32.5,
  defaultPeakFluidTempC: toCanonical(405, 'degF'),
  defaultUptakePercentPerYear: 1.35,
  padLimitMm: toCanonical(0.125, 'in'),
  minPadMm: 4.75,
  wasteContainerMl: toCanonical(676.5, 'flOz'),
  slackDays: 2,
};

export const awkwardCompound: RecordOf<'compounds'> = {
  ...compounds[0]!,
  ...common,
  minWorkingC: toCanonical(212.5, 'degF'),
  maxWorkingC: 615.5,
  maxTempC: toCanonical(1301, 'degF'),
  friction: 0.455,
  layerFormsC: 233.3,
  beddingSource: 'Leaflet',
  notes: 'Loud.',
};

export const records = {
  ...service,
  compounds: [awkwardCompound, compounds[1]!],
  customers: [awkwardCustomer],
  cars: [awkwardCar],
  venues: [venue],
  events: [event],
  padSets: [awkwardSet],
  rotorPairs: [awkwardPair],
  shops: [shop],
};

export const open = (
  Screen: ComponentType,
  params: Record<string, string> = {},
  units: 'metric' | 'imperial' = 'metric',
) => {
  place.params = params;
  return show(<Screen />, [], records, units);
};

export const save = (name: string): Promise<void> => act(async () => press(name));
