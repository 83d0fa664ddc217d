/** Taking a whole import back. */
import type { Logbook } from '../logbook';
import type { Car, Customer, Import } from '../model';

export interface ImportUndo {
  /** Put away. */
  cars: Car[];
  customers: Customer[];
  /** Something has been done with them since: they stay. */
  leftCars: Car[];
}

/**
 * What is put away when an import is undone: its cars that nothing has been done with since, and its customers who have no car left.
 * Nothing that somebody has entered later goes with it; last flushes stay with their cars, and come back with them.
 */
export function importUndo(logbook: Logbook, { carIds, customerIds, flushIds }: Import): ImportUndo {
  const own = new Set(flushIds);
  const isTouched = (car: Car): boolean =>
    logbook.factsOfCar(car.id).some((f) => !own.has(f.id)) ||
    logbook.bookingsOfCar(car.id).length > 0 ||
    logbook.jobsOfCar(car.id).length > 0 ||
    logbook.brakeSheetOfCar(car.id) !== null ||
    [...logbook.padSets.values(), ...logbook.rotorPairs.values(), ...logbook.wearParts.values()].some(
      (part) => !part.archived && part.carId === car.id,
    );
  const inUse = carIds.map((id) => logbook.cars.get(id)).filter((c): c is Car => c !== undefined && !c.archived);
  const cars = inUse.filter((car) => !isTouched(car));
  const gone = new Set(cars.map((c) => c.id));
  const stillOwning = new Set(
    [...logbook.cars.values()].filter((c) => !c.archived && !gone.has(c.id)).map((c) => c.customerId),
  );
  return {
    cars,
    customers: customerIds
      .map((id) => logbook.customers.get(id))
      .filter((c): c is Customer => c !== undefined && !c.archived && !stillOwning.has(c.id)),
    leftCars: inUse.filter(isTouched),
  };
}
