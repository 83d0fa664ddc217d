import { sayTo } from '@calvik/words';
import { zoneRow, zonesOfRows } from '../../../src/features/venues/zone-rows';
import type * as Hands from '../../builders/hands';
import { freshHands } from '../../builders/hands';

const say = sayTo({ units: 'metric', timeZone: 'UTC' });

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);
freshHands();

describe('rows of zones', () => {
  const row = (from: string, to: string, seconds: string, slope = '') => ({ from, to, seconds, slope });
  test('any unit of speed, decimal commas, empty rows passed over', () => {
    expect(zonesOfRows([row('127 mph', '85', '16,5', '-2'), row('', '', '')], 'metric', say)).toEqual({
      zones: [{ fromKmh: expect.closeTo(204.4, 1), toKmh: 85, secondsSince: 16.5, slopePercent: -2 }],
    });
    expect(zonesOfRows([row('127', '50', '3')], 'imperial', say)).toMatchObject({
      zones: [{ fromKmh: expect.closeTo(204.4, 1) }],
    });
  });
  test.each([
    [row('205', '', '10'), 'Zone 1: type both speeds'],
    [row('85', '205', '10'), 'Zone 1: speed at its end. A zone ends slower than it begins'],
    [row('205', '85', ''), 'Zone 1: type the seconds since the zone before'],
    [row('205', '85', '10', '60'), 'Zone 1: slope.'],
    [row('605', '85', '10'), 'Zone 1: speed at its beginning.'],
  ])('%j is refused', (bad, sentence) => {
    expect(zonesOfRows([bad], 'metric', say)).toMatchObject({ problem: expect.stringContaining(sentence) });
  });
  test.each(['metric', 'imperial'] as const)('what nobody touches stays what it was, in %s units', (system) => {
    const zone = { fromKmh: 205.37, toKmh: 84.61, secondsSince: 16.25, slopePercent: 1.5 };
    expect(zonesOfRows([zoneRow(zone, system)], system, say)).toEqual({ zones: [zone] });
  });
});
