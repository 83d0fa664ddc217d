/** A service on the car of the scene: its job, parts, sheet, and the facts of an intake. */
import {
  type BrakeSheet,
  type Compound,
  type Fact,
  type Job,
  type PadSet,
  type RotorPair,
  defaultBrakeSheet,
  recordDefaults,
} from '@calvik/core';
import { car, crew, id } from './scene';

const common = { version: 1, archived: false };
export const lead = { ...crew, id: id(40), name: 'Ines Ferrant', role: 'lead' as const };
export const job: Job = {
  ...common,
  id: id(50),
  ...recordDefaults.jobs,
  kind: 'service',
  carId: car.id,
  eventId: null,
  crewId: crew.id,
  startAt: new Date().toISOString(),
  durationMin: 120,
  notes: '',
};
export const compounds: Compound[] = ['Kerren R2', 'Holt Sprint'].map((name, i) => ({
  ...common,
  id: id(80 + i),
  name,
  use: 'track',
  ...recordDefaults.compounds,
}));
export const padSet: PadSet = {
  ...common,
  id: id(51),
  label: 'P-001',
  compoundId: compounds[0]!.id,
  padAreaMm2: null,
  axle: 'front',
  use: 'track',
  isLining: false,
  carId: car.id,
  rotorPairId: null,
  newThicknessMm: 12,
  limitMm: null,
  hasSensorSlot: false,
  isDirectional: false,
  notes: '',
};
export const pair: RotorPair = {
  ...common,
  id: id(52),
  label: 'R-001',
  axle: 'front',
  carId: car.id,
  material: 'greyIron',
  isVented: null,
  minMassKg: null,
  newThicknessMm: 32,
  discardThicknessMm: 30,
  sweptOuterDiameterMm: 330,
  sweptInnerDiameterMm: 220,
  isSizeAssumed: false,
  newMassKg: null,
  face: 'plain',
  hasCurvedVanes: false,
  isTwoPiece: false,
  notes: '',
};
export const sheet: BrakeSheet = {
  ...defaultBrakeSheet(car),
  ...common,
  id: id(53),
  fasteners: defaultBrakeSheet(car).fasteners.map((f) => ({
    ...f,
    torqueNm: f.group === 'bleedNipple' ? 10 : 100,
    source: 'Sheet 1',
  })),
};
export const records = {
  crew: [lead],
  jobs: [job],
  compounds,
  padSets: [padSet],
  rotorPairs: [pair],
  brakeSheets: [sheet],
};

export const at = (n: number): Pick<Fact, 'id' | 'at' | 'recordedAt' | 'by'> & { carId: string; jobId: string } => {
  const moment = new Date(Date.now() - 3_600_000 + n * 1000).toISOString();
  return { id: id(100 + n), at: moment, recordedAt: moment, by: crew.id, carId: car.id, jobId: job.id };
};
export const face = (thicknessMm: number) => ({ thicknessMm, otherEndMm: null, conditions: [], isSeen: true });
export const pads = (n: number, corner: string, mm: number): Fact =>
  ({
    ...at(n),
    kind: 'padMeasurement',
    corner,
    padSetId: null,
    inner: face(mm),
    outer: face(mm),
    hatClearanceMm: null,
    instrument: 'byHand',
  }) as Fact;
export const intake: Fact[] = [
  {
    ...at(1),
    kind: 'pedalCheck',
    moment: 'baseline',
    feel: 'firm',
    strokes: null,
    heldSeconds: null,
    sinks: null,
    dropsWithEngine: null,
  },
  { ...at(2), kind: 'driverReport', complaints: [], words: '' },
  { ...at(3), kind: 'reservoirSeen', moment: 'intake', levelMl: 260, colour: 'clear', basket: 'clean' },
  { ...at(4), kind: 'boilingTest', readingC: 290, ambientKpa: 101.325, ambientFrom: 'altitude', instrument: 'byHand' },
  {
    ...at(5),
    kind: 'checksDone',
    step: 'ground',
    items: [{ check: 'chocked', corner: null, result: 'ok', remark: '' }],
  },
] as Fact[];
