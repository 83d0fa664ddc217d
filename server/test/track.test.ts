/** What the server adds to an event day: its own word on who goes out, papers, the simulated pyrometer, and a guided bleed between sessions. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Papa from 'papaparse';
import { pino } from 'pino';
import request from 'supertest';
import { v7 as uuidv7 } from 'uuid';
import {
  type Fact,
  type Fault,
  type Logbook,
  findSession,
  judgeCar,
  judgeFluid,
  judgeService,
  peakDemand,
  planOf,
  sessionsAt,
  standingFaults,
} from '@calvik/core';
import { closingOf } from '@calvik/core/track';
import { Database, createApp } from '../src';
import { demoData, loadDemo } from '../src/demo/load';
import { draggingCorner } from '../src/instruments/heat';
import { LogbookCache } from '../src/database/logbook-cache';

const NOW = '2026-06-01T13:00:00.000Z';
const TODAY = '2026-06-01';
const folder = mkdtempSync(join(tmpdir(), 'calvik-track-'));
const data = demoData(NOW);
let database: Database;
let api: ReturnType<typeof request>;
let stop: () => void;
const named = (collection: string, name: string): string =>
  data.records.find((r) => r.collection === collection && (r.body as { name?: string }).name === name)!.body.id;
const car = {
  velund: named('cars', 'Sorrel Velund'),
  tessaro: named('cars', 'Lunde-Orr Tessaro'),
  brennick: named('cars', 'Brandreth Brennick'),
};
const [lead, technician] = [named('crew', 'Ines Ferrant'), named('crew', 'Sanna Reij')];
const event = named('events', 'Pellmoor club day');
const logbookNow = async (): Promise<Logbook> => (await new LogbookCache(database).current()).logbook;

beforeAll(async () => {
  database = await Database.open(join(folder, 'test.sqlite'));
  await loadDemo(database, NOW);
  const made = createApp({ database, logger: pino({ level: 'silent' }), instrumentSpeed: 4000 });
  stop = made.stop;
  api = request(made.app);
}, 60_000);
afterAll(async () => {
  stop();
  await database.close();
  rmSync(folder, { recursive: true, force: true });
});

let minute = 0;
const fact = (carId: string, body: object): Fact => {
  const at = new Date(Date.parse(NOW) + ++minute * 60_000).toISOString();
  return { id: uuidv7(), at, recordedAt: at, by: technician, carId, ...body } as Fact;
};
const put = (f: Fact): request.Test => api.put(`/api/facts/${f.id}`).send(f);
const lastSession = async (carId: string): Promise<string> =>
  sessionsAt(await logbookNow(), carId, event).at(-1)!.fact.id;
const limits = { maxLaps: null, maxMinutes: null, coolDownLap: false, notInTheWet: false, lookAfterSessions: 1 };
const decision = async (carId: string, what: 'go' | 'limits' | 'stop', over: object = {}): Promise<Fact> =>
  fact(carId, {
    kind: 'sessionDecision',
    sessionId: await lastSession(carId),
    decision: what,
    limits,
    findings: [],
    reason: '',
    ...over,
  });

describe('who goes out', () => {
  test('a stop stands, for the lead too, and the answer says what stops it', async () => {
    const answer = await put(await decision(car.brennick, 'limits', { by: lead, reason: 'It will do.' }));
    expect([answer.status, answer.body.code]).toEqual([409, 'stopStands']);
    expect(answer.body.detail).toMatch(/^It stays: .+ Put it right and look again\.$/);
  });
  test('a look that is not finished: no advice; only the lead lets it out, with limits and a reason', async () => {
    const code = async (...of: Parameters<typeof decision>): Promise<string> =>
      (await put(await decision(...of))).body.code;
    expect(await code(car.velund, 'limits', { reason: 'Quick.' })).toBe('notLookedAt');
    expect(await code(car.velund, 'go', { by: lead, reason: 'Quick.' })).toBe('notLookedAt');
    expect(await code(car.velund, 'limits', { by: lead })).toBe('decisionWithoutReason');
    expect((await put(await decision(car.velund, 'limits', { by: lead, reason: 'Three laps.' }))).status).toBe(201);
  });
  test('signed by a clock that is ahead it would stand over what is found until then: it is refused, and says by how much', async () => {
    const at = new Date(Date.now() + 3 * 3600_000).toISOString();
    const answer = await put(
      await decision(car.velund, 'limits', { by: lead, reason: 'Three laps.', at, recordedAt: at }),
    );
    expect([answer.status, answer.body.code]).toEqual([422, 'clockAhead']);
    expect(answer.body.detail).toMatch(/^The clock of this device is 180\smin ahead of the server/);
  });
  test('an answer that leaves out what was found is kept, and lifts nothing', async () => {
    const sessionId = await lastSession(car.brennick);
    const silent = { kind: 'trackCheck', sessionId, check: 'leaks', faults: [], done: '' };
    expect((await put(fact(car.brennick, silent))).status).toBe(201);
    const go = await put(await decision(car.brennick, 'go', { by: lead, reason: 'Dry now.' }));
    expect(go.body.code).toBe('stopStands');
  });
  test('a computed peak is taken over by a lead alone, and by nobody while the car’s own readings are too few', async () => {
    const logbook = await logbookNow();
    const heated = [...logbook.bookings.values()].flatMap((b) => {
      const [c, e] = [logbook.cars.get(b.carId), logbook.events.get(b.eventId)];
      const demand = c && e ? peakDemand(logbook, c, e) : null;
      return demand?.computed && demand.computed.value < demand.expectedC ? [{ c: c!, e: e!, demand }] : [];
    })[0]!;
    const { c, e, demand } = heated;
    const taken = (by: string) =>
      put(
        fact(c.id, {
          kind: 'peakTakenOver',
          venueId: e.venueId,
          eventId: e.id,
          tempC: demand.computed!.value,
          insteadOfC: demand.expectedC,
          reason: 'It feels cool.',
          by,
        }),
      );
    expect((await taken(technician)).body.code).toBe('onlyLeadTakesOver');
    const refused = await taken(lead);
    expect([refused.status, refused.body.code]).toEqual([409, 'notEnoughRead']);
  });
  test('only the lead lets a fault pass, never a stop, and only one that stands as it was found last', async () => {
    const logbook = await logbookNow();
    const faults = (carId: string) => standingFaults(logbook, logbook.cars.get(carId)!);
    const pass = (carId: string, { kind, place, found }: Fault, over: object = {}) =>
      put(
        fact(carId, {
          kind: 'faultLetPass',
          fault: kind,
          corner: place.corner ?? null,
          axle: place.axle ?? null,
          foundId: found.at(-1)!.id,
          until: 'nextSession',
          eventId: null,
          reason: 'Watched.',
          by: lead,
          ...over,
        }),
      );
    const stop = faults(car.brennick).find((f) => f.finding.verdict === 'stop')!;
    expect((await pass(car.brennick, stop)).body.code).toBe('notToLetPass');
    const limited = [...logbook.cars.values()].flatMap((c) =>
      faults(c.id).flatMap((f) => (f.finding.verdict === 'stop' ? [] : [{ carId: c.id, f }])),
    )[0]!;
    expect((await pass(limited.carId, limited.f, { by: technician })).body.code).toBe('onlyLeadWaives');
    expect((await pass(limited.carId, limited.f, { foundId: stop.found.at(-1)!.id })).body.code).toBe('notToLetPass');
    expect((await pass(limited.carId, limited.f)).status).toBe(201);
  });
  test('a look at bedded faces that is milder than they ask for wants a reason here too', async () => {
    const look = data.facts.find((f) => f.kind === 'beddingLook')! as Extract<Fact, { kind: 'beddingLook' }>;
    const smeared = {
      ...look,
      id: uuidv7(),
      faces: look.faces.map((f) => ({ ...f, seen: ['smears' as const] })),
      decision: 'accept' as const,
      reason: '',
    };
    const answer = await put({ ...smeared, by: lead });
    expect([answer.status, answer.body.code]).toEqual([409, 'lookWithoutReason']);
    // Only a lead accepts what the faces do not.
    const asked = await put({ ...smeared, reason: 'Faint.', by: technician });
    expect([asked.status, asked.body.code]).toEqual([409, 'onlyLeadAccepts']);
    // Found to want more, it is not bedded by anybody's word: a lead's alone, or a run.
    const moment = new Date().toISOString();
    const stated = { ...look, runId: null, at: moment, recordedAt: moment, by: technician };
    const again = { ...stated, id: uuidv7(), decision: 'anotherCycle' as const, reason: 'Silver spots.' };
    expect((await put(again)).status).toBe(201);
    const later = new Date(Date.now() + 60_000).toISOString();
    const accepted = { ...stated, at: later, decision: 'accept' as const };
    const said = await put({ ...accepted, id: uuidv7() });
    expect([said.status, said.body.code]).toEqual([409, 'onlyLeadStates']);
    expect((await put({ ...accepted, id: uuidv7(), by: lead })).status).toBe(201);
  });
  test('a session, a decision, a diagnosis point at what is there', async () => {
    const lost = await put(fact(car.velund, { kind: 'levelRead', sessionId: uuidv7(), levelMl: 250, toppedUpMl: 0 }));
    expect(lost.status).toBe(422);
    const backwards = await put(
      fact(car.velund, {
        kind: 'sessionDriven',
        eventId: event,
        outAt: new Date(Date.parse(NOW) + 9_000_000).toISOString(),
        laps: null,
        coolDownLap: false,
        isWet: false,
        airTempC: 20,
        ducts: null,
        complaints: [],
        words: '',
        isNothingToSay: true,
      }),
    );
    expect(backwards.status).toBe(422);
    expect(JSON.stringify(backwards.body)).toContain('comes in after it goes out');
  });
});

describe('the simulated pyrometer', () => {
  test('the car whose caliper hangs reads hot there until somebody has found it', async () => {
    const logbook = await logbookNow();
    const carOf = logbook.cars.get(car.tessaro)!;
    const corner = draggingCorner(logbook, carOf)!;
    expect(corner).toBe('FR');
    const session = planOf(findSession(logbook, car.tessaro, await lastSession(car.tessaro))!);
    const read = async (at: string): Promise<number> =>
      (
        await api.post('/api/bench/heat-readings').send({
          carId: car.tessaro,
          venueId: logbook.events.get(event)!.venueId,
          session,
          corner: at,
          instrument: 'pyrometer',
          part: 'rotor',
          secondsAfterStop: 60,
        })
      ).body.tempC as number;
    const [left, right] = [await read('FL'), await read('FR')];
    expect(right - left).toBeGreaterThan(80);
    const opened = fact(car.tessaro, {
      kind: 'diagnosisOpened',
      sessionId: await lastSession(car.tessaro),
      signs: ['cornerHot'],
      corner: 'FR',
    });
    expect((await put(opened)).status).toBe(201);
    const closed = {
      kind: 'diagnosisClosed',
      diagnosisId: opened.id,
      cause: 'slidePinSticks',
      isConfirmed: true,
      words: '',
    };
    expect((await put(fact(car.tessaro, closed))).status).toBe(201);
    expect(Math.abs((await read('FR')) - (await read('FL')))).toBeLessThan(60);
  });
});

describe('fluid after heat', () => {
  test('what boiled wants a flush, in the run-up and at the end of the event; a bleed lets it go on today', async () => {
    const boiled = fact(car.velund, {
      kind: 'heatReading',
      venueId: (await logbookNow()).events.get(event)!.venueId,
      session: planOf(findSession(await logbookNow(), car.velund, await lastSession(car.velund))!),
      read: { instrument: 'fluidBoiled' },
      takenWith: 'byHand',
    });
    expect((await put(boiled)).status).toBe(201);
    const logbook = await logbookNow();
    const of = logbook.cars.get(car.velund)!;
    expect(judgeFluid(logbook, of, null, TODAY).findings.map((f) => f.code)).toContain('boiledSinceFlush');
    expect(judgeCar(logbook, of, null, TODAY).gates.find((g) => g.gate === 'track')?.verdict).toBe('stop');
    const booking = logbook.bookingsOfEvent(event).find((b) => b.carId === of.id)!;
    const closing = closingOf(logbook, booking, of, logbook.events.get(event)!, TODAY);
    expect(closing.items.find((i) => i.kind === 'fluid')?.findings[0]).toMatchObject({ values: { work: 'flush' } });
  });
  test('a bleed between sessions is guided: reservoir, nipples, level, pedal, wheels, release, and nothing else', async () => {
    const jobId = uuidv7();
    const job = {
      id: jobId,
      version: 0,
      archived: false,
      kind: 'trackBleed',
      carId: car.velund,
      eventId: event,
      crewId: technician,
      startAt: NOW,
      durationMin: 25,
      notes: '',
    };
    expect((await api.put(`/api/jobs/${jobId}`).send(job)).status).toBe(201);
    const begun = fact(car.velund, {
      kind: 'exchangeBegun',
      jobId,
      scope: 'heatAffected',
      method: 'pedalTwo',
      bottleId: data.records.findLast((r) => r.collection === 'bottles')!.body.id,
      drawnOffMl: 0,
      refillMl: 0,
      pressureKpa: null,
      wantedNewPercent: 90,
    });
    expect((await put(begun)).status).toBe(201);
    const logbook = await logbookNow();
    const s = judgeService(logbook, logbook.jobs.get(jobId)!, TODAY)!;
    expect([...new Set(s.steps.map((x) => x.kind))]).toEqual([
      'reservoir',
      'exchange',
      'bleed',
      'level',
      'pedalGate',
      'wheels',
      'release',
    ]);
    expect(s.gate.canRelease).toBe(false);
    // Once it was begun the car is not driven before it is released.
    const gates = judgeCar(logbook, logbook.cars.get(car.velund)!, null, TODAY).gates;
    expect(gates.find((g) => g.gate === 'service')?.verdict).toBe('needsWork');
  });
});

describe('what an hour costs', () => {
  test('a table with a line for each part; what is lacking is said and not counted', async () => {
    const answer = await api.get(`/api/exports/cars/${car.tessaro}/cost.csv`);
    expect([answer.status, answer.type]).toEqual([200, 'text/csv']);
    const rows = Papa.parse<Record<string, string>>(answer.text.replace(/^\ufeff/, '').trim(), { header: true }).data;
    expect(rows.map((r) => r['what'])).toEqual([
      'Front pads',
      'Front rotors',
      'Rear pads',
      'Rear rotors',
      'Fluid',
      'Labour of brake work',
    ]);
    const pads = rows[0]!;
    expect(pads).toMatchObject({ label: 'P-023', price_minor: '23400', currency: 'EUR', lacks: '' });
    expect(Number(pads['minor_an_hour'])).toBeCloseTo(23_400 / Number(pads['lasts_hours']), -2);
    expect(rows[1]).toMatchObject({ lacks: 'life', minor_an_hour: '' });
    expect((await api.get('/api/exports/cars/x/cost.csv')).status).toBe(404);
  });
});

describe('papers', () => {
  test.each([
    ['card', async () => `/api/session-decisions/${data.facts.find((f) => f.kind === 'sessionDecision')!.id}/card.pdf`],
    [
      'sheet after the event',
      async () => `/api/bookings/${(await logbookNow()).bookingsOfEvent(event)[0]!.id}/after-event.pdf?units=imperial`,
    ],
  ])('the %s is a PDF', async (_, path) => {
    const answer = await api.get(await path());
    expect([answer.status, answer.type]).toEqual([200, 'application/pdf']);
    expect(answer.body.subarray(0, 5).toString()).toBe('%PDF-');
  });
  test('what is not there is said', async () => {
    for (const path of ['bookings/x/after-event.pdf', 'referrals/x/letter.pdf', 'session-decisions/x/card.pdf'])
      expect((await api.get(`/api/${path}`)).status).toBe(404);
  });
});
