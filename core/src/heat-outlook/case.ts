/** A case: everything that a heat outlook follows from, as plain data that a worker can be handed. */
import { type Anchor, anchorOf, boilingFigure, fluidState, pressureAtAltitude } from '../fluid';
import { type Logbook, ofKind } from '../logbook';
import {
  type BrakingZone,
  type Car,
  type Corner,
  type HeatReading,
  type SessionPlan,
  type TrackEvent,
  type Venue,
  usualSession,
} from '../model';
import { type HeatAxle, type HeatInputs, heatInputs } from './inputs';
import { cameInOf, sittingsOf } from './way-in';

/** A session as it is reckoned with: nothing in it is left open. */
export type DrivenSession = SessionPlan & { ducts: 'on' | 'off' | 'taped' };

/** One reading with the session that it was read in. */
export interface CaseReading {
  id: string;
  /** Which session it is of: readings of one share how it came in. */
  sitting: number;
  zones: readonly BrakingZone[];
  session: DrivenSession;
  read: HeatReading['read'];
  /** What the fluid boiled at on that day, for the one that says that it boiled; null where nobody knows. */
  boilsAtC: number | null;
}

export interface HeatCase {
  inputs: HeatInputs;
  axles: Record<'front' | 'rear', HeatAxle>;
  zones: readonly BrakingZone[];
  session: DrivenSession;
  readings: readonly CaseReading[];
}

/** What must be on record before the outlook decides anything. */
export type HeatMissing = 'zones' | 'massKg' | 'frontRotors' | 'rearRotors' | 'outlook';

/** Ducts as the car has them by its sheet. */
const ductsOf = (logbook: Logbook, car: Car): 'on' | 'off' =>
  logbook.brakeSheetOfCar(car.id)?.hasDucts ? 'on' : 'off';

export const withDucts = (logbook: Logbook, car: Car, session: SessionPlan): DrivenSession => ({
  ...session,
  ducts: session.ducts ?? ductsOf(logbook, car),
});

/** How a session is at an event, with whether somebody has said so. */
export function sessionAt(
  logbook: Logbook,
  car: Car,
  event: TrackEvent | null,
): { session: DrivenSession; isUsual: boolean } {
  const said = event?.session ?? null;
  // A plan knows of no way in and of no battery: the hotter ones count.
  const { cameIn: _cameIn, brakesHeld: _held, battery: _battery, ...plan }: SessionPlan = said ?? usualSession;
  return { session: withDucts(logbook, car, plan), isUsual: said === null };
}

/** What the fluid of a car boiled at on a day, °C; null where nobody knows what is in it. */
function boilsAtC(logbook: Logbook, car: Car, venue: Venue, at: string): number | null {
  const state = fluidState(logbook, car, at);
  const anchor: Anchor | null = anchorOf(state.current, logbook.shop.timeZone);
  return (
    anchor &&
    boilingFigure('Boiling point', anchor, state, at, pressureAtAltitude(venue.altitudeM), {
      from: 'record',
      label: venue.name,
    }).value
  );
}

/** The readings of a car that count, oldest first, each with its session. Those of a venue without zones cannot be used. */
export const readingsOf = (logbook: Logbook, car: Car): { fact: HeatReading; venue: Venue }[] =>
  ofKind(logbook.factsOfCar(car.id), 'heatReading').flatMap((fact) => {
    const venue = logbook.venues.get(fact.venueId);
    return venue ? [{ fact, venue }] : [];
  });

/** The latest readings that a fit goes by: older ones are of other pads. Calvik's own figure. */
const MOST_READINGS = 24;

/**
 * The case of a car at a venue.
 * @returns with what is missing before it may decide: without zones there is nothing to run
 */
export function heatCase(
  logbook: Logbook,
  car: Car,
  venue: Venue,
  session: DrivenSession,
): { heatCase: HeatCase; missing: HeatMissing[] } {
  const { inputs, axles } = heatInputs(logbook, car, session.airTempC);
  const missing: HeatMissing[] = [
    ...(venue.zones.length === 0 ? ['zones' as const] : []),
    ...(inputs.massKg.isDefault ? ['massKg' as const] : []),
    ...(axles.front.isKnown ? [] : ['frontRotors' as const]),
    ...(axles.rear.isKnown ? [] : ['rearRotors' as const]),
  ];
  const counted = readingsOf(logbook, car)
    .filter(({ venue: v }) => v.zones.length > 0)
    .slice(-MOST_READINGS);
  const sittings = sittingsOf(counted.map(({ fact }) => fact.at));
  const readings = counted.map(({ fact, venue: v }, i): CaseReading => ({
    id: fact.id,
    sitting: sittings[i]!,
    zones: v.zones,
    session: {
      ...withDucts(logbook, car, fact.session),
      cameIn: cameInOf(fact.session),
      battery: fact.session.battery ?? 'unknown',
    },
    read: fact.read,
    boilsAtC: fact.read.instrument === 'fluidBoiled' ? boilsAtC(logbook, car, v, fact.at) : null,
  }));
  return { heatCase: { inputs, axles, zones: venue.zones, session, readings }, missing };
}

/** Corner on whose axle something is reckoned: left stands for both sides. */
export const cornerOfAxle = { front: 'FL', rear: 'RL' } as const satisfies Record<'front' | 'rear', Corner>;
