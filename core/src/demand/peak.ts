/** The peak of the fluid that an event is prepared for: the strictest of what is set, expected and computed. */
import {
  type HeatCase,
  type HeatMissing,
  type HeatOutlook,
  type OutsideModel,
  edgeFigure,
  heatCase,
  hottestAxle,
  outlookOf,
  outsideModel,
  sessionAt,
} from '../heat-outlook';
import { type Logbook, ofKind } from '../logbook';
import {
  type Axle,
  type Car,
  type Figure,
  type Finding,
  type Origin,
  type PeakTakenOver,
  type TrackEvent,
  type Venue,
  type WorkingInput,
  fromFact,
  fromRecord,
  input,
  inputOf,
  makeFigure,
} from '../model';
import { evidenceLacks } from './evidence';

/** The heat of a car at an event, as far as it can be reckoned. */
export interface HeatAtEvent {
  venue: Venue;
  heatCase: HeatCase;
  missing: HeatMissing[];
  /** Where what is computed cannot be: then nothing is known. */
  outside: OutsideModel | null;
  /** It decides what is demanded; null where something is missing, or it is outside the model. */
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
  const computed = found.missing.length === 0 ? outlookOf(found.heatCase) : null;
  const outside = computed && outsideModel(computed, found.heatCase);
  const outlook = outside ? null : computed;
  const axle = outlook ? hottestAxle(outlook.axles, 'fluidC', logbook.shop.peakCertaintyPercent) : 'front';
  const missing = computed === null && found.missing.length === 0 ? ['outlook' as const] : found.missing;
  return { ...found, missing, outside, outlook, axle };
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

/** What an event demands of a car's fluid as its peak, who has set it, and why it is not lower. */
export interface PeakDemand {
  figure: Figure;
  from: 'signed' | 'pinned' | 'venue' | 'shop' | 'computed' | 'takenOver';
  computed: Figure | null;
  /** What the shop has typed for the venue, or for wherever no venue is booked, °C. */
  expectedC: number;
  /** The lead's word that counts, where one does. */
  takenOver: PeakTakenOver | null;
  /** Why what is computed counts for nothing where it is lower; empty where it may be taken over, or has been. */
  lacks: Finding[];
}

/** The lead's latest word on a car at a venue. */
const takenOverAt = (logbook: Logbook, car: Car, venueId: string): PeakTakenOver | null =>
  ofKind(logbook.factsOfCar(car.id), 'peakTakenOver').findLast((f) => f.venueId === venueId) ?? null;

/**
 * The strictest of what the shop has set for the car, what it expects of the venue, and what is computed. A model lowers nothing until the car has
 * spoken: only where its own readings are enough (see `evidence.ts`) and a lead has taken the computed peak over at this venue does the venue's
 * figure no longer count. What was set for the car always does.
 * @param taking who would take it over: their own readings are no evidence for that
 */
export function peakDemand(
  logbook: Logbook,
  car: Car,
  event: TrackEvent | null,
  taking: string | null = null,
): PeakDemand {
  const venue = event ? logbook.venues.get(event.venueId) : undefined;
  const expected: { tempC: number; origin: Origin } = venue
    ? { tempC: venue.peakFluidTempC, origin: fromRecord(`Expected at ${venue.name}`) }
    : {
        tempC: logbook.shop.defaultPeakFluidTempC,
        origin: { from: 'default', label: 'Shop’s expectation where no venue is booked' },
      };
  const nothing = { computed: null, expectedC: expected.tempC, takenOver: null, lacks: [] };
  if (logbook.signedPeakC !== null)
    return {
      ...nothing,
      figure: asEntered(logbook.signedPeakC, fromRecord('As it was when this was signed')),
      from: 'signed',
    };
  const computed = event && computedPeak(logbook, car, event);
  const pinned = event && logbook.bookingsOfCar(car.id).find((b) => b.eventId === event.id)?.pinnedPeak;
  const heat = computed && heatAtEvent(logbook, car, event);
  const lacksWithout = (by: string | null): Finding[] =>
    heat?.outlook ? evidenceLacks(logbook, car, heat.outlook, heat.axle, event!.startDate, by) : [];
  const said = venue && heat ? takenOverAt(logbook, car, venue.id) : null;
  // The figure is the same whoever looks: only what is still lacking depends on who would take it over.
  const word = said && lacksWithout(said.by).length === 0 ? said : null;
  const lacks = word ? [] : lacksWithout(taking);
  const candidates: { from: PeakDemand['from']; tempC: number; input: WorkingInput }[] = [
    ...(pinned
      ? [
          {
            from: 'pinned' as const,
            tempC: pinned.tempC,
            input: input('set to', pinned.tempC, 'temperature', fromRecord(pinned.reason)),
          },
        ]
      : []),
    ...(computed ? [{ from: 'computed' as const, tempC: computed.value, input: inputOf('computed', computed) }] : []),
    word
      ? {
          from: 'takenOver' as const,
          tempC: word.tempC,
          input: input('taken over', word.tempC, 'temperature', fromFact(word.id, word.reason)),
        }
      : {
          from: venue ? ('venue' as const) : ('shop' as const),
          tempC: expected.tempC,
          input: input('expected peak', expected.tempC, 'temperature', expected.origin),
        },
  ];
  const strictest = candidates.reduce((a, b) => (b.tempC > a.tempC ? b : a));
  const from = word && strictest.from === 'computed' ? 'takenOver' : strictest.from;
  const figure =
    candidates.length === 1
      ? asEntered(expected.tempC, expected.origin)
      : makeFigure(
          'Peak fluid temperature',
          strictest.tempC,
          'temperature',
          'the highest of these',
          candidates.map((c) => c.input),
          word
            ? 'A lead has taken over what is computed: the car’s own readings are enough'
            : 'A computed peak lowers nothing until the car’s own readings are enough and a lead has taken it over',
          computed?.place ? { place: computed.place } : {},
        );
  return { figure, from, computed: computed ?? null, expectedC: expected.tempC, takenOver: word, lacks };
}

/** The peak of the fluid to reckon with for a car, at an event or without one, with its working. */
export const expectedPeakC = (logbook: Logbook, car: Car, event: TrackEvent | null): Figure =>
  peakDemand(logbook, car, event).figure;
