import { pressureAtAltitude, toStandardPressure } from '../../src/fluid';

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
