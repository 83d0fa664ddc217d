/** What a car is let go for, and what somebody must have shown of it for that. */
import type { Proof } from '../model';

/**
 * Off the lift; moved on its own wheels at a walking pace; on the road; a bedding run; out to a session; to an event that it is booked for. Each
 * asks for what the ones before it ask for, and more.
 */
export const purposes = ['lift', 'ground', 'road', 'bedding', 'session', 'event'] as const;
export type Purpose = (typeof purposes)[number];

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
 * For each purpose what it asks for; null: not asked. Pads, rotors and fluid are measured, and have limits of their own. Common practice, no source.
 */
export const purposeTable: Record<Purpose, Record<Requirable, Freshness | null>> = {
  lift: {
    pedalFirm: null,
    torqued: null,
    dry: 'onceVoided',
    levelKept: null,
    rockedTight: null,
    noPlay: null,
  },
  ground: {
    pedalFirm: 'onceVoided',
    torqued: 'onceVoided',
    dry: 'onceVoided',
    levelKept: null,
    rockedTight: null,
    noPlay: null,
  },
  road: {
    pedalFirm: 'onceVoided',
    torqued: 'onceVoided',
    dry: 'onceVoided',
    levelKept: null,
    rockedTight: null,
    noPlay: 'onceVoided',
  },
  bedding: {
    pedalFirm: 'ever',
    torqued: 'ever',
    dry: 'ever',
    levelKept: 'ever',
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

const forLift: readonly Proof[] = ['dry', 'wheelFree', 'padsMatch', 'hardwareRight', 'wheelsOn', 'faceToRotor', 'pins'];
/**
 * Which faults keep a car from it: those that are over when one of these is shown, and those that nothing shows to be over. Null: every fault does.
 */
export const faultsAgainst: Record<Purpose, readonly Proof[] | null> = {
  lift: forLift,
  ground: [...forLift, 'pedalFirm', 'boosterWorks', 'levelKept', 'torqued', 'noPlay', 'parkingBrakeNormal'],
  road: null,
  bedding: null,
  session: null,
  event: null,
};
