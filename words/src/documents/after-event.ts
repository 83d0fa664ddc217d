/** What a customer is told after an event: a sheet with before and after, and the same as a short text. */
import type { Booking, Car, Fault, Logbook, UnitSystem } from '@calvik/core';
import { dateSpan } from '@calvik/core/calendar';
import { conditionOf } from '@calvik/core/condition';
import { costAnHour } from '@calvik/core/cost';
import { carLabel, ofKind } from '@calvik/core/logbook';
import { findingKey } from '@calvik/core/model';
import { judgeLook } from '@calvik/core/paddock';
import { type TrackSession, decisionsOn, factsAfter } from '@calvik/core/sessions';
import { closingOf, wearOver, wearPerHour } from '@calvik/core/track';
import { factText } from '../facts';
import { findingText } from '../findings';
import { costPartName } from '../cost';
import { moneyText } from '../money';
import { complaintWords, cornerNames } from '../names';
import { type Say, sayTo } from '../reader';
import { counted, list } from '../texts';
import { causeNames, decisionNames, limitsText } from '../track';
import type { SheetSection } from './service-sheet/types';

export interface AfterEventSheet {
  title: string;
  shop: string;
  car: string;
  plate: string;
  customer: string;
  date: string;
  statusLine: string;
  isClosed: boolean;
  sections: SheetSection[];
  signature: string;
  caution: string;
}

const lost = ([before, after]: [number, number], say: Say): string =>
  `${say.value(before, 'length')} → ${say.value(after, 'length')}`.replace('→', 'to');

/** How a fault ended, or that it stands. */
function endOf({ state, cure, ended }: Fault, logbook: Logbook, say: Say): string {
  const name = logbook.crew.get(ended?.by ?? '')?.name ?? 'somebody unknown';
  switch (state) {
    case 'cured':
      return cure
        ? `Since then: ${factText(cure, logbook, say).title}; shown to be right.`
        : 'Looked at again, and right.';
    case 'retracted':
      return `Withdrawn by ${name}.`;
    case 'letPass':
      return `Let pass by ${name}.`;
    case 'open':
      return 'It still stands.';
  }
}

/** All that was found after a session, with what became of it: never the last word alone. */
function foundAfter(logbook: Logbook, car: Car, s: TrackSession, say: Say): string[] {
  const { faults, voided } = conditionOf(logbook, car);
  const own = faults.filter((f) =>
    f.found.some((x) => x.id === s.fact.id || (x.at >= s.fact.at && (s.until === null || x.at < s.until))),
  );
  const ofCondition = new Set([...faults, ...voided].map((f) => findingKey(f.finding)));
  const rest = judgeLook(logbook, car, s).findings.filter(
    (f) =>
      !ofCondition.has(findingKey(f)) &&
      f.verdict !== 'inOrder' &&
      f.code !== 'lookOpen' &&
      f.code !== 'levelNotComparable',
  );
  return [
    ...own.map((f) => `Session ${s.nth}: ${findingText(f.finding, say)} ${endOf(f, logbook, say)}`),
    ...rest.map((f) => `Session ${s.nth}: ${findingText(f, say)}`),
  ];
}

