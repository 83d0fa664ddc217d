import type { JobFindings, LimitValue, ReadinessFindings, ServiceFindings } from '@calvik/core';
import {
  checkNames,
  complaintWords,
  cornerNames,
  jobNames,
  limitChoice,
  limitNames,
  placeName,
  subjectNames,
} from '../names';
import type { Say } from '../reader';
import { stepName } from '../steps';
import { type TextsFor, counted, list } from '../texts';

const of = (subject: keyof typeof subjectNames, place: Parameters<typeof placeName>[0]): string =>
  `${subjectNames[subject]}, ${placeName(place)}`;

const anotherLead = 'another lead, where there is one,';

export const serviceTexts: TextsFor<ServiceFindings> = {
  padSetUnderLimit: ({ pads }) => `Pads ${pads} are under the limit by their label.`,
  aboveLimitAtBoth: ({ subject }) =>
    subject === 'pads' ? 'Above the limit at both corners.' : 'In order at both corners.',
  notMeasured: ({ subject }, at) => `${of(subject, at)}: not measured.`,
  neverMeasured: () => 'Nobody has measured pads and rotors.',
  cornersNotMeasured: ({ missing }) => `${missing} of 4 corners have not been measured.`,
  rotorsNotMeasured: ({ missing }) => `Rotors have not been measured at ${counted(missing, 'corner')}.`,
  notMeasuredSinceEvent: ({ event }, _, say) => `Not measured since the event of ${say.date(event)}.`,
  measuredLongAgo: ({ measuredOn }, _, say) => `Last measured ${say.date(measuredOn)}.`,
  skimNotMeasured: (_, at) => `${of('rotors', at)}: to be skimmed, and not measured since.`,
  scrappedIsOn: ({ part }, at) => `${part} was scrapped, and stands as fitted at the ${placeName(at)}.`,
  notBedded: ({ subject }, at) =>
    `New ${subject === 'both' ? 'pads and rotors' : subject} at the ${placeName(at)}: unbedded. Bed them before they are used hard.`,
  exchangeUnfinished: ({ left, of: all }) => `The exchange is not finished: ${left} of ${all} bleed nipples to go.`,
  retractedNothingFitted: (_, { axle }) => `Pistons were pushed back at the ${axle} and nothing is recorded as fitted.`,
  limitMoved: ({ limit, label, from, to }, _, say) => {
    const value = (v: LimitValue): string => (typeof v === 'number' ? limitChoice(limit, v) : say.both(v));
    const change = to === null ? `${value(from)} and was taken away` : `changed from ${value(from)} to ${value(to)}`;
    return `${limitNames[limit]}${label ? ` of ${label}` : ''} was ${change} meanwhile: ${anotherLead} looks at where it stands.`;
  },
  relabelled: ({ was, label, from, to }, at, say) =>
    `${label} stands for ${was} at the ${placeName(at)}, and no parts were changed: its limit is ${
      to === null ? 'not known' : say.both(to)
    }, and was ${say.both(from)}. A lead who did not say so looks at what is on, where there is one.`,
  madeLead: ({ name }) => `${name} was made a lead meanwhile: ${anotherLead} looks at what is let go.`,
  renamed: ({ was, name }) => `${was} goes by the name of ${name} since then.`,
  fittedNotMeasured: ({ subject }, { axle }) =>
    `${subjectNames[subject]} without a label went on at the ${axle}, and have not been measured there.`,
  changeNotFitted: ({ subject }, at) => `${of(subject, at)}: a change was decided and nothing is recorded as fitted.`,
  referred: ({ subject, reason }, at) => `${of(subject, at)}: referred. ${reason}`,
  spareToCarry: ({ subject, reason }, at) => `${of(subject, at)}: carry a spare. ${reason}`,
  hoseChanged: ({ corners }) =>
    `A hose was changed at the ${list(corners.map((c) => cornerNames[c as keyof typeof cornerNames]))}: the system was opened, the whole sequence is drawn again.`,
  driverSays: ({ complaint }) =>
    `The driver: ${complaintWords[complaint].says.toLowerCase()}. First suspects: ${complaintWords[complaint].suspects.join('; ')}.`,
  stepSkipped: ({ step, turn, reason }, { corner, axle }) =>
    `Skipped: ${stepName({ kind: step, turn, corner: corner ?? null, axle: axle ?? null })}. ${reason}`,
  stepNotDone: ({ step, turn }, { corner, axle }) =>
    `Not done: ${stepName({ kind: step, turn, corner: corner ?? null, axle: axle ?? null })}.`,
  listNotAnswered: ({ step, turn, points }, { corner, axle }) =>
    `${stepName({ kind: step, turn, corner: corner ?? null, axle: axle ?? null })}: nobody has answered ${list(points.map((p) => `“${checkNames[p as keyof typeof checkNames]}”`))}.`,
  earlierWording: ({ text }) => text,
};

export const readinessTexts: TextsFor<ReadinessFindings> = {
  partsInOrder: () => 'Pads and rotors in order as far as measured.',
  noServiceUnderWay: () => 'No service under way.',
  serviceUnderWay: ({ left }) => `Service under way, not released: ${counted(left, 'step')} to go.`,
  serviceReopened: () => 'Was released; held again.',
};

const conflictText = ({ job, car, from, to }: Omit<JobFindings['personIsBusy'], 'person'>, say: Say): string =>
  `${jobNames[job].toLowerCase()} on ${car || 'another car'}, ${say.span(from, to)}`;

export const jobTexts: TextsFor<JobFindings> = {
  personIsBusy: ({ person, ...conflict }, _, say) =>
    `${person || 'Somebody'} is busy then: ${conflictText(conflict, say)}.`,
  carIsBusy: ({ person, ...conflict }, _, say) =>
    `${person || 'Somebody'} is at this car then: ${conflictText(conflict, say)}.`,
  notBeforeEvent: ({ event }) => `Too late: ${event} has begun by then.`,
  liftIsTaken: ({ lift, ...conflict }, _, say) => `${lift || 'The lift'} is taken: ${conflictText(conflict, say)}.`,
};
