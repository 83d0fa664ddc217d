/** When the fluid of a car is to be changed or bled, by the policies of organiser, customer and shop. */
import type { LocalDate } from '../calendar';
import { type FluidState, type RuleOwner, type RuleVerdict, exchangeDate, judgePolicy } from '../fluid';
import type { Logbook } from '../logbook';
import type { Car, FluidPolicy, TrackEvent } from '../model';
import { loadUpOf } from './load-up';

/** The event before this one that the car was booked to and that is over by then. */
export function previousEventEnd(logbook: Logbook, car: Car, before: LocalDate): LocalDate | null {
  const ends = logbook
    .bookingsOfCar(car.id)
    .map((b) => logbook.events.get(b.eventId))
    .filter((e): e is TrackEvent => e !== undefined && !e.archived && e.endDate < before)
    .map((e) => e.endDate)
    .sort();
  return ends.at(-1) ?? null;
}

function policiesInForce(
  logbook: Logbook,
  car: Car,
  event: TrackEvent | null,
): { policy: FluidPolicy; owner: RuleOwner }[] {
  const customer = logbook.customers.get(car.customerId);
  return [
    ...(event?.flushWithinDays
      ? [
          {
            policy: { school: 'window', withinDays: event.flushWithinDays } as FluidPolicy,
            owner: 'organiser' as const,
          },
        ]
      : []),
    ...(customer?.fluidPolicy ? [{ policy: customer.fluidPolicy, owner: 'customer' as const }] : []),
    ...logbook.shop.fluidPolicies.map((policy) => ({ policy, owner: 'shop' as const })),
  ];
}

/** Fluid work that stands in the plan, taken as done on its day. */
export interface PlannedFluid {
  flushOn: LocalDate | null;
  bleedOn: LocalDate | null;
}

const later = (a: LocalDate | null, b: LocalDate | null): LocalDate | null =>
  a === null || (b !== null && b > a) ? b : a;

/**
 * What the policies of organiser, customer and shop say of a car's fluid for an event.
 * @param planned work taken as done; without it only what is on record counts
 */
export function policyRules(
  logbook: Logbook,
  car: Car,
  event: TrackEvent | null,
  today: LocalDate,
  state: FluidState,
  planned: PlannedFluid = { flushOn: null, bleedOn: null },
): RuleVerdict[] {
  const { timeZone } = logbook.shop;
  const lastExchangeOn = later(exchangeDate(state.lastExchange, timeZone), planned.flushOn);
  const lastBleedOn = later(later(exchangeDate(state.lastBleed, timeZone), planned.flushOn), planned.bleedOn);
  const context = {
    today,
    event: event && {
      name: event.name,
      startDate: event.startDate,
      endDate: event.endDate,
      loadUp: loadUpOf(event),
    },
    previousEventEnd: previousEventEnd(logbook, car, event?.startDate ?? today),
    lastExchangeOn,
    lastBleedOn,
  };
  return policiesInForce(logbook, car, event).flatMap(({ policy, owner }) => judgePolicy(policy, owner, context));
}