/** @param today in the shop's time zone @returns null where car or event are gone */
export function afterEventSheet(
  logbook: Logbook,
  booking: Booking,
  units: UnitSystem,
  today: string,
): AfterEventSheet | null {
  const car = logbook.cars.get(booking.carId);
  const event = logbook.events.get(booking.eventId);
  if (!car || !event) return null;
  const { timeZone } = logbook.shop;
  const say = sayTo({ units, timeZone });
  const closing = closingOf(logbook, booking, car, event, today);
  const name = (id: string): string => logbook.crew.get(id)?.name ?? 'somebody unknown';
  const facts = logbook.factsOfCar(car.id);
  const begun = closing.sessions[0]?.fact.outAt ?? '';
  const wear = wearOver(logbook, car, closing.sessions);
  const minutes = closing.sessions.reduce((sum, s) => sum + s.minutes, 0);
  const heat = closing.sessions.flatMap((s) =>
    ofKind(factsAfter(logbook, s), 'heatReading').flatMap((f) =>
      f.read.instrument === 'pyrometer'
        ? [{ session: s.nth, corner: f.read.corner, tempC: f.read.tempC, after: f.read.secondsAfterStop }]
        : [],
    ),
  );
  const closedCases = ofKind(facts, 'diagnosisClosed').filter((f) => begun !== '' && f.at >= begun);
  const referrals = ofKind(facts, 'referralWritten').filter((f) => begun !== '' && f.at >= begun);
  const sections: SheetSection[] = [
    {
      title: `Sessions: ${closing.sessions.length}, ${Math.round(minutes)} min on track`,
      lines: closing.sessions.length === 0 ? ['The car was not out.'] : [],
      table:
        closing.sessions.length === 0
          ? null
          : {
              head: ['', 'When', 'Driven', 'Air', 'The driver', 'Decision'],
              rows: closing.sessions.map((s) => {
                const decision = decisionsOn(logbook, s).at(-1);
                return [
                  String(s.nth),
                  say.moment(s.fact.at),
                  `${s.fact.laps === null ? `${Math.round(s.minutes)} min` : counted(s.fact.laps, 'lap')}${s.fact.isWet ? ', wet' : ''}`,
                  say.value(s.fact.airTempC, 'temperature'),
                  s.fact.isNothingToSay
                    ? 'nothing to say'
                    : [...s.fact.complaints.map((c) => complaintWords[c].says.toLowerCase()), s.fact.words]
                        .filter(Boolean)
                        .join('; '),
                  decision
                    ? `${decisionNames[decision.decision]}${decision.decision === 'limits' ? `: ${limitsText(decision.limits)}` : ''}`
                    : 'none',
                ];
              }),
            },
    },
    {
      title: 'Pads, before and after',
      lines: wear.length === 0 ? ['Not read both before and after.'] : perHourLines(wear, minutes, say),
      table:
        wear.length === 0
          ? null
          : {
              head: ['', 'Inner', 'Outer'],
              rows: wear.map((w) => [cornerNames[w.corner], lost(w.innerMm, say), lost(w.outerMm, say)]),
            },
    },
    {
      title: 'Heat',
      lines: heat.length === 0 ? ['Nobody measured it.'] : [],
      table:
        heat.length === 0
          ? null
          : {
              head: ['Session', 'Corner', 'Rotor', 'After the stop'],
              rows: heat.map((h) => [
                String(h.session),
                cornerNames[h.corner],
                say.value(h.tempC, 'temperature'),
                `${Math.round(h.after)} s`,
              ]),
            },
    },
    {
      title: 'What was found',
      lines: (() => {
        const found = closing.sessions.flatMap((s) => foundAfter(logbook, car, s, say));
        const cases = closedCases.map(
          (c) => `It was: ${causeNames[c.cause].toLowerCase()}${c.isConfirmed ? '' : ', most likely'}. ${c.words}`,
        );
        const referred = referrals.map(
          (r) => `Referred to ${r.to}: ${r.words} ${r.mayBeDriven ? 'May be driven there.' : 'Not to be driven.'}`,
        );
        const all = [...new Set([...found, ...cases, ...referred])];
        return all.length > 0 ? all : ['Nothing out of the ordinary.'];
      })(),
      table: null,
    },
    ...costSection(logbook, car, today),
    {
      title: 'Next',
      lines: [
        ...closing.items.flatMap((i) => i.findings.map((f) => findingText(f, say))),
        ...(closing.closed?.advice ? [closing.closed.advice] : []),
      ],
      table: null,
    },
  ];
  return {
    title: 'After the event',
    shop: logbook.shop.name,
    car: carLabel(logbook, car.id),
    plate: car.plate,
    customer: logbook.customers.get(car.customerId)?.name ?? '',
    date: `${event.name}, ${dateSpan(event.startDate, event.endDate)}`,
    isClosed: closing.closed !== null,
    statusLine: closing.closed ? 'CLOSED.' : 'NOT CLOSED YET.',
    sections,
    signature: closing.closed ? `${name(closing.closed.by)}, ${say.moment(closing.closed.at)}` : '',
    caution: 'Pads read through a caliper’s window are read roughly. The makers’ sheets come first.',
  };
}

