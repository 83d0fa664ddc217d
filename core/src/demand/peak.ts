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
  /** Null where the venue has no braking zones. */
  outlook: HeatOutlook | null;
  /** Axle whose fluid may get hottest. */
  axle: Axle;
  /** Whether it decides what is demanded: nothing is missing. */
  decides: boolean;
}

const known = new WeakMap<Logbook, Map<string, HeatAtEvent | null>>();

/** The heat of a car at an event; null where the event has no venue on record. */
export function heatAtEvent(logbook: Logbook, car: Car, event: TrackEvent): HeatAtEvent | null {
  const ofLogbook = known.get(logbook) ?? new Map<string, HeatAtEvent | null>();
  known.set(logbook, ofLogbook);
  const key = `${car.id} ${event.id}`;
  const found = ofLogbook.get(key);
  if (found !== undefined) return found;
  const venue = logbook.venues.get(event.venueId);
  const result = venue ? reckon(logbook, car, event, venue) : null;
  ofLogbook.set(key, result);
  return result;
}

function reckon(logbook: Logbook, car: Car, event: TrackEvent, venue: Venue): HeatAtEvent {
  const { session } = sessionAt(logbook, car, event);
  const { heatCase: c, missing } = heatCase(logbook, car, venue, session);
  const outlook = missing.includes('zones') ? null : outlookOf(c);
  return {
    venue,
    heatCase: c,
    missing,
    outlook,
    axle: outlook ? hottestAxle(outlook.axles, 'fluidC', logbook.shop.peakCertaintyPercent) : 'front',
    decides: outlook !== null && missing.length === 0,
  };
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
  return heat?.outlook && heat.decides
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
