import fc from 'fast-check';
import {
  type HeatingSample,
  anchorOf,
  boilingAt,
  atPressure,
  boilingFigure,
  boilingPointAt,
  curveSlope,
  dayBelow,
  findPlateau,
  fluidState,
  pressureAtAltitude,
  toStandardPressure,
  uptakeRate,
} from '../../src/fluid';
import { boil, book, flush, makeBottle, makeCar, makeFluid, pen } from '../builders/book';

const fluid = makeFluid();

const bottle = makeBottle(fluid.id);

const car = makeCar();

const records = { cars: [car], fluids: [fluid], bottles: [bottle] };

const origin = { from: 'default', label: 'sea level' } as const;

const later = (years: number): string =>
  new Date(Date.parse('2026-01-01T12:00:00Z') + years * 365.25 * 86_400_000).toISOString();

describe('the starting point of a projection', () => {
  const fill = flush(car, '2026-01-01T12:00:00Z', bottle.id);
  const anchor = (...facts: Parameters<typeof book>[1]) =>
    anchorOf(fluidState(book(records, [fill, ...facts]), car, later(2)).current, 'UTC')!;
  test('is new fluid by its label, and what stayed of the old, where nothing was tested', () => {
    expect(anchor()).toMatchObject({ basis: 'mix', knownAtPercent: 0 });
    expect(anchor().waterPercent).toBeLessThan(0.3);
  });
  test('has the water of the bottle that went in, if that was tested', () => {
    const test = boil('', '2025-12-20T12:00:00Z', 297, { carId: undefined, bottleId: bottle.id });
    const { mix } = fluidState(book(records, [fill, test]), car, later(2)).current;
    expect(mix!.fresh.waterPercent).toBeCloseTo(0.64, 1);
    expect(anchor(test).waterPercent).toBeGreaterThan(0.64);
  });
  test('is the pen before the label, and the boiling test before the pen, whichever is newer', () => {
    const dipped = pen(car.id, later(0.5), 1.4);
    const tested = boil(car.id, later(0.25), 300);
    expect(anchor(dipped)).toMatchObject({ basis: 'pen', waterPercent: 1.4 });
    expect(anchor(dipped, tested).basis).toBe('boilingTest');
  });
  test('of the filling before it takes what stayed', () => {
    const old = boil(car.id, '2025-12-30T12:00:00Z', 190);
    expect(anchor(old)).toMatchObject({ basis: 'mix' });
    // Fluid that tested so has less water than what nobody has tested.
    expect(anchor(old).waterPercent).toBeLessThan(anchor().waterPercent);
  });
  test('an unknown fluid that boils above its grade is a better fluid, not a wrong reading', () => {
    const state = fluidState(book(records, [boil(car.id, later(0), 262)]), car, later(1));
    const start = anchorOf(state.current, 'UTC')!;
    expect(start.label.dryBoilingPointC).toBeCloseTo(262, 5);
    expect(start.beyondModel).toBe(false);
  });
  test('a reading below what the curve covers is flagged', () => {
    const state = fluidState(book(records, [fill, boil(car.id, later(0.1), 112)]), car, later(1));
    expect(anchorOf(state.current, 'UTC')).toMatchObject({ beyondModel: true, waterPercent: 8 });
  });
});

