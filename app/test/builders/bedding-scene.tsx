/** Bedding on the screen: chosen and foreseen, held until everything is gone through, driven by taps, looked at, and what stays. */
import { type Fact } from '@calvik/core';
import { place } from './hands';
import { facts, heatRecords } from './heat-scene';
import { car, crew, id, show } from './scene';

/** So many days ago: after the parts were fitted, which is thirty. */
export const ago = (days: number): string => new Date(Date.now() - days * 86_400_000).toISOString();
export const released = {
  id: id(90),
  at: ago(20),
  recordedAt: ago(20),
  by: crew.id,
  kind: 'carReleased',
  carId: car.id,
  jobId: id(50),
} as unknown as Fact;
export const RUN = id(91);
export const program = {
  procedureId: id(92),
  procedureVersion: 2,
  name: 'Two by hand',
  author: 'shop' as const,
  source: '',
  compoundId: null,
  use: 'track' as const,
  isMachine: false,
  series: [{ fromKmh: 60, toKmh: 10, decelG: 0.6, count: 2, dragS: null, restS: 0 }],
  cooling: { minutes: 0.001, kmh: 40 },
  cycles: 1,
  places: ['closedCourse' as const],
  aimsAtC: null,
  notes: '',
};
export const begun: Fact = {
  id: RUN,
  at: ago(10),
  recordedAt: ago(10),
  by: crew.id,
  kind: 'beddingBegun',
  carId: car.id,
  axles: ['front'],
  procedure: program,
  reason: '',
  place: 'closedCourse',
  airTempC: 15,
  hasTapedDucts: true,
  checks: [],
};
export const driven: Fact = {
  ...begun,
  id: id(93),
  at: ago(9),
  kind: 'beddingDriven',
  runId: RUN,
  cycle: 1,
  speedFrom: 'tap',
  wanted: 2,
  applications: Array.from({ length: 2 }, () => ({
    startS: 0,
    seconds: 3,
    fromKmh: 60,
    toKmh: 10,
    decelG: 0.6,
    isCounted: true,
    isTapped: true,
    faults: [],
    faceC: null,
  })),
  cooledS: 300,
  coolingWantedS: 300,
  hotStops: 1,
  fileId: null,
  endedBecause: '',
} as unknown as Fact;
export const checks = [
  'Pedal firm',
  'Fluid at MAX, cap on',
  'Tyres: pressure and tread',
  'A passenger works the phone, not the driver',
  'Long sight, nobody behind, nobody ahead',
];
export const open = (
  screen: React.ReactElement,
  more: Fact[] = [],
  params: object = {},
  records: object = heatRecords,
): void => {
  place.params = { id: car.id, ...params } as Record<string, string>;
  show(screen, [...facts, released, ...more], records);
};
