/** What a thread stands, against ISO 898-1 and Shigley's table 8-15 (both from memory). */
import fc from 'fast-check';
import { judgeTorque, mostTorqueNm, preloadFigure, stressAreaMm2, torqueFactorRange } from '../../src/torque';
import { fullSheet } from '../builders/service-book';

const nuts = fullSheet().fasteners.find((f) => f.group === 'wheel')!;

/** ISO 898-1, nominal stress areas of coarse and fine metric threads, mm²; from memory. */
test.each([
  [6, 1, 20.1],
  [8, 1.25, 36.6],
  [8, 1, 39.2],
  [10, 1.5, 58.0],
  [10, 1, 64.5],
  [12, 1.75, 84.3],
  [12, 1.5, 88.1],
  [12, 1.25, 92.1],
  [14, 2, 115],
  [14, 1.5, 125],
  [16, 1.5, 167],
])('M%s × %s: %s mm²', (diameter, pitch, area) => {
  expect(stressAreaMm2(diameter, pitch)).toBeCloseTo(area, area < 100 ? 1 : -0.3);
});

test('400 N·m on an M8 is no figure, 110 N·m on wheel nuts of M14 is one', () => {
  const codes = (over: object): string[] => judgeTorque({ ...nuts, ...over }, 'FL', null).findings.map((f) => f.code);
  expect(codes({ threadDiameterMm: 8, torqueNm: 400, group: 'other' })).toContain('torqueOverStrength');
  expect(codes({ threadDiameterMm: 14, torqueNm: 110 })).not.toContain('torqueOverStrength');
  // 110 N·m on M12 is a wheel nut as well: common practice, no source.
  expect(codes({ threadDiameterMm: 12, torqueNm: 110 })).not.toContain('torqueOverStrength');
});

test('a class that stands on the head and a nut of aluminium bring the most down; ISO 898-1: 580 and 830 of 970 N/mm² (from memory)', () => {
  const m12 = { threadDiameterMm: 12 };
  const most = (over: object): number => mostTorqueNm({ ...m12, ...over }, 'dry');
  expect(most({ propertyClass: '8.8' }) / most({})).toBeCloseTo(580 / 970, 9);
  expect(most({ propertyClass: '10.9' }) / most({})).toBeCloseTo(830 / 970, 9);
  expect(most({ isAluminiumNut: true })).toBeLessThan(0.5 * most({}));
  // The weaker of both.
  expect(most({ isAluminiumNut: true, propertyClass: '8.8' })).toBe(most({ isAluminiumNut: true }));
  const line = (over: object) =>
    judgeTorque({ ...nuts, ...m12, torqueNm: 200, ...over }, 'FL', null).findings.find(
      (f) => f.code === 'torqueOverStrength',
    );
  expect(line({})).toBeUndefined();
  expect(line({ propertyClass: '8.8' })).toMatchObject({ verdict: 'stop', values: { propertyClass: '8.8' } });
  expect(line({ isAluminiumNut: true })).toMatchObject({ verdict: 'stop', values: { isAluminiumNut: true } });
});

test('property: what is refused is over the proof load of class 12.9 in every reading of the surface, and a usual class 10.9 figure never is', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 5, max: 24 }),
      fc.constantFrom('dry' as const, 'lubricated' as const, 'antiSeize' as const),
      fc.double({ min: 0.5, max: 1.5, noNaN: true }),
      (diameter, condition, share) => {
        const torqueNm = share * mostTorqueNm({ threadDiameterMm: diameter }, condition);
        const fastener = { ...nuts, threadDiameterMm: diameter, condition, torqueNm };
        const isRefused = judgeTorque(fastener, 'FL', null).findings.some((f) => f.code === 'torqueOverStrength');
        expect(isRefused).toBe(share > 1);
        const { band, value } = preloadFigure(fastener, torqueNm, condition);
        expect(band!.low).toBeLessThanOrEqual(value);
        expect(band!.high).toBeGreaterThanOrEqual(value);
        // Three quarters of the proof load of 10.9, 830 N/mm², on a coarse thread, by the middle of the surface's K: ISO 898-1, VDI 2230 practice.
        const { low, high } = torqueFactorRange[condition];
        const coarse = stressAreaMm2(diameter, diameter < 8 ? 1 : diameter / 8 + 0.25);
        const usual = (0.75 * 830 * coarse * diameter * ((low + high) / 2)) / 1000;
        expect(usual).toBeLessThan(mostTorqueNm({ threadDiameterMm: diameter }, condition));
      },
    ),
  );
});
