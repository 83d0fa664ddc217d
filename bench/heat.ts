/**
 * A session of 25 minutes, logged at 50 Hz, through four corners: our exponential steps against Hairer's extrapolation code (`odex`) on the
 * same equations, at equal error, in the same run. And a trace of 100 Hz read and gone through for its zones, against bare parsing.
 */
import Papa from 'papaparse';
import { type CornerTemps, brakeEnergyJ, lapOf, peaksOf, ratesOf, runHeat } from '../core/src/heat';
import { type TracePoint, findZones, piecesOfTrace, readTrace } from '../core/src/traces';
import { asReckoned, computeOutlook, heatCurves } from '../core/src/heat-outlook/computing';
import { heatedCar, zones } from '../core/test/builders/heat-car';
import { plainCase, readingsOfTruth, trueCarOf } from '../core/test/builders/heat-case';
import { timed } from './timed';

// It ships its source alone, which the strict compiler refuses.
// eslint-disable-next-line @typescript-eslint/no-require-imports
const { Solver } = require('odex') as {
  Solver: new (n: number) => {
    absoluteTolerance: number;
    relativeTolerance: number;
    solve: (f: (x: number, y: number[]) => number[], a: number, y: number[], b: number) => { y: number[] };
  };
};
const AIR = 24;
const MINUTES = 25;
const car = { ...heatedCar() };
// Four corners that are not alike, so that none is taken from its twin.
car.corners = {
  FL: { ...car.corners.FL },
  FR: { ...car.corners.FR, ductFactor: 1.1 },
  RL: { ...car.corners.RL },
  RR: { ...car.corners.RR, ductFactor: 1.1 },
};

/** The trace of the session, so many samples a second. */
function trace(hz: number): TracePoint[] {
  const lap = lapOf(zones, 9.5);
  const points: TracePoint[] = [];
  let [i, at] = [0, 0];
  for (let s = 0; s < MINUTES * 60; s += 1 / hz) {
    while (s - at > lap[i]!.seconds) [at, i] = [at + lap[i]!.seconds, (i + 1) % lap.length];
    const p = lap[i]!;
    points.push({ seconds: s, speedMPerS: p.fromMPerS + ((p.toMPerS - p.fromMPerS) * (s - at)) / p.seconds });
  }
  return points;
}

const session = trace(50);
const pieces = piecesOfTrace(session);
const ours = timed(() => runHeat(car, pieces, { airC: AIR }), 5);

/** The same pieces by odex: one integration a piece, for the power jumps at its ends. */
function byOdex(tolerance: number): Record<string, number> {
  return Object.fromEntries(
    (['FL', 'FR', 'RL', 'RR'] as const).map((corner) => {
      const c = car.corners[corner];
      const solver = new Solver(4);
      solver.absoluteTolerance = solver.relativeTolerance = tolerance;
      let y = [AIR, AIR, AIR, AIR];
      let peak = AIR;
      for (const p of pieces) {
        const decel = Math.max(0, (p.fromMPerS - p.toMPerS) / p.seconds);
        const energyJ = p.isBraking
          ? brakeEnergyJ(car.moving, { fromMPerS: p.fromMPerS, toMPerS: p.toMPerS, decelMPerS2: decel })
          : 0;
        const share = car.frontShareAt(decel);
        const powerW = (energyJ / p.seconds / 2) * (corner.startsWith('F') ? share : 1 - share);
        const drive = { powerW, speedMPerS: (p.fromMPerS + p.toMPerS) / 2, airC: AIR };
        const of = (t: number[]): CornerTemps => ({ rotorC: t[0]!, padsC: t[1]!, caliperC: t[2]!, fluidC: t[3]! });
        y = solver.solve((_x, now) => [...ratesOf(c, drive, of(now))], 0, y, p.seconds).y;
        peak = Math.max(peak, y[0]!);
      }
      return [corner, peak];
    }),
  );
}
const exact = byOdex(1e-9);
const errorOf = (peaks: Record<string, number>): number =>
  Math.max(...Object.keys(exact).map((c) => Math.abs(peaks[c]! - exact[c]!)));
const ourPeaks = Object.fromEntries(
  (['FL', 'FR', 'RL', 'RR'] as const).map((c) => [c, peaksOf(ours.result.samples[c]).rotorC.tempC]),
);
const ourError = errorOf(ourPeaks);
// The loosest tolerance at which odex is as near as we are.
const tolerance = [1e-2, 1e-3, 1e-4, 1e-5, 1e-6].find((t) => errorOf(byOdex(t)) <= ourError) ?? 1e-7;
const theirs = timed(() => byOdex(tolerance), 3);
console.log(
  `25 min at 50 Hz, four corners: ${ours.ms.toFixed(0)} ms, error ${ourError.toFixed(4)} °C; odex at ${tolerance} (error ${errorOf(theirs.result).toFixed(4)} °C): ${theirs.ms.toFixed(0)} ms; ratio ${(theirs.ms / ours.ms).toFixed(1)} (aim ≥ 5)`,
);

const csv = `time,speed\n${trace(100)
  .map((p) => `${p.seconds.toFixed(2)},${(p.speedMPerS * 3.6).toFixed(2)}`)
  .join('\n')}`;
const bare = timed(() => Papa.parse<string[]>(csv).data, 5);
const columns = { time: 0, timeUnit: 's', speed: 1, speedUnit: 'km/h' } as const;
const whole = timed(() => {
  const read = readTrace(Papa.parse<string[]>(csv).data.slice(1), columns);
  return read.ok ? findZones(read.points).length : 0;
}, 5);
console.log(
  `a trace of 100 Hz and 25 min read, with its ${whole.result} zones: ${whole.ms.toFixed(0)} ms; bare parsing ${bare.ms.toFixed(0)} ms; ratio ${(whole.ms / bare.ms).toFixed(2)} (aim ≤ 3)`,
);

// A fit of twenty readings out of seven sessions, with its band, against one session drawn as curves: how many of those it costs.
const known = plainCase();
const readings = readingsOfTruth(trueCarOf(known, 11), 20, 12);
const curves = timed(() => heatCurves({ ...known, readings: [] }, asReckoned, 180), 5);
let turn = 0;
const fit = timed(
  () => computeOutlook({ ...known, readings, session: { ...known.session, parkedMin: 20 + ++turn / 100 } }),
  3,
);
console.log(
  `a fit of 20 readings with its band: ${fit.ms.toFixed(0)} ms; one session as curves ${curves.ms.toFixed(0)} ms; ratio ${(fit.ms / curves.ms).toFixed(1)}; sessions in it ${new Set(readings.map((r) => JSON.stringify(r.session))).size}`,
);
