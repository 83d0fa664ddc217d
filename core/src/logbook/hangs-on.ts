/** What would be without its other half if a record were put away. */
import { type Instant, type LocalDate, dateIn } from '../calendar';
import type { Collection, Job } from '../model';
import { carLabel } from './car-label';
import type { Logbook } from './logbook';

/** So many records of a collection that point at it and are still in use. */
export interface HangsOn {
  collection: Collection;
  names: string[];
}

/**
 * Records in use that point at one: bookings and events that are to come, open orders, everything else that is not put away.
 * @param today events that are over hang on nothing any more
 */
export function hangsOn(logbook: Logbook, collection: Collection, id: string, today: LocalDate): HangsOn[] {
  const live = <T extends { archived: boolean }>(all: ReadonlyMap<string, T>): T[] =>
    [...all.values()].filter((r) => !r.archived);
  const carName = (carId: string): string => carLabel(logbook, carId);
  const dayOf = (at: Instant): LocalDate => dateIn(at, logbook.shop.timeZone);
  const coming = live(logbook.events).filter((e) => e.endDate >= today);
  const isComing = (eventId: string): boolean => coming.some((e) => e.id === eventId);
  const jobsOf = (isIts: (j: Job) => boolean) =>
    live(logbook.jobs).filter((j) => isIts(j) && dayOf(j.startAt) >= today);
  /** Bookings to come that it is reserved for, by car. */
  const reservedFor = (): string[] =>
    live(logbook.bookings)
      .filter((b) => isComing(b.eventId) && b.reservedIds.includes(id))
      .map((b) => carName(b.carId));
  const found: Partial<Record<Collection, string[]>> = {};
  switch (collection) {
    case 'cars':
      found.bookings = live(logbook.bookings)
        .filter((b) => b.carId === id && isComing(b.eventId))
        .map((b) => logbook.events.get(b.eventId)!.name);
      found.jobs = jobsOf((j) => j.carId === id).map((j) => dayOf(j.startAt));
      found.padSets = live(logbook.padSets)
        .filter((p) => p.carId === id)
        .map((p) => p.label);
      found.rotorPairs = live(logbook.rotorPairs)
        .filter((p) => p.carId === id)
        .map((p) => p.label);
      break;
    case 'customers':
      found.cars = live(logbook.cars)
        .filter((c) => c.customerId === id)
        .map((c) => c.name);
      break;
    case 'events':
      found.bookings = live(logbook.bookings)
        .filter((b) => b.eventId === id)
        .map((b) => carName(b.carId));
      found.jobs = jobsOf((j) => j.eventId === id).map((j) => carName(j.carId));
      break;
    case 'venues':
      found.events = coming.filter((e) => e.venueId === id).map((e) => e.name);
      break;
    case 'fluids':
      found.bottles = live(logbook.bottles)
        .filter((b) => b.fluidId === id)
        .map((b) => b.label);
      break;
    case 'compounds':
      found.padSets = live(logbook.padSets)
        .filter((p) => p.compoundId === id)
        .map((p) => p.label);
      found.procedures = live(logbook.procedures)
        .filter((p) => p.compoundId === id)
        .map((p) => p.name);
      break;
    case 'padSets':
    case 'bottles':
      found.bookings = reservedFor();
      break;
    case 'ruleSets':
      found.events = coming.filter((e) => e.ruleSetId === id).map((e) => e.name);
      break;
    case 'rotorPairs':
      found.bookings = reservedFor();
      found.padSets = live(logbook.padSets)
        .filter((p) => p.rotorPairId === id)
        .map((p) => p.label);
      break;
    case 'suppliers':
      found.orders = live(logbook.orders)
        .filter((o) => o.supplierId === id)
        .map((o) => o.placedOn);
      break;
    case 'lifts':
      found.jobs = jobsOf((j) => j.liftId === id).map((j) => carName(j.carId));
      break;
    case 'crew':
      found.jobs = jobsOf((j) => j.crewId === id || j.helperId === id).map((j) => carName(j.carId));
      break;
    default:
  }
  return (Object.entries(found) as [Collection, string[]][])
    .filter(([, names]) => names.length > 0)
    .map(([of, names]) => ({ collection: of, names: [...new Set(names)] }));
}
