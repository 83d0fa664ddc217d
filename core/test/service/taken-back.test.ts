/** What a reading of pads or rotors found to stop the car: who may take it back, and how. */
import fc from 'fast-check';
import { type Fact, corners } from '../../src/model';
import { judgeService } from '../../src/service';
import { findingsOfPart, padSetMm } from '../../src/inventory';
import { LEAD, OTHER, TECH, at, job, logbookOf, makePadSet, pads, rotor, wholeService } from '../builders/service-book';

const stopsOf = (facts: readonly Fact[]): string[] =>
  judgeService(logbookOf([...facts]), job, '2026-05-04')!.gate.stops.map((f) => f.code);
const disagreeing = (facts: readonly Fact[]) =>
  judgeService(logbookOf([...facts]), job, '2026-05-04')!
    .gate.holds.map((h) => h.finding)
    .filter((f) => f.code.endsWith('ReadingsDisagree'));
const by = (fact: Fact, who: string, over: object = {}): Fact => ({ ...fact, by: who, ...over }) as Fact;
const anew = (old: Fact, fact: Fact, who: string): Fact =>
  ({ ...fact, id: at().id, by: who, replaces: old.id, because: 'Misread.' }) as Fact;
const said = { explanation: 'Measured again, pad out.' };
const gone = (old: Fact, who: string): Fact =>
  ({ ...at(), kind: 'withdrawal', by: who, replaces: old.id, because: 'Other car.' }) as unknown as Fact;

const cases: [string, () => Fact, () => Fact, string][] = [
  ['a pad under the limit', () => pads('FL', [2.5, 8]), () => pads('FL', [5.2, 8]), 'padUnderLimit'],
  [
    'a pad that crumbles',
    () => pads('RR', 8, { inner: { thicknessMm: 8, otherEndMm: null, conditions: ['crumbling'] } }),
    () => pads('RR', 8),
    'padCondition',
  ],
  [
    'a pad on the hat',
    () => pads('FR', 8, { hatClearanceMm: 1 }),
    () => pads('FR', 8, { hatClearanceMm: 4 }),
    'padNearHat',
  ],
  ['a crack to the edge', () => rotor('FL', 31, { crack: 'toEdge' }), () => rotor('FL', 31), 'crackToEdge'],
  [
    'a rotor under its discard figure',
    () => rotor('RL', 29, { discardThicknessMm: 30 }),
    () => rotor('RL', 31, { discardThicknessMm: 30 }),
    'rotorUnderDiscard',
  ],
];

describe.each(cases)('%s', (_, bad, good, code) => {
  const whole = wholeService();
  const found = by(bad(), TECH);

  test('typed anew by the same hand it stands, and says who is wanted', () => {
    const facts = [...whole, found, anew(found, good(), TECH)];
    expect(stopsOf(facts)).toContain(code);
    expect(disagreeing(facts)[0]?.values).toEqual({ wantsOther: true });
  });
  test('withdrawn by the same hand it stands; by another it is gone', () => {
    expect(stopsOf([...whole, found, gone(found, TECH)])).toContain(code);
    expect(stopsOf([...whole, found, gone(found, OTHER)])).not.toContain(code);
  });
  test('typed anew twice, once by the lead, it is gone', () => {
    const first = anew(found, good(), TECH);
    expect(stopsOf([...whole, found, first, anew(first, good(), LEAD)])).not.toContain(code);
  });
  test('read again by the same hand with a reason it stands; by another, or the lead, it is over', () => {
    expect(stopsOf([...whole, found, by(good(), TECH, said)])).toContain(code);
    expect(stopsOf([...whole, found, by(good(), OTHER, said)])).not.toContain(code);
    expect(stopsOf([...whole, by(bad(), LEAD), by(good(), LEAD, said)])).not.toContain(code);
  });
  test('two who contradict each other without a word: the worse one counts, until somebody measures a third time', () => {
    const facts = [...whole, found, by(good(), OTHER)];
    expect(stopsOf(facts)).toContain(code);
    expect(disagreeing(facts)[0]?.values).toEqual({ wantsOther: false });
    expect(stopsOf([...facts, by(good(), OTHER, said)])).not.toContain(code);
  });
  test('the order in which it arrives changes nothing', () => {
    const facts = [...whole, found, anew(found, good(), TECH), by(good(), OTHER, said)];
    expect(stopsOf([...facts].reverse())).toEqual(stopsOf(facts));
  });
});

