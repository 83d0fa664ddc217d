/** The peak of the fluid that an event is prepared for: pinned, computed, or as the venue says. */
import {
  type HeatCase,
  type HeatMissing,
  type HeatOutlook,
  edgeFigure,
  heatCase,
  hottestAxle,
  outlookOf,
  sessionAt,
} from '../heat-outlook';
import type { Logbook } from '../logbook';
import {
  type Axle,
  type Car,
  type Figure,
  type Origin,
  type TrackEvent,
  type Venue,
  fromRecord,
  input,
  inputOf,
  makeFigure,
} from '../model';

/** The heat of a car at an event, as far as it can be reckoned. */
export interface HeatAtEvent {
  venue: Venue;
  heatCase: HeatCase;
  missing: HeatMissing[];
  /** It decides what is demanded; null where something is missing. */
  outlook: HeatOutlook | null;
  /** Axle whose fluid may get hottest. */
  axle: Axle;
}

const known = new WeakMap<Logbook, Map<string, HeatAtEvent | null>>();

/** The heat of a car at an event; null where the event has no venue on record. */
export function heatAtEvent(logbook: Logbook, car: Car, event: TrackEvent): HeatAtEvent | null {
  const ofLogbook = known.get(logbook) ?? new Map<string, HeatAtEvent | null>();
  known.set(logbook, ofLogbook);
  const key = `${car.id} ${event.id}`;
  const found = ofLogbook.get(key);
  if (found !== undefined) return found;
  const result = reckon(logbook, car, event);
  // What cannot be computed here yet is asked for again.
  if (!result?.missing.includes('outlook')) ofLogbook.set(key, result);
  return result;
}

/** The case of a car at an event, before anything is computed; null where the event has no venue on record. */
export function heatCaseAt(
  logbook: Logbook,
  car: Car,
  event: TrackEvent,
): Pick<HeatAtEvent, 'venue' | 'heatCase' | 'missing'> | null {
  const venue = logbook.venues.get(event.venueId);
  if (!venue) return null;
  return { venue, ...heatCase(logbook, car, venue, sessionAt(logbook, car, event).session) };
}

function reckon(logbook: Logbook, car: Car, event: TrackEvent): HeatAtEvent | null {
  const found = heatCaseAt(logbook, car, event);
  if (!found) return null;
  const outlook = found.missing.length === 0 ? outlookOf(found.heatCase) : null;
  const axle = outlook ? hottestAxle(outlook.axles, 'fluidC', logbook.shop.peakCertaintyPercent) : 'front';
  const missing = outlook === null && found.missing.length === 0 ? ['outlook' as const] : found.missing;
  return { ...found, missing, outlook, axle };
}

const asEntered = (valueC: number, origin: Origin): Figure =>
  makeFigure(
    'Peak fluid temperature',
    valueC,
    'temperature',
    'as entered',
    [input('expected peak', valueC, 'temperature', origin)],
    'Shop’s own figure for the venue',
  );

/** What is computed, whatever somebody pinned; null where too little is on record. */
export function computedPeak(logbook: Logbook, car: Car, event: TrackEvent): Figure | null {
  const heat = heatAtEvent(logbook, car, event);
  return heat?.outlook
    ? edgeFigure(heat.heatCase, heat.outlook, heat.axle, logbook.shop.peakCertaintyPercent, heat.venue.name)
    : null;
}

/** The peak of the fluid to reckon with for a car, at an event or without one, with its working. */
export function expectedPeakC(logbook: Logbook, car: Car, event: TrackEvent | null): Figure {
  if (logbook.signedPeakC !== null) return asEntered(logbook.signedPeakC, fromRecord('As it was when this was signed'));
  const venue = event ? logbook.venues.get(event.venueId) : undefined;
  const computed = event && computedPeak(logbook, car, event);
  const pinned = event && logbook.bookingsOfCar(car.id).find((b) => b.eventId === event.id)?.pinnedPeak;
  if (pinned)
    return makeFigure(
      'Peak fluid temperature',
      pinned.tempC,
      'temperature',
      'as the shop has set it',
      [
        input('set to', pinned.tempC, 'temperature', fromRecord(pinned.reason)),
        ...(computed ? [inputOf('computed', computed)] : []),
      ],
      'Shop’s own figure for this car at this event',
    );
  if (computed) return computed;
  return venue
    ? asEntered(venue.peakFluidTempC, fromRecord(`Expected at ${venue.name}`))
    : asEntered(logbook.shop.defaultPeakFluidTempC, {
        from: 'default',
        label: 'Shop’s expectation where no venue is booked',
      });
}
