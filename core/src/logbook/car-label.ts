import type { Car } from '../model';
import type { Logbook } from './logbook';

const shared = new WeakMap<ReadonlyMap<string, Car>, ReadonlySet<string>>();

/** Names that more than one car in use has. */
function sharedNames(cars: ReadonlyMap<string, Car>): ReadonlySet<string> {
  let known = shared.get(cars);
  if (!known) {
    const seen = new Set<string>();
    const twice = new Set<string>();
    for (const { name, archived } of cars.values()) {
      if (archived) continue;
      if (seen.has(name)) twice.add(name);
      seen.add(name);
    }
    known = twice;
    shared.set(cars, known);
  }
  return known;
}

/**
 * The name of a car as it is shown beside others: with its plate, else its owner, where another car has the same name.
 * @returns empty where the car is not on record
 * @example carLabel(logbook, id) // "Velund (QX 114)"
 */
export function carLabel(logbook: Pick<Logbook, 'cars' | 'customers'>, carId: string): string {
  const car = logbook.cars.get(carId);
  if (!car) return '';
  if (!sharedNames(logbook.cars).has(car.name)) return car.name;
  const other = car.plate || logbook.customers.get(car.customerId)?.name;
  return other ? `${car.name} (${other})` : car.name;
}
