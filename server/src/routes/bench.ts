import { createSession } from 'better-sse';
import { type Response, Router, json } from 'express';
import { v7 as uuidv7 } from 'uuid';
import { z } from 'zod';
import { applicationsOf } from '@calvik/core/bedding/driving';
import { type Car, type Logbook, fluidState, pressureAtAltitude, withDucts } from '@calvik/core';
import {
  applicationFault,
  beddingSeries,
  corner,
  id,
  quantity,
  said,
  sessionPlan,
  whole,
} from '@calvik/core/model/schemas';
import { CALIPER_EVERY_MS, closing, trueThicknessMm } from '../instruments/caliper';
import { PROBE_HOLE_MM, type TesterEvent, TesterRun } from '../instruments/boiling-tester';
import { DRIVE_EVERY_MS, driving } from '../instruments/drive';
import { type HeatRequest, readHeat, trueHeat } from '../instruments/heat';
import { penReading } from '../instruments/moisture-pen';
import { GAUGE_STEP_SECONDS, holding, leakPerSecond } from '../instruments/pressure-gauge';
import { type StreamEvent, StreamRun } from '../instruments/stream-run';
import { CLICK_EVERY_MS, clicks } from '../instruments/torque-wrench';
import { type HiddenTruth, truthOfBottle, truthOfCar } from '../instruments/truth';
import { Problem, invalid } from '../problems';
import type { LogbookCache } from '../database/logbook-cache';
import { type Described, jsonContent, problem, idParameter, schemaOf, file } from './described';

/** What starts the tester. */
export const testerRequest = z
  .object({
    carId: id.optional(),
    bottleId: id.optional(),
    /** How deep the sample is in which the probe stands, mm. */
    depthMm: quantity(0, 300, 'mm'),
  })
  .refine((r) => (r.carId === undefined) !== (r.bottleId === undefined), {
    ...said('testOfCarOrBottle'),
    path: ['carId'],
  });
/** What dips the pen. */
export const penRequest = z.object({ carId: id });

/** What closes the digital caliper on a pad or a rotor. */
export const caliperRequest = z.object({ carId: id, corner, target: z.enum(['inner', 'outer', 'rotor']) });
/** What sets the torque wrench and lets somebody work with it. */
export const wrenchRequest = z.object({ settingNm: quantity(1, 1000, 'N·m'), count: whole(1, 24, 'fasteners') });
/** What puts pressure on the system; `attempt` counts how often the cap has been seated. */
export const gaugeRequest = z.object({
  carId: id,
  startKpa: quantity(5, 400, 'kPa'),
  attempt: whole(0, 50, 'attempts'),
});

const heatAt = { carId: id, venueId: id, session: sessionPlan, corner };
/** What reads the heat of a session at a corner. */
export const heatRequest = z.discriminatedUnion('instrument', [
  z.object({ ...heatAt, instrument: z.literal('thermalPaint') }),
  z.object({ ...heatAt, instrument: z.literal('sticker') }),
  z.object({
    ...heatAt,
    instrument: z.literal('pyrometer'),
    part: z.enum(['rotor', 'caliper']),
    secondsAfterStop: quantity(0, 3600, 's'),
  }),
]);

/** What lets a simulated driver bed brakes. */
export const driveRequest = z.object({
  /** What is left to do. */
  series: z.array(beddingSeries).max(60),
  cooling: z.object({ minutes: quantity(0, 60, 'min'), kmh: quantity(10, 200, 'km/h') }),
  startKmh: quantity(0, 350, 'km/h').default(0),
  /** How much faster than life. */
  pace: quantity(1, 40, 'times').default(1),
  /** What goes wrong with the first applications, in turn; chance decides where it is left out. */
  told: z.array(applicationFault.nullable()).max(60).optional(),
});

const MAX_RUNS = 20;

