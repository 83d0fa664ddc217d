/** Money in words, and what is said of a cost that is not known. */
import { costLackTexts, costPartName } from '../src/cost';
import { minorPerUnit, moneyText } from '../src/money';

test('a currency says how many minor units it has', () => {
  expect([minorPerUnit('EUR'), minorPerUnit('JPY'), minorPerUnit('KWD')]).toEqual([100, 1, 1000]);
  expect(moneyText(8450, 'EUR')).toBe('€84.50');
  expect(moneyText(8450, 'JPY')).toBe('JP¥8,450');
});
test('each part has a name, and each lack says what to do', () => {
  expect(costPartName({ kind: 'pads', axle: 'rear', isRingAlone: false })).toBe('Rear pads');
  expect(costPartName({ kind: 'rotors', axle: 'front', isRingAlone: true })).toBe('Front rotor rings');
  expect(costPartName({ kind: 'labour', axle: null, isRingAlone: false })).toBe('Labour of brake work');
  for (const text of Object.values(costLackTexts)) expect(text).toMatch(/\.$/);
});
