import { type Request, Router } from 'express';
import { z } from 'zod';
import { type Fact, type FactKind, type Logbook, type UnitSystem, dateIn, ofKind } from '@calvik/core';
import { afterEventSheet, driverCard, referralLetter } from '@calvik/words/documents';
import type { LogbookCache } from '../database/logbook-cache';
import { Problem, invalid } from '../problems';
import { paperPdf, sendPaper } from '../sheet/paper';
import { type Described, problem, idParameter } from './described';

const sheetQuery = z.object({ units: z.enum(['metric', 'imperial']).optional() });

/** Papers of an event day: the driver's card, a referral, and the sheet after the event. */
export function trackRoutes(cache: LogbookCache): Router {
  const router = Router();

  const read = async (request: Request): Promise<{ logbook: Logbook; units: UnitSystem | null; id: string }> => {
    const query = sheetQuery.safeParse(request.query);
    if (!query.success) throw invalid(query.error);
    const { logbook } = await cache.current();
    return { logbook, units: query.data.units ?? null, id: String(request.params.id) };
  };
  const find = <K extends FactKind>(logbook: Logbook, kind: K, id: string) =>
    [...logbook.cars.keys()]
      .flatMap((carId) => ofKind(logbook.factsOfCar(carId), kind) as readonly Fact[])
      .find((f) => f.id === id) as Extract<Fact, { kind: K }> | undefined;
  const unitsOf = (logbook: Logbook, carId: string, asked: UnitSystem | null): UnitSystem =>
    asked ?? logbook.customers.get(logbook.cars.get(carId)?.customerId ?? '')?.units ?? 'metric';

  router.get('/bookings/:id/after-event.pdf', async (request, response) => {
    const { logbook, units, id } = await read(request);
    const booking = logbook.bookings.get(id);
    const today = dateIn(new Date().toISOString(), logbook.shop.timeZone);
    const sheet = booking && afterEventSheet(logbook, booking, unitsOf(logbook, booking.carId, units), today);
    if (!sheet) throw new Problem(404, 'noSuch', { what: 'booking' });
    await sendPaper(response, `after the event ${sheet.car}`, paperPdf(sheet, sheet.isClosed));
  });

  router.get('/referrals/:id/letter.pdf', async (request, response) => {
    const { logbook, units, id } = await read(request);
    const fact = find(logbook, 'referralWritten', id);
    const letter = fact && referralLetter(logbook, fact, unitsOf(logbook, fact.carId, units));
    if (!letter) throw new Problem(404, 'noSuch', { what: 'diagnosis' });
    const head = { title: 'For', lines: [letter.to], table: null };
    await sendPaper(
      response,
      `referral ${letter.car}`,
      paperPdf({ ...letter, sections: [head, ...letter.sections] }, letter.mayBeDriven),
    );
  });

  router.get('/session-decisions/:id/card.pdf', async (request, response) => {
    const { logbook, id } = await read(request);
    const fact = find(logbook, 'sessionDecision', id);
    const card = fact && driverCard(logbook, fact);
    if (!card) throw new Problem(404, 'noSuch', { what: 'session' });
    const car = logbook.cars.get(fact.carId)!;
    await sendPaper(
      response,
      `card ${card.car}`,
      paperPdf(
        {
          title: 'For the driver',
          shop: logbook.shop.name,
          car: card.car,
          plate: car.plate,
          customer: logbook.customers.get(car.customerId)?.name ?? '',
          date: card.signature,
          statusLine: card.decision,
          sections: [{ title: 'Keep to', lines: card.lines, table: null }],
          signature: card.signature,
          caution: 'In doubt come in. Nobody drives on a doubtful pedal.',
        },
        card.kind === 'go',
      ),
    );
  });
  return router;
}

/** As the description of the API has them. */
export const trackPaths = (): Described => ({
  '/api/bookings/{id}/after-event.pdf': {
    get: {
      summary: 'What a customer is told after an event',
      parameters: [idParameter, { name: 'units', in: 'query', schema: { enum: ['metric', 'imperial'] } }],
      responses: { 200: { description: 'Pages', content: { 'application/pdf': {} } }, 404: problem('No such booking') },
    },
  },
  '/api/referrals/{id}/letter.pdf': {
    get: {
      summary: 'A referral, for whoever takes the car on',
      parameters: [idParameter, { name: 'units', in: 'query', schema: { enum: ['metric', 'imperial'] } }],
      responses: {
        200: { description: 'A page', content: { 'application/pdf': {} } },
        404: problem('No such referral'),
      },
    },
  },
  '/api/session-decisions/{id}/card.pdf': {
    get: {
      summary: 'The card for the driver',
      parameters: [idParameter],
      responses: {
        200: { description: 'A page', content: { 'application/pdf': {} } },
        404: problem('No such decision'),
      },
    },
  },
});
