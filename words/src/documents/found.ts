/** What a customer is told of what was found on a car before an event, in words that are no workshop's. */
import type { Axle, Booking, Finding, Logbook } from '@calvik/core';
import { conditionOf } from '@calvik/core/condition';
import type { Quantity, WorkKind } from '@calvik/core/model';
import { axleOfWork, findingKey } from '@calvik/core/model';
import type { WorkItem } from '@calvik/core/run-up';
import { findingText } from '../findings';
import type { Say } from '../reader';
import { list } from '../texts';
import { workFindingText } from '../work';

const UNKNOWN_AGE = 'Nobody knows how old the brake fluid is.';
const padsOf = (axle: Axle | null | undefined): string => (axle ? `${axle} pads` : 'pads');
/** One finding of the work list as a sentence for the customer; null for what is the shop's own business. */
function foundSentence({ code, place, values, verdict }: Finding, say: Say): string | null {
  const of = (key: string): string => say.quantity(values[key] as Quantity);
  switch (code) {
    case 'padsUnderLimit':
      return `The ${padsOf(place.axle)} are worn out: ${of('thickness')} left.`;
    case 'padsUnderRule':
      return `The ${padsOf(place.axle)} have ${of('thickness')} left, and ${of('wanted')} is needed for this event.`;
    case 'takeSpare':
      return `The ${padsOf(place.axle)} have ${of('thickness')} left: they will do, and we take a spare set along.`;
    case 'boilsOnDay':
    case 'neverMet':
    case 'boilsUnderDemand':
      return `The brake fluid boils at ${of('boilsAt')}; ${of('wanted')} is needed.`;
    case 'mayBoilUnderDemand':
      return `The brake fluid may boil below ${of('wanted')}, which is needed.`;
    case 'boilsUnderPeak':
      return `The brake fluid boils at ${of('boilsAt')}, which is less than it will get to on track.`;
    case 'boiledSinceFlush':
      return 'The brake fluid has boiled and has to be changed.';
    case 'workForEvent':
      return values['doneOn'] === null ? UNKNOWN_AGE : 'The brake fluid is older than the rules allow.';
    case 'flushTooOld':
      return 'The brake fluid is due to be changed.';
    case 'noFlushOnRecord':
      return UNKNOWN_AGE;
    case 'faultFoundOn':
    case 'ownReason':
      return workFindingText({ code, place, values, verdict }, say);
    default:
      // What stops a car is told whatever it is; the rest is the shop's own business.
      return verdict === 'stop' ? workFindingText({ code, place, values, verdict }, say) : null;
  }
}

/** Work on the car that a customer pays for, as it is called to one. */
const mends: Partial<Record<WorkKind, (axle: Axle | null) => string>> = {
  pads: (axle) => `new ${padsOf(axle)}`,
  rotors: (axle) => `new ${axle ? `${axle} ` : ''}rotors`,
  hoses: () => 'new brake hoses',
  flush: () => 'new brake fluid',
  bleed: () => 'bleeding the brakes',
  bedding: (axle) => `bedding in the ${padsOf(axle)}`,
  sendBedding: (axle) => `bedding in the ${padsOf(axle)}`,
  spare: (axle) => `spare ${padsOf(axle)}`,
};

/** Work that looks instead of mending: until it is done nobody has found anything. */
const looks: Partial<Record<WorkKind, string>> = {
  measure: 'measure pads and rotors',
  boilingTest: 'test the brake fluid',
};

/**
 * All that stands against a car, what is done about it, and what nobody has looked at yet: never "all in order" of a car that nobody looked at.
 * @param items the work list of the booking
 */
export function foundSentences(logbook: Logbook, booking: Booking, items: readonly WorkItem[], say: Say): string[] {
  const car = logbook.cars.get(booking.carId);
  if (!car) return [];
  const open = items.filter((i) => i.state === 'todo' || i.state === 'planned');
  const faults = conditionOf(logbook, car).faults.filter((f) => f.state === 'open');
  const isFault = new Set(faults.map((f) => findingKey(f.finding)));
  const found = [
    ...faults.map((f) => findingText(f.finding, say)),
    ...open.flatMap((i) =>
      i.reasons.flatMap(({ finding }) => (isFault.has(findingKey(finding)) ? [] : (foundSentence(finding, say) ?? []))),
    ),
    // Rotors are worn or cracked by their own words.
    ...open.filter((i) => i.kind === 'rotors').flatMap((i) => i.reasons.map((r) => findingText(r.finding, say))),
  ];
  const outstanding = open.flatMap((i) => looks[i.kind] ?? []);
  const nameOf = (i: WorkItem): string | undefined => i.ownTitle ?? mends[i.kind]?.(axleOfWork(i.key));
  const names = (of: readonly WorkItem[]): string => list([...new Set(of.flatMap((i) => nameOf(i) ?? []))]);
  const doing = names(open.filter((i) => i.impossible === null));
  const stuck = names(open.filter((i) => i.impossible !== null && i.impossible.code !== 'waitsFor'));
  return [
    ...new Set(found),
    ...(found.length === 0 && outstanding.length === 0 ? ['Nothing out of the ordinary.'] : []),
    ...(outstanding.length > 0 ? [`We still have to ${list(outstanding)}.`] : []),
    ...(doing ? [`We’ll see to: ${doing}.`] : []),
    ...(stuck ? [`Not settled yet: ${stuck}. We’ll be in touch.`] : []),
  ];
}
