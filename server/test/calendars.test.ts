/** Calendars, read back by another program's parser. */
import ICAL from 'ical.js';
import { pino } from 'pino';
import request from 'supertest';
import { v7 as uuidv7 } from 'uuid';
import { type RecordOf, dateIn, timeIn } from '@calvik/core';
import { Database, createApp } from '../src';
import { demoData, loadDemo } from '../src/demo/load';

const NOW = '2026-06-01T09:00:00.000Z';
const data = demoData(NOW);
let database: Database;
let api: ReturnType<typeof request>;
beforeAll(async () => {
  database = await Database.open(':memory:');
  await loadDemo(database, NOW);
  api = request(createApp({ database, logger: pino({ level: 'silent' }) }).app);
}, 60_000);
afterAll(() => database.close());

const records = <C extends 'crew' | 'jobs' | 'events' | 'cars'>(collection: C): RecordOf<C>[] =>
  data.records.filter((r) => r.collection === collection).map((r) => r.body as never);
const read = async (path: string): Promise<{ calendar: ICAL.Component; events: ICAL.Event[] }> => {
  const answer = await api.get(`/api/calendars/${path}`);
  expect(answer.status).toBe(200);
  expect(answer.headers['content-type']).toBe('text/calendar; charset=utf-8');
  const calendar = new ICAL.Component(ICAL.parse(answer.text));
  return { calendar, events: calendar.getAllSubcomponents('vevent').map((e) => new ICAL.Event(e)) };
};

test('each of the crew has a calendar with every job, at its moment and for as long as it takes', async () => {
  const tove = records('crew').find((c) => c.name === 'Tove Loy')!;
  const { calendar, events } = await read(`crew/${tove.id}.ics`);
  expect(calendar.getFirstPropertyValue('version')).toBe('2.0');
  const jobs = records('jobs').filter((j) => j.crewId === tove.id);
  expect(events.map((e) => e.uid).sort()).toEqual(jobs.map((j) => j.id).sort());
  for (const job of jobs) {
    const event = events.find((e) => e.uid === job.id)!;
    expect(event.startDate.toJSDate().toISOString()).toBe(job.startAt);
    expect(event.endDate.toJSDate().getTime() - event.startDate.toJSDate().getTime()).toBe(job.durationMin * 60_000);
    expect(event.summary).toContain(records('cars').find((c) => c.id === job.carId)!.name);
  }
});

test('an event stands on its days, whatever the zone, with the work that is planned for it', async () => {
  const event = records('events').find((e) => e.name === 'Dunvarrel two-day')!;
  const { events } = await read(`events/${event.id}.ics`);
  const days = events.find((e) => e.uid === event.id)!;
  expect(days.startDate.isDate).toBe(true);
  expect(days.startDate.toString()).toBe(event.startDate);
  // The end of whole days is the day after the last one (RFC 5545, 3.6.1).
  expect(days.endDate.toString() > event.endDate).toBe(true);
  expect(days.location).toBe('Dunvarrel Ring');
  expect(days.description).toContain('Rooth Velund');
  expect(events.length).toBe(2 + records('jobs').filter((j) => j.eventId === event.id).length);
});

test('a changed plan comes with a higher number, so that a calendar takes it over', async () => {
  const job = records('jobs').find((j) => j.kind === 'boilingTest')!;
  const before = (await read(`crew/${job.crewId}.ics`)).events.find((e) => e.uid === job.id)!;
  const moved = {
    ...job,
    version: 1,
    startAt: '2026-06-03T06:00:00.000Z',
    notes: 'Line one\nline; two, with \\ and 🔧',
  };
  expect((await api.put(`/api/jobs/${job.id}`).send(moved)).status).toBe(200);
  const after = (await read(`crew/${job.crewId}.ics`)).events.find((e) => e.uid === job.id)!;
  expect(after.sequence).toBeGreaterThan(before.sequence);
  expect(after.description).toContain('Line one\nline; two, with \\ and 🔧');
  // 06:00 UTC is eight in the morning in Berlin in summer.
  expect(`${dateIn(moved.startAt, 'Europe/Berlin')} ${timeIn(moved.startAt, 'Europe/Berlin')}`).toBe(
    '2026-06-03 08:00',
  );
});

test('a calendar of nobody is refused', async () => {
  expect((await api.get(`/api/calendars/crew/${uuidv7()}.ics`)).status).toBe(404);
  expect((await api.get(`/api/calendars/events/${uuidv7()}.ics`)).body.detail).toBe('There is no such event.');
});
