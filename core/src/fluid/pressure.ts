/** Standard atmosphere at sea level, kPa: boiling points are stated at this pressure. */
export const STANDARD_KPA = 101.325;

const KPA_PER_MMHG = STANDARD_KPA / 760;

/**
 * Air pressure at an altitude, by the standard atmosphere of ISO 2533.
 * @param altitudeM −400 to 5 000 m
 * @returns kPa
 * @example pressureAtAltitude(1000) // 89.87
 */
export const pressureAtAltitude = (altitudeM: number): number =>
  STANDARD_KPA * (1 - (0.0065 * altitudeM) / 288.15) ** 5.25588;

/**
 * How many °C a boiling point shifts for each mmHg of air pressure.
 * FMVSS No. 116 corrects observed boiling points of 100–190 °C by 0.039 and higher ones by 0.040
 * (both from memory).
 */
export const shiftPerMmHg = (boilingPointC: number): number => (boilingPointC < 190 ? 0.039 : 0.04);

/**
 * An observed boiling point, corrected to standard pressure.
 * @param observedC °C as read
 * @param ambientKpa air pressure at the tester, 50–110 kPa
 */
export const toStandardPressure = (observedC: number, ambientKpa: number): number =>
  observedC + (shiftPerMmHg(observedC) * (STANDARD_KPA - ambientKpa)) / KPA_PER_MMHG;

/**
 * The boiling point at another air pressure, from the one at standard pressure. With the brakes
 * released there is no line pressure, so the air's is what decides.
 */
export const atPressure = (standardC: number, ambientKpa: number): number =>
  standardC - (shiftPerMmHg(standardC) * (STANDARD_KPA - ambientKpa)) / KPA_PER_MMHG;
