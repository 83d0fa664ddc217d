import fc from 'fast-check';
import { bleedSequence } from '../../src/hydraulics';
import { circuitAtRisk, circuitOf } from '../../src/hydraulics';
import { makeCar } from '../builders/book';

describe('circuits', () => {
  test('diagonal: a hose that lets go at one corner takes the one across the car with it; front and rear: its axle', () => {
    expect(circuitOf({ circuitSplit: 'diagonal' }, 'FL')).toEqual(['FL', 'RR']);
    expect(circuitOf({ circuitSplit: 'frontRear' }, 'RL')).toEqual(['RL', 'RR']);
    expect(circuitAtRisk({ circuitSplit: 'diagonal' }, 'RL')).toMatchObject({ values: { corners: ['RL', 'FR'] } });
  });
  test('the sequence by circuit finishes one circuit before it begins the other', () => {
    const split = fc.constantFrom('diagonal' as const, 'frontRear' as const);
    fc.assert(
      fc.property(split, fc.constantFrom('left' as const, 'right' as const), (circuitSplit, masterCylinderSide) => {
        const of = makeCar({ circuitSplit, masterCylinderSide, sequenceSchool: 'byCircuit' });
        const order = [...new Set(bleedSequence(of).map((n) => n.corner))];
        expect(new Set(order.slice(0, 2))).toEqual(new Set(circuitOf(of, order[0]!)));
        expect(order).toHaveLength(4);
      }),
    );
  });
});
