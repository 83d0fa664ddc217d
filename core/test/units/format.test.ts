import { type Dimension, type UnitSystem, exactText, formatQuantity, toCanonical } from '../../src/units';

test('shown in either system', () => {
  expect(formatQuantity(205, 'temperature')).toBe('205 °C');
  expect(formatQuantity(205, 'temperature', 'imperial')).toBe('401 °F');
  expect(formatQuantity(30, 'temperatureDifference', 'imperial')).toBe('54 °F');
  expect(formatQuantity(-0.2, 'temperature')).toBe('0 °C');
  expect(formatQuantity(27303, 'volume')).toBe('27.3 L');
  expect(formatQuantity(3600, 'length')).toBe('3600 mm');
  // Bleeders are spoken of in bar or psi: a bare 1 is never one kilopascal.
  expect(formatQuantity(70, 'pressure')).toBe('0.70 bar');
  expect(formatQuantity(70, 'pressure', 'imperial')).toBe('10.2 psi');
  expect(formatQuantity(13.208, 'length', 'imperial')).toBe('0.520 in');
});
test.each([
  [89.5, 'torque', 'metric', '89.5 N·m'],
  [38, 'torque', 'imperial', '38 N·m'],
  [toCanonical(28, 'lbfFt'), 'torque', 'imperial', '28 lbf·ft'],
  [toCanonical(28, 'lbfFt'), 'torque', 'metric', '28 lbf·ft'],
  [280, 'volume', 'imperial', '280 mL'],
  [26.25, 'length', 'metric', '26.25 mm'],
  [25.4, 'length', 'imperial', '1.000 in'],
  [20000, 'volume', 'metric', '20.0 L'],
  [140, 'pressure', 'metric', '1.4 bar'],
  [101.325, 'pressure', 'metric', '1.01325 bar'],
  [toCanonical(15, 'psi'), 'pressure', 'metric', '15 psi'],
  [90, 'share', 'metric', '90 %'],
  [3.7, 'share', 'imperial', '3.7 %'],
  [0.05, 'share', 'metric', '0.05 %'],
  [1, 'days', 'metric', '1 day'],
  [30, 'days', 'metric', '30 days'],
  [100, 'torque', 'metric', '100 N·m'],
  [0, 'torque', 'metric', '0 N·m'],
] as [number, Dimension, UnitSystem, string][])(
  '%d %s stands in a form in %s units as %s',
  (stored, dimension, system, text) => {
    expect(exactText(stored, dimension, system)).toBe(text);
  },
);
test('a torque is not rounded to a whole newton metre: half of one is a tenth of what a bleed nipple wants', () => {
  expect(formatQuantity(9.5, 'torque')).toBe('9.5 N·m');
  expect(formatQuantity(38, 'torque')).toBe('38 N·m');
  expect(formatQuantity(38, 'torque', 'imperial')).toBe('28 lbf·ft');
});
