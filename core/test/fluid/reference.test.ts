/** The fluid arithmetic against sources outside this project, each named beside its check. */
import { leastSquares } from '../builders/textbook';
import {
  FALL_BAND,
  boilingPointAt,
  checkGrade,
  cornerSequence,
  gradeFacts,
  bleedSequence,
  pressureAtAltitude,
  toStandardPressure,
  uptakeRate,
  usualVolumesMl,
  waterFromBoilingPoint,
} from '../../src';
import { makeCar } from '../builders/book';

// FMVSS No. 116, 49 CFR 571.116 S5.1.1 and S5.1.2.
test.each([
  ['DOT 3', 205, 140],
  ['DOT 4', 230, 155],
  ['DOT 5', 260, 180],
  ['DOT 5.1', 260, 180],
] as const)('%s boils at %d °C dry and %d °C wet at least', (grade, dryC, wetC) => {
  expect(gradeFacts[grade].minimum).toEqual({ dryC, wetC });
});

// Which bases mix: common practice, no source.
test('glycol fluids mix; silicone and mineral mix with nothing else', () => {
  expect(checkGrade('DOT 5.1', 'DOT 4').verdict).toBe('inOrder');
  expect(checkGrade('DOT 3', 'DOT 4').verdict).toBe('needsWork');
  expect(checkGrade('DOT 5', 'DOT 4').verdict).toBe('stop');
  expect(checkGrade('DOT 5', 'DOT 5.1').verdict).toBe('stop');
  expect(checkGrade('mineral', 'DOT 4').verdict).toBe('stop');
  expect(checkGrade('DOT 4', 'mineral').verdict).toBe('stop');
  expect(checkGrade('DOT 5', 'mineral').verdict).toBe('stop');
});

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
      expect(ideal).toBeLessThan(fall * FALL_BAND.most + 1);
      expect(ideal).toBeGreaterThan(fall * FALL_BAND.least);
    }
  });
});

describe('air pressure', () => {
  // ISO 2533 standard atmosphere, tabulated values (from memory): 1 000 m 89.875 kPa, 2 000 m 79.495 kPa.
  test('standard atmosphere', () => {
    expect(pressureAtAltitude(0)).toBeCloseTo(101.325, 3);
    expect(pressureAtAltitude(1000)).toBeCloseTo(89.875, 1);
    expect(pressureAtAltitude(2000)).toBeCloseTo(79.495, 1);
  });
  // FMVSS No. 116: about 0.04 °C per mmHg near 200 °C (from memory).
  test('a reading at 1 000 m is corrected upward by about 3.4 °C', () => {
    expect(toStandardPressure(200, pressureAtAltitude(1000)) - 200).toBeCloseTo(
      0.04 * (760 - (89.875 / 101.325) * 760),
      1,
    );
  });
});

describe('sequence', () => {
  // Farthest line first, by where the master cylinder sits: common practice, no source.
  test('master cylinder front left: right rear, left rear, right front, left front', () => {
    expect(cornerSequence(makeCar())).toEqual(['RR', 'RL', 'FR', 'FL']);
  });
  test('mirrored for a master cylinder front right', () => {
    expect(cornerSequence(makeCar({ masterCylinderSide: 'right', driverSide: 'right' }))).toEqual([
      'RL',
      'RR',
      'FL',
      'FR',
    ]);
  });
  test('nearest first, diagonal circuits and a maker’s sheet', () => {
    expect(cornerSequence(makeCar({ sequenceSchool: 'nearestFirst' }))).toEqual(['FL', 'FR', 'RL', 'RR']);
    expect(cornerSequence(makeCar({ sequenceSchool: 'byCircuit', circuitSplit: 'diagonal' }))).toEqual([
      'RR',
      'FL',
      'RL',
      'FR',
    ]);
    expect(
      cornerSequence(
        makeCar({
          sequenceSchool: 'makerSheet',
          makerSequence: ['FL', 'RR', 'FR', 'RL'],
          makerSequenceSource: 'sheet 4',
        }),
      ),
    ).toEqual(['FL', 'RR', 'FR', 'RL']);
  });
  test('two nipples on a caliper, in the maker’s order', () => {
    const base = makeCar();
    const front = { ...base.front, bleedNipplesPerCorner: 2 as const, bleedNippleOrder: 'outerInnerOuter' as const };
    expect(bleedSequence(makeCar({ front })).map((s) => `${s.corner} ${s.nipple}`)).toEqual([
      'RR single',
      'RL single',
      'FR outer',
      'FR inner',
      'FR outer',
      'FL outer',
      'FL inner',
      'FL outer',
    ]);
  });
  // 0.2 L for the front axle and 0.3 L for the rear with a fresh reservoir; 250–350 mL at the first corner without.
  test('usual volumes: common practice, no source', () => {
    const steps = bleedSequence(makeCar());
    const fresh = usualVolumesMl(steps, true);
    expect(fresh[0]! + fresh[1]!).toBe(300);
    expect(fresh[2]! + fresh[3]!).toBe(200);
    const without = usualVolumesMl(steps, false);
    expect(without[0]).toBeGreaterThanOrEqual(250);
    expect(without[0]).toBeLessThanOrEqual(350);
    expect(without[3]).toBe(125);
  });
});

describe('uptake', () => {
  test('one filling equals ordinary least squares by the textbook', () => {
    const points = [
      { at: '2025-01-01T00:00:00Z', waterPercent: 0.1 },
      { at: '2025-07-01T00:00:00Z', waterPercent: 0.9 },
      { at: '2026-01-01T00:00:00Z', waterPercent: 1.9 },
    ];
    const reference = leastSquares(
      points.map((p) => [(Date.parse(p.at) - Date.parse(points[0]!.at)) / (365.25 * 86_400_000), p.waterPercent]),
    );
    const rate = uptakeRate([points], 1.5);
    expect(rate.from).toBe('ownTests');
    expect(rate.percentPerYear).toBeCloseTo(reference.slope, 9);
  });
  test('with none, or with two tests a week apart, the default stands', () => {
    expect(uptakeRate([], 1.5)).toMatchObject({ percentPerYear: 1.5, from: 'default' });
    const close = [
      { at: '2025-01-01T00:00:00Z', waterPercent: 0.1 },
      { at: '2025-01-08T00:00:00Z', waterPercent: 0.4 },
    ];
    expect(uptakeRate([close], 1.5)).toMatchObject({ percentPerYear: 1.5, from: 'default' });
  });
});
