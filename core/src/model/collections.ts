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
  'ruleSets',
  'lifts',
  'suppliers',
  'wearParts',
  'orders',
  'messages',
  'wrenches',
] as const;
export type Collection = (typeof collections)[number];
