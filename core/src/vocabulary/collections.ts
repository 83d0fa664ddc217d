import type { Shop } from './schemas/records';

/** Every collection of records, by its name on the wire. */
export const collections = [
  'shops',
  'crew',
  'customers',
  'cars',
  'venues',
  'events',
  'bookings',
  'fluids',
  'bottles',
  'jobs',
  'rotorPairs',
  'padSets',
  'brakeSheets',
] as const;
export type Collection = (typeof collections)[number];

/** A shop has one record of itself; it has this id everywhere. */
export const SHOP_ID = '01900000-0000-7000-8000-000000000001';

/** What holds until the shop says otherwise. Common practice, no source; every one can be edited. */
export const shopDefaults: Shop = {
  id: SHOP_ID,
  version: 0,
  archived: false,
  name: 'Your shop',
  timeZone: 'UTC',
  fluidPolicies: [{ school: 'bleedAfterTrackDay', fullEveryMonths: 12 }],
  demandedMarginC: 30,
  defaultPeakFluidTempC: 200,
  defaultUptakePercentPerYear: 1.5,
  openBottleDays: 30,
  altitudeM: 0,
  padLimitMm: 3,
  padTrackStartPercent: 50,
  wasteContainerMl: 20_000,
};
