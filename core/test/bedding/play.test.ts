/** What a procedure does on a car. The pattern that people see while they bed is common practice, no source. */
import fc from 'fast-check';
import { shippedProcedures } from '../../src/model';
import { applicationsWanted, firstAt, playBedding } from '../../src/bedding/driving';
import { heatedCar } from '../builders/heat-car';

const LAYER_C = 230;
const FADE_C = 350;
const AIR_C = 18;
const beddingSchools = shippedProcedures.filter((p) => !p.isMachine);
const roadPad = beddingSchools[0]!;
const car = heatedCar({ front: { massKg: 7.2, outerMm: 300, padMm: 11, ductFactor: 0.85 } });

test('road pad, new parts: the layer at applications 4 to 5, fade at 7 to 9; in a second cycle by 2 to 3 and 5 to 7', () => {
  const five = { ...roadPad, cooling: { minutes: 5, kmh: 70 } };
  const [first, second] = playBedding(car, five, { airC: AIR_C, cycles: 2 }).facesC.front;
  expect([4, 5]).toContain(firstAt(first!, LAYER_C));
  expect([7, 8, 9]).toContain(firstAt(first!, FADE_C));
  expect([1, 2, 3]).toContain(firstAt(second!, LAYER_C));
  expect([5, 6, 7]).toContain(firstAt(second!, FADE_C));
});

test('every school heats, the front more than the rear, and cools afterwards', () => {
  for (const school of beddingSchools) {
    const { facesC, endsAtC } = playBedding(car, school, { airC: AIR_C });
    const applications = school.series.reduce((sum, s) => sum + s.count, 0);
    expect([school.name, facesC.front[0]!.length]).toEqual([school.name, applications]);
    const hottest = Math.max(...facesC.front[0]!);
    expect(hottest).toBeGreaterThan(100);
    expect(hottest).toBeGreaterThan(Math.max(...facesC.rear[0]!));
    expect(endsAtC.front).toBeLessThan(hottest - 50);
  }
});

test('the drag puts in what its effort takes over its time', () => {
  // 28 drags of 4 s at 0.4 g and 80 km/h: 0.4·9.81·22.2 m/s·1450 kg = 126 kW, by hand; a slowing by as much from as fast does the same work.
  const drag = beddingSchools.find((s) => s.name === 'Drag')!;
  const slow = {
    ...drag,
    series: [{ ...drag.series[0]!, dragS: null, fromKmh: 80 + 28.25, toKmh: 80 - 28.25, restS: 0 }],
  };
  const [a, b] = [drag, slow].map(
    (p) => playBedding(car, { ...p, series: [{ ...p.series[0]!, count: 1 }] }, { airC: AIR_C }).facesC.front[0]![0]!,
  );
  expect(Math.abs(a! - b!)).toBeLessThan(2);
});

test('big rotors and heavy pads want more applications, taped ducts and heavy cars fewer', () => {
  const wanted = (of: Parameters<typeof heatedCar>[0]): number | null =>
    applicationsWanted(heatedCar(of), roadPad, { airC: AIR_C, axle: 'front', tempC: FADE_C });
  const usual = wanted({ front: { massKg: 7.2, outerMm: 300 } })!;
  expect(wanted({ front: { massKg: 10, outerMm: 300 } })!).toBeGreaterThan(usual);
  expect(wanted({ front: { massKg: 7.2, outerMm: 300, ductFactor: 0.7 } })!).toBeLessThanOrEqual(usual);
  expect(wanted({ moving: { massKg: 1900 }, front: { massKg: 7.2, outerMm: 300 } })!).toBeLessThan(usual);
  expect(applicationsWanted(car, beddingSchools[2]!, { airC: AIR_C, axle: 'rear', tempC: 500 })).toBeNull();
});

test('property: another application, more speed or a hotter start never leave a face cooler', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...beddingSchools),
      fc.double({ min: -10, max: 35, noNaN: true }),
      fc.double({ min: 0, max: 150, noNaN: true }),
      (school, airC, warmer) => {
        const hottest = (series: typeof school.series, startC = airC): number =>
          Math.max(...playBedding(car, { ...school, series }, { airC, startC }).facesC.front[0]!);
        const plain = hottest(school.series);
        expect(hottest(school.series.map((s) => ({ ...s, count: s.count + 1 })))).toBeGreaterThan(plain - 0.5);
        expect(
          hottest(
            school.series.map((s) => ({
              ...s,
              fromKmh: s.fromKmh + 10,
              toKmh: s.dragS === null ? s.toKmh : s.toKmh + 10,
            })),
          ),
        ).toBeGreaterThan(plain - 0.5);
        expect(hottest(school.series, airC + warmer)).toBeGreaterThan(plain - 0.5);
      },
    ),
    { numRuns: 30 },
  );
});
