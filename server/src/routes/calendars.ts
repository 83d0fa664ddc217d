import { type Response, Router } from 'express';
import ical, { ICalCalendarMethod } from 'ical-generator';
import { type CalendarEntry, calendarOfCrew, calendarOfEvent, calendarOfShop } from '@calvik/words/documents';
import { Problem } from '../problems';
import type { LogbookCache } from '../database/logbook-cache';
import { type Described, problem, idParameter, file } from './described';

/** Calendars to subscribe to or to save, iCalendar (RFC 5545): one for each of the crew, one for each event. */
export function calendarRoutes(cache: LogbookCache): Router {
  const router = Router();

  const answer = (response: Response, name: string, entries: CalendarEntry[]): void => {
    const calendar = ical({
      name,
      method: ICalCalendarMethod.PUBLISH,
      prodId: { company: 'Calvik', product: 'Calvik', language: 'EN' },
      ttl: 900,
    });
    for (const entry of entries) {
      const { when } = entry;
      calendar.createEvent({
        id: entry.id,
        sequence: entry.revision,
        summary: entry.title,
        description: entry.details,
        location: entry.place || null,
        ...('from' in when
          ? { start: new Date(when.from), end: new Date(when.to) }
          : {
              allDay: true,
              start: new Date(`${when.firstDay}T00:00:00Z`),
              end: new Date(`${when.dayAfter}T00:00:00Z`),
            }),
        timezone: 'from' in when ? null : 'UTC',
      });
    }
    const file = name.replace(/[^a-z0-9]+/gi, '-').toLowerCase();
    response
      .type('text/calendar; charset=utf-8')
      .set('Content-Disposition', `inline; filename="${file}.ics"`)
      .set('Cache-Control', 'no-cache')
      .send(calendar.toString());
  };

  router.get('/calendars/crew/:id.ics', async (request, response) => {
    const { logbook } = await cache.current();
    const member = logbook.crew.get(request.params.id);
    if (!member) throw new Problem(404, 'noSuch', { what: 'crew' });
    answer(response, `${member.name}, ${logbook.shop.name}`, calendarOfCrew(logbook, member.id));
  });

  router.get('/calendars/shop.ics', async (_request, response) => {
    const { logbook } = await cache.current();
    answer(response, logbook.shop.name, calendarOfShop(logbook));
  });

  router.get('/calendars/events/:id.ics', async (request, response) => {
    const { logbook } = await cache.current();
    const event = logbook.events.get(request.params.id);
    if (!event) throw new Problem(404, 'noSuch', { what: 'event' });
    answer(response, event.name, calendarOfEvent(logbook, event.id));
  });

  return router;
}

/** As the description of the API has them. */
export const calendarsPaths = (): Described => ({
  '/api/calendars/shop.ics': {
    get: {
      summary: 'Every event with its load-up, and every job of the shop',
      responses: { 200: file('iCalendar (RFC 5545)', 'text/calendar') },
    },
  },
  ...Object.assign(
    {},
    ...(
      [
        ['crew', 'A person’s jobs, those they help with too'],
        ['events', 'An event with the work that is planned for it'],
      ] as const
    ).map(([of, summary]) => ({
      [`/api/calendars/${of}/{id}.ics`]: {
        get: {
          summary,
          parameters: [idParameter],
          responses: { 200: file('iCalendar (RFC 5545)', 'text/calendar'), 404: problem('Not there') },
        },
      },
    })),
  ),
});
