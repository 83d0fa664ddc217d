import { type LocalDate, daysBetween, plusDays } from '../calendar';
import type { Finding } from '../model';
import { torqueFinding } from './findings';

/** A torque wrench's calibration is good for this long, days. Common practice, no source. */
export const CALIBRATION_DAYS = 365;
/** And this long before its end somebody is told, days. Calvik's own figure. */
const TELL_DAYS_BEFORE = 30;

/** The day until which a wrench is good; null where nobody knows when it was calibrated. */
export const calibratedUntil = (calibratedOn: LocalDate | null): LocalDate | null =>
  calibratedOn === null ? null : plusDays(calibratedOn, CALIBRATION_DAYS);

/**
 * The verdict on a wrench for a day's work; null while its calibration is good.
 * @param calibratedOn null where nobody knows
 * @example judgeCalibration('T-1', '2025-01-10', '2026-03-01')?.code // 'calibrationOver'
 */
export function judgeCalibration(wrench: string, calibratedOn: LocalDate | null, on: LocalDate): Finding | null {
  if (calibratedOn === null) return torqueFinding('calibrationUnknown', 'watch', {}, { wrench });
  const daysLeft = CALIBRATION_DAYS - daysBetween(calibratedOn, on);
  if (daysLeft < 0) return torqueFinding('calibrationOver', 'needsWork', {}, { wrench, calibratedOn });
  return daysLeft <= TELL_DAYS_BEFORE
    ? torqueFinding('calibrationDue', 'watch', {}, { wrench, daysLeft, until: calibratedUntil(calibratedOn)! })
    : null;
}
