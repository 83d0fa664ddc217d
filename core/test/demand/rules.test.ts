/** Rules, work lists, shopping, paper and imports: what a booked car needs, and what follows when a fact changes. */
import fc from 'fast-check';
import { rulesInForce } from '../../src/demand';
import { ruleLines } from '@calvik/words/work';
import { say } from '../builders/say';
import { customer, car, shop, event, bookingOf, at } from '../builders/run-up-book';

describe('rules', () => {
  test('the strictest of organiser, customer and shop holds, and says whose it is', () => {
    const e = event({ minPadMm: 6, ductsAtEvent: 'removed' });
    const picky = { ...customer, minPadMm: 8, ductsAtEvent: 'fitted' as const };
    const logbook = at(e, bookingOf(e), [], { customers: [picky], shops: [{ ...shop, minPadMm: 7 }] });
    const rules = rulesInForce(logbook, car, e);
    expect(rules.minPadMm).toMatchObject({ value: 8, from: { owner: 'customer', name: 'Ona Birk' } });
    expect(rules.minPadMm!.others.map((o) => o.value)).toEqual([6, 7]);
    // The host turns a car away: on ducts the organiser overrules.
    expect(rules.ductsAtEvent).toMatchObject({ value: 'removed', from: { owner: 'organiser', name: 'Ring Circle' } });
    expect(ruleLines(rules, say)).toContain('Ducts removed (Ring Circle; Ona Birk overruled).');
  });

  test('forms of several askers are one list, each line once', () => {
    const e = event({ inspectionItems: ['Hoses dry', 'Pedal firm'] });
    const logbook = at(e, bookingOf(e), [], { shops: [{ ...shop, inspectionItems: ['Pedal firm', 'Wheel nuts'] }] });
    const { lines } = rulesInForce(logbook, car, e).inspection!;
    expect(lines.map((l) => l.text)).toEqual(['Hoses dry', 'Pedal firm', 'Wheel nuts']);
    expect(lines.map((l) => l.from.map((f) => f.owner))).toEqual([['organiser'], ['organiser', 'shop'], ['shop']]);
  });

  test('the strictest is never laxer than any single one, whoever asks for what', () => {
    const mm = fc.option(fc.integer({ min: 2, max: 12 }));
    fc.assert(
      fc.property(mm, mm, mm, (organiser, own, ofShop) => {
        const e = event({ minPadMm: organiser });
        const logbook = at(e, bookingOf(e), [], {
          customers: [{ ...customer, minPadMm: own }],
          shops: [{ ...shop, minPadMm: ofShop }],
        });
        const asked = [organiser, own, ofShop].filter((x): x is number => x !== null);
        const { minPadMm } = rulesInForce(logbook, car, e);
        expect(minPadMm?.value ?? null).toBe(asked.length > 0 ? Math.max(...asked) : null);
      }),
    );
  });
});
