import { isEqual } from 'es-toolkit/predicate';
import { expectedPeakC } from '../demand';
import type { Logbook } from '../logbook';
import { type Car, type Fact, type Job, type LimitsOfMoment, SHOP_ID, stepKindsOf } from '../model';

/**
 * Counts the changes of what the gate asks: a signature is judged by the rules of its moment. Since 2: what was seen stays with the part, the
 * level is set again after fluid was moved and above MIN, any fault of a hose stops the car. Since 3: faces of pads that were measured are looked at,
 * and the clutch pedal on a shared reservoir comes back. Since 4: fluid that has boiled is flushed. Since 5: whatever stands against the car, wherever it
 * was found. Since 6: what has ended a signature has ended it, put right or not,
 * and a rotor that nobody knows the discard figure of, a figure that no such part has, a wrench beyond its scale, or a limit
 * that was moved while the service was open hold the car. Since 7: what a reading of pads or rotors, a boiling test or a wrong bottle found to stop the car is
 * taken back by somebody else or the lead alone, also where it was typed anew, and every point of a list is answered, unions under a
 * held pedal and wheels that turn free among them. Since 8: what another job or session has left to be shown again holds this one as well, and joints
 * that were opened are looked at for leaks, another label with a milder limit wants a word, two boiling tests in contradiction want a
 * third, and fluid from a bottle that was open for too long is tested. Since 9: a torque that no bolt of that size stands stops the car.
 */
export const GATE_RULES = 9;

/** Labelled parts that a service, or what is on the car, names. */
function partIds(logbook: Logbook, car: Car, key: 'padSetId' | 'rotorPairId'): string[] {
  const named = logbook.factsOfCar(car.id).flatMap((f: Fact) => {
    const id = (f as Partial<Record<typeof key, string | null>>)[key];
    return id ? [id] : [];
  });
  // Only the latest: a car of twenty years has had many.
  return [...new Set(named.reverse())].slice(0, 20);
}

/**
 * The limits of this moment: all that a release of the job is judged by and that somebody may change later. They are stored with the
 * signature, and {@link withLimits} judges by them from then on.
 */
export function limitsOf(logbook: Logbook, job: Job): LimitsOfMoment | null {
  const limits = limitsAt(logbook, job);
  return limits && { rules: GATE_RULES, steps: stepKindsOf(job), ...limits };
}

