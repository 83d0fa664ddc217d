import { Router } from 'express';
import { type QueueMove, dateIn, timeIn } from '@calvik/core';
import { queueName, queueStates } from '@calvik/core/queue';
import { queueReferral } from '@calvik/words/documents';
import { promiseNames, queueStatusNames, wantsText } from '@calvik/words/queue';
import type { LogbookCache } from '../database/logbook-cache';
import { Problem } from '../problems';
import { paperPdf, sendPaper } from '../sheet/paper';
import { sendCsv } from './csv';
import { type Described, idParameter, problem } from './described';

/** Papers and tables of the paddock queue. */
export function queueRoutes(cache: LogbookCache): Router {
  const router = Router();

  router.get('/queue-referrals/:id/letter.pdf', async (request, response) => {
    const { logbook } = await cache.current();
    const id = String(request.params.id);
    const fact = [...logbook.queueEntries.keys()]
      .flatMap((entryId) => logbook.factsOfQueue(entryId))
      .find((f): f is QueueMove => f.kind === 'queueMove' && f.id === id);
    const letter = fact && queueReferral(logbook, fact);
    if (!letter) throw new Problem(404, 'noSuch', { what: 'reading' });
    const head = { title: 'For', lines: [letter.to], table: null };
    await sendPaper(
      response,
      `referral ${letter.car}`,
      paperPdf({ ...letter, sections: [head, ...letter.sections] }, letter.mayBeDriven),
    );
  });

  router.get('/exports/events/:id/queue.csv', async (request, response) => {
    const { logbook } = await cache.current();
    const event = logbook.events.get(String(request.params.id));
    if (!event) throw new Problem(404, 'noSuch', { what: 'event' });
    const { timeZone } = logbook.shop;
    const clock = (at: string | null): string => (at === null ? '' : `${dateIn(at, timeZone)} ${timeIn(at, timeZone)}`);
    sendCsv(
      response,
      `queue-${event.id}`,
      queueStates(logbook, event.id, new Date().toISOString()).map((s) => ({
        car: queueName(logbook, s.entry),
        driver: s.customer?.name ?? s.entry.walkIn?.driver ?? '',
        on_record: s.car === null ? 'no' : 'yes',
        arrived: clock(s.entry.arrivedAt),
        wanted: wantsText(s.entry.wants),
        found: s.found.length === 0 ? '' : wantsText(s.found),
        status: queueStatusNames[s.status],
        begun: clock(s.firstStartedAt),
        ended: clock(s.endedAt),
        worked_min: Math.round(s.workedMin),
        promised: s.promises
          .map((p) => `${timeIn(p.backBy, timeZone)} ${promiseNames[p.outcome].toLowerCase()}`)
          .join('; '),
      })),
    );
  });
  return router;
}

/** As the description of the API has them. */
export const queuePaths = (): Described => ({
  '/api/queue-referrals/{id}/letter.pdf': {
    get: {
      summary: 'A referral out of the paddock queue, for whoever takes the car on',
      parameters: [idParameter],
      responses: {
        200: { description: 'A page', content: { 'application/pdf': {} } },
        404: problem('No such referral'),
      },
    },
  },
  '/api/exports/events/{id}/queue.csv': {
    get: {
      summary:
        'The paddock queue of an event: each car with what was wanted and found, and what became of its promises',
      parameters: [idParameter],
      responses: { 200: { description: 'CSV' }, 404: problem('No such event') },
    },
  },
});
