/**
 * The counter over an hour of speed at 100 Hz against a bare pass over the same array, and what a procedure does on a car, as it is
 * computed for each key that somebody types.
 */
import { beddingBands, shippedProcedures } from '../core/src';
import {
  type SpeedSample,
  beddingOutlook,
  beginCount,
  countRun,
  outlookFindings,
  takeEntry,
} from '../core/src/bedding/driving';
import { heatedCar } from '../core/test/builders/heat-car';
import { timed } from './timed';

const HZ = 100;
const roadPad = { ...shippedProcedures[0]!, series: [{ ...shippedProcedures[0]!.series[0]!, count: 60 }] };

/** Up to 100, down to 10, for an hour, with a phone's noise that repeats. */
function anHour(): SpeedSample[] {
  const samples: SpeedSample[] = [];
  const [upS, holdS, downS] = [12, 45, 3.2];
  for (let i = 0; i < 3600 * HZ; i++) {
    const s = (i / HZ) % (upS + holdS + downS);
    const kmh = s < upS ? 10 + (90 * s) / upS : s < upS + holdS ? 100 : 100 - (90 * (s - upS - holdS)) / downS;
    samples.push({ seconds: i / HZ, kmh: kmh + Math.sin(i * 12.9898) });
  }
  return samples;
}

const hour = anHour();
const bare = timed(() => {
  let [sum, falls] = [0, 0];
  for (let i = 1; i < hour.length; i++) {
    sum += hour[i]!.kmh;
    if (hour[i]!.kmh < hour[i - 1]!.kmh - 6) falls += 1;
  }
  return sum + falls;
}, 5);
const counter = timed(() => hour.reduce(takeEntry, beginCount(roadPad)), 5);
const file = timed(() => countRun(roadPad, hour), 3);
const live = counter.ms / hour.length;
console.log(
  `counter, an hour at ${HZ} Hz: ${counter.ms.toFixed(0)} ms for ${counter.result.counted} applications, ${(counter.ms / bare.ms).toFixed(0)} × a bare pass of ${bare.ms.toFixed(1)} ms; ${(live * 1000).toFixed(2)} µs a sample, ${((live * HZ) / 10).toFixed(4)} % of the time that it covers; as a file, put into order first: ${file.ms.toFixed(0)} ms`,
);

const cars = {
  usual: heatedCar({ front: { massKg: 7.2, outerMm: 300 } }),
  'with big rotors': heatedCar({ front: { massKg: 14, outerMm: 390 } }),
};
const at = { airC: 18, axle: 'front' as const, place: 'road' as const, lawfulKmh: 100, along: null };
for (const [name, car] of Object.entries(cars)) {
  const times = shippedProcedures
    .filter((p) => !p.isMachine)
    .map((p) => {
      const bands = beddingBands(null, p);
      const typed = timed(
        () => outlookFindings(car, p, beddingOutlook(car, p, bands, { airC: at.airC }), bands, at),
        7,
      );
      return { name: p.name, ms: typed.ms };
    })
    .sort((a, b) => b.ms - a.ms);
  console.log(
    `what a procedure does, for each key typed, car ${name}: ${times.map((t) => `${t.name} ${t.ms.toFixed(0)}`).join(', ')} ms; aim under 50`,
  );
}
