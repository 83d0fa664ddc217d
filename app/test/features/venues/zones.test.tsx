/** Braking zones: typed, read back, refused with a sentence; and out of a recorded drive. */
import { act, fireEvent, screen, waitFor } from '@testing-library/react';
import { zoneRow, zonesOfRows } from '../../../src/features/venues/zone-rows';
import { VenueTraceScreen } from '../../../src/features/venues/trace-screen';
import type * as Hands from '../../builders/hands';
import { freshHands, isThere, place, press, saved, sent, text } from '../../builders/hands';
import { heatRecords, ring } from '../../builders/heat-scene';
import { show } from '../../builders/scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);
freshHands();

describe('rows of zones', () => {
  const row = (from: string, to: string, seconds: string, slope = '') => ({ from, to, seconds, slope });
  test('any unit of speed, decimal commas, empty rows passed over', () => {
    expect(zonesOfRows([row('127 mph', '85', '16,5', '-2'), row('', '', '')], 'metric')).toEqual({
      zones: [{ fromKmh: expect.closeTo(204.4, 1), toKmh: 85, secondsSince: 16.5, slopePercent: -2 }],
    });
    expect(zonesOfRows([row('127', '50', '3')], 'imperial')).toMatchObject({
      zones: [{ fromKmh: expect.closeTo(204.4, 1) }],
    });
  });
  test.each([
    [row('205', '', '10'), 'Zone 1: type both speeds'],
    [row('85', '205', '10'), 'Zone 1: it ends slower than it begins'],
    [row('205', '85', ''), 'Zone 1: seconds since the zone before'],
    [row('205', '85', '10', '60'), 'Zone 1: a slope lies between'],
    [row('605', '85', '10'), 'Zone 1: speeds lie between'],
  ])('%j is refused', (bad, sentence) => {
    expect(zonesOfRows([bad], 'metric')).toMatchObject({ problem: expect.stringContaining(sentence) });
  });
  test.each(['metric', 'imperial'] as const)('what nobody touches stays what it was, in %s units', (system) => {
    const zone = { fromKmh: 205.37, toKmh: 84.61, secondsSince: 16.25, slopePercent: 1.5 };
    expect(zonesOfRows([zoneRow(zone, system)], system)).toEqual({ zones: [zone] });
  });
});

/** A logger's table of six laps: a straight, hard on the brakes, a corner. */
function drive(): string {
  const rows = ['zeit;v km/h'];
  for (let s = 0; s < 420; s++) {
    const t = s % 70;
    const v =
      t < 30
        ? 80 + 4 * t
        : t < 34
          ? 200 - 30 * (t - 30)
          : t < 55
            ? 80 + 3 * (t - 34)
            : t < 57
              ? 143 - 31 * (t - 55)
              : 80;
    rows.push(`${s};${v}`);
  }
  return rows.join('\n');
}
const choose = (name: string, content: string): Promise<void> =>
  act(async () => {
    const file = new File([content], name, { type: 'text/csv' });
    Object.defineProperty(file, 'text', { value: async () => content });
    fireEvent.change(screen.getByLabelText('Recorded drive'), { target: { files: [file] } });
  });

test('a drive is looked at before it is saved; a bad file gets a sentence and leaves nothing', async () => {
  place.params = { id: ring.id };
  show(<VenueTraceScreen />, [], heatRecords);
  await choose('notes.txt', 'nothing of the kind');
  await waitFor(() => expect(text()).toContain('No table can be found in this file'));
  expect(isThere('Choose a file')).toBe(true);
  await choose('ring.csv', drive());
  await waitFor(() => expect(text()).toContain('2 braking zones'));
  expect(text()).toContain('A lap takes 70 s');
  expect(saved('venues')).toEqual([]);
  press('Drop zone 2');
  await act(async () => press('Save 1 zones'));
  await waitFor(() =>
    expect(saved('venues')).toMatchObject([
      { id: ring.id, trace: { name: 'ring.csv', format: 'csv', columns: { time: 0, speed: 1 } } },
    ]),
  );
  expect((saved('venues')[0]!.zones as unknown[]).length).toBe(1);
  expect(sent.some((s) => s.method === 'PUT' && s.path.startsWith('/api/traces/'))).toBe(true);
});