/** What an hour costs, where the shop tells it. */
function costSection(logbook: Logbook, car: Car, today: string): SheetSection[] {
  if (!logbook.shop.isCostTold) return [];
  const { known, lacking, parts, currency } = costAnHour(logbook, car, null, today);
  if (lacking.length === parts.length) return [];
  const money = (minor: number): string => moneyText(minor, currency);
  const left = lacking.map((p) => costPartName(p).toLowerCase());
  return [
    {
      title: 'What an hour on track costs',
      lines: [
        `${money(known.minor)}, ${money(known.lowMinor)} to ${money(known.highMinor)}: ${list(parts.filter((p) => p.lacks === null).map((p) => costPartName(p).toLowerCase()))}. Without tax.`,
        ...(left.length > 0 ? [`Not counted, for nobody knows it yet: ${list(left)}.`] : []),
      ],
      table: null,
    },
  ];
}

/** Wear as a gauge tells it: tenths of a millimetre, thousandths of an inch. */
const wornText = (mmLost: number, say: Say): string => say.value(mmLost, 'length', say.units === 'metric' ? 1 : 3);

const perHourLines = (wear: ReturnType<typeof wearOver>, minutes: number, say: Say): string[] =>
  wearPerHour(wear, minutes).map(
    ({ axle, lostMm, perHourMm }) =>
      `${axle === 'front' ? 'Front' : 'Rear'}: up to ${wornText(lostMm, say)} so far, ${wornText(perHourMm, say)} an hour on track.`,
  );

/** A text is short: so many findings in it, the others on the sheet. */
const IN_TEXT = 3;

/** The text to the customer after an event: what was driven, found, and comes next. */
export function afterEventText(logbook: Logbook, booking: Booking, today: string): string {
  const car = logbook.cars.get(booking.carId);
  const event = logbook.events.get(booking.eventId);
  const customer = logbook.customers.get(car?.customerId ?? '');
  if (!car || !event || !customer) return '';
  const say = sayTo({ units: customer.units, timeZone: logbook.shop.timeZone });
  const { sessions, items } = closingOf(logbook, booking, car, event, today);
  const minutes = Math.round(sessions.reduce((sum, s) => sum + s.minutes, 0));
  const cases = ofKind(logbook.factsOfCar(car.id), 'diagnosisClosed').filter(
    (f) => sessions[0] !== undefined && f.at >= sessions[0].fact.outAt,
  );
  const found = sessions.flatMap((s) => foundAfter(logbook, car, s, say));
  const isTold = new Set(conditionOf(logbook, car).faults.map((f) => findingKey(f.finding)));
  const next = items.flatMap((i) =>
    i.kind === 'fluid' || i.kind === 'due' || i.kind === 'sessions'
      ? i.findings.filter((f) => !isTold.has(findingKey(f))).map((f) => findingText(f, say))
      : [],
  );
  return [
    `Hello ${customer.name.split(' ')[0]!}, ${carLabel(logbook, car.id)} at ${event.name}: ${counted(sessions.length, 'session')}, ${minutes} min on track.`,
    ...found.slice(0, IN_TEXT),
    found.length > IN_TEXT ? `And ${counted(found.length - IN_TEXT, 'finding')} more on the sheet.` : '',
    cases.length > 0 ? `It was: ${list(cases.map((c) => causeNames[c.cause].toLowerCase()))}.` : '',
    ...next,
    `Sheet attached. ${logbook.shop.name}`,
  ]
    .filter(Boolean)
    .join(' ');
}
