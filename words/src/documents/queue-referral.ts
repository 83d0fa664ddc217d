/** A referral out of the paddock queue: what is not put right here, in writing, for whoever takes the car on. */
import type { Logbook, QueueMove } from '@calvik/core';
import { dateIn, longDate } from '@calvik/core/calendar';
import { judgeTrack } from '@calvik/core/paddock';
import { gradeOf, queueName, queueState } from '@calvik/core/queue';
import { findingText } from '../findings';
import { complaintWords } from '../names';
import { moveText, wantsText } from '../queue-names';
import { sayTo } from '../reader';
import type { ReferralLetter } from './referral';

/** @returns null where the move is no referral, or its entry is not known */
export function queueReferral(logbook: Logbook, fact: QueueMove): ReferralLetter | null {
  const entry = logbook.queueEntries.get(fact.queueEntryId);
  const { move } = fact;
  if (!entry || move.move !== 'referred') return null;
  const state = queueState(logbook, entry, fact.at);
  const { car, customer } = state;
  const say = sayTo({ units: customer?.units ?? 'metric', timeZone: logbook.shop.timeZone });
  const grade = gradeOf(state);
  const gate = car ? judgeTrack(logbook, car, entry.eventId) : null;
  const before = state.moves.filter((m) => m.at <= fact.at && m.id !== fact.id && m.move.move !== 'promised');
  return {
    title: 'Referral',
    shop: logbook.shop.name,
    car: car && car.make ? `${queueName(logbook, entry)}, ${car.make} ${car.model}`.trim() : queueName(logbook, entry),
    plate: car?.plate ?? '',
    customer: customer?.name ?? entry.walkIn?.driver ?? '',
    to: move.to,
    date: longDate(dateIn(fact.at, logbook.shop.timeZone)),
    mayBeDriven: move.mayBeDriven,
    statusLine: move.mayBeDriven ? 'MAY BE DRIVEN THERE, gently.' : 'NOT TO BE DRIVEN.',
    sections: [
      {
        title: 'What is wanted',
        lines: [move.words || 'Find out and put right what is described below.'],
        table: null,
      },
      {
        title: 'How it shows',
        lines: [
          ...(entry.words ? [`The driver: ${entry.words}`] : []),
          ...state.complaints.map((c) => `Said: ${complaintWords[c].says.toLowerCase()}.`),
          `Asked of us: ${wantsText(entry.wants).toLowerCase()}.`,
        ],
        table: null,
      },
      {
        title: 'What was done in the paddock',
        lines: before.length === 0 ? ['Nothing.'] : before.map((m) => `${say.moment(m.at)}: ${moveText(logbook, m)}.`),
        table: null,
      },
      ...(gate
        ? [
            {
              title: 'What stands against it by our record',
              lines:
                gate.findings.length === 0 ? ['Nothing.'] : gate.findings.map((f) => findingText(f, say, new Map())),
              table: null,
            },
          ]
        : []),
      {
        title: 'Fluid',
        lines: [grade === null ? 'Not known to us: read the cap.' : `${grade}, as it was told to us.`],
        table: null,
      },
    ],
    signature: `${logbook.crew.get(fact.by)?.name ?? 'somebody unknown'}, ${say.moment(fact.at)}`,
    caution: 'Looked at in a paddock, not measured in a workshop. The maker’s manual and local codes come first.',
  };
}
