/** Whether what is said of a set comes true, in shops that wear by another law than the model's. */
import { axleWear, leftOf } from '../../src/wear';
import { isTorture } from '../builders/budget';
import { SESSIONS, wearShop, type Face } from '../builders/wear-shop';

const SHOPS = isTorture ? 50 : 5;
const CARS = 60;

/** What was said of every set, and what came of it. */
const said = Array.from({ length: SHOPS }, (_, i) => wearShop(i + 1, CARS)).flatMap(({ logbook, event, today, sets }) =>
  sets.flatMap(({ car, after }) => {
    const wear = axleWear(logbook, car, 'front', 'pads', event, today);
    if (!wear) return [];
    const face = `${wear.first.corner}.${wear.first.side}` as Face;
    const least = (n: number): number => Math.min(...Object.values(after[n]!));
    return [
      { wear, left: leftOf(wear).slice(1), ofFace: after.map((a) => a[face]), least: after.map((_, n) => least(n)) },
    ];
  }),
);
const told = said.filter((s) => s.wear.isTold);

test('almost every set is spoken of', () => {
  expect(said.length).toBeGreaterThan(0.97 * SHOPS * CARS);
  expect(told.length).toBeGreaterThan(0.9 * said.length);
});

test('the band of eight in ten holds what is left in 74 to 86 of a hundred', () => {
  for (const nth of [1, SESSIONS - 1]) {
    const inside = told.filter(
      ({ left, ofFace }) => left[nth]!.lowMm <= ofFace[nth]! && ofFace[nth]! <= left[nth]!.highMm,
    );
    const share = inside.length / told.length;
    console.log(`after session ${nth + 1}: ${(100 * share).toFixed(1)} of a hundred inside`);
    expect(share).toBeGreaterThan(0.74);
    expect(share).toBeLessThan(0.86);
  }
});

test('“under the limit before the end” happens as often as it is said to, and says more than the mean does', () => {
  const cases = told.map(({ wear, least }) => ({ p: wear.underBeforeEnd, is: least.at(-1)! < wear.limitMm ? 1 : 0 }));
  const mean = cases.reduce((s, c) => s + c.is, 0) / cases.length;
  const brier = cases.reduce((s, c) => s + (c.p - c.is) ** 2, 0) / cases.length;
  const climate = cases.reduce((s, c) => s + (mean - c.is) ** 2, 0) / cases.length;
  console.log(
    `Brier ${brier.toFixed(3)} against ${climate.toFixed(3)} of the mean; ${cases.length} sets, ${(100 * mean).toFixed(0)} in a hundred came under`,
  );
  expect(brier).toBeLessThan(0.6 * climate);
  const bins = Array.from({ length: 10 }, (_, i) => cases.filter((c) => Math.min(9, Math.floor(c.p * 10)) === i));
  for (const [i, bin] of bins.entries()) {
    if (bin.length < 8) continue;
    const p = bin.reduce((s, c) => s + c.p, 0) / bin.length;
    const is = bin.reduce((s, c) => s + c.is, 0) / bin.length;
    console.log(`said ${(100 * p).toFixed(0)}, came ${(100 * is).toFixed(0)} of a hundred (${bin.length})`);
    // Three standard errors of so few, and a tenth.
    expect(Math.abs(p - is)).toBeLessThan(0.1 + 3 * Math.sqrt(Math.max(0.02, p * (1 - p)) / bin.length));
    expect(i).toBeLessThan(10);
  }
});
