/** A car that turned up in the paddock becomes a customer, a car and a booking. */
import { plainCar } from '../hydraulics';
import { type Logbook, customerLike, isSameName, lettersAndDigits } from '../logbook';
import { type Booking, type Car, type Customer, type QueueEntry, recordDefaults } from '../model';

/** Who and what it may be already. */
export interface Likes {
  customer: Customer | null;
  /** Cars of that customer, or of this name, the likeliest first. */
  cars: Car[];
}

/** Records that may be the same as what was written down. */
export function carLikeWalkIn(logbook: Logbook, { walkIn }: Pick<QueueEntry, 'walkIn'>): Likes {
  if (!walkIn) return { customer: null, cars: [] };
  const customer = customerLike(logbook.customers.values(), { name: walkIn.driver, phone: walkIn.phone });
  const written = lettersAndDigits(walkIn.car);
  const isNamedSo = (c: Car): boolean => {
    const plate = lettersAndDigits(c.plate);
    return isSameName(c.name, walkIn.car) || (plate.length >= 4 && written.includes(plate));
  };
  const cars = [...logbook.cars.values()]
    .filter((c) => !c.archived && (c.customerId === customer?.id || isNamedSo(c)))
    .sort((a, b) => Number(isNamedSo(b)) - Number(isNamedSo(a)) || a.name.localeCompare(b.name));
  return { customer, cars };
}

export interface MadeOfWalkIn {
  customer: Customer | null;
  car: Car | null;
  booking: Booking | null;
  entry: QueueEntry;
}

/**
 * What is saved when a walk-in becomes a customer and a car: in one go, with what was written down.
 * @param is who and what it is already; null where it is new
 * @param ids of what is made @param notes of the car: that its figures are assumed
 */
export function madeOfWalkIn(
  logbook: Logbook,
  entry: QueueEntry,
  is: { customerId: string | null; carId: string | null },
  ids: { customerId: string; carId: string; bookingId: string },
  notes: string,
): MadeOfWalkIn {
  const common = { version: 0, archived: false };
  const known = logbook.cars.get(is.carId ?? '') ?? null;
  const customerId = known?.customerId ?? is.customerId ?? ids.customerId;
  const customer: Customer | null = logbook.customers.has(customerId)
    ? null
    : {
        ...common,
        ...recordDefaults.customers,
        id: customerId,
        name: entry.walkIn?.driver ?? '',
        phone: entry.walkIn?.phone ?? '',
        email: '',
        notes: '',
        units: 'metric',
        fluidPolicy: null,
        demandedMarginC: null,
      };
  const car: Car | null = known
    ? null
    : {
        ...plainCar,
        id: ids.carId,
        customerId,
        name: entry.walkIn?.car ?? '',
        make: '',
        model: '',
        notes,
        // What the driver has said of its fluid nobody assumes.
        ...(entry.fluidGrade === null
          ? {}
          : { fluidGrade: entry.fluidGrade, assumed: plainCar.assumed.filter((key) => key !== 'fluidGrade') }),
      };
  const carId = known?.id ?? ids.carId;
  const isBooked = logbook.bookingsOfEvent(entry.eventId).some((b) => b.carId === carId);
  return {
    customer,
    car,
    booking: isBooked
      ? null
      : {
          ...common,
          ...recordDefaults.bookings,
          id: ids.bookingId,
          eventId: entry.eventId,
          carId,
          notes: '',
          group: entry.group,
        },
    entry: { ...entry, carId },
  };
}
