import { judgeBedding } from '../bedding';
import { type LocalDate, daysBetween } from '../calendar';
import { type FluidJudgement, heatCaseAt, judgeFluid, judgeHeat, previousEventEnd, rulesInForce } from '../demand';
import { type HeatCase, outlookOf } from '../heat-outlook';
import { type Logbook, brakeSheetOf } from '../logbook';
import { isGuided, openJobsOfCar } from '../jobs';
import { judgeTrack as judgeTrackOf } from '../paddock';
import { judgeCorners, judgeMeasurements, judgeService, measuringDue } from '../service';
import {
  type Booking,
  type Car,
  type Customer,
  type Finding,
  type Job,
  type TrackEvent,
  type Venue,
  type Verdict,
  corners,
  severity,
  worst,
  worstFirst,
  worstOf,
} from '../model';
import { judgeWear } from '../wear';
import { readinessFinding } from './findings';

/** One thing that must be right before a car goes out. */
export interface GateResult {
  gate: GateName;
  verdict: Verdict;
  headline: Finding;
  findings: Finding[];
}

type Gate = (logbook: Logbook, car: Car, event: TrackEvent | null, today: LocalDate) => Omit<GateResult, 'gate'>;

/** Pads, rotors and what else was measured, as they were last, and what nobody has measured. */
const judgeParts: Gate = (logbook, car, event, today) => {
  const sheet = brakeSheetOf(logbook, car);
  const { corners: states, axleFindings } = judgeCorners(logbook, car, sheet);
  const last = event && previousEventEnd(logbook, car, event.startDate);
  // An event that is still to come has worn nothing yet.
  const due = measuringDue(logbook, car, event, last !== null && last < today ? last : null, today);
  const findings = worstFirst([
    ...corners.flatMap((c) => states[c].findings),
    ...axleFindings.front,
    ...axleFindings.rear,
    ...judgeMeasurements(logbook.factsOfCar(car.id), sheet)
      .map((m) => m.finding)
      .filter((f) => f.verdict !== 'inOrder'),
    ...(due ? [due] : []),
  ]);
  return {
    verdict: worstOf(findings),
    headline: findings[0] ?? readinessFinding('partsInOrder', 'inOrder', {}, {}),
    findings,
  };
};

/** A service that was begun: the car is not driven before it is released. */
const judgeLastService: Gate = (logbook, car, _event, today) => {
  const job = logbook
    .jobsOfCar(car.id)
    .filter((j) => isGuided(j) && logbook.factsOfJob(j.id).length > 0)
    .sort((a, b) => a.startAt.localeCompare(b.startAt))
    .at(-1);
  const judged = job && judgeService(logbook, job, today);
  if (!judged || judged.gate.isReleased)
    return {
      verdict: 'inOrder',
      headline: readinessFinding('noServiceUnderWay', 'inOrder', {}, {}),
      findings: [],
    };
  const { gate, steps } = judged;
  const left = steps.filter((s) => s.state === 'todo').length;
  const headline = gate.isReopened
    ? readinessFinding('serviceReopened', gate.stops.length > 0 ? 'stop' : 'needsWork', {}, {})
    : readinessFinding('serviceUnderWay', 'needsWork', {}, { left });
  const first = gate.stops[0] ?? gate.holds.find((h) => h.waived === null)?.finding;
  return {
    verdict: headline.verdict,
    headline,
    findings: [headline, ...(gate.isReopened && first ? [first] : [])],
  };
};

/** Green parts, and those that nobody has looked at. */
const bedding: Gate = (logbook, car, event, today) =>
  judgeBedding(
    logbook,
    car,
    event,
    today,
    (event ? rulesInForce(logbook, car, event).beddedPartsOnly : null) !== null || logbook.shop.beddedPartsOnly,
  );

/** What stands against the car, and what was decided after its last session. */
const judgeTrack: Gate = (logbook, car, event) => {
  const { verdict, headline, findings } = judgeTrackOf(logbook, car, event?.id ?? null);
  return { verdict, headline, findings };
};

/** The gates, in the order in which a technician would ask. */
const gates = {
  fluid: (logbook, car, event, today): FluidJudgement => judgeFluid(logbook, car, event, today),
  heat: judgeHeat,
  parts: judgeParts,
  wear: judgeWear,
  bedding,
  service: judgeLastService,
  track: judgeTrack,
} as const satisfies Record<string, Gate>;

