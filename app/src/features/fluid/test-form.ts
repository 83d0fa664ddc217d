import {
  type BoilingTest,
  type Fact,
  type UnitSystem,
  dateIn,
  formatQuantity,
  parseQuantity,
  preferredUnit,
  pressureAtAltitude,
} from '@calvik/core';
import { quantityText, recordText } from '../../ui/quantity-text';
import type { NewFact } from '../../facts/save-fact';

export type TestMode = 'byHand' | 'tester' | 'pen';

/** A test as it is typed. */
export interface TestForm {
  mode: TestMode;
  reading: string;
  water: string;
  sampleFrom: 'car' | 'bottle';
  bottleId: string;
  ambientFrom: 'altitude' | 'barometer';
  altitude: string;
  pressure: string;
  /** What the tester found, with the air pressure that it knows. */
  tester: { readingC: number; ambientKpa: number } | null;
  penBy: 'byHand' | 'simulatedPen';
  date: string;
  because: string;
}

/** What the form begins with: nothing, or the entry that is corrected. */
export function testForm(
  corrected: Fact | undefined,
  today: string,
  altitudeM: number,
  timeZone: string,
  system: UnitSystem,
): TestForm {
  const boil = corrected?.kind === 'boilingTest' ? corrected : null;
  const pen = corrected?.kind === 'moistureReading' ? corrected : null;
  return {
    mode: pen ? 'pen' : 'byHand',
    reading: recordText(boil?.readingC, 'temperature', system),
    water: pen ? String(pen.waterPercent) : '',
    sampleFrom: 'car',
    bottleId: '',
    ambientFrom: boil?.ambientFrom ?? 'altitude',
    altitude: quantityText(altitudeM, 'altitude', system),
    pressure: boil
      ? recordText(boil.ambientKpa, 'pressure', system)
      : formatQuantity(pressureAtAltitude(altitudeM), 'pressure', system, 3),
    tester: null,
    penBy: 'byHand',
    date: corrected ? dateIn(corrected.at, timeZone) : today,
    because: '',
  };
}

/** The air pressure at the tester as typed, kPa; null where it cannot be read. */
function ambientOf(values: TestForm, system: UnitSystem): Pick<BoilingTest, 'ambientKpa' | 'ambientFrom'> | null {
  const dimension = values.ambientFrom === 'altitude' ? 'altitude' : 'pressure';
  const parsed = parseQuantity(values[dimension], dimension, preferredUnit(dimension, system));
  if (!parsed.ok) return null;
  return {
    ambientFrom: values.ambientFrom,
    ambientKpa: dimension === 'altitude' ? pressureAtAltitude(parsed.value) : parsed.value,
  };
}

/** The fact that the form would become; null while something of it is missing or cannot be read. */
export function testDraft(values: TestForm, carId: string, system: UnitSystem): NewFact | null {
  if (values.mode === 'pen') {
    const water = parseQuantity(values.water, 'share');
    return water.ok ? { kind: 'moistureReading', carId, waterPercent: water.value, instrument: values.penBy } : null;
  }
  const isFromBottle = values.sampleFrom === 'bottle';
  if (isFromBottle && !values.bottleId) return null;
  const sample = isFromBottle ? { bottleId: values.bottleId } : { carId };
  if (values.mode === 'tester')
    return values.tester
      ? { kind: 'boilingTest', ...sample, ...values.tester, ambientFrom: 'altitude', instrument: 'simulatedTester' }
      : null;
  const reading = parseQuantity(values.reading, 'temperature', preferredUnit('temperature', system));
  const ambient = ambientOf(values, system);
  return reading.ok && ambient
    ? { kind: 'boilingTest', ...sample, readingC: reading.value, ...ambient, instrument: 'byHand' }
    : null;
}
