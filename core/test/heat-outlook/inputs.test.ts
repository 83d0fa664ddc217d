/** What is known of a car's brakes for its heat, and what stands as a default. */
import { buildLogbook } from '../../src/logbook';
import { usualSweptBandMm } from '../../src/model';
import { heatAxle, heatInputs } from '../../src/heat-outlook/inputs';
import { customer, makeCar } from '../builders/book';
import { makeRotorPair } from '../builders/service-book';

const car = makeCar();
const pair = makeRotorPair({ carId: car.id, newThicknessMm: 28, newMassKg: null });
const at = (over: Partial<typeof pair> = {}) =>
  buildLogbook({ customers: [customer], cars: [car], rotorPairs: [{ ...pair, ...over }] }, []);

describe('the size of a rotor', () => {
  test('is its own where somebody measured it, and its weight follows from it', () => {
    const axle = heatAxle(at(), car, 'front');
    expect(axle).toMatchObject({ outerMm: 330, innerMm: 220, thicknessMm: 28, isKnown: true });
    expect(heatInputs(at(), car, 20).inputs.frontRotorKg.origin).toMatchObject({ label: 'By its size' });
  });

  test('stands as a usual one where nobody has, with the thickness that is known, and says so', () => {
    const logbook = at({ isSizeAssumed: true });
    expect(heatAxle(logbook, car, 'front')).toMatchObject({
      outerMm: usualSweptBandMm.front.outer,
      innerMm: usualSweptBandMm.front.inner,
      thicknessMm: 28,
      isKnown: false,
    });
    expect(heatInputs(logbook, car, 20).inputs.frontRotorKg).toMatchObject({
      isDefault: true,
      origin: { label: 'Usual rotor' },
    });
  });
});
