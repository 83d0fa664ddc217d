import { priceMinor } from '../../src/features/money';

test.each([
  ['84,50', 8450],
  ['€ 84.5', 8450],
  ['84.50 EUR', 8450],
  ['0', 0],
  ['', null],
])('%j is %p cents', (text, minor) => expect(priceMinor(text)).toBe(minor));

test.each(['1.234,50', '1,234', 'about 80', '-5', '80 or 90'])('%j is no price', (text) =>
  expect(priceMinor(text)).toBeNaN(),
);
