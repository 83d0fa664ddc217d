import { Router, json } from 'express';
import { z } from 'zod';
import type { Collection, RecordOf } from '@calvik/core';
import { quantity } from '@calvik/core/model/schemas';
import type { Planner } from '../planner/planner';
import { Problem, invalid } from '../problems';
import type { LogbookCache } from '../database/logbook-cache';
import type { Database } from '../database/database';
import { authorOf, refusal } from './records';
import { type Described, jsonContent, problem, idParameter, schemaOf } from './described';

/** What starts the search for a plan. */
export const planRequest = z.object({ seconds: quantity(1, 120, 's').default(20) });

/** Plans: one press starts the search, the page asks how far it is, stops it, and takes what it likes. */
export function planRoutes(database: Database, cache: LogbookCache, planner: Planner): Router {
  const router = Router();
  const parseJson = json({ limit: '10kb' });
  const find = async (id: string) => {
    const { logbook } = await cache.current();
    const run = planner.find(id, logbook, new Date().toISOString());
    if (!run) throw new Problem(404, 'noSuch', { what: 'plan' });
    return run;
  };

  router.post('/plans', parseJson, async (request, response) => {
    const parsed = planRequest.safeParse(request.body ?? {});
    if (!parsed.success) throw invalid(parsed.error);
    const { logbook } = await cache.current();
    response.status(201).json(planner.start(logbook, new Date().toISOString(), parsed.data.seconds));
  });
  router.get('/plans/:id', async (request, response) => {
    response.set('Cache-Control', 'no-store').json(await find(request.params.id));
  });
  router.delete('/plans/:id', async (request, response) => {
    await find(request.params.id);
    planner.stop(request.params.id);
    response.status(204).end();
  });

  /** Saves every job of a plan and takes away those that it replaces: all of it, or nothing. */
  router.post('/plans/:id/take', async (request, response) => {
    const { answer, isOutOfDate } = await find(request.params.id);
    if (!answer) throw new Problem(409, 'planNotReady', {});
    if (isOutOfDate) throw new Problem(409, 'planOutOfDate', {});
    const entries = [...answer.jobs, ...answer.drop.map((job) => ({ ...job, archived: true }))].map((body) => ({
      collection: 'jobs' as Collection,
      body: body as RecordOf<Collection>,
    }));
    const refused = await database.saveAll(entries, authorOf(request));
    if (refused) {
      if (refused.outcome === 'stale') throw new Problem(409, 'planOutOfDate', {});
      throw refusal(refused);
    }
    response.json({ saved: answer.jobs.length, dropped: answer.drop.length });
  });
  return router;
}

/** As the description of the API has them. */
export const plansPaths = (): Described => ({
  '/api/plans': {
    post: {
      summary: 'Search for a plan over crew and lifts, in a thread of its own',
      requestBody: { required: false, content: jsonContent(schemaOf(planRequest)) },
      responses: { 201: { description: 'Searching' }, 422: problem('Not valid') },
    },
  },
  '/api/plans/{id}': {
    get: {
      summary: 'How far the search is, or the plan with what it leaves out',
      parameters: [idParameter],
      responses: { 200: { description: 'Working, done or failed' }, 404: problem('Not there any more') },
    },
    delete: {
      summary: 'End the search with the best plan so far',
      parameters: [idParameter],
      responses: { 204: { description: 'Ending' }, 404: problem('Not there any more') },
    },
  },
  '/api/plans/{id}/take': {
    post: {
      summary: 'Save all jobs of a plan, or none',
      parameters: [idParameter],
      responses: { 200: { description: 'Saved' }, 409: problem('Not ready, or a job was changed meanwhile') },
    },
  },
});