export type GateName = keyof typeof gates;

export interface CarReadiness {
  verdict: Verdict;
  headline: Finding;
  gates: GateResult[];
}

/** Passes a car through every gate; the worst one speaks for it. */
export function judgeCar(logbook: Logbook, car: Car, event: TrackEvent | null, today: LocalDate): CarReadiness {
  const results = (Object.keys(gates) as GateName[]).map((gate): GateResult => {
    const { verdict, headline, findings } = gates[gate](logbook, car, event, today);
    return { gate, verdict, headline, findings };
  });
  const loudest = results.reduce((a, b) => (severity(b.verdict) > severity(a.verdict) ? b : a));
  return { verdict: worst(results.map((r) => r.verdict)), headline: loudest.headline, gates: results };
}

export interface RunUpCar {
  bookingId: Booking['id'];
  car: Pick<Car, 'id' | 'name' | 'make' | 'model' | 'plate'>;
  customer: Pick<Customer, 'id' | 'name'> | null;
  verdict: Verdict;
  headline: Finding;
  more: number;
  planned: Job | null;
}

export interface RunUpEvent {
  event: TrackEvent;
  venue: Pick<Venue, 'id' | 'name'> | null;
  daysToGo: number;
  cars: RunUpCar[];
  needing: number;
}

/** Events that are still to come or going on, soonest first. */
export const comingEvents = (logbook: Logbook, today: LocalDate): TrackEvent[] =>
  [...logbook.events.values()]
    .filter((event) => !event.archived && event.endDate >= today)
    .sort((a, b) => a.startDate.localeCompare(b.startDate) || a.id.localeCompare(b.id));

/**
 * Outlooks of heat that the run-up will ask for and that nobody has computed yet: for whoever computes them ahead, away from the page.
 * @param carId of one car alone
 */
export const heatCasesAhead = (logbook: Logbook, today: LocalDate, carId?: string): HeatCase[] =>
  comingEvents(logbook, today).flatMap((event) =>
    logbook.bookingsOfEvent(event.id).flatMap((booking) => {
      if (carId !== undefined && booking.carId !== carId) return [];
      const car = logbook.cars.get(booking.carId);
      const found = car && !car.archived ? heatCaseAt(logbook, car, event) : null;
      return found && found.missing.length === 0 && !outlookOf.has(found.heatCase) ? [found.heatCase] : [];
    }),
  );

/**
 * One event with each booked car's readiness; cars that need somebody come first, and among them those that nobody has
 * planned for.
 */
export function judgeEvent(logbook: Logbook, event: TrackEvent, today: LocalDate): RunUpEvent {
  const cars = logbook
    .bookingsOfEvent(event.id)
    .flatMap((booking) => {
      const car = logbook.cars.get(booking.carId);
      return car && !car.archived ? [judgeBooked(logbook, booking, car, event, today)] : [];
    })
    .sort(
      (a, b) =>
        severity(b.verdict) - severity(a.verdict) ||
        Number(a.planned !== null) - Number(b.planned !== null) ||
        a.car.name.localeCompare(b.car.name),
    );
  const venue = logbook.venues.get(event.venueId);
  return {
    event,
    venue: venue ? { id: venue.id, name: venue.name } : null,
    daysToGo: daysBetween(today, event.startDate),
    cars,
    needing: cars.filter((c) => c.verdict !== 'inOrder').length,
  };
}

/** The whole board: {@link judgeEvent} for each of the {@link comingEvents}. */
export const runUp = (logbook: Logbook, today: LocalDate): RunUpEvent[] =>
  comingEvents(logbook, today).map((event) => judgeEvent(logbook, event, today));

function judgeBooked(logbook: Logbook, booking: Booking, car: Car, event: TrackEvent, today: LocalDate): RunUpCar {
  const readiness = judgeCar(logbook, car, event, today);
  const customer = logbook.customers.get(car.customerId);
  const found = readiness.gates.reduce((n, g) => n + g.findings.length, 0);
  return {
    bookingId: booking.id,
    car: { id: car.id, name: car.name, make: car.make, model: car.model, plate: car.plate },
    customer: customer ? { id: customer.id, name: customer.name } : null,
    verdict: readiness.verdict,
    headline: readiness.headline,
    more: Math.max(0, found - 1),
    planned: openJobsOfCar(logbook, car.id)[0] ?? null,
  };
}