describe('projections, over random fluids', () => {
  const scene = fc.record({
    dry: fc.integer({ min: 240, max: 340 }),
    drop: fc.integer({ min: 60, max: 110 }),
    reading: fc.integer({ min: 0, max: 100 }),
    rate: fc.double({ min: 0.2, max: 5, noNaN: true }),
    years: fc.double({ min: 0, max: 3, noNaN: true }),
    altitude: fc.integer({ min: 0, max: 2500 }),
  });
  const build = ({ dry, drop, reading, rate }: { dry: number; drop: number; reading: number; rate: number }) => {
    const product = makeFluid({ dryBoilingPointC: dry, wetBoilingPointC: dry - drop });
    const full = makeBottle(product.id);
    const readingC = dry - (drop * reading) / 100;
    const logbook = book(
      { cars: [car], fluids: [product], bottles: [full] },
      [flush(car, '2025-12-31T12:00:00Z', full.id), boil(car.id, later(0), readingC)],
      { defaultUptakePercentPerYear: rate },
    );
    const state = fluidState(logbook, car, later(0));
    return { state, anchor: anchorOf(state.current, 'UTC')!, readingC };
  };

  test('the band holds the value, starts near the reading, and only ever falls with time', () => {
    fc.assert(
      fc.property(scene, (s) => {
        const { state, anchor, readingC } = build(s);
        const at = (years: number) => boilingFigure('T', anchor, state, later(years), 101.325, origin);
        const figure = at(s.years);
        expect(figure.band!.low).toBeLessThanOrEqual(figure.value + 1e-9);
        expect(figure.band!.high).toBeGreaterThanOrEqual(figure.value - 1e-9);
        expect(at(0).value).toBeCloseTo(readingC, 6);
        expect(figure.value).toBeLessThanOrEqual(at(0).value + 1e-9);
        expect(at(s.years + 0.5).value).toBeLessThanOrEqual(figure.value + 1e-9);
      }),
    );
  });

  test('the day below a demand is the day on which the lower edge of the projection sinks under it', () => {
    fc.assert(
      fc.property(scene, fc.integer({ min: 1, max: 40 }), (s, below) => {
        const { state, anchor, readingC } = build(s);
        const ambient = pressureAtAltitude(s.altitude);
        const demanded = atPressure(readingC, ambient) - below;
        const day = dayBelow(anchor, state.uptake, demanded, ambient);
        const low = (at: string) => boilingAt(anchor, state.uptake, at, ambient).low;
        if (day === null) return expect(low(later(30))).toBeGreaterThanOrEqual(demanded);
        if (day === anchor.at) return expect(low(day)).toBeLessThan(demanded);
        expect(low(day)).toBeLessThan(demanded);
        expect(low(new Date(Date.parse(day) - 86_400_000).toISOString())).toBeGreaterThanOrEqual(demanded);
      }),
    );
  });

  test('correcting to sea level and back gives the reading', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 110, max: 380, noNaN: true }),
        fc.double({ min: 60, max: 108, noNaN: true }),
        (reading, kpa) => {
          expect(Math.abs(atPressure(toStandardPressure(reading, kpa), kpa) - reading)).toBeLessThan(0.35);
        },
      ),
    );
  });

  test('the slope is the derivative of the curve', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.01, max: 7.9, noNaN: true }), (w) => {
        const numeric = (boilingPointAt(w - 1e-4, fluid) - boilingPointAt(w + 1e-4, fluid)) / 2e-4;
        expect(curveSlope(w, fluid)).toBeCloseTo(numeric, 3);
      }),
    );
  });
});

describe('uptake, over random histories', () => {
  test('exact tests give back the rate that made them, whatever each filling began with', () => {
    const filling = fc.tuple(
      fc.double({ min: 0, max: 1, noNaN: true }),
      fc.array(fc.double({ min: 0, max: 1.5, noNaN: true }), { minLength: 3, maxLength: 6 }),
    );
    fc.assert(
      fc.property(
        fc.double({ min: 0.3, max: 3, noNaN: true }),
        fc.array(filling, { minLength: 2, maxLength: 4 }),
        (rate, fillings) => {
          const points = fillings.map(([start, times]) =>
            times.sort((a, b) => a - b).map((t) => ({ at: later(t), waterPercent: start + rate * t })),
          );
          const found = uptakeRate(points, 1.5);
          if (found.from === 'default') return;
          expect(found.percentPerYear).toBeCloseTo(rate, 2);
          expect(found.low).toBeLessThanOrEqual(found.percentPerYear);
          expect(found.high).toBeGreaterThanOrEqual(found.percentPerYear);
        },
      ),
    );
  });
  test('fluid does not dry: a falling series gives zero, not less', () => {
    const falling = [0, 0.5, 1, 1.5].map((t) => ({ at: later(t), waterPercent: 2 - t * 0.5 }));
    expect(uptakeRate([falling], 1.5)).toMatchObject({ from: 'ownTests', percentPerYear: 0, low: 0 });
  });
  test('more scatter widens the band', () => {
    const series = (noise: number) =>
      [0, 0.4, 0.8, 1.2, 1.6, 2].map((t, i) => ({ at: later(t), waterPercent: 0.2 + t + (i % 2 ? noise : -noise) }));
    const calm = uptakeRate([series(0.02)], 1.5);
    const wild = uptakeRate([series(0.35)], 1.5);
    expect(wild.from).toBe('ownTests');
    expect(wild.high - wild.low).toBeGreaterThan(calm.high - calm.low);
  });
});