test('of whoever reads a corner, and however often it is typed anew: what one hand found stops the car until another says why not', () => {
  const people = [TECH, OTHER, LEAD];
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          mm: fc.constantFrom(2.1, 2.9, 4, 7),
          who: fc.constantFrom(...people),
          isAnew: fc.boolean(),
          isSaid: fc.boolean(),
        }),
        { minLength: 1, maxLength: 8 },
      ),
      (list) => {
        const facts: Fact[] = [];
        for (const { mm, who, isAnew, isSaid } of list) {
          const last = facts.at(-1);
          const read = by(pads('FL', [mm, 8]), who, isSaid ? said : {});
          facts.push(isAnew && last ? anew(last, read, who) : read);
        }
        // Said over again: who found it too thin, by a plain walk through what was typed.
        let thin: string | null = null;
        facts.forEach((f, i) => {
          const mm = list[i]!.mm;
          const chain: Fact[] = [];
          for (
            let next = facts.find((x) => x.replaces === f.id);
            next;
            next = facts.find((x) => x.replaces === next!.id)
          )
            chain.push(next);
          if (chain.some((x) => x.by === LEAD || x.by !== f.by)) return;
          if (mm < 3) thin = f.by;
          else if (chain.length === 0 && 'explanation' in f && (f.by === LEAD || f.by !== thin)) thin = null;
        });
        const whole = wholeService().filter((f) => f.kind !== 'padMeasurement' || f.corner !== 'FL');
        expect(stopsOf([...whole, ...facts]).includes('padUnderLimit')).toBe(thin !== null);
      },
    ),
    { numRuns: 150 },
  );
});

test('a discard figure that was read off the hat is not made milder by reading it again', () => {
  const at30 = by(rotor('RL', 29.5, { discardThicknessMm: 30 }), TECH);
  const at20 = { discardThicknessMm: 20 };
  const facts = wholeService().filter((f) => f.kind !== 'rotorMeasurement' || f.corner !== 'RL');
  expect(stopsOf([...facts, at30, by(rotor('RL', 29.5, at20), OTHER)])).toContain('rotorUnderDiscard');
  expect(stopsOf([...facts, at30, anew(at30, rotor('RL', 29.5, at20), TECH)])).toContain('rotorUnderDiscard');
  // Whoever else reads the hat, and types that entry anew, knows better.
  expect(stopsOf([...facts, at30, anew(at30, rotor('RL', 29.5, at20), OTHER)])).not.toContain('rotorUnderDiscard');
});

test('a set that lies on the shelf says what the gate would say of it', () => {
  const set = makePadSet();
  const crumbles = { thicknessMm: 8, otherEndMm: null, conditions: ['crumbling' as const] };
  const found = by(pads('FL', 8, { padSetId: set.id, inner: crumbles }), TECH);
  const clean = pads('FL', 8, { padSetId: set.id });
  const onShelf = (...facts: Fact[]) => findingsOfPart(logbookOf(facts, { padSets: [set] }), set).map((f) => f.code);
  expect(onShelf(found, anew(found, clean, TECH))).toEqual(['padCondition']);
  expect(onShelf(found, by(clean, TECH, said))).toEqual(['padCondition']);
  expect(onShelf(found, anew(found, clean, LEAD))).toEqual([]);
  expect(onShelf(found, by(clean, OTHER, said))).toEqual([]);
});

test('a set that lies on the shelf is as thick as the thinnest that was read of it, until somebody else says why not', () => {
  const set = makePadSet({ newThicknessMm: 12 });
  const thin = by(pads('FL', [2.5, 8], { padSetId: set.id }), TECH);
  const thick = pads('FL', 9, { padSetId: set.id });
  const onShelf = (...facts: Fact[]) => padSetMm(logbookOf(facts, { padSets: [set] }), set);
  expect(onShelf()).toBe(12);
  expect(onShelf(thin)).toBe(2.5);
  expect(onShelf(thin, by(thick, TECH, said))).toBe(2.5);
  expect(onShelf(thin, anew(thin, thick, TECH))).toBe(2.5);
  expect(onShelf(thin, by(thick, OTHER))).toBe(2.5);
  expect(onShelf(thin, by(thick, OTHER, said))).toBe(9);
  expect(onShelf(thin, anew(thin, thick, LEAD))).toBe(9);
});

test('new pads end what was found on the old ones, at both corners of their axle and at no other', () => {
  const found = corners.map((c) => by(pads(c, [2, 8]), TECH));
  const fitted = { ...at(), kind: 'partsFitted', axle: 'front', padSetId: null, rotorPairId: null, changed: 'pads' };
  const gate = judgeService(
    logbookOf([...wholeService(), ...found, fitted as Fact, pads('FL', 12), pads('FR', 12)]),
    job,
    '2026-05-04',
  )!.gate;
  expect(gate.stops.filter((f) => f.code === 'padUnderLimit').map((f) => f.place.corner)).toEqual(['RL', 'RR']);
});
