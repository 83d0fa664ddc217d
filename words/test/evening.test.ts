/**
 * Random shops, a lead's evening on two devices, and an oracle of its own that reads records, facts and what stands on paper: nothing wanted is in no list;
 * nothing typed is lost or doubled; nobody and nothing is in two places without a word; wall, calendar, board and text tell one time; the shelf adds up.
 */
import fc from 'fast-check';
import type { Fact, Job } from '@calvik/core';
import { awaited } from '@calvik/core/inventory';
import { spanOfJob, stretchesOfJob } from '@calvik/core/jobs';
import { needsAnotherLook, planningCase, workLists } from '@calvik/core/run-up';
import { rounds, seed } from '../../core/test/builders/budget';
import { EveningShop, acts, dayAndTime, playEvening } from '../../core/test/builders/evening';
import { dice } from '../../core/test/builders/faulty-cars';
import { randomShop, wrongWith } from '../../core/test/builders/random-shop';
import { NOW, TODAY } from '../../core/test/builders/run-up-book';
import { calendarOfShop, messageText, runSheet } from '../src/documents';

const HORIZON_DAYS = 45;
const daysFrom = (from: string, to: string): number => Math.round((Date.parse(to) - Date.parse(from)) / 86_400_000);
const minutesOf = (time: string): number => Number(time.slice(0, 2)) * 60 + Number(time.slice(3));
const timeOf = (minutes: number): string =>
  `${String(Math.floor(minutes / 60) % 24).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`;
const json = (value: unknown): string => JSON.stringify(value) ?? 'undefined';

/** Nothing that was acknowledged is lost, and nothing is there that nobody made. */
function lostOrDoubled(shop: EveningShop): string[] {
  const wrong: string[] = [];
  for (const [key, value] of shop.ledger.fields) {
    const [collection, id, field] = key.split(' ') as [string, string, string];
    const now = shop.get(collection, id) as unknown as Record<string, unknown> | undefined;
    if (!now) wrong.push(`${key}: gone`);
    else if (json(now[field]) !== value) wrong.push(`${key}: ${json(now[field])}, and ${value} was said`);
  }
  const { records, facts } = shop.inRunUp;
  for (const [collection, all] of Object.entries(records))
    for (const { id } of all as Iterable<{ id: string }>)
      if (!shop.ledger.made.has(`${collection} ${id}`)) wrong.push(`${collection} ${id}: nobody made it`);
  if (new Set(facts.map((f) => f.id)).size !== facts.length) wrong.push('a fact twice');
  return wrong;
}

/** Work that somebody or something wants and that stands in no list. */
function inNoList(shop: EveningShop): string[] {
  const { logbook } = shop;
  const c = planningCase(logbook, NOW);
  const listed = new Set([...c.items.values(), ...c.impossible, ...c.forDriver].map((i) => `${i.bookingId} ${i.key}`));
  const jobs = shop.of('jobs').filter((j) => !j.archived);
  return [...workLists(logbook, TODAY)].flatMap(([bookingId, items]) => {
    const booking = shop.of('bookings').find((b) => b.id === bookingId)!;
    const event = shop.of('events').find((e) => e.id === booking.eventId)!;
    const isFar = daysFrom(TODAY, event.startDate) > HORIZON_DAYS;
    return items.flatMap((i) => {
      const of = `${bookingId} ${i.key}`;
      if (i.state === 'done' || i.state === 'dropped' || isFar || listed.has(of)) return [];
      const has = jobs.some((j) => j.bookingId === bookingId && j.covers.includes(i.key));
      return i.state === 'planned' && has ? [] : [`${of}: ${i.state}`];
    });
  });
}

/** Jobs of which something is wrong by the records, and that nobody is told to look at. */
function unsaid(shop: EveningShop): string[] {
  const { logbook } = shop;
  const begun = new Set(shop.facts.flatMap((f) => ('jobId' in f ? [f.jobId] : [])));
  const jobs = shop.of('jobs').filter((j) => !j.archived && !begun.has(j.id));
  const told = new Set(needsAnotherLook(logbook, TODAY).flatMap((l) => (l.about === 'job' ? [l.job.id] : [])));
  return wrongWith(shop.inRunUp, jobs, workLists(logbook, TODAY)).flatMap(({ job, what }) =>
    job === null || told.has(job) ? [] : [`${job}: ${what}`],
  );
}

/** When a job is over, going through its minutes one by one. */
function endByHand(shop: EveningShop, job: Job): number {
  const event = shop.of('events').find((e) => e.id === job.eventId);
  const [day, time] = dayAndTime(job);
  const isThere = !!event && event.crewIds.includes(job.crewId) && event.startDate <= day && day <= event.endDate;
  const breaks = isThere ? [] : shop.of('shops')[0]!.breaks;
  const isBreak = (m: number): boolean => breaks.some((b) => minutesOf(b.from) <= m && m < minutesOf(b.to));
  let at = minutesOf(time);
  for (let left = job.durationMin; left > 0; at++) if (!isBreak(at)) left -= 1;
  return at;
}

