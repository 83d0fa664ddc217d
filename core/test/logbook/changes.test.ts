/** What has changed between two versions of a record. */
import fc from 'fast-check';
import { changedFields } from '../../src/logbook/changes';
import { makeCar } from '../builders/book';

describe('changes of a record', () => {
  const car = makeCar();

  test('are told field by field, a list as a whole; its version is no change', () => {
    const after = {
      ...car,
      version: car.version + 1,
      plate: 'QX 115',
      front: { ...car.front, boresMm: [40, 36] },
      lineLengthMm: { ...car.lineLengthMm, FL: 1234 },
    };
    expect(changedFields(car, after)).toEqual(
      [
        { path: ['plate'], from: car.plate, to: 'QX 115' },
        { path: ['lineLengthMm', 'FL'], from: car.lineLengthMm.FL, to: 1234 },
        { path: ['front', 'boresMm'], from: car.front.boresMm, to: [40, 36] },
      ].sort((a, b) => Object.keys(car).indexOf(a.path[0]!) - Object.keys(car).indexOf(b.path[0]!)),
    );
  });

  test('a field that an older version did not have comes from nothing', () => {
    expect(changedFields({ name: 'A' }, { name: 'A', notes: '' })).toEqual([
      { path: ['notes'], from: undefined, to: '' },
    ]);
  });

  test('whatever the record: putting the changes into the old one makes the new one', () => {
    const record = fc.dictionary(
      fc.constantFrom('a', 'b', 'c'),
      fc.oneof(
        fc.integer(),
        fc.string(),
        fc.boolean(),
        fc.constant(null),
        fc.array(fc.integer(), { maxLength: 4 }),
        fc.dictionary(fc.constantFrom('x', 'y'), fc.oneof(fc.integer(), fc.array(fc.string(), { maxLength: 3 }))),
      ),
      { noNullPrototype: true },
    );
    fc.assert(
      fc.property(record, record, (before, after) => {
        const made = structuredClone(before) as Record<string, unknown>;
        for (const { path, to } of changedFields(before, after)) {
          const parent = path.slice(0, -1).reduce<Record<string, unknown>>((o, k) => o[k] as never, made);
          if (to === undefined) delete parent[path.at(-1)!];
          else parent[path.at(-1)!] = to;
        }
        expect(made).toEqual(after);
      }),
    );
  });
});
