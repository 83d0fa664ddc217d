import { Router } from 'express';
import { type CostPart, costAnHour, costOfYears } from '@calvik/core/cost';
import { costPartName } from '@calvik/words/cost';
import type { LogbookCache } from '../database/logbook-cache';
import { Problem } from '../problems';
import { sendCsv } from './csv';
import { current } from './current';
import { type Described, idParameter, problem } from './described';

const rounded = (value: number | undefined): number | '' => (value === undefined ? '' : Math.round(value * 100) / 100);

const rowOf = (part: CostPart, currency: string): object => ({
  what: costPartName(part),
  label: part.label,
  price_minor: rounded(part.price?.minor),
  price_currency: part.price?.currency ?? '',
  lasts_hours: rounded(part.life?.hours),
  lasts_hours_low: rounded(part.life?.lowHours),
  lasts_hours_high: rounded(part.life?.highHours),
  minor_an_hour: rounded(part.anHour?.minor),
  minor_an_hour_low: rounded(part.anHour?.lowMinor),
  minor_an_hour_high: rounded(part.anHour?.highMinor),
  currency,
  lacks: part.lacks ?? '',
});

/** What an hour on track costs a car, as CSV. */
export function costRoutes(cache: LogbookCache): Router {
  const router = Router();
  router.get('/exports/cars/:id/cost.csv', async (request, response) => {
    const { logbook, today } = await current(cache);
    const car = logbook.cars.get(String(request.params.id));
    if (!car) throw new Problem(404, 'noSuch', { what: 'car' });
    const { parts, currency } = costAnHour(logbook, car, null, today);
    sendCsv(
      response,
      `cost-an-hour-${car.id}`,
      parts.map((part) => rowOf(part, currency)),
    );
  });
  router.get('/exports/cars/:id/cost-by-event.csv', async (request, response) => {
    const { logbook, today } = await current(cache);
    const car = logbook.cars.get(String(request.params.id));
    if (!car) throw new Problem(404, 'noSuch', { what: 'car' });
    sendCsv(
      response,
      `cost-by-event-${car.id}`,
      costOfYears(logbook, car, today).flatMap((year) =>
        year.events.flatMap(({ event, drivenHours, aheadHours, parts, isAtLeast }) =>
          parts.map((part) => ({
            event: event.name,
            from: event.startDate,
            driven_hours: rounded(drivenHours),
            ahead_hours: rounded(aheadHours),
            what: costPartName(part),
            minor: rounded(part.cost.minor),
            minor_low: rounded(part.cost.lowMinor),
            minor_high: rounded(part.cost.highMinor),
            currency: year.currency,
            at_least: isAtLeast ? 'yes' : 'no',
          })),
        ),
      ),
    );
  });
  return router;
}

/** As the description of the API has them. */
export const costPaths = (): Described => ({
  '/api/exports/cars/{id}/cost.csv': {
    get: {
      summary: 'What an hour on track costs a car: each part with its price, its life and what is lacking',
      parameters: [idParameter],
      responses: { 200: { description: 'CSV' }, 404: problem('No such car') },
    },
  },
  '/api/exports/cars/{id}/cost-by-event.csv': {
    get: {
      summary: 'What a car’s year comes to: each event with its parts, driven and ahead',
      parameters: [idParameter],
      responses: { 200: { description: 'CSV' }, 404: problem('No such car') },
    },
  },
});
