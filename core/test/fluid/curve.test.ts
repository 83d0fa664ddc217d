import fc from 'fast-check';
import {
  GENTLE_FALL,
  boilingPointAt,
  gradeFacts,
  mixedLabel,
  mixtureBoilingPointAt,
  waterFromBoilingPoint,
  waterOfMixture,
} from '../../src/fluid';

describe('the curve', () => {
  // A 325/205 fluid from a bottle open for some months measured 297 °C: common practice, no source.
  test('297 °C on a 325/205 fluid is 0.6–0.7 % water', () => {
    const { waterPercent } = waterFromBoilingPoint(297, { dryBoilingPointC: 325, wetBoilingPointC: 205 });
    expect(waterPercent).toBeGreaterThan(0.6);
    expect(waterPercent).toBeLessThan(0.7);
  });

  // Fluid never changed in ten years: 206 °C where new would be 240–250. Common practice, no source.
  test('an old car’s 206 °C is more water than a fresh fluid has and less than the wet label', () => {
    const { waterPercent } = waterFromBoilingPoint(206, { dryBoilingPointC: 245, wetBoilingPointC: 155 });
    expect(waterPercent).toBeGreaterThan(0.8);
    expect(waterPercent).toBeLessThan(3.7);
  });

  /**
   * An ideal mixture of water and triethylene glycol monomethyl ether, by Raoult's law. M 164.2 g/mol, boiling point 249 °C
   * (both from memory); vapour pressure of water by Antoine's equation, constants for 99–374 °C 8.14019, 1810.94, 244.485
   * in mmHg (from memory); the ether's vapour pressure by Clausius–Clapeyron with Trouton's rule.
   */
  const raoultBoilingPoint = (waterPercent: number): number => {
    const water = waterPercent / 18.015;
    const ether = (100 - waterPercent) / 164.2;
    const x = water / (water + ether);
    const bp = 249 + 273.15;
    const heat = 88 * bp;
    const total = (t: number): number =>
      x * 10 ** (8.14019 - 1810.94 / (244.485 + t)) +
      (1 - x) * 760 * Math.exp((-heat / 8.314) * (1 / (t + 273.15) - 1 / bp));
    let low = 60;
    let high = 260;
    for (let i = 0; i < 60; i++) {
      const mid = (low + high) / 2;
      if (total(mid) > 760) high = mid;
      else low = mid;
    }
    return (low + high) / 2;
  };

  test('Raoult and Antoine give about 142 °C at 3.7 % water, between the wet minima of DOT 3 and DOT 4', () => {
    expect(raoultBoilingPoint(0)).toBeCloseTo(249, 1);
    expect(raoultBoilingPoint(3.7)).toBeGreaterThan(140);
    expect(raoultBoilingPoint(3.7)).toBeLessThan(145);
    expect(raoultBoilingPoint(3.7)).toBeLessThan(gradeFacts['DOT 4'].minimum!.wetC);
  });

  test('between the labels an ideal mixture stays inside the band put around the curve’s fall', () => {
    const label = { dryBoilingPointC: 249, wetBoilingPointC: raoultBoilingPoint(3.7) };
    for (const w of [0.5, 1, 1.5, 2, 2.5, 3, 3.5]) {
      const fall = 249 - boilingPointAt(w, label);
      const ideal = 249 - raoultBoilingPoint(w);
      expect(ideal).toBeLessThan(249 - mixtureBoilingPointAt(w, label));
      expect(ideal).toBeGreaterThan(fall * GENTLE_FALL);
    }
  });

  const labels = fc
    .record({ dry: fc.integer({ min: 205, max: 335 }), drop: fc.integer({ min: 55, max: 120 }) })
    .map(({ dry, drop }) => ({ dryBoilingPointC: dry, wetBoilingPointC: Math.max(135, dry - drop) }));
  test('property: the mixture meets both labels, falls, reads back, and lies under the curve between them', () => {
    fc.assert(
      fc.property(labels, fc.double({ min: 0.02, max: 3.6, noNaN: true }), (label, w) => {
        expect(mixtureBoilingPointAt(0, label)).toBeCloseTo(label.dryBoilingPointC, 3);
        expect(mixtureBoilingPointAt(3.7, label)).toBeCloseTo(label.wetBoilingPointC, 3);
        const t = mixtureBoilingPointAt(w, label);
        expect(waterOfMixture(t, label)).toBeCloseTo(w, 4);
        expect(t).toBeLessThan(boilingPointAt(w, label));
        expect(mixtureBoilingPointAt(w + 0.05, label)).toBeLessThan(t);
      }),
    );
  });

  // 12–36 °C is what a vapour-liquid mixture through both labels was found to lie under such a curve: an independent derivation, 0.5–1 % water.
  test('at half a per cent to one it reaches 12 to 36 °C under the curve', () => {
    for (const [dryBoilingPointC, wetBoilingPointC] of [
      [230, 155],
      [260, 180],
      [325, 205],
    ] as const) {
      const label = { dryBoilingPointC, wetBoilingPointC };
      for (const w of [0.5, 0.75, 1]) {
        const under = boilingPointAt(w, label) - mixtureBoilingPointAt(w, label);
        expect(under).toBeGreaterThan(12);
        expect(under).toBeLessThan(37);
      }
    }
  });

  test('property: a mix of two lies between them, and not over the straight line', () => {
    fc.assert(
      fc.property(labels, labels, fc.double({ min: 0, max: 1, noNaN: true }), (a, b, share) => {
        const mix = mixedLabel(a, b, share);
        for (const key of ['dryBoilingPointC', 'wetBoilingPointC'] as const) {
          expect(mix[key]).toBeGreaterThanOrEqual(Math.min(a[key], b[key]) - 1e-6);
          expect(mix[key]).toBeLessThanOrEqual(share * a[key] + (1 - share) * b[key] + 1e-6);
        }
        expect(mix.wetBoilingPointC).toBeLessThan(mix.dryBoilingPointC);
      }),
    );
  });
});