/** The simulated instruments: a boiling tester that streams, and a moisture pen. */
export function benchRoutes(cache: LogbookCache, speed: number): { router: Router; stopAll: () => void } {
  const router = Router();
  const runs = new Map<string, TesterRun | StreamRun<unknown>>();
  const parseJson = json({ limit: '10kb' });

  const truthOf = async (
    sample: { carId?: string; bottleId?: string },
    at: string,
  ): Promise<HiddenTruth & { ambientKpa: number }> => {
    const { logbook } = await cache.current();
    const ambientKpa = pressureAtAltitude(logbook.shop.altitudeM);
    const car = sample.carId && logbook.cars.get(sample.carId);
    const truth = car
      ? truthOfCar(logbook, car, at)
      : sample.bottleId
        ? truthOfBottle(logbook, sample.bottleId, at)
        : null;
    if (!truth) throw new Problem(404, 'noSuch', { what: 'car' });
    return { ...truth, ambientKpa };
  };

  /** Old runs make room for new ones. */
  const remember = (run: TesterRun | StreamRun<unknown>): void => {
    runs.set(run.id, run);
    for (const old of [...runs.keys()].slice(0, Math.max(0, runs.size - MAX_RUNS))) {
      runs.get(old)?.stop('anotherStarted');
      runs.delete(old);
    }
  };

  router.post('/boiling-tests', parseJson, async (request, response) => {
    const parsed = testerRequest.safeParse(request.body);
    if (!parsed.success) throw invalid(parsed.error);
    const { depthMm, ...sample } = parsed.data;
    const { ambientKpa, ...truth } = await truthOf(sample, new Date().toISOString());
    if (depthMm <= PROBE_HOLE_MM) {
      throw new Problem(
        409,
        'probeNotSubmerged',
        { depthMm, holeMm: PROBE_HOLE_MM },
        { errors: [{ path: 'depthMm', message: '' }] },
      );
    }
    const runId = uuidv7();
    remember(new TesterRun(runId, { truth, ambientKpa, seed: runId, speed }));
    response.status(201).json({ id: runId, ambientKpa });
  });

  /** One stream of readings: how it is asked for, and what makes it. */
  const stream = <S extends z.ZodType>(
    path: string,
    schema: S,
    make: (request: z.infer<S>, seed: string, logbook: Logbook) => { source: Iterator<unknown>; everyMs: number },
  ): void => {
    router.post(path, parseJson, async (request, response) => {
      const parsed = schema.safeParse(request.body);
      if (!parsed.success) throw invalid(parsed.error);
      const { logbook } = await cache.current();
      const runId = uuidv7();
      const { source, everyMs } = make(parsed.data, runId, logbook);
      remember(new StreamRun(runId, source, everyMs / Math.max(1, speed / 8)));
      response.status(201).json({ id: runId });
    });
  };
  const carOf = (logbook: Logbook, carId: string): Car => {
    const car = logbook.cars.get(carId);
    if (!car) throw new Problem(404, 'noSuch', { what: 'car' });
    return car;
  };
  stream('/calipers', caliperRequest, ({ carId, corner: at, target }, seed, logbook) => ({
    source: closing(trueThicknessMm(logbook, carOf(logbook, carId), at, target), seed, target),
    everyMs: CALIPER_EVERY_MS,
  }));
  stream('/wrenches', wrenchRequest, ({ settingNm, count }, seed) => ({
    source: clicks(settingNm, count, seed),
    everyMs: CLICK_EVERY_MS / 8,
  }));
  stream('/gauges', gaugeRequest, ({ carId, startKpa, attempt }, seed, logbook) => ({
    source: holding(startKpa, leakPerSecond(carOf(logbook, carId).id, attempt), seed),
    everyMs: (GAUGE_STEP_SECONDS * 1000) / 8,
  }));

  stream('/drives', driveRequest, ({ series, cooling, startKmh, pace, told }, seed) => ({
    source: driving({ wanted: applicationsOf(series), cooling, startKmh }, seed, told),
    everyMs: DRIVE_EVERY_MS / pace,
  }));

  const runOf = (runId: unknown): TesterRun | StreamRun<unknown> => {
    const run = runs.get(String(runId));
    if (!run) throw new Problem(404, 'noSuch', { what: 'test' });
    return run;
  };

  const streams = ['/boiling-tests', '/calipers', '/wrenches', '/gauges', '/drives'];
  router.get(
    streams.map((path) => `${path}/:id/stream`),
    async (request, response) => {
      const run = runOf(request.params.id);
      const session = await createSession(request, response);
      const send = (event: TesterEvent | StreamEvent<unknown>): void => {
        session.push(event, event.type);
        if (event.type !== 'sample') response.end();
      };
      (run.events as (TesterEvent | StreamEvent<unknown>)[]).forEach(send);
      if (run.finished) return;
      run.on('event', send);
      session.once('disconnected', () => run.off('event', send));
    },
  );

  router.delete(
    streams.map((path) => `${path}/:id`),
    (request, response: Response) => {
      runOf(request.params.id).stop('byHand');
      response.status(204).end();
    },
  );

  router.post('/moisture-readings', parseJson, async (request, response) => {
    const parsed = penRequest.safeParse(request.body);
    if (!parsed.success) throw invalid(parsed.error);
    const at = new Date().toISOString();
    const truth = await truthOf(parsed.data, at);
    const { logbook } = await cache.current();
    const car = logbook.cars.get(parsed.data.carId)!;
    const fluidName = fluidState(logbook, car, at).current.fluids[0]?.name ?? car.fluidGrade;
    response.json({ waterPercent: penReading(truth, fluidName, `${car.id} ${at}`) });
  });

  router.post('/heat-readings', parseJson, async (request, response) => {
    const parsed = heatRequest.safeParse(request.body);
    if (!parsed.success) throw invalid(parsed.error);
    const { logbook } = await cache.current();
    const { carId, venueId, session, corner: at, ...asked } = parsed.data;
    const car = carOf(logbook, carId);
    const venue = logbook.venues.get(venueId);
    if (!venue) throw new Problem(404, 'noSuch', { what: 'venue' });
    if (venue.zones.length === 0) throw new Problem(409, 'noZones', { venue: venue.name });
    const truth = trueHeat(logbook, car, venue, withDucts(logbook, car, session), at);
    response.json(readHeat(truth, { ...asked, corner: at } as HeatRequest, uuidv7()));
  });

  return { router, stopAll: () => runs.forEach((run) => run.stop('serverStopping')) };
}

