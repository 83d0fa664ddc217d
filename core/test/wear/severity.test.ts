/** How hard a venue is on an axle: energy by Archard's law in its simple form, and more for what is hot. */
import type { BrakingZone } from '../../src/model';
import { venueLoad } from '../../src/wear';
import { book, makeCar, makeVenue } from '../builders/book';
import { zones } from '../builders/heat-car';
import { makePadSet, makeRotorPair } from '../builders/service-book';

const car = makeCar();
const known = { ...car, heat: { ...car.heat, massKg: 1200 } };
const parts = {
  padSets: [makePadSet({ carId: car.id }), makePadSet({ carId: car.id, axle: 'rear' })],
  rotorPairs: [makeRotorPair({ carId: car.id }), makeRotorPair({ carId: car.id, axle: 'rear' })],
};
const load = (list: readonly BrakingZone[], axle: 'front' | 'rear' = 'front', massKg = 1200): number => {
  const heavy = { ...known, heat: { ...known.heat, massKg } };
  const venue = makeVenue({ zones: [...list] });
  return venueLoad(book({ cars: [heavy], venues: [venue], ...parts }, []), heavy, axle, venue)!;
};

test('twice the energy in the same time wears more than twice as much: it is hotter too', () => {
  const slower = zones.map((z) => ({
    ...z,
    fromKmh: z.fromKmh / Math.SQRT2,
    toKmh: z.toKmh / Math.SQRT2,
    secondsSince: z.secondsSince * Math.SQRT2,
  }));
  expect(load(zones)).toBeGreaterThan(2 * load(slower));
});
test('a heavier car wears its pads faster, by more than its weight', () => {
  expect(load(zones, 'front', 1500) / load(zones, 'front', 1200)).toBeGreaterThan(1.25);
});
test('the front axle does more of the work than the rear', () => {
  expect(load(zones)).toBeGreaterThan(load(zones, 'rear'));
});
test('without zones, or without the weight of the car, nothing is said', () => {
  const venue = makeVenue();
  expect(venueLoad(book({ cars: [known], venues: [venue], ...parts }, []), known, 'front', venue)).toBeNull();
  const there = makeVenue({ zones: [...zones] });
  expect(venueLoad(book({ cars: [car], venues: [there], ...parts }, []), car, 'front', there)).toBeNull();
});
