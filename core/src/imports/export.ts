/** Customers and cars as a table that the import reads again without a change. */
import { dateIn } from '../calendar';
import { boresText } from '../hydraulics';
import type { Logbook } from '../logbook';
import type { AxleBrake } from '../model';
import { type ImportColumn, importColumns } from './columns';

const brakeNames: Record<AxleBrake['brake'], string> = {
  fixedCaliper: 'fixed',
  floatingCaliper: 'floating',
  drum: 'drum',
};

/**
 * A row for each car that is in use, by customer and name, with the headings of {@link importColumns}.
 * @returns the heading first
 */
export function exportRows(logbook: Logbook): string[][] {
  const { timeZone } = logbook.shop;
  const rows = [...logbook.cars.values()].flatMap((car) => {
    const customer = logbook.customers.get(car.customerId);
    if (car.archived || !customer || customer.archived) return [];
    const flush = logbook.factsOfCar(car.id).findLast((f) => f.kind === 'fluidExchange');
    const elsewhere = flush?.kind === 'fluidExchange' ? flush.elsewhere : undefined;
    const said: Record<ImportColumn, string> = {
      customer: customer.name,
      car: car.name,
      phone: customer.phone,
      email: customer.email,
      make: car.make,
      model: car.model,
      year: car.year === null ? '' : String(car.year),
      plate: car.plate,
      grade: car.fluidGrade,
      'driver side': car.driverSide,
      'front brake': brakeNames[car.front.brake],
      'front bores': boresText(car.front),
      'rear brake': brakeNames[car.rear.brake],
      'rear bores': boresText(car.rear),
      'last flush': flush ? dateIn(flush.at, timeZone) : '',
      'flushed by': elsewhere?.doneBy ?? '',
      'flush fluid': logbook.fluids.get(elsewhere?.fluidId ?? '')?.name ?? '',
      'car notes': car.notes,
    };
    return [said];
  });
  rows.sort((a, b) => a.customer.localeCompare(b.customer) || a.car.localeCompare(b.car));
  return [[...importColumns], ...rows.map((said) => importColumns.map((column) => said[column]))];
}