/** A simulated instrument that streams: how it is started, listened to and stopped. */
const instrumentPaths = (name: string, what: string, request: z.ZodType, started: object): Described => ({
  [`/api/bench/${name}`]: {
    post: {
      summary: `Start the simulated ${what}`,
      requestBody: { required: true, content: jsonContent(schemaOf(request)) },
      responses: { ...started, 404: problem('No such car or bottle'), 422: problem('Not valid') },
    },
  },
  [`/api/bench/${name}/{id}/stream`]: {
    get: {
      summary: 'Readings as server-sent events: sample, then result or stopped',
      parameters: [idParameter],
      responses: { 200: file('A stream', 'text/event-stream'), 404: problem('Over') },
    },
  },
  [`/api/bench/${name}/{id}`]: {
    delete: {
      summary: 'Switch it off',
      parameters: [idParameter],
      responses: { 204: { description: 'Off' }, 404: problem('Over') },
    },
  },
});

/** As the description of the API has them. */
export const benchPaths = (): Described => ({
  ...instrumentPaths('boiling-tests', 'boiling tester', testerRequest, {
    201: { description: 'Heating' },
    409: problem('Probe not submerged'),
  }),
  ...instrumentPaths('calipers', 'digital caliper', caliperRequest, { 201: { description: 'Closing' } }),
  ...instrumentPaths('wrenches', 'torque wrench', wrenchRequest, { 201: { description: 'Listening' } }),
  ...instrumentPaths('drives', 'driver who beds brakes', driveRequest, { 201: { description: 'Driving' } }),
  ...instrumentPaths('gauges', 'pressure gauge', gaugeRequest, { 201: { description: 'Holding' } }),
  '/api/bench/moisture-readings': {
    post: {
      summary: 'Dip the simulated moisture pen',
      requestBody: { required: true, content: jsonContent(schemaOf(penRequest)) },
      responses: { 200: { description: 'Read' }, 404: problem('No such car'), 422: problem('Not valid') },
    },
  },
  '/api/bench/heat-readings': {
    post: {
      summary: 'Read thermal paint, a caliper sticker or a pyrometer after a session of the simulated car',
      requestBody: { required: true, content: jsonContent(schemaOf(heatRequest)) },
      responses: {
        200: { description: 'What was read' },
        404: problem('No such car or venue'),
        409: problem('The venue has no braking zones'),
        422: problem('Not valid'),
      },
    },
  },
});
