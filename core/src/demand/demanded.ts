import type { Logbook } from '../logbook';
import type { Car, Figure, Origin, TrackEvent } from '../model';
import { expectedPeakC } from './peak';

/** What the fluid of a car must boil at: the peak that is expected, and the strictest margin over it. */
export function demandedBoilingPoint(
  logbook: Logbook,
  car: Car,
  event: TrackEvent | null,
): { peak: Figure; demanded: Figure } {
  const customer = logbook.customers.get(car.customerId);
  const margins: { value: number; origin: Origin }[] = [
    { value: logbook.shop.demandedMarginC, origin: { from: 'default', label: 'Shop’s demanded margin' } },
  ];
  if (typeof customer?.demandedMarginC === 'number') {
    margins.push({
      value: customer.demandedMarginC,
      origin: { from: 'record', label: `${customer.name} asks for it` },
    });
  }
  if (event && typeof event.demandedMarginC === 'number') {
    margins.push({ value: event.demandedMarginC, origin: { from: 'record', label: `${event.name} asks for it` } });
  }
  const margin = margins.reduce((a, b) => (b.value > a.value ? b : a));
  const peak = expectedPeakC(logbook, car, event);
  return {
    peak,
    demanded: {
      label: 'Demanded boiling point',
      value: peak.value + margin.value,
      measure: 'temperature',
      working: {
        formula: 'peak fluid temperature + strictest margin',
        inputs: [
          {
            name: 'peak fluid temperature',
            value: peak.value,
            measure: 'temperature',
            origin: { from: 'computed', figure: peak },
          },
          { name: 'margin', value: margin.value, measure: 'temperatureDifference', origin: margin.origin },
        ],
        source: 'Margin: common practice, no source; the strictest of shop, customer and event holds',
      },
    },
  };
}
