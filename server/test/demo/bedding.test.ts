/** The pattern that people see while they bed road pads, on the cars of the demo. Common practice, no source. */
import {
  type Car,
  type Logbook,
  type Records,
  buildLogbook,
  collections,
  heatInputs,
  shippedProcedures,
  usualSession,
  withDucts,
} from '@calvik/core';
import { firstAt, playBedding } from '@calvik/core/bedding/driving';
import { heatedCarOf } from '@calvik/core/heat-outlook/computing';
import { demoData } from '../../src/demo/load';

const AIR_C = 18;
/** Of road compounds 150 to 250 °C. */
const LAYER_C = 240;
const FADE_C = 350;
const five = { ...shippedProcedures[0]!, cooling: { minutes: 5, kmh: 70 } };

const { records, facts } = demoData('2026-06-01T08:00:00.000Z');
const logbook: Logbook = buildLogbook(
  Object.fromEntries(
    collections.map((c) => [c, records.flatMap((r) => (r.collection === c ? [r.body] : []))]),
  ) as Records,
  facts,
);
const carNamed = (name: string): Car => [...logbook.cars.values()].find((c) => c.name === name)!;
function cyclesOf(name: string, ducts: 'on' | 'taped' = 'taped'): number[][] {
  const car = carNamed(name);
  const { inputs, axles } = heatInputs(logbook, car, AIR_C);
  const heated = heatedCarOf({ inputs, axles }, withDucts(logbook, car, { ...usualSession, airTempC: AIR_C, ducts }));
  return playBedding(heated, five, { airC: AIR_C, cycles: 2 }).facesC.front;
}

test.each(['Rooth Velund', 'Helm Tessaro', 'Tarrick Karsk'])(
  '%s: the layer in the first half of the cycle, sooner in the second, fade never before the layer',
  (name) => {
    const [first, second] = cyclesOf(name);
    const layer = firstAt(first!, LAYER_C)!;
    expect(layer).toBeGreaterThanOrEqual(3);
    expect(layer).toBeLessThanOrEqual(6);
    expect(firstAt(second!, LAYER_C)!).toBeLessThan(layer);
    expect(firstAt(first!, FADE_C) ?? Infinity).toBeGreaterThan(layer);
    expect(firstAt(second!, FADE_C) ?? Infinity).toBeLessThanOrEqual(firstAt(first!, FADE_C) ?? Infinity);
  },
);

test('the small rotors of the light hatchback get hotter than the big ones; ducts that are open want more', () => {
  const hottest = (cycles: number[][]): number => Math.max(...cycles[0]!);
  expect(hottest(cyclesOf('Helm Tessaro'))).toBeGreaterThan(hottest(cyclesOf('Rooth Velund')));
  expect(hottest(cyclesOf('Rooth Velund', 'on'))).toBeLessThan(hottest(cyclesOf('Rooth Velund')));
});
