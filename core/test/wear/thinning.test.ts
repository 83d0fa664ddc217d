/** Heat and wear together: a car of which both is known, and one of which nothing is. */
import { computeOutlook } from '../../src/heat-outlook/computing';
import type { Fact } from '../../src/model';
import { thinningOf, wearOf } from '../../src/wear';
import { zones } from '../builders/heat-car';
import { TODAY, car, coming, drive, fit, logbook, pair, read, set, venue } from '../builders/worn-car';

const heavy = { ...car, heat: { ...car.heat, massKg: 1300 } };
const rear = { ...pair, id: '01900000-0000-7000-8000-0000000ea400', axle: 'rear' as const, label: 'R-9' };
const rearOn = { ...fit('05-01 07:00', null, rear.id), axle: 'rear', changed: 'rotors' } as Fact;
const facts = [
  fit('05-01 08:00', set.id, pair.id),
  rearOn,
  ...read('05-01 09:00', 12),
  ...['05-02 09:00', '05-02 11:00', '05-02 14:00'].map((on) => drive(on)),
  ...read('05-02 16:00', 10),
  ...['05-03 09:00', '05-03 11:00', '05-03 14:00'].map((on) => drive(on)),
  ...read('05-03 16:00', 8),
];
const known = logbook(facts, {}, {}, coming, {
  cars: [heavy],
  venues: [{ ...venue, zones }],
  rotorPairs: [pair, rear],
});

it('thinner pads pass more heat on: the fluid of the last session is hotter than that of the first', () => {
  const wear = wearOf(known, heavy, coming, TODAY);
  const found = thinningOf(known, heavy, coming, wear)!;
  expect(found.left).toHaveLength(1);
  expect(found.left[0]).toMatchObject({ axle: 'front' });
  expect(found.left[0]!.toMm).toBeLessThan(found.left[0]!.fromMm - 2);
  const [begins, ends] = [computeOutlook(found.begins), computeOutlook(found.ends)];
  expect(ends.axles.front.fluidC.tempC).toBeGreaterThan(begins.axles.front.fluidC.tempC + 1);
});

it('nothing is said where its heat is not known, or its wear', () => {
  const cold = logbook(facts);
  expect(thinningOf(cold, car, coming, wearOf(cold, car, coming, TODAY))).toBeNull();
  expect(thinningOf(known, heavy, coming, [])).toBeNull();
});
