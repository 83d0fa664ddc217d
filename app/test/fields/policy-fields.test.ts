import fc from 'fast-check';
import type { FluidPolicy } from '@calvik/core';
import { policyForm, policyOf } from '../../src/fields/policy-fields';

const policy: fc.Arbitrary<FluidPolicy | null> = fc.oneof(
  fc.constant(null),
  fc.constant<FluidPolicy>({ school: 'everyEvent' }),
  fc.integer({ min: 1, max: 730 }).map((withinDays): FluidPolicy => ({ school: 'window', withinDays })),
  fc
    .integer({ min: 1, max: 36 })
    .map((fullEveryMonths): FluidPolicy => ({ school: 'bleedAfterTrackDay', fullEveryMonths })),
  fc.integer({ min: 1, max: 60 }).map((everyMonths): FluidPolicy => ({ school: 'roadInterval', everyMonths })),
  fc.constant<FluidPolicy>({ school: 'weeklyInSeason', firstMonth: 4, lastMonth: 10 }),
);

test('a rule shown in a form and read back is the same rule', () => {
  fc.assert(fc.property(policy, (p) => expect(policyOf(policyForm(p))).toEqual(p)));
});

test('an empty count takes the usual figure', () => {
  expect(policyOf({ school: 'window', count: ' ' })).toEqual({ school: 'window', withinDays: 90 });
  expect(policyOf({ school: 'roadInterval', count: '' })).toEqual({ school: 'roadInterval', everyMonths: 24 });
});
