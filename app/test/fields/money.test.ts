import { isCurrency, priceMinor, priceText } from '../../src/fields/money';

test.each([
  ['84,50', 'EUR', 8450],
  ['€ 84.5', 'EUR', 8450],
  ['84.50 EUR', 'EUR', 8450],
  ['1200', 'JPY', 1200],
  ['1.234', 'KWD', 1234],
  ['0', 'EUR', 0],
  ['', 'EUR', null],
])('%j in %s is %p in its minor units', (text, currency, minor) => expect(priceMinor(text, currency)).toBe(minor));

test.each(['1.234,50', '1,234', 'about 80', '-5', '80 or 90'])('%j is no price', (text) =>
  expect(priceMinor(text, 'EUR')).toBeNaN(),
);

test('what stands in a field is read as what it was', () => {
  for (const currency of ['EUR', 'JPY', 'KWD'])
    for (const minor of [0, 5, 8450, 123_456]) expect(priceMinor(priceText(minor, currency), currency)).toBe(minor);
});

test('codes are those of ISO 4217', () => {
  for (const code of ['EUR', 'GBP', 'JPY', 'CHF']) expect(isCurrency(code)).toBe(true);
  for (const code of ['EURO', 'ABC', 'eur', '']) expect(isCurrency(code)).toBe(false);
});
