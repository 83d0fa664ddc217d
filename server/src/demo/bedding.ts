/** The demo shop's own procedures, and a run that was driven, looked at and accepted. Invented, like everything in the demo. */
import {
  type Car,
  type Fact,
  type Instant,
  type Logbook,
  type Procedure,
  axleParts,
  cornersOf,
  heatInputs,
  usualSession,
  withDucts,
} from '@calvik/core';
import { applicationsOf, countRun, followRun } from '@calvik/core/bedding/driving';
import { heatedCarOf } from '@calvik/core/heat-outlook/computing';
import { traceCsv } from '@calvik/core/traces';
import { simulateDrive } from '../instruments/drive';
import type { DemoFile } from './heat';

const slowings = (fromKmh: number, toKmh: number, count: number, decelG: number, restS = 0) => ({
  fromKmh,
  toKmh,
  decelG,
  count,
  dragS: null,
  restS,
});
const common = { version: 0, archived: false, isMachine: false, notes: '' };

/** Sheets of two makers that do not agree, and one of the shop's own. */
export const demoProcedures = (newId: () => string, compound: (name: string) => string): Procedure[] => [
  {
    ...common,
    id: newId(),
    name: 'Kerren R2, from the sheet',
    author: 'padMaker',
    source: 'Kerren sheet R2, side 2',
    compoundId: compound('Kerren R2'),
    use: 'race',
    series: [slowings(100, 60, 4, 0.4, 4), slowings(140, 50, 8, 0.8)],
    cooling: { minutes: 6, kmh: 80 },
    cycles: 1,
    places: ['closedCourse'],
    aimsAtC: 380,
  },
  {
    ...common,
    id: newId(),
    name: 'Ardel rotors, first heat',
    author: 'rotorMaker',
    source: 'Ardel fitting note, page 3',
    compoundId: compound('Kerren R2'),
    use: 'race',
    series: [slowings(90, 50, 6, 0.3, 20), slowings(120, 60, 6, 0.5, 20)],
    cooling: { minutes: 10, kmh: 70 },
    cycles: 2,
    places: ['closedCourse', 'privateGround'],
    aimsAtC: 300,
  },
  {
    ...common,
    id: newId(),
    name: 'Sprint in the lane',
    author: 'shop',
    source: 'What has worked here since two seasons',
    compoundId: compound('Holt Sprint'),
    use: 'track',
    series: [slowings(60 * 1.609344, 10, 4, 0.6)],
    cooling: { minutes: 2, kmh: 50 },
    cycles: 2,
    places: ['closedCourse', 'privateGround', 'road'],
    aimsAtC: null,
  },
];

const AIR_C = 16;

/** A run of the front axle, from the checklist to the look. */
export function demoRun(
  logbook: Logbook,
  car: Car,
  procedure: Procedure,
  made: { newId: (at: Instant) => string; at: (time: string) => Instant; by: string },
): { facts: Fact[]; file: DemoFile } {
  const { id, version, archived: _archived, ...program } = procedure;
  const { samples } = simulateDrive(
    { wanted: applicationsOf(procedure.series), cooling: procedure.cooling },
    {
      seed: 'the demo run',
      hz: 5,
      noiseKmh: 0.8,
      faultShare: 0.15,
      dropOutsPerMin: 0.2,
      bendShare: 0.05,
      told: [null, null, 'enteredSlow', null, null, null, 'letGoEarly', null, null, null, null, null, null],
    },
  );
  const state = countRun(procedure, samples);
  const { inputs, axles } = heatInputs(logbook, car, AIR_C);
  const heated = heatedCarOf(
    { inputs, axles },
    withDucts(logbook, car, { ...usualSession, airTempC: AIR_C, ducts: 'taped' }),
  );
  const { facesC } = followRun(heated, state, { airC: AIR_C });
  const tenth = (c: number): number => Math.round(c * 10) / 10;
  const begun = made.at('07:10');
  const driven = made.at('07:32');
  const looked = made.at('08:05');
  const runId = made.newId(begun);
  const fileId = made.newId(driven);
  const of = (at: Instant) => ({ id: made.newId(at), at, recordedAt: at, by: made.by, carId: car.id });
  const { padSet, rotorPair } = axleParts(logbook, car, 'front');
  return {
    file: {
      id: fileId,
      type: 'text/csv',
      text: traceCsv(samples.map((s) => ({ seconds: s.seconds, speedMPerS: s.kmh / 3.6 }))),
    },
    facts: [
      {
        ...of(begun),
        id: runId,
        kind: 'beddingBegun',
        axles: ['front'],
        procedure: { procedureId: id, procedureVersion: version + 1, ...program },
        reason: '',
        place: 'closedCourse',
        airTempC: AIR_C,
        hasTapedDucts: true,
        checks: ['pedalFirm', 'fluidLevel', 'tyres', 'ductsTaped', 'passenger', 'placeClear'],
      },
      {
        ...of(driven),
        kind: 'beddingDriven',
        runId,
        cycle: 1,
        speedFrom: 'simulated',
        wanted: state.wanted.length,
        applications: state.applications.map((a, i) => ({
          ...a,
          faceC: { front: tenth(facesC[i]!.front), rear: tenth(facesC[i]!.rear) },
        })),
        cooledS: Math.round(state.cooledS),
        coolingWantedS: procedure.cooling.minutes * 60,
        hotStops: state.hotStops,
        fileId,
        endedBecause: '',
      },
      {
        ...of(looked),
        kind: 'beddingLook',
        runId,
        axle: 'front',
        padSetId: padSet?.id ?? null,
        rotorPairId: rotorPair?.id ?? null,
        faces: cornersOf('front').flatMap((corner) =>
          (['inner', 'outer'] as const).map((side) => ({
            corner,
            side,
            seen: side === 'inner' ? (['even', 'blueRing'] as const).slice() : (['even'] as const).slice(),
          })),
        ),
        driverSays: ['goodBite', 'smell'],
        decision: 'accept',
        reason: '',
        photoIds: [],
      },
      { ...of(made.at('08:10')), kind: 'ductsUntaped', runId },
    ],
  };
}
