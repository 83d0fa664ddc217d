/**
 * What people see while they bed a road pad (common practice, no source): smoke and the transfer layer at stops 4 to 5, fade at 7 to 9; after five
 * minutes' cruise the layer by stops 2 to 3 and fade from 5 to 7. Whoever models heat must get that from an ordinary car.
 */
import { type DrivePiece, driveCorner } from '../../src/heat';
import { heatedCar } from '../builders/heat-car';

/** Rotor face from which a road compound leaves its layer, and over which it fades, °C: of the bands that the trade names, their middles. */
const LAYER_C = 230;
const FADE_C = 350;
const kmh = (v: number): number => v / 3.6;

/** So many stops from 100 to 10 km/h just under ABS, at once back up to speed. */
function stops(count: number): DrivePiece[] {
  return Array.from({ length: count }, (): DrivePiece[] => [
    { seconds: (kmh(100) - kmh(10)) / 8, fromMPerS: kmh(100), toMPerS: kmh(10), isBraking: true },
    { seconds: 13, fromMPerS: kmh(10), toMPerS: kmh(100), isBraking: false },
  ]).flat();
}
const cruise: DrivePiece = { seconds: 300, fromMPerS: kmh(70), toMPerS: kmh(70), isBraking: false };

/** The hottest face of each stop. */
function faces(pieces: readonly DrivePiece[]): number[] {
  const car = heatedCar({ front: { massKg: 7.2, outerMm: 300, padMm: 11, ductFactor: 0.85 } });
  const found: number[] = [];
  let now = 0;
  const ends = pieces.map((p) => (now += p.seconds));
  driveCorner(car, 'FL', pieces, { airC: 18 }, (s) => {
    const piece = ends.findIndex((end) => s.seconds <= end + 1e-9);
    if (!pieces[piece]?.isBraking) return;
    const stop = pieces.slice(0, piece + 1).filter((p) => p.isBraking).length - 1;
    found[stop] = Math.max(found[stop] ?? -Infinity, s.faceC);
  });
  return found;
}
const first = (list: readonly number[], over: number): number => list.findIndex((c) => c >= over) + 1;

test('first cycle: the layer at stops 4 to 5, fade at 7 to 9', () => {
  const cycle = faces(stops(10));
  expect(first(cycle, LAYER_C)).toBeGreaterThanOrEqual(4);
  expect(first(cycle, LAYER_C)).toBeLessThanOrEqual(5);
  expect(first(cycle, FADE_C)).toBeGreaterThanOrEqual(7);
  expect(first(cycle, FADE_C)).toBeLessThanOrEqual(9);
});

test('second cycle after five minutes’ cruise: the layer by stops 2 to 3, fade from 5 to 7', () => {
  const both = faces([...stops(9), cruise, ...stops(10)]).slice(9);
  expect(first(both, LAYER_C)).toBeGreaterThanOrEqual(1);
  expect(first(both, LAYER_C)).toBeLessThanOrEqual(3);
  expect(first(both, FADE_C)).toBeGreaterThanOrEqual(5);
  expect(first(both, FADE_C)).toBeLessThanOrEqual(7);
});

test('bigger rotors take more stops', () => {
  const big = heatedCar({ front: { massKg: 12, outerMm: 370, padMm: 11, ductFactor: 0.85 } });
  let hottest = -Infinity;
  driveCorner(big, 'FL', stops(8), { airC: 18 }, (s) => {
    hottest = Math.max(hottest, s.faceC);
  });
  expect(hottest).toBeLessThan(Math.max(...faces(stops(8))));
});
