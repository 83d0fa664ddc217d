/** The queue of an event as plain data: who and what is there, and what is to be done. Minutes are counted from now. */
import { type Instant, type LocalDate, dateIn, instantAt, plusDays } from '../calendar';
import type { Span } from '../jobs';
import type { Logbook } from '../logbook';
import { type CrewAway, type CrewMember, type QueueWork, type TrackEvent, usualSession } from '../model';
import { sessionsOfDay } from '../sessions';
import { type Becomes, mayBecome } from './becomes';
import { type Laws, lawsOf } from './durations';
import { type AfterSessions, type QueueCase, type QueueJob, type QueuePiece, instantIn, minutesFrom } from './problem';
import { ableFor, bleedMethodHere, crewAt } from './needs';
import { PEDAL_ALONE, type QueueState, type QueueTool, axlesOf, isOver, queueKinds, queueStates } from '../queue-moves';

/** From the flag to hands on the car: out of the pit lane, cooled so that it may be touched, min. Own figure. */
const BACK_MIN = 10;
/** Nobody works in a paddock after this, nor before that. Own figures. */
export const EVENING_ENDS = '21:00';
export const MORNING_BEGINS = '07:00';

/** Sessions of a car that are not over, today and on the days after. @returns from and to, as instants */
export function sessionsAhead(
  logbook: Logbook,
  event: TrackEvent,
  { entry, car }: Pick<QueueState, 'entry' | 'car'>,
  now: Instant,
): { from: Instant; to: Instant; day: LocalDate }[] {
  const { timeZone } = logbook.shop;
  const booking = car && logbook.bookingsOfEvent(event.id).find((b) => b.carId === car.id);
  // A car of no group drives in the sessions of everybody.
  const group = (booking?.group ?? '') || entry.group;
  const today = dateIn(now, timeZone);
  const days = [...new Set(event.timetable.map((s) => s.day))].filter((d) => d >= today).sort();
  const planned = days
    .flatMap((day) =>
      sessionsOfDay(event, day, group).map((s) => {
        const from = instantAt(day, s.from, timeZone);
        return { from, to: instantIn(from, s.minutes), day };
      }),
    )
    .filter((s) => s.to > now);
  const own = entry.goesOutAt;
  if (own === null || own <= now || planned.some((s) => s.from === own)) return planned;
  const usual = event.session?.drivenMin ?? usualSession.drivenMin;
  return [...planned, { from: own, to: instantIn(own, usual), day: dateIn(own, timeZone) }].sort((a, b) =>
    a.from.localeCompare(b.from),
  );
}

function piecesOf(state: QueueState, laws: Laws, becomes: Becomes, pedal: number): QueuePiece[] {
  const piece = (work: QueueWork, times: number, share: number): QueuePiece => {
    const { tool, wheelsOff } = queueKinds[work];
    const isPedal = tool === 'bleeder' && pedal > 0;
    return {
      work,
      law: laws.works[work],
      lawKey: work,
      times: times * (isPedal ? pedal : 1),
      tool: isPedal ? null : tool,
      share,
      wheelsOff,
    };
  };
  const wanted = state.wants.map((w) => piece(w.work, axlesOf(w.work, w.axle), 1));
  const may = becomes.works.map((w) => piece(w.work, 1, w.share));
  const order = Object.keys(queueKinds);
  const works = [...wanted, ...may].sort((a, b) => order.indexOf(a.work) - order.indexOf(b.work));
  if (!works.some((p) => p.wheelsOff)) return works;
  const wheels = (work: 'wheelsOff' | 'wheelsOn', tool: QueueTool | null): QueuePiece => ({
    work,
    law: laws[work],
    lawKey: work,
    times: 1,
    tool,
    share: 1,
    wheelsOff: false,
  });
  const first = works.findIndex((p) => p.wheelsOff);
  return [...works.slice(0, first), wheels('wheelsOff', null), ...works.slice(first), wheels('wheelsOn', 'wrench')];
}

/** Spans in which somebody is away, ascending and apart. */
function awaySpans(away: readonly CrewAway[], member: CrewMember, now: Instant): Span[] {
  const spans = away
    .filter((a) => a.crewId === member.id && a.until > now)
    .map((a) => ({ from: Math.max(0, minutesFrom(now, a.from)), to: minutesFrom(now, a.until) }))
    .sort((a, b) => a.from - b.from);
  const apart: Span[] = [];
  for (const s of spans) {
    const last = apart.at(-1);
    if (last && s.from <= last.to) last.to = Math.max(last.to, s.to);
    else apart.push({ ...s });
  }
  return apart;
}

/** Cars that turn up in an hour before any have, worth so many hours of looking; and how far back one looks, h. Own figures. */
const ARRIVALS = { perHour: 1, worthHours: 2, lookBackHours: 2 } as const;

/**
 * How many cars turn up in an hour, by those that did lately: a gamma law and its counts.
 * @param minutesAgo of each car that came, minutes before now
 */
export function arrivalRate(minutesAgo: readonly number[]): number {
  const lately = minutesAgo.filter((m) => m >= 0 && m <= ARRIVALS.lookBackHours * 60);
  const hours = Math.max(0, ...lately) / 60;
  return (ARRIVALS.perHour * ARRIVALS.worthHours + lately.length) / (ARRIVALS.worthHours + hours);
}

const seedOf = (id: string): number => Number.parseInt(id.replaceAll('-', '').slice(-7), 16) || 1;

