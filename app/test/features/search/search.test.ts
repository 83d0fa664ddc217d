/** Finding anything by any of its words. */
import fc from 'fast-check';
import { buildLogbook } from '@calvik/core';
import { search } from '../../../src/features/search/search';
import { bottle, car, crew, customer, fluid } from '../../builders/scene';
import { event, nell, nells, other, venue } from '../../builders/pages-scene';

const owner = { ...customer, phone: '0555 01 02' };
const logbook = buildLogbook(
  {
    cars: [{ ...car, plate: 'QX 114' }, other, nells],
    customers: [owner, nell],
    events: [event],
    venues: [venue],
    fluids: [fluid],
    bottles: [bottle],
    crew: [crew],
  },
  [],
);
const namesOf = (query: string): string[] => search(logbook, query).map((f) => `${f.kind}: ${f.name}`);

test('plates and phones are found with or without their blanks, the owner’s phone finds the car too', () => {
  expect(namesOf('qx114')).toEqual([`Car: ${car.name}`]);
  expect(namesOf('0555-0102')).toEqual(expect.arrayContaining([`Car: ${car.name}`, `Customer: ${owner.name}`]));
});

test('all words of a query must be there, in any order; what is put away is not found', () => {
  expect(namesOf('quillon rooth')).toEqual([`Car: ${other.name}`]);
  expect(namesOf('rooth nowhere')).toEqual([]);
  const away = buildLogbook({ cars: [{ ...other, archived: true }], customers: [owner] }, []);
  expect(search(away, 'quillon')).toEqual([]);
});

test('a fluid, a bottle, an event, a venue and a person are found by name', () => {
  for (const [kind, name] of [
    ['Fluid', fluid.name],
    ['Bottle', bottle.label],
    ['Event', event.name],
    ['Venue', venue.name],
    ['Crew', crew.name],
  ])
    expect(namesOf(name!)).toContain(`${kind}: ${name}`);
});

test('whatever is typed: no word, nothing; never more than asked for', () => {
  expect(search(logbook, '  ')).toEqual([]);
  fc.assert(
    fc.property(fc.string({ maxLength: 20 }), fc.integer({ min: 1, max: 5 }), (query, most) => {
      expect(search(logbook, query, most).length).toBeLessThanOrEqual(most);
    }),
  );
});