describe('the plateau', () => {
  const heat = (boils: number, noise: (i: number) => number): HeatingSample[] =>
    Array.from({ length: 200 }, (_, i) => ({ seconds: i * 0.5, tempC: Math.min(boils, 22 + i * 2.5) + noise(i) }));
  test('is found within half a degree for any boiling point and a thermocouple’s noise', () => {
    fc.assert(
      fc.property(fc.integer({ min: 120, max: 340 }), fc.nat(1000), (boils, seed) => {
        const samples = heat(boils, (i) => Math.sin(i * 12.9898 + seed) * 0.6);
        expect(Math.abs(findPlateau(samples)!.boilingPointC - boils)).toBeLessThan(0.5);
      }),
    );
  });
  /** A heater of some power and losses, sampled twice a second with a thermocouple's noise; `boils` ends the climb where it is reached. */
  const heated = (perS: number, lossPerC: number, boils: number, seed: number, seconds = 240) => {
    let tempC = 22;
    return Array.from({ length: seconds * 2 }, (_, i) => {
      const shown = { seconds: i / 2, tempC: tempC + Math.sin(i * 12.9898 + seed) * 0.5 };
      tempC = Math.min(boils, tempC + (perS - lossPerC * (tempC - 22)) / 2);
      return shown;
    });
  };
  test('property: slow heating, and heating that fades by its own losses, are none, however far they get', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 9, noNaN: true }),
        fc.double({ min: 0.004, max: 0.03, noNaN: true }),
        fc.nat(999),
        (perS, loss, seed) => {
          expect(findPlateau(heated(perS, loss, 2000, seed))).toBeNull();
          expect(findPlateau(heated(Math.min(perS, 1), 0, 2000, seed))).toBeNull();
        },
      ),
      // A heater of just over a degree a second was one of them.
      { numRuns: 40, endOnFailure: true, examples: [[1.0257973143713848, 0.009988354560429874, 990]] },
    );
    // 0.2 °C/s for eight minutes.
    expect(findPlateau(heated(0.2, 0, 2000, 1, 480))).toBeNull();
  });
  test('a fluid that boils is found through a slow heater, a moment of stirring, and bubbles before their time', () => {
    for (const perS of [2, 4, 9]) {
      const plain = heated(perS, 0.004, 205, 3);
      expect(findPlateau(plain)!.boilingPointC).toBeCloseTo(205, 0);
      // Stirred once on its way: four seconds in which nothing rises.
      const at = plain.findIndex((s) => s.tempC > 150);
      const stirred = [
        ...plain.slice(0, at),
        ...Array.from({ length: 8 }, (_, i) => ({ seconds: (at + i) / 2, tempC: plain[at]!.tempC - 1 })),
        ...plain.slice(at).map((s) => ({ ...s, seconds: s.seconds + 4 })),
      ];
      expect(findPlateau(stirred)!.boilingPointC).toBeCloseTo(205, 0);
    }
  });
  test('a probe that slips out of the fluid reads the room, and that is no boiling point; nor is a plateau that no fluid can have', () => {
    const climb = heated(6, 0.004, 2000, 5, 30);
    const out = Array.from({ length: 120 }, (_, i) => ({
      seconds: 30 + i / 2,
      tempC: 110 + (climb.at(-1)!.tempC - 110) * Math.exp(-i / 8),
    }));
    expect(findPlateau([...climb, ...out])).toBeNull();
    expect(findPlateau(heated(4, 0.004, 65, 2))).toBeNull();
  });
  test('is not found while it climbs, nor in too few samples', () => {
    const samples = heat(300, () => 0);
    expect(findPlateau(samples.slice(0, 90))).toBeNull();
    expect(findPlateau(samples.slice(0, 3))).toBeNull();
    expect(findPlateau([])).toBeNull();
  });
});
