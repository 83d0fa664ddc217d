/** What is said of the paddock queue. */
import type { Logbook, WorkSkill } from '@calvik/core';
import { timeIn } from '@calvik/core/calendar';
import type { Becomes, GivenPromise, QueueFindings, QueueState, QueueStatus, QueueThing } from '@calvik/core/queue';
import { addTexts } from './findings';
import { queueWorkNames } from './queue-names';
import { type TextsFor, counted, list } from './texts';

export { moveText, promiseLine, queueProofNames, queueWorkNames, wantName, wantsText } from './queue-names';

export const queueStatusNames: Record<QueueStatus, string> = {
  waiting: 'Waiting',
  inHand: 'In hand',
  paused: 'Paused',
  done: 'Done',
  referred: 'Referred',
  left: 'Left',
};

export const promiseNames: Record<GivenPromise['outcome'], string> = {
  open: 'Promised',
  kept: 'Kept',
  broken: 'Broken',
  moved: 'Moved',
  void: 'Left before',
};

export const thingNames: Record<QueueThing, string> = {
  stands: 'stands or a lift, chocks',
  bleeder: 'pressure bleeder',
  adapter: 'its cap adapter',
  fluid: 'fluid of the right base',
  wrench: 'torque wrench',
  tester: 'boiling tester',
  pads: 'its pads',
  rotors: 'its rotors',
  hoses: 'a hose',
};

const skillWords: Record<WorkSkill, string> = {
  fluid: 'fluid work',
  measuring: 'measuring',
  parts: 'pads and rotors',
  bedding: 'bedding',
};

const queueTexts: TextsFor<QueueFindings> = {
  nobodyCan: ({ skills }) =>
    skills.length === 0
      ? 'Nobody is here: say on the event who goes there.'
      : `Nobody here does ${list(skills.map((s) => skillWords[s]))}: send somebody, or refer it.`,
  adapterMissing: ({ adapter }) => `No cap adapter ${adapter} here: bled with the pedal.`,
  adapterUnknown: () => 'Nobody has said which cap adapter it takes: look before you promise.',
  twoHandsNeeded: () => 'Bled with the pedal: takes two people throughout.',
  noBleeder: () => 'No pressure bleeder here: bled with the pedal.',
  noWrench: () => 'No torque wrench on record.',
  ownBottleWrong: ({ has, brought }) =>
    `The driver’s bottle is ${brought}, the car has ${has}: they never mix. It stays shut.`,
  ownBottleOld: ({ days, most }) =>
    `The driver’s bottle has been open ${counted(days, 'day')}, more than ${most}: only for under the hose end, not into the car.`,
  ownBottleUndated: () => 'Nobody knows when the driver’s bottle was opened: not into the car.',
  ownBottleSmall: ({ left, wanted }, _place, say) =>
    `The driver’s bottle holds ${say.quantity(left)}, the work takes about ${say.quantity(wanted)}.`,
  fluidUnknown: () => 'Nobody has said what fluid is in it: read the cap, ask the driver.',
  noFluidHere: ({ grade }) => `No ${grade} here that may go in, or too little of it.`,
  notBefore: ({ time, fits }) =>
    fits === null ? `Not back before ${time}.` : `Not back before ${time}; for ${fits}, yes.`,
  afterLastSession: ({ when }) =>
    when === 'evening'
      ? 'It would not be back before its last session: in the evening, after it.'
      : 'It would not be back before its last session, nor done tonight: in the morning.',
  promiseBroken: ({ time, now }) => `Promised for ${time}: broken.${now === null ? '' : ` Now ${now}.`}`,
  promiseMoved: ({ time, now }) =>
    `Promised for ${time}, which no longer holds four times in five.${now === null ? '' : ` Now ${now}.`}`,
  notOnRecord: () => 'Not on record: no gate says that it may go out. Show it before it leaves.',
};
addTexts(queueTexts);

/** "may want pads (24 %) and a hose (5 %)"; empty where nothing is likely. @param atLeast shares under it are not worth a word */
export function becomesText({ works, referralShare }: Becomes, atLeast = 0.05): string {
  const parts = works
    .filter((w) => w.share >= atLeast)
    .slice(0, 3)
    .map((w) => `${queueWorkNames[w.work].toLowerCase()} (${Math.round(w.share * 100)}\u00a0%)`);
  if (referralShare >= atLeast) parts.push(`nothing that can be done here (${Math.round(referralShare * 100)}\u00a0%)`);
  return parts.length === 0 ? '' : `May turn into ${list(parts)}.`;
}

/**
 * What its driver is told.
 * @param backBy the time now promised; null where there is none
 * @param against what still stands against the car by its own gate, in words; null where nothing does
 */
export function queueMessage(
  logbook: Logbook,
  { entry, customer, status, promise }: QueueState,
  name: string,
  backBy: string | null,
  against: string | null,
): string {
  const { timeZone } = logbook.shop;
  const first = (customer?.name ?? entry.walkIn?.driver ?? '').split(' ')[0] ?? '';
  const hello = first === '' ? '' : `Hello ${first}, `;
  const sign = ` ${logbook.shop.name}`;
  if (status === 'done')
    return against === null
      ? `${hello}${name} is back: come and fetch it.${sign}`
      : `${hello}the work on ${name} is done, but it does not go out yet: ${against}${sign}`;
  if (status === 'referred') return `${hello}${name} cannot be put right here. We have it in writing for you.${sign}`;
  if (backBy === null) return `${hello}we cannot say yet when ${name} is back.${sign}`;
  const time = timeIn(backBy, timeZone);
  const isLater = promise !== null && promise.outcome !== 'kept' && promise.backBy < backBy;
  return isLater
    ? `${hello}${name} takes longer than we said: back by ${time} instead of ${timeIn(promise.backBy, timeZone)}.${sign}`
    : `${hello}${name} is back by ${time}.${sign}`;
}
