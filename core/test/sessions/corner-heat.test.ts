import fc from 'fast-check';
import { broughtTo, compareSides } from '../../src/sessions';
import { driveCorner } from '../../src/heat';
import { cornerHeat, heatedCar } from '../builders/heat-car';

const AIR = 20;
/** A session of hard stops, then parked; the rotor at each second after the stop by the heat model itself. */
function modelCooling(over: Parameters<typeof heatedCar>[0] = {}) {
  const car = heatedCar(over);
  const lap = [
    { seconds: 14, fromMPerS: 20, toMPerS: 52, isBraking: false },
    { seconds: 4, fromMPerS: 52, toMPerS: 20, isBraking: true },
  ];
  const pieces = [
    ...Array.from({ length: 60 }, () => lap).flat(),
    { seconds: 1200, fromMPerS: 0, toMPerS: 0, isBraking: false },
  ];
  const samples: { seconds: number; rotorC: number }[] = [];
  const parkedAtS = driveCorner(car, 'FL', pieces, { airC: AIR }, (s) => samples.push(s))!;
  return {
    corner: car.corners.FL,
    at: (seconds: number): number => {
      const after = samples.find((s) => s.seconds >= parkedAtS + seconds)!;
      const before = samples.findLast((s) => s.seconds <= parkedAtS + seconds)!;
      const span = after.seconds - before.seconds;
      return span === 0
        ? after.rotorC
        : before.rotorC + ((after.rotorC - before.rotorC) * (parkedAtS + seconds - before.seconds)) / span;
    },
  };
}

describe('brought to one moment, against the heat model’s own cooling', () => {
  test.each([
    ['a usual front corner', {}],
    ['a light rotor', { front: { massKg: 5, outerMm: 280 } }],
    ['a big rotor with ducts', { front: { massKg: 12, outerMm: 380, ductFactor: 1.4 } }],
  ] as const)('%s: any reading in ten minutes gives the minute within three of a hundred', (_, over) => {
    const { corner, at } = modelCooling(over);
    for (const seconds of [20, 45, 90, 150, 240, 360, 480, 600]) {
      const brought = broughtTo(corner, { tempC: at(seconds), secondsAfterStop: seconds }, 60, AIR);
      const off = Math.abs(brought - at(60)) / (at(60) - AIR);
      expect(off).toBeLessThan(seconds <= 240 ? 0.02 : 0.04);
    }
  });

  test('four readings taken one after the other come to one temperature', () => {
    const { corner, at } = modelCooling();
    const round = [35, 60, 85, 110].map((s) => broughtTo(corner, { tempC: at(s), secondsAfterStop: s }, 60, AIR));
    expect(Math.max(...round) - Math.min(...round)).toBeLessThan(0.015 * (at(60) - AIR));
    // Read as they come they would lie far further apart.
    expect(at(35) - at(110)).toBeGreaterThan(3 * (Math.max(...round) - Math.min(...round)));
  });

  test('there and back again is where it was', () => {
    const corner = cornerHeat();
    fc.assert(
      fc.property(fc.double({ min: 60, max: 650, noNaN: true }), fc.integer({ min: 1, max: 600 }), (tempC, s) => {
        const there = broughtTo(corner, { tempC, secondsAfterStop: s }, 60, AIR);
        expect(broughtTo(corner, { tempC: there, secondsAfterStop: 60 }, s, AIR)).toBeCloseTo(tempC, 0);
      }),
      { numRuns: 60 },
    );
  });

  test('hotter read is hotter brought, and later read is hotter brought', () => {
    const corner = cornerHeat();
    fc.assert(
      fc.property(
        fc.double({ min: 40, max: 600, noNaN: true }),
        fc.double({ min: 1, max: 100, noNaN: true }),
        fc.integer({ min: 61, max: 500 }),
        (tempC, more, s) => {
          const at = (t: number, seconds: number) =>
            broughtTo(corner, { tempC: t, secondsAfterStop: seconds }, 60, AIR);
          expect(at(tempC + more, s)).toBeGreaterThan(at(tempC, s));
          expect(at(tempC, s + 30)).toBeGreaterThan(at(tempC, s));
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('left against right', () => {
  const of = (FL: number, FR: number) => compareSides({ FL, FR }, AIR)[0];
  test('alike says nothing; a fifth warmer says nothing', () => {
    expect(of(300, 290)).toBeUndefined();
    expect(of(300, 255)).toBeUndefined();
  });
  test('a corner out of family is named, the worse the more', () => {
    expect(of(330, 265)).toMatchObject({ code: 'cornerWarmer', place: { corner: 'FL' }, verdict: 'watch' });
    expect(of(265, 430)).toMatchObject({ code: 'cornerHotter', place: { corner: 'FR' }, verdict: 'needsWork' });
    expect(of(230, 480)).toMatchObject({ code: 'cornerDrags', place: { corner: 'FR' }, verdict: 'stop' });
  });
  test('hands that are nearly cold prove nothing', () => {
    expect(of(60, 30)).toBeUndefined();
  });
});
