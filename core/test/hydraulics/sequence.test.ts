import { cornerSequence, bleedSequence } from '../../src/hydraulics';
import { makeCar } from '../builders/book';

describe('sequence', () => {
  // Farthest line first, by where the master cylinder sits: common practice, no source.
  test('master cylinder front left: right rear, left rear, right front, left front', () => {
    expect(cornerSequence(makeCar())).toEqual(['RR', 'RL', 'FR', 'FL']);
  });
  test('mirrored for a master cylinder front right', () => {
    expect(cornerSequence(makeCar({ masterCylinderSide: 'right', driverSide: 'right' }))).toEqual([
      'RL',
      'RR',
      'FL',
      'FR',
    ]);
  });
  test('nearest first, diagonal circuits and a maker’s sheet', () => {
    expect(cornerSequence(makeCar({ sequenceSchool: 'nearestFirst' }))).toEqual(['FL', 'FR', 'RL', 'RR']);
    expect(cornerSequence(makeCar({ sequenceSchool: 'byCircuit', circuitSplit: 'diagonal' }))).toEqual([
      'RR',
      'FL',
      'RL',
      'FR',
    ]);
    expect(
      cornerSequence(
        makeCar({
          sequenceSchool: 'makerSheet',
          makerSequence: ['FL', 'RR', 'FR', 'RL'],
          makerSequenceSource: 'sheet 4',
        }),
      ),
    ).toEqual(['FL', 'RR', 'FR', 'RL']);
  });
  test('two nipples on a caliper, in the maker’s order', () => {
    const base = makeCar();
    const front = { ...base.front, bleedNipplesPerCorner: 2 as const, bleedNippleOrder: 'outerInnerOuter' as const };
    expect(bleedSequence(makeCar({ front })).map((s) => `${s.corner} ${s.nipple}`)).toEqual([
      'RR single',
      'RL single',
      'FR outer',
      'FR inner',
      'FR outer',
      'FL outer',
      'FL inner',
      'FL outer',
    ]);
  });
  // 0.2 L for the front axle and 0.3 L for the rear with a fresh reservoir; 250–350 mL at the first corner without.
});