/** The same of a car at an event, or at none. */
export function limitsAt(
  logbook: Logbook,
  { carId, eventId }: Pick<Job, 'carId' | 'eventId'>,
): Omit<LimitsOfMoment, 'rules' | 'steps'> | null {
  const car = logbook.cars.get(carId);
  if (!car) return null;
  const { shop } = logbook;
  const customer = logbook.customers.get(car.customerId);
  const event = logbook.events.get(eventId ?? '');
  const venue = logbook.venues.get(event?.venueId ?? '');
  return {
    shop: {
      padLimitMm: shop.padLimitMm,
      padTrackStartPercent: shop.padTrackStartPercent,
      suspectSharePercent: shop.suspectSharePercent,
      demandedMarginC: shop.demandedMarginC,
      defaultPeakFluidTempC: shop.defaultPeakFluidTempC,
      defaultUptakePercentPerYear: shop.defaultUptakePercentPerYear,
      openBottleDays: shop.openBottleDays,
      altitudeM: shop.altitudeM,
      fluidPolicies: shop.fluidPolicies,
    },
    customer: customer ? { fluidPolicy: customer.fluidPolicy, demandedMarginC: customer.demandedMarginC } : null,
    event: event ? { flushWithinDays: event.flushWithinDays, demandedMarginC: event.demandedMarginC } : null,
    venue: venue ? { altitudeM: venue.altitudeM, peakFluidTempC: venue.peakFluidTempC } : null,
    // To a tenth: what is computed here and on the server may differ in its last digit.
    peakC: Math.round(10 * expectedPeakC(logbook, car, event ?? null).value) / 10,
    car: {
      circuitSplit: car.circuitSplit,
      masterCylinderSide: car.masterCylinderSide,
      fluidGrade: car.fluidGrade,
      reservoirMaxMl: car.reservoirMaxMl,
      reservoirMinMl: car.reservoirMinMl,
      front: car.front,
      rear: car.rear,
      lineLengthMm: car.lineLengthMm,
      lineBoreMm: car.lineBoreMm,
      sequenceSchool: car.sequenceSchool,
      makerSequence: car.makerSequence,
      pressureCeilingKpa: car.pressureCeilingKpa,
    },
    brakeSheet: logbook.brakeSheetOfCar(car.id),
    padSets: partIds(logbook, car, 'padSetId').flatMap((id) => {
      const set = logbook.padSets.get(id);
      return set ? [{ id, newThicknessMm: set.newThicknessMm, limitMm: set.limitMm }] : [];
    }),
    rotorPairs: partIds(logbook, car, 'rotorPairId').flatMap((id) => {
      const pair = logbook.rotorPairs.get(id);
      return pair
        ? [
            {
              id,
              newThicknessMm: pair.newThicknessMm,
              discardThicknessMm: pair.discardThicknessMm,
              material: pair.material,
              minMassKg: pair.minMassKg,
              newMassKg: pair.newMassKg,
              sweptOuterDiameterMm: pair.sweptOuterDiameterMm,
              sweptInnerDiameterMm: pair.sweptInnerDiameterMm,
            },
          ]
        : [];
    }),
  };
}

/** A record that says something else in some fields; the record itself where they say the same. */
const saying = <T extends object>(record: T, fields: Partial<T>): T =>
  (Object.keys(fields) as (keyof T)[]).every((key) => isEqual(record[key], fields[key]))
    ? record
    : { ...record, ...fields };

/** A map in which some records say something else; the map itself where none does. */
const changed = <T extends object>(
  map: ReadonlyMap<string, T>,
  over: readonly (readonly [id: string | undefined, fields: Partial<T> | null])[],
): ReadonlyMap<string, T> => {
  const others = over.flatMap(([id, fields]): [string, T][] => {
    const known = id === undefined ? undefined : map.get(id);
    const other = known && fields ? saying(known, fields) : known;
    return id !== undefined && other && other !== known ? [[id, other]] : [];
  });
  return others.length === 0 ? map : new Map([...map, ...others]);
};

/** The same logbook with the limits of another moment. */
export function withLimits(logbook: Logbook, job: Job, limits: LimitsOfMoment): Logbook {
  const car = logbook.cars.get(job.carId);
  const event = logbook.events.get(job.eventId ?? '');
  const sheet = logbook.brakeSheetOfCar(job.carId);
  const brakeSheet = isEqual(sheet, limits.brakeSheet) ? sheet : limits.brakeSheet;
  return {
    ...logbook,
    shop: saying(logbook.shop, { ...limits.shop, id: SHOP_ID }),
    customers: changed(logbook.customers, [[car?.customerId, limits.customer]]),
    events: changed(logbook.events, [[event?.id, limits.event]]),
    venues: changed(logbook.venues, [[event?.venueId, limits.venue]]),
    cars: changed(logbook.cars, [[car?.id, limits.car]]),
    brakeSheetOfCar: (carId) => (carId === job.carId ? brakeSheet : logbook.brakeSheetOfCar(carId)),
    padSets: changed(
      logbook.padSets,
      limits.padSets.map((p) => [p.id, p]),
    ),
    rotorPairs: changed(
      logbook.rotorPairs,
      limits.rotorPairs.map((p) => [p.id, p]),
    ),
    signedPeakC: limits.peakC ?? limits.venue?.peakFluidTempC ?? limits.shop.defaultPeakFluidTempC,
  };
}
