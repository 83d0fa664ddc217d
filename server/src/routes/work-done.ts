import { Router } from 'express';
import { z } from 'zod';
import { type DoneJob, workDoneBetween } from '@calvik/core/run-up';
import { localDate } from '@calvik/core/model/schemas';
import { jobNames, workName } from '@calvik/words';
import type { LogbookCache } from '../database/logbook-cache';
import { invalid } from '../problems';
import { sendCsv } from './csv';
import { type Described, problem, stretchParameters } from './described';

const stretch = z.object({ from: localDate, to: localDate });

const worksOf = ({ job }: DoneJob): string =>
  job.covers.length > 0 ? job.covers.map((key) => workName(key)).join('; ') : jobNames[job.kind];

/** A line for the work, and one for each thing that went into the car: whoever writes the invoice takes them over. */
function invoiceRows(done: readonly DoneJob[]): object[] {
  return done.flatMap((d) => {
    const { day, customer, car, plate, event } = d;
    const head = { day, customer, car, plate, event, job: d.job.id };
    const line = (what: string, over: object) => ({
      ...head,
      line: what,
      what: '',
      people: '',
      planned_min: '',
      taken_min: '',
      amount: '',
      unit: '',
      unit_price_minor: '',
      currency: '',
      ...over,
    });
    return [
      line('work', {
        what: worksOf(d),
        people: d.people.join('; '),
        planned_min: d.plannedMin,
        taken_min: d.takenMin ?? '',
      }),
      ...d.goods.map((g) =>
        line(g.goods, {
          what: g.name,
          amount: g.amount,
          unit: g.goods === 'fluid' ? 'mL' : 'pcs',
          unit_price_minor: g.unitPriceMinor ?? '',
          currency: g.currency ?? '',
        }),
      ),
    ];
  });
}

/** Work that was done, with minutes, parts and fluid, as CSV and JSON: for the invoice, which is written elsewhere. */
export function workDoneRoutes(cache: LogbookCache): Router {
  const router = Router();
  const doneIn = async (query: unknown) => {
    const parsed = stretch.safeParse(query);
    if (!parsed.success) throw invalid(parsed.error);
    const { logbook } = await cache.current();
    return { ...parsed.data, done: workDoneBetween(logbook, parsed.data.from, parsed.data.to) };
  };
  router.get('/exports/work-done.csv', async (request, response) => {
    const { from, to, done } = await doneIn(request.query);
    sendCsv(response, `work-done-${from}-${to}`, invoiceRows(done));
  });
  router.get('/exports/work-done.json', async (request, response) => {
    const { from, to, done } = await doneIn(request.query);
    const jobs = done.map(({ job, ...d }) => ({ id: job.id, works: worksOf({ job, ...d }), ...d }));
    response.set('Cache-Control', 'no-store').json({ from, to, jobs });
  });
  return router;
}

/** As the description of the API has them. */
export const workDonePaths = (): Described => ({
  '/api/exports/work-done.csv': {
    get: {
      summary: 'Work that was done from one day to another, with minutes, parts and fluid, for the invoice',
      parameters: stretchParameters,
      responses: { 200: { description: 'CSV' }, 422: problem('No days') },
    },
  },
  '/api/exports/work-done.json': {
    get: {
      summary: 'The same as JSON',
      parameters: stretchParameters,
      responses: { 200: { description: 'Jobs' }, 422: problem('No days') },
    },
  },
});
