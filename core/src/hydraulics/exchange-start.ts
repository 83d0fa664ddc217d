import { type Car, type ExchangeBegun, type Finding, kilopascals } from '../model';
import { hydraulicsFinding } from './findings';
import { judgeOverfill } from './outlook';
import { type ExchangeProgress, needsLeakDownTest } from './progress';

/** Said where a pressure bleeder would be set over what the car takes; null where the car has no ceiling on record. */
export const judgePressure = (pressureKpa: number, ceilingKpa: number | null): Finding | null =>
  ceilingKpa !== null && pressureKpa > ceilingKpa
    ? hydraulicsFinding(
        'pressureOverCeiling',
        'stop',
        {},
        { pressure: kilopascals(pressureKpa), ceiling: kilopascals(ceilingKpa) },
      )
    : null;

/**
 * What there is to say of an exchange before it begins: a stop must not begin.
 * @param wanted as it is typed: pressure in kPa, or null while nobody has said; volumes in mL
 * @param progress the exchange that this service has begun before
 */
export function judgeExchangeStart(
  car: Pick<Car, 'reservoirMaxMl' | 'pressureCeilingKpa' | 'sequenceSchool' | 'makerSequence' | 'makerSequenceSource'>,
  wanted: Pick<ExchangeBegun, 'drawnOffMl' | 'refillMl' | 'pressureKpa'> & {
    method: ExchangeBegun['method'] | null;
    sequence: NonNullable<ExchangeBegun['sequence']>;
    levelMl: number;
  },
  progress: Pick<ExchangeProgress, 'begun'>,
): Finding[] {
  const levelMl = wanted.levelMl - wanted.drawnOffMl + wanted.refillMl;
  const pressure =
    wanted.method !== null && needsLeakDownTest(wanted.method) && wanted.pressureKpa !== null
      ? judgePressure(wanted.pressureKpa, car.pressureCeilingKpa)
      : null;
  const overfilled = judgeOverfill(levelMl, car, 'stop');
  return [
    ...(progress.begun ? [hydraulicsFinding('exchangeAnew', 'watch', {}, {})] : []),
    ...(car.sequenceSchool === 'makerSheet' && wanted.sequence !== 'makerSheet'
      ? [
          hydraulicsFinding(
            'makerSequenceDiffers',
            'watch',
            {},
            { corners: [...car.makerSequence], source: car.makerSequenceSource },
          ),
        ]
      : []),
    ...(pressure ? [pressure] : []),
    ...(overfilled ? [overfilled] : []),
  ];
}
