/** How hard a minute at a venue is on the brakes of a car: energy, and more for what is hot. */
import { brakeEnergyJ, rotorConvection } from '../heat';
import { heatInputs, heatedCarOf, piecesOf } from '../heat-outlook';
import { type Logbook, brakeSheetOf, remembered } from '../logbook';
import { type Axle, type Car, type Venue, usualSession } from '../model';
import { type TrackSession, sessionsOfCar } from '../sessions';

/** Wear at this rotor temperature counts as one, °C, and grows by e for each so many more. Calvik's own figures: wear goes faster when hot. */
const HEAT = { fromC: 300, growsByEPerC: 350, atMostC: 750 } as const;
/** A wet minute against a dry one: less grip, less to brake. Common practice, no source. */
export const WET_SHARE = 0.6;

/**
 * Wear that a dry minute at a venue costs an axle, in a measure of its own: power into the brakes of that axle, kW, times what heat adds. The simple form of
 * Archard's law (wear goes with energy) with a factor for the temperature that the rotor settles at, `T = T_air + P / hA`.
 * @returns null where zones, mass or rotors are not on record
 */
export function venueLoad(logbook: Logbook, car: Car, axle: Axle, venue: Venue): number | null {
  if (venue.zones.length === 0 || car.heat.massKg === null) return null;
  const { inputs, axles } = heatInputs(logbook, car, usualSession.airTempC);
  if (inputs.massKg.isDefault || !axles[axle].isKnown) return null;
  const ducts = brakeSheetOf(logbook, car).hasDucts ? ('on' as const) : ('off' as const);
  const session = { ...usualSession, drivenMin: null, laps: 1, outLap: false, parkedMin: 0, ducts };
  const { moving, frontShareAt, corners } = heatedCarOf({ inputs, axles }, session);
  const lap = piecesOf(inputs, venue.zones, session).filter((p) => p.fromMPerS + p.toMPerS > 0);
  const lapS = lap.reduce((sum, p) => sum + p.seconds, 0);
  if (lapS <= 0) return null;
  let energyJ = 0;
  for (const p of lap) {
    if (!p.isBraking) continue;
    const decelMPerS2 = (p.fromMPerS - p.toMPerS) / p.seconds;
    const share = frontShareAt(decelMPerS2);
    const taken = brakeEnergyJ(moving, {
      fromMPerS: p.fromMPerS,
      toMPerS: p.toMPerS,
      decelMPerS2,
      slope: p.slope ?? 0,
    });
    energyJ += Math.max(0, taken) * (axle === 'front' ? share : 1 - share);
  }
  const metres = lap.reduce((sum, p) => sum + (p.seconds * (p.fromMPerS + p.toMPerS)) / 2, 0);
  const { rotor, ductFactor, coolingFactor } = corners[axle === 'front' ? 'FL' : 'RL'];
  const shedsWPerK =
    rotorConvection(metres / lapS, rotor.outerDiameterM, rotor.isVented, ductFactor) *
    rotor.coolingAreaM2 *
    coolingFactor;
  const powerW = energyJ / lapS;
  const settlesAtC = Math.min(HEAT.atMostC, usualSession.airTempC + powerW / 2 / shedsWPerK);
  return (powerW / 1000) * Math.exp((settlesAtC - HEAT.fromC) / HEAT.growsByEPerC);
}

/** How hard each venue is on an axle, against the usual one of this car; a venue of which too little is known is as the usual one. */
export interface Severities {
  of: (venue: Venue | undefined) => number;
  /** Whether the car has driven there, or enough is on record to tell. */
  isKnown: (venue: Venue | undefined) => boolean;
}

/** Severities of an axle: relative to the mean of the venues that the car has driven at and of which enough is known. */
export function severitiesOf(logbook: Logbook, car: Car, axle: Axle): Severities {
  const sessions = sessionsOfCar(logbook, car.id);
  const driven = venuesOf(logbook, sessions);
  return remembered(sessions, `severity ${axle}`, [car, logbook.brakeSheetOfCar(car.id), ...driven], () => {
    const loads = new Map<Venue, number | null>();
    const loadOf = (venue: Venue): number | null => {
      const known = loads.get(venue);
      if (known !== undefined) return known;
      const load = venueLoad(logbook, car, axle, venue);
      loads.set(venue, load);
      return load;
    };
    const known = driven.flatMap((venue) => loadOf(venue) ?? []);
    const usual = known.length > 0 ? known.reduce((a, b) => a + b, 0) / known.length : null;
    const ids = new Set(driven.map((venue) => venue.id));
    return {
      of: (venue) => {
        const load = venue && usual !== null ? loadOf(venue) : null;
        return load === null || usual === null ? 1 : load / usual;
      },
      isKnown: (venue) => venue !== undefined && (ids.has(venue.id) || (usual !== null && loadOf(venue) !== null)),
    };
  });
}

/** The venues that were driven at, in the order in which they came. */
const venuesOf = ({ events, venues }: Logbook, sessions: readonly TrackSession[]): readonly Venue[] =>
  remembered(sessions, 'venues', [events, venues], () => {
    const found = new Set<Venue>();
    let last = '';
    for (const { fact } of sessions) {
      if (fact.eventId === last) continue;
      last = fact.eventId;
      const venue = venues.get(events.get(last)?.venueId ?? '');
      if (venue) found.add(venue);
    }
    return [...found];
  });
