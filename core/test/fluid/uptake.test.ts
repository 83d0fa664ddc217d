import { leastSquares } from '../builders/textbook';
import { uptakeRate } from '../../src/fluid';

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
