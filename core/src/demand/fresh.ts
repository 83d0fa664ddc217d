/** What a fluid would do if it went in fresh. */
import { type LocalDate, daysBetween, middayOf } from '../calendar';
import { atPressure, boilingPointAt, fluidFinding, fluidState, pressureAtAltitude } from '../fluid';
import type { Logbook } from '../logbook';
import { type Car, type Finding, type Fluid, type TrackEvent, celsius } from '../model';

/**
 * What a fluid would boil at on the day if it went in fresh today, °C: by its label, with the uptake of this car until then, at the air pressure there.
 * @param today in the shop's time zone
 */
export function freshBoilingPointC(
  logbook: Logbook,
  car: Car,
  fluid: Pick<Fluid, 'dryBoilingPointC' | 'wetBoilingPointC'>,
  event: TrackEvent | null,
  today: LocalDate,
): number {
  const { uptake } = fluidState(logbook, car, middayOf(today, logbook.shop.timeZone));
  const day = event && event.endDate > today ? event.endDate : today;
  const waterPercent = (uptake.percentPerYear * daysBetween(today, day)) / 365;
  const venue = event ? logbook.venues.get(event.venueId) : undefined;
  const ambient = pressureAtAltitude(venue?.altitudeM ?? logbook.shop.altitudeM);
  return atPressure(boilingPointAt(waterPercent, fluid), ambient);
}

/** Said where no fluid of the car's grade on record would meet the demand, fresh as it may be; null where one does. */
export function noFluidDoes(
  logbook: Logbook,
  car: Car,
  event: TrackEvent,
  today: LocalDate,
  wantedC: number,
): Finding | null {
  const fresh = [...logbook.fluids.values()]
    .filter((f) => !f.archived && f.grade === car.fluidGrade)
    .map((f) => ({ fluid: f.name, boilsAtC: freshBoilingPointC(logbook, car, f, event, today) }))
    .sort((a, b) => b.boilsAtC - a.boilsAtC);
  const best = fresh[0];
  if (best && best.boilsAtC >= wantedC) return null;
  return fluidFinding(
    'noFluidMeetsDemand',
    'needsWork',
    {},
    {
      fluid: best?.fluid ?? '',
      grade: car.fluidGrade,
      boilsAt: best ? celsius(best.boilsAtC) : null,
      wanted: celsius(wantedC),
    },
  );
}