/** Where wall, calendar, board and text tell another time than the clock. */
function otherTimes(shop: EveningShop): string[] {
  const { logbook } = shop;
  const lists = workLists(logbook, TODAY);
  const wrong: string[] = [];
  const entries = new Map(calendarOfShop(logbook).map((e) => [e.id, e]));
  for (const job of shop.of('jobs')) {
    if (job.archived) {
      if (entries.has(job.id)) wrong.push(`${job.id}: in the calendar, and not planned`);
      continue;
    }
    const [day, time] = dayAndTime(job);
    const end = endByHand(shop, job);
    if (end >= 24 * 60) continue;
    const when = entries.get(job.id)?.when;
    const [calendarDay, calendarEnd] = when && 'to' in when ? dayAndTime({ startAt: when.to }) : ['', ''];
    if (calendarDay !== day || calendarEnd !== timeOf(end))
      wrong.push(`${job.id}: ${calendarEnd} in the calendar, over at ${timeOf(end)}`);
    if (spanOfJob(logbook, job).to !== end) wrong.push(`${job.id}: the board ends it at ${spanOfJob(logbook, job).to}`);
    const worked = stretchesOfJob(logbook, job).reduce((n, s) => n + s.to - s.from, 0);
    if (worked !== job.durationMin) wrong.push(`${job.id}: ${worked} min of ${job.durationMin} on the board`);
    const sheet = runSheet(logbook, lists, day).people.flatMap((p) => p.jobs.map((j) => j.time));
    const isDone = shop.facts.some((f) => f.kind === 'workDone' && f.jobId === job.id);
    const isCancelled = shop.of('crew').some((m) => m.id === job.crewId && m.archived);
    if (!isDone && !isCancelled && !sheet.includes(`${time}–${timeOf(end)}`))
      wrong.push(`${job.id}: not at ${time}–${timeOf(end)} on the wall`);
  }
  for (const booking of shop.of('bookings')) {
    const event = shop.of('events').find((e) => e.id === booking.eventId);
    if (booking.archived || !event) continue;
    const own = shop
      .of('jobs')
      .filter(
        (j) => !j.archived && j.bookingId === booking.id && j.kind !== 'bedding' && dayAndTime(j)[0] < event.startDate,
      )
      .filter((j) => !shop.facts.some((f) => f.kind === 'workDone' && f.jobId === j.id))
      .sort((a, b) => a.startAt.localeCompare(b.startAt));
    const text = messageText(logbook, booking, lists.get(booking.id) ?? [], 'bringIn');
    const [first] = own;
    const last = own.at(-1);
    if (first && last && endByHand(shop, last) < 24 * 60 && text !== '')
      for (const time of [` at ${dayAndTime(first)[1]}`, ` after ${timeOf(endByHand(shop, last))}`])
        if (!text.includes(time)) wrong.push(`${booking.id}: “${text}” does not say${time}`);
  }
  return wrong;
}

/** Orders and what came of them, against what lies on the shelf. */
function shelfDoesNotAddUp(shop: EveningShop, first: ReadonlySet<string>): string[] {
  const wrong: string[] = [];
  const came = shop.facts.filter((f): f is Extract<Fact, { kind: 'goodsReceived' }> => f.kind === 'goodsReceived');
  const goods = { padSet: 0, rotorPair: 0, bottle: 0, wearPart: 0 };
  for (const order of shop.of('orders'))
    order.lines.forEach((line, i) => {
      const here = came.filter((f) => f.orderId === order.id && f.line === i).reduce((n, f) => n + f.count, 0);
      if (here > line.count) wrong.push(`${order.id} ${i}: ${here} of ${line.count} came`);
      const left = order.archived ? 0 : line.count - here;
      const told = awaited(shop.logbook).find((a) => a.order.id === order.id && a.line === i)?.left ?? 0;
      if (told !== left) wrong.push(`${order.id} ${i}: ${told} awaited, ${left} by hand`);
      goods[line.goods] += here;
    });
  for (const [collection, kind] of [
    ['padSets', 'padSet'],
    ['rotorPairs', 'rotorPair'],
    ['bottles', 'bottle'],
  ] as const) {
    const made = (shop.of(collection) as { id: string; label: string }[]).filter((r) => !first.has(r.id));
    if (made.length !== goods[kind]) wrong.push(`${made.length} new ${collection}, ${goods[kind]} came`);
    if (new Set(made.map((m) => m.label)).size !== made.length) wrong.push(`a label twice among ${collection}`);
  }
  return wrong;
}

test('whatever a lead does of an evening, the five hold', () => {
  const done = new Map<string, number>();
  let evenings = 0;
  let merged = 0;
  let asked = 0;
  for (const n of rounds({ seconds: 90, atMost: 700, inTorture: 20_000 })) {
    const [start] = fc.sample(randomShop, { numRuns: 1, seed: seed(20261205) + n });
    const shop = new EveningShop(start!);
    const first = new Set(
      Object.values(start!.records).flatMap((all) => [...(all as Iterable<{ id: string }>)].map((r) => r.id)),
    );
    const story: string[] = [];
    playEvening(shop, 16, dice(seed(20261205) + n), (name, isSaved) => {
      story.push(isSaved ? name : `${name} (refused)`);
      if (isSaved) done.set(name, (done.get(name) ?? 0) + 1);
    });
    const wrong = {
      lostOrDoubled: lostOrDoubled(shop),
      inNoList: inNoList(shop),
      unsaid: unsaid(shop),
      otherTimes: otherTimes(shop),
      shelf: shelfDoesNotAddUp(shop, first),
    };
    const isRight = Object.values(wrong).every((list) => list.length === 0);
    expect(isRight ? null : { evening: n, story, wrong }).toBeNull();
    evenings += 1;
    merged += shop.merged;
    asked += shop.asked;
  }
  // The evenings are full ones: everything that can be done was done, and forms met.
  if (evenings >= 200) {
    expect(Object.keys(acts).filter((name) => !done.has(name))).toEqual([]);
    expect(merged).toBeGreaterThan(10);
    expect(asked).toBeGreaterThan(2);
  }
}, 7_200_000);
