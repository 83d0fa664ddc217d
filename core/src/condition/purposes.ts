/** What a car is let go for, and what somebody must have shown of it for that. */
import type { Proof } from '../model';

/** On the road, or to a bedding run; out to a session; to an event that it is booked for. */
export type Purpose = 'road' | 'session' | 'event';

/**
 * How fresh it must be. `onceVoided`: asked for when something has voided it. `ever`: and where nobody has ever looked. `sinceEvent`: and where
 * nobody has since the car drove at another event.
 */
export type Freshness = 'onceVoided' | 'ever' | 'sinceEvent';

/** What is asked of a car whatever was found on it. */
export const requirable = [
  'pedalFirm',
  'noPlay',
  'torqued',
  'dry',
  'levelKept',
  'rockedTight',
] as const satisfies readonly Proof[];
export type Requirable = (typeof requirable)[number];

/**
 * For each purpose what it asks for; null: not asked. What stays on the ground has the lists of its service; a bedding run begins with a list of its
 * own; after a session the look asks. Pads, rotors and fluid are measured, and have limits of their own. Common practice, no source.
 */
export const purposeTable: Record<Purpose, Record<Requirable, Freshness | null>> = {
  road: {
    pedalFirm: 'onceVoided',
    torqued: 'onceVoided',
    dry: null,
    levelKept: null,
    rockedTight: null,
    noPlay: 'onceVoided',
  },
  session: {
    pedalFirm: 'ever',
    torqued: 'ever',
    dry: 'ever',
    levelKept: 'ever',
    rockedTight: 'ever',
    noPlay: 'onceVoided',
  },
  event: {
    pedalFirm: 'sinceEvent',
    torqued: 'sinceEvent',
    dry: 'sinceEvent',
    levelKept: 'sinceEvent',
    rockedTight: 'sinceEvent',
    noPlay: 'onceVoided',
  },
};
