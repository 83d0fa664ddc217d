/** The demo shop's compounds, tracks with their traces, and what it has read of heat. Invented, like everything in the demo. */
import {
  type Car,
  type CarHeat,
  type Compound,
  type Fact,
  type Instant,
  type Logbook,
  type Venue,
  type VenueTrace,
  nothingKnown,
  recordDefaults,
} from '@calvik/core';
import { driveAtVenue, openTrace, traceCsv, traceIn } from '@calvik/core/traces';
import { readHeat, trueHeat } from '../instruments/heat';
import { type Stretch, drive } from './lap';

const common = { version: 0, archived: false };

export const demoCompounds: Record<string, Partial<Compound>> = {
  'Kerren R2': {
    use: 'race',
    minWorkingC: 200,
    maxWorkingC: 700,
    maxTempC: 760,
    friction: 0.46,
    layerFormsC: 300,
    beddingSource: 'Kerren sheet R2, side 2',
  },
  'Kerren R1': {
    use: 'track',
    minWorkingC: 120,
    maxWorkingC: 600,
    maxTempC: 650,
    friction: 0.42,
    layerFormsC: 240,
    beddingSource: 'Kerren sheet R1, side 2',
  },
  'Holt Sprint': {
    use: 'track',
    minWorkingC: 100,
    maxWorkingC: 550,
    maxTempC: 620,
    friction: 0.44,
    layerFormsC: 220,
    beddingSource: 'Leaflet in the box',
  },
  'Lantry Road': {
    use: 'road',
    minWorkingC: 0,
    maxWorkingC: 350,
    maxTempC: 420,
    friction: 0.38,
    layerFormsC: 170,
    beddingSource: 'Leaflet in the box',
  },
  'Lantry Lining': { use: 'road', friction: 0.36 },
};

export const compoundRecord = (name: string, id: string): Compound => ({
  ...common,
  id,
  name,
  use: 'track',
  ...recordDefaults.compounds,
  ...demoCompounds[name],
});

/** What is known of two cars beyond their hydraulics; of the others nothing yet. */
export const demoCarHeat: Record<string, CarHeat> = {
  v1: { ...nothingKnown, massKg: 1385, wheelbaseMm: 2590, frontWeightPercent: 56 },
  v2: { ...nothingKnown, massKg: 1290, wheelbaseMm: 2610 },
  t2: { ...nothingKnown, massKg: 740, wheelbaseMm: 2330, frontWeightPercent: 47 },
  k1: { ...nothingKnown, massKg: 1510, wheelbaseMm: 2720 },
};

const straight = (lengthM: number): Stretch => ({ lengthM, radiusM: null });
const bend = (radiusM: number, degrees: number): Stretch => ({ lengthM: (radiusM * Math.PI * degrees) / 180, radiusM });

const tracks: Record<string, { stretches: Stretch[]; hz: number; noiseKmh: number; file: string }> = {
  dunvarrel: {
    stretches: [
      straight(980),
      bend(22, 165),
      straight(260),
      bend(75, 60),
      straight(420),
      bend(38, 90),
      straight(190),
      bend(90, 70),
      straight(560),
      bend(45, 110),
      straight(240),
      bend(60, 80),
      straight(330),
      bend(110, 65),
    ],
    hz: 10,
    noiseKmh: 0.4,
    file: 'dunvarrel-morning.csv',
  },
  pellmoor: {
    stretches: [
      straight(760),
      bend(36, 95),
      straight(260),
      bend(70, 70),
      straight(520),
      bend(28, 120),
      straight(340),
      bend(90, 75),
    ],
    hz: 5,
    noiseKmh: 0.8,
    file: 'pellmoor-phone.csv',
  },
  skarrow: {
    stretches: [
      straight(700),
      bend(28, 120),
      straight(310),
      bend(40, 80),
      straight(220),
      bend(26, 140),
      straight(520),
      bend(70, 75),
      straight(260),
      bend(34, 100),
    ],
    hz: 1,
    noiseKmh: 1.2,
    file: 'skarrow-phone.csv',
  },
};
const LAPS = 6;
const lapCar = { grip: 0.98, massKg: 1400, powerKw: 115, dragAreaM2: 0.68 };

export interface DemoFile {
  id: string;
  type: 'text/csv';
  text: string;
}

/** The trace of a demo venue and the zones that are found in it, the same way as when somebody imports it. */
export function demoTrace(
  key: string,
  fileId: string,
): { file: DemoFile; trace: VenueTrace; zones: Venue['zones'] } | null {
  const track = tracks[key];
  if (!track) return null;
  const points = drive(track.stretches, lapCar, LAPS, {
    hz: track.hz,
    noiseKmh: track.noiseKmh,
    seed: `trace of ${key}`,
  });
  const text = traceCsv(points.map((p) => ({ seconds: p.seconds, speedMPerS: p.kmh / 3.6 })));
  const opened = openTrace(text);
  if (!opened.ok || opened.file.format !== 'csv') throw new Error(`The demo trace of ${key} cannot be opened.`);
  const read = traceIn(opened.file, opened.file.guess);
  if (!read.ok) throw new Error(`The demo trace of ${key} cannot be read: ${read.problem}`);
  return {
    file: { id: fileId, type: 'text/csv', text },
    trace: { fileId, name: track.file, format: 'csv', columns: opened.file.guess },
    zones: driveAtVenue(read.points).zones,
  };
}

/** Two readings of the last weekend at the ring: paint on a front rotor, a pyrometer in the pit lane. */
export function demoReadings(
  logbook: Logbook,
  car: Car,
  venue: Venue,
  made: { newId: (at: Instant) => string; at: Instant; by: string },
): Fact[] {
  const session = {
    outLap: true,
    drivenMin: 20,
    laps: null,
    coolDownLap: false,
    cameIn: 'flatOut' as const,
    parkedMin: 15,
    airTempC: 24,
    isWet: false,
    ducts: 'on' as const,
  };
  const truth = trueHeat(logbook, car, venue, session, 'FL');
  const requests = [
    { instrument: 'thermalPaint', corner: 'FL' },
    { instrument: 'pyrometer', corner: 'FL', part: 'rotor', secondsAfterStop: 95 },
  ] as const;
  return requests.map((request, i): Fact => ({
    id: made.newId(made.at),
    at: made.at,
    recordedAt: made.at,
    by: made.by,
    kind: 'heatReading',
    carId: car.id,
    venueId: venue.id,
    session,
    read: readHeat(truth, request, `demo reading ${i}`),
    takenWith: 'simulated',
  }));
}
