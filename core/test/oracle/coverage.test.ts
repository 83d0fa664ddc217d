/** Whether the bands are honest of cars that follow another model than the core's: see `heat.ts` beside this. */
import { type CaseReading, edgeOf } from '../../src/heat-outlook';
import { computeOutlook } from '../../src/heat-outlook/computing';
import type { BrakingZone } from '../../src/model';
import { count } from '../builders/budget';
import { zones } from '../builders/heat-car';
import { dice, plainCase, session, trueCarOf } from '../builders/heat-case';
import { type Moment, type OracleCar, drawNature, oracleRun } from './heat';

const CARS = count(30, 300);
/** A club's track, a fast one with two heavy zones, and one that never lets the brakes cool: from car to car. */
const venues: BrakingZone[][] = [
  zones,
  [
    { fromKmh: 245, toKmh: 75, secondsSince: 24, slopePercent: 0 },
    { fromKmh: 190, toKmh: 110, secondsSince: 13, slopePercent: -3 },
    { fromKmh: 220, toKmh: 90, secondsSince: 19, slopePercent: 2 },
  ],
  [
    { fromKmh: 120, toKmh: 55, secondsSince: 5, slopePercent: 0 },
    { fromKmh: 135, toKmh: 70, secondsSince: 6, slopePercent: -6 },
    { fromKmh: 110, toKmh: 50, secondsSince: 5, slopePercent: 0 },
    { fromKmh: 150, toKmh: 60, secondsSince: 8, slopePercent: 4 },
  ],
];
/** Of each car: where it is driven, and how long, in what air. */
const knownOf = venues.map((table, v) => ({
  ...plainCase({}, table),
  session: { ...session, drivenMin: [20, 14, 27][v]!, airTempC: [22, 8, 31][v]! },
}));
const caseOf = (i: number) => knownOf[i % knownOf.length]!;
const parts = ['faceC', 'rotorC', 'padsC', 'caliperC', 'fluidC'] as const;

function oracleCar(seed: number): OracleCar {
  const { inputs, axles } = trueCarOf(knownOf[0]!, seed).case;
  const value = (key: keyof typeof inputs): number => inputs[key].value;
  const axleOf = (axle: 'front' | 'rear') => ({
    ...axles[axle],
    radiusMm: value(`${axle}RadiusMm`),
    friction: value(`${axle}Friction`),
    rotorKg: value(`${axle}RotorKg`),
    padAreaMm2: value(`${axle}PadAreaMm2`),
    padMm: value(`${axle}PadMm`),
  });
  return {
    massKg: value('massKg'),
    dragAreaM2: value('dragAreaM2'),
    tyreGrip: value('tyreGrip'),
    wheelbaseMm: value('wheelbaseMm'),
    cgHeightMm: value('cgHeightMm'),
    frontWeightPercent: value('frontWeightPercent'),
    rearPressurePercent: value('rearPressurePercent'),
    axles: { front: axleOf('front'), rear: axleOf('rear') },
  };
}
const most = (moments: readonly Moment[], part: (typeof parts)[number]): number =>
  moments.reduce((m, x) => Math.max(m, x[part]), -Infinity);

/** By chance alone few cars leave a share by this much, three standard deviations. */
const margin = (share: number): number => 3 * Math.sqrt((share * (1 - share)) / CARS);
const natureOf = (i: number) => drawNature(dice(100 + i).uniform);

test('before any reading, nine bands in ten hold what another model gets to', () => {
  const held = { faceC: 0, rotorC: 0, padsC: 0, caliperC: 0, fluidC: 0 };
  for (let i = 0; i < CARS; i++) {
    const known = caseOf(i);
    const { axles } = computeOutlook(known);
    const moments = oracleRun(oracleCar(9000 + i), 'front', natureOf(i), known.zones, known.session);
    for (const part of parts) {
      const truth = most(moments, part);
      if (truth >= edgeOf(axles.front[part], 5) && truth <= edgeOf(axles.front[part], 95)) held[part] += 1;
    }
  }
  const share = (part: (typeof parts)[number]): number => held[part] / CARS;
  console.log(`nine in ten before: ${parts.map((p) => `${p} ${share(p).toFixed(2)}`).join(', ')} of ${CARS}`);
  for (const part of parts) {
    // What a caliper sheds is known worst.
    expect(share(part)).toBeGreaterThanOrEqual((part === 'caliperC' ? 0.8 : 0.85) - margin(0.85));
    expect(share(part)).toBeLessThanOrEqual(0.97 + margin(0.97));
  }
});

test('after six readings, three in a hundred of them slips, eight bands in ten hold it', () => {
  const held = { faceC: 0, rotorC: 0, padsC: 0, caliperC: 0, fluidC: 0 };
  for (let i = 0; i < CARS; i++) {
    const { normal, uniform } = dice(300 + i);
    const car = oracleCar(9000 + i);
    const known = caseOf(i);
    const driven = known.session;
    const readings = [12, driven.drivenMin].flatMap((drivenMin, day): CaseReading[] => {
      const s = {
        ...driven,
        drivenMin,
        coolDownLap: day === 0,
        cameIn: day === 0 ? ('easyLap' as const) : ('flatOut' as const),
        brakesHeld: false,
      };
      const moments = oracleRun(car, 'front', natureOf(i), known.zones, s);
      const parkedAt = moments.find((m) => m.isParked)!.seconds;
      return (['rotor', 'caliper', 'caliper'] as const).map((part, n) => {
        const secondsAfterStop = 40 + 50 * n;
        const then = moments.find((m) => m.seconds >= parkedAt + secondsAfterStop) ?? moments.at(-1)!;
        const truth = part === 'rotor' ? then.rotorC : then.caliperC;
        const slip = uniform() < 0.03 ? 0.5 + uniform() : 1;
        const tempC = Math.max(0, truth * slip + normal() * Math.hypot(8, 0.03 * truth));
        return {
          id: `${day} ${n}`,
          sitting: day,
          zones: known.zones,
          session: s,
          boilsAtC: null,
          read: { instrument: 'pyrometer', corner: 'FL', part, tempC, secondsAfterStop },
        };
      });
    });
    const { axles } = computeOutlook({ ...known, readings });
    const moments = oracleRun(car, 'front', natureOf(i), known.zones, driven);
    for (const part of parts) {
      const truth = most(moments, part);
      if (truth >= edgeOf(axles.front[part], 10) && truth <= edgeOf(axles.front[part], 90)) held[part] += 1;
    }
  }
  const share = (part: (typeof parts)[number]): number => held[part] / CARS;
  console.log(`eight in ten after: ${parts.map((p) => `${p} ${share(p).toFixed(2)}`).join(', ')} of ${CARS}`);
  for (const part of parts) expect(share(part)).toBeGreaterThanOrEqual(0.74 - margin(0.74));
});
