/** A boiling test, or a wrong bottle, that stops the car: whoever wrote it does not take it back alone. */
import fc from 'fast-check';
import { judgeFluid } from '../../src/demand';
import type { Fact } from '../../src/model';
import { CREW, boil, book, flush, makeBottle, makeCar, makeEvent, makeFluid, makeVenue, newId } from '../builders/book';

const [HAND, OTHER, LEAD] = [newId(), newId(), newId()];
const crew = [HAND, OTHER, LEAD].map((id) => ({
  id,
  version: 1,
  archived: false,
  name: id.slice(-3),
  role: id === LEAD ? ('lead' as const) : ('technician' as const),
}));
const fluid = makeFluid();
const wrong = makeFluid({ name: 'Pale Fen M', grade: 'mineral' });
const [bottle, wrongBottle] = [makeBottle(fluid.id), makeBottle(wrong.id)];
const venue = makeVenue({ peakFluidTempC: 210 });
const car = makeCar();
const event = makeEvent(venue.id, '2026-06-13', '2026-06-14');
const TODAY = '2026-06-01';
const records = {
  crew,
  cars: [car],
  fluids: [fluid, wrong],
  bottles: [bottle, wrongBottle],
  venues: [venue],
  events: [event],
};
const codes = (facts: Fact[]): string[] =>
  judgeFluid(book(records, facts), car, event, TODAY)
    .findings.filter((f) => f.verdict === 'stop')
    .map((f) => f.code);

let minute = 0;
const moment = (): string => new Date(Date.parse('2026-06-01T06:00:00Z') + ++minute * 60_000).toISOString();
const test_ = (readingC: number, by: string, over: object = {}): Fact => {
  const at = moment();
  return { ...boil(car.id, at, readingC), recordedAt: at, by, ...over };
};
const anew = (old: Fact, readingC: number, by: string): Fact =>
  test_(readingC, by, { at: old.at, replaces: old.id, because: 'Misread.' });
const filled = flush(car, '2026-03-01T10:00:00Z', bottle.id);

describe('a test under the peak of the fluid', () => {
  const low = test_(170, HAND);
  test('tested again, typed anew or withdrawn by the same hand it stops the car', () => {
    expect(codes([filled, low])).toEqual(['boilsUnderPeak']);
    expect(codes([filled, low, test_(290, HAND)])).toEqual(['testTypedAnew']);
    expect(codes([filled, low, anew(low, 290, HAND)])).toEqual(['testTypedAnew']);
    const withdrawal = { kind: 'withdrawal', carId: car.id, replaces: low.id, because: 'Other car.' };
    expect(codes([filled, low, { ...test_(1, HAND), ...withdrawal } as unknown as Fact])).toEqual(['testTypedAnew']);
    expect(codes([filled, low, { ...test_(1, OTHER), ...withdrawal } as unknown as Fact])).toEqual([]);
  });
  test.each([
    ['somebody else', OTHER],
    ['the lead', LEAD],
  ])('typed anew by %s it is over, and so it is after a third test', (_, by) => {
    expect(codes([filled, low, test_(290, by)])).toEqual(['testTypedAnew']);
    expect(codes([filled, low, test_(290, by), test_(288, by)])).toEqual([]);
    expect(codes([filled, low, test_(290, by), test_(172, HAND), test_(290, by)])).toEqual(['testTypedAnew']);
    expect(codes([filled, low, anew(low, 290, by)])).toEqual([]);
    const first = anew(low, 290, HAND);
    expect(codes([filled, low, first, anew(first, 290, by)])).toEqual([]);
  });
  test('new fluid is other fluid; a test made before it says nothing of it', () => {
    const after = { ...flush(car, '2026-06-01T12:00:00Z', bottle.id), by: HAND };
    expect(codes([filled, low, anew(low, 290, HAND), after])).toEqual([]);
  });
  test('where neither of the two stops the car, the last one counts', () => {
    const dry = test_(270, HAND);
    expect(codes([filled, dry, anew(dry, 290, HAND)])).toEqual([]);
  });
});

test('over any order of hands: what one has read under the peak counts until two tests of others say otherwise', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          c: fc.constantFrom(170, 172, 290),
          by: fc.constantFrom(HAND, OTHER, LEAD),
          isAnew: fc.boolean(),
        }),
        { minLength: 1, maxLength: 7 },
      ),
      (list) => {
        const facts: Fact[] = [];
        for (const { c, by, isAnew } of list) {
          const last = facts.at(-1);
          facts.push(isAnew && last ? { ...anew(last, c, by), at: moment() } : test_(c, by));
        }
        // A plain walk: who has read it low, and how often anybody else has read it high since.
        let low: string | null = null;
        let others = 0;
        facts.forEach((f, i) => {
          const chain: Fact[] = [];
          for (let x = facts.find((y) => y.replaces === f.id); x; x = facts.find((y) => y.replaces === x!.id))
            chain.push(x);
          if (chain.some((x) => x.by === LEAD || x.by !== f.by)) return;
          if (list[i]!.c < 200) [low, others] = [f.by, 0];
          else if (low !== null && (f.by === LEAD || f.by !== low)) others += 1;
          if (others === 2) [low, others] = [null, 0];
        });
        expect(codes([filled, ...facts]).length > 0).toBe(low !== null);
      },
    ),
    { numRuns: 200 },
  );
});

describe('a bottle of another base', () => {
  const poured = { ...flush(car, '2026-05-01T10:00:00Z', wrongBottle.id), by: HAND } as Fact;
  const instead = (by: string): Fact => ({
    ...flush(car, '2026-05-01T10:00:00Z', bottle.id),
    by,
    replaces: poured.id,
    because: 'Wrong bottle tapped.',
  });
  test('typed anew by the same hand it is still in the car; by another it never was', () => {
    expect(codes([filled, poured])).toContain('wrongFluidInSystem');
    expect(codes([filled, poured, instead(HAND)])).toContain('wrongFluidInSystem');
    expect(codes([filled, poured, instead(OTHER)])).toEqual([]);
    expect(codes([filled, poured, instead(CREW)])).toEqual([]);
  });
  test('a workshop clears it', () => {
    const cleared = { ...test_(1, HAND), kind: 'systemCleared', workshop: 'Marl Brake Works' } as unknown as Fact;
    expect(codes([filled, poured, instead(HAND), cleared])).toEqual([]);
  });
});
