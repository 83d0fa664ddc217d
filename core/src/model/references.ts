import { type Collection, collections } from './collections';
import type { RecordOf } from './schemas/records';

/** Fields of a record that are called an id of something. */
type IdFields<R> = Extract<keyof R, `${string}Id`>;

/**
 * Where a record of a collection points at another: the other must exist before it is saved. One entry for every collection, and in it one for every
 * field that is called an id; what is forgotten does not compile.
 */
export const recordReferences = {
  customers: { mergedIntoId: 'customers' },
  cars: { mergedIntoId: 'cars', customerId: 'customers' },
  events: { venueId: 'venues', ruleSetId: 'ruleSets' },
  bookings: { eventId: 'events', carId: 'cars' },
  bottles: { fluidId: 'fluids' },
  jobs: {
    carId: 'cars',
    eventId: 'events',
    crewId: 'crew',
    helperId: 'crew',
    liftId: 'lifts',
    bookingId: 'bookings',
  },
  padSets: { carId: 'cars', rotorPairId: 'rotorPairs', compoundId: 'compounds' },
  rotorPairs: { carId: 'cars' },
  procedures: { compoundId: 'compounds' },
  brakeSheets: { carId: 'cars' },
  imports: { by: 'crew' },
  wearParts: { carId: 'cars' },
  orders: { supplierId: 'suppliers' },
  messages: { customerId: 'customers', bookingId: 'bookings', queueEntryId: 'queueEntries' },
  queueEntries: { eventId: 'events', carId: 'cars' },
  shops: {},
  crew: {},
  carKinds: {},
  venues: {},
  fluids: {},
  compounds: {},
  ruleSets: {},
  lifts: {},
  suppliers: {},
  wrenches: {},
} as const satisfies { [C in Collection]: Record<IdFields<RecordOf<C>>, Collection> };

/** Fields of a collection's records that point at records of another. @example fieldsTo('jobs', 'crew') // ['crewId', 'helperId'] */
export const fieldsTo = (collection: Collection, target: Collection): string[] =>
  Object.entries(recordReferences[collection] as Record<string, Collection>).flatMap(([field, to]) =>
    to === target ? [field] : [],
  );
/** Collections whose records point at records of another, but for what was merged into it. */
export const collectionsTo = (target: Collection): { collection: Collection; field: string }[] =>
  collections.flatMap((collection) =>
    fieldsTo(collection, target)
      .filter((field) => field !== 'mergedIntoId')
      .map((field) => ({ collection, field })),
  );
