import fc from 'fast-check';
import { returnedMl } from '../../src';
import { car } from '../builders/service-book';

test('what comes back when pistons go home never shrinks with wear', () => {
  const wear = fc.double({ min: 0, max: 12, noNaN: true });
  fc.assert(
    fc.property(wear, wear, wear, wear, fc.constantFrom(car.front, car.rear), (inner, outer, more, rotorMm, axle) => {
      const less = returnedMl(axle, { innerPadMm: inner, outerPadMm: outer, rotorMm });
      expect(returnedMl(axle, { innerPadMm: inner + more, outerPadMm: outer, rotorMm })).toBeGreaterThanOrEqual(
        less - 1e-9,
      );
      expect(less).toBeGreaterThanOrEqual(0);
    }),
  );
});