/** Everything that was written down of who is away; stretches that overlap are one when the queue is planned. */
export const awayAt = (logbook: Logbook, eventId: string): CrewAway[] =>
  logbook.factsOfQueue(eventId).filter((f): f is CrewAway => f.kind === 'crewAway');

/** The order set by hand that counts; empty where there is none. */
export const orderByHand = (logbook: Logbook, eventId: string): string[] => {
  const last = logbook.factsOfQueue(eventId).findLast((f) => f.kind === 'queueOrdered');
  return last?.kind === 'queueOrdered' ? last.queueEntryIds : [];
};

/** The queue of an event at a moment, without what is over. */
export function queueCase(
  logbook: Logbook,
  event: TrackEvent,
  now: Instant,
): { states: QueueState[]; case: QueueCase; becomes: ReadonlyMap<string, Becomes> } {
  const states = queueStates(logbook, event.id, now);
  const open = states.filter((s) => !isOver(s));
  const laws = lawsOf(logbook, now);
  const crew = crewAt(logbook, event);
  // Somebody who is at a car is there, whoever was sent.
  const busy = open.flatMap((s) => [s.crewId, s.helperId]).flatMap((id) => logbook.crew.get(id ?? '') ?? []);
  const hands = [...new Map([...crew, ...busy].map((m) => [m.id, m])).values()];
  const at = (id: string | null): number => hands.findIndex((h) => h.id === id);
  const away = awayAt(logbook, event.id);
  const becomes = new Map(open.map((s) => [s.entry.id, mayBecome(logbook, s, now)]));
  const wrenches = [...logbook.wrenches.values()].filter((w) => !w.archived).length;
  const taken = new Set<number>();
  const jobs = open.map((s): QueueJob => {
    const method = bleedMethodHere(logbook, s, crew);
    const hand = s.status === 'inHand' ? at(s.crewId) : -1;
    // Of two cars that one has in hand at once by what was written down, the one begun last is.
    const isFree =
      hand >= 0 && !open.some((o) => o !== s && o.status === 'inHand' && o.crewId === s.crewId && later(o, s));
    const helper = s.helperId === null ? null : at(s.helperId);
    if (isFree) taken.add(hand);
    return {
      entryId: s.entry.id,
      pieces: piecesOf(
        s,
        laws,
        becomes.get(s.entry.id)!,
        method === 'pedalAlone' ? PEDAL_ALONE : method === 'pedalTwo' ? 1 : 0,
      ),
      able: ableFor(hands, s).map((m) => at(m.id)),
      people: method === 'pedalTwo' ? 2 : 1,
      inHand: isFree ? { hand, helper: helper === null || helper < 0 || helper === hand ? null : helper } : null,
      workedMin: s.workedMin + (s.startedAt === null ? 0 : Math.max(0, minutesFrom(s.startedAt, now))),
      readyAt: 0,
      out: sessionsAhead(logbook, event, s, now).map((o) => ({
        from: minutesFrom(now, o.from),
        to: minutesFrom(now, o.to) + BACK_MIN,
      })),
      staysIn: s.entry.staysIn,
      promisedBy: s.promise !== null && s.promise.outcome === 'open' ? minutesFrom(now, s.promise.backBy) : null,
    };
  });
  // A helper who is at a car of their own helps nobody.
  for (const job of jobs)
    if (job.inHand?.helper !== null && job.inHand && taken.has(job.inHand.helper)) job.inHand.helper = null;
  const helpers = new Set<number>();
  for (const job of jobs) {
    const helper = job.inHand?.helper ?? null;
    if (helper === null) continue;
    if (helpers.has(helper)) job.inHand!.helper = null;
    helpers.add(helper);
  }
  return {
    states,
    becomes,
    case: {
      now,
      seed: seedOf(event.id),
      hands: hands.map((m) => ({ id: m.id, name: m.name, away: awaySpans(away, m, now) })),
      tools: {
        bleeder: logbook.shop.pressureBleeders ?? Infinity,
        wrench: wrenches === 0 ? Infinity : wrenches,
      },
      pace: { mu: laws.pace.mu, sd: laws.pace.sd },
      jobs,
      byHand: orderByHand(logbook, event.id),
      arrivalsPerHour: arrivalRate(states.map((s) => -minutesFrom(now, s.entry.arrivedAt))),
    },
  };
}

const later = (a: QueueState, b: QueueState): boolean =>
  (a.startedAt ?? '') > (b.startedAt ?? '') || (a.startedAt === b.startedAt && a.entry.id > b.entry.id);

/** When the evening and the next morning of an event begin. */
export function afterSessions(logbook: Logbook, event: TrackEvent, now: Instant): Omit<AfterSessions, 'dayEndsAt'> {
  const { timeZone } = logbook.shop;
  const today = dateIn(now, timeZone);
  const last = sessionsOfDay(event, today, null)
    .map((s) => instantIn(instantAt(today, s.from, timeZone), s.minutes))
    .sort()
    .at(-1);
  const tomorrow = plusDays(today, 1);
  return {
    eveningAt: Math.max(0, last === undefined ? 0 : minutesFrom(now, last) + BACK_MIN),
    eveningEnds: minutesFrom(now, instantAt(today, EVENING_ENDS, timeZone)),
    morningAt: tomorrow <= event.endDate ? minutesFrom(now, instantAt(tomorrow, MORNING_BEGINS, timeZone)) : null,
  };
}
