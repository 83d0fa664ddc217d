import fc from 'fast-check';
import {
  type Cause,
  type Complaint,
  type DiagnosticCheck,
  type Sign,
  causes,
  diagnosticChecks,
  signs,
} from '../../src/model';
import {
  type Evidence,
  type Means,
  advise,
  causeTable,
  checkTable,
  entropyBits,
  likelihood,
  minutesOfCheck,
  ownCases,
  posterior,
  priorOf,
  sameMatter,
  signTable,
  suspects,
  worthOfChecks,
} from '../../src/diagnosis';
import { count, seed } from '../builders/budget';
import { dice, evidenceOfSigns, faultyCar } from '../builders/faulty-cars';

const everything: Means = { hasLift: true, people: 2, wheelsAreOff: false };
const anyEvidence = fc.array(
  fc.oneof(
    fc.constantFrom(...signs).map((sign): Evidence => ({ sign })),
    fc
      .constantFrom(...diagnosticChecks)
      .chain((check) =>
        fc.constantFrom(...checkTable[check].outcomes).map((outcome): Evidence => ({ check, outcome })),
      ),
  ),
  { maxLength: 8 },
);

describe('the table', () => {
  test('every row of a check adds up to a hundred, and nothing is impossible or certain', () => {
    for (const check of diagnosticChecks) {
      const { outcomes, else: other, with: given } = checkTable[check];
      for (const row of [other, ...Object.values(given)]) {
        expect(row).toHaveLength(outcomes.length);
        expect(row.reduce((a, b) => a + b, 0)).toBe(100);
        for (const share of row) expect(share).toBeGreaterThan(0);
      }
    }
    for (const sign of signs)
      for (const share of [signTable[sign].else, ...Object.values(signTable[sign].with)]) {
        expect(share).toBeGreaterThan(0);
        expect(share).toBeLessThan(100);
      }
  });
  test('every cause says where its figures come from', () => {
    for (const c of causes) expect(causeTable[c].source).toBe('Common practice, no source');
  });
});

/** The trade’s table of complaints and first suspects. Common practice, no source. */
const firstSuspects: [Complaint, Cause[][]][] = [
  // Each inner list: causes that one suspect of the table may be.
  ['softAfterHeat', [['fluidBoiled'], ['padsThin'], ['ductOff', 'airInSystem']]],
  ['softFromCold', [['airInSystem'], ['leak'], ['hoseSwells', 'masterCylinder']]],
  ['firstPressLong', [['knockBack'], ['pistonsNotOut'], ['wheelBearing']]],
  ['firmNoBite', [['padsOverheated'], ['padsGlazed'], ['padsGreen']]],
  ['judder', [['unevenLayer'], ['thicknessVariation'], ['rotorCracked']]],
  ['pulls', [['pistonSticks', 'slidePinSticks'], ['padsOiled'], ['pistonSticks', 'slidePinSticks']]],
  ['squeal', [['layerGone'], ['hardware']]],
  [
    'highPedalEffort',
    [
      ['padsThin', 'padsGlazed'],
      ['layerGone', 'padsThin', 'padsGlazed'],
    ],
  ],
  ['cornerHot', [['slidePinSticks', 'pistonSticks'], ['ductOff']]],
  ['levelDown', [['padWear'], ['leak']]],
  ['grabs', [['unevenLayer'], ['mixedPads', 'hoseSwells']]],
];
test.each(firstSuspects)('%s alone ranks its first suspects first', (complaint, wanted) => {
  const ranked = suspects(priorOf(), [{ sign: complaint }]).map((s) => s.cause);
  const named = new Set(wanted.flat());
  // The first is the first of the table; all of the table’s come within the first as many and one.
  expect(wanted[0]).toContain(ranked[0]);
  for (const group of wanted) expect(ranked.slice(0, named.size + 1).some((cause) => group.includes(cause))).toBe(true);
});

describe('Bayes', () => {
  test('probabilities add up to one and lie between', () => {
    fc.assert(
      fc.property(anyEvidence, (evidence) => {
        const p = posterior(priorOf(), evidence);
        expect(causes.reduce((sum, c) => sum + p[c], 0)).toBeCloseTo(1, 12);
        for (const c of causes) {
          expect(p[c]).toBeGreaterThan(0);
          expect(p[c]).toBeLessThanOrEqual(1);
        }
      }),
    );
  });

  test('the order of evidence changes nothing, not even the last digit', () => {
    // A check made twice counts with its last outcome: then the order is part of what happened.
    const once = anyEvidence.map((list) => [
      ...new Map(list.map((e) => ['sign' in e ? e.sign : e.check, e] as const)).values(),
    ]);
    fc.assert(
      fc.property(
        once.chain((list) => fc.tuple(fc.constant(list), fc.shuffledSubarray(list, { minLength: list.length }))),
        ([list, shuffled]) => {
          expect(posterior(priorOf(), shuffled)).toEqual(posterior(priorOf(), list));
          expect(advise(priorOf(), shuffled).next).toEqual(advise(priorOf(), list).next);
        },
      ),
    );
  });

  test('it agrees with counting a whole population, worked out another way', () => {
    // Not Bayes’ rule but a census: of so many cars of each cause, as many as the shares say are left after each piece of evidence.
    const census = (cases: Partial<Record<Cause, number>>, evidence: readonly Evidence[]): Map<Cause, number> => {
      const listed = causes.reduce((sum, c) => sum + causeTable[c].frequency, 0);
      const cars = new Map(causes.map((c) => [c, (causeTable[c].frequency * 60) / listed + (cases[c] ?? 0)]));
      for (const e of evidence)
        for (const [c, n] of cars) {
          const row =
            'sign' in e
              ? (signTable[e.sign].with[c] ?? signTable[e.sign].else)
              : (checkTable[e.check].with[c] ?? checkTable[e.check].else)[
                  checkTable[e.check].outcomes.indexOf(e.outcome)
                ]!;
          cars.set(c, (n * row) / 100);
        }
      const left = [...cars.values()].reduce((a, b) => a + b, 0);
      return new Map([...cars].map(([c, n]) => [c, n / left]));
    };
    const own = fc.dictionary(fc.constantFrom<Cause>(...causes), fc.integer({ min: 0, max: 20 }));
    fc.assert(
      fc.property(own, fc.uniqueArray(fc.constantFrom(...signs), { maxLength: 5 }), (cases, any) => {
        // Of each matter one sign: those count in full.
        const list = any.filter(
          (s, i) => !sameMatter.some((g) => g.includes(s) && any.slice(0, i).some((o) => g.includes(o))),
        );
        const byRule = posterior(priorOf(cases as Partial<Record<Cause, number>>), evidenceOfSigns(list));
        for (const [c, p] of census(cases as Partial<Record<Cause, number>>, evidenceOfSigns(list)))
          expect(byRule[c]).toBeCloseTo(p, 12);
      }),
    );
  });

  test('property: two signs of one matter say more than one of them and less than two of different matters', () => {
    fc.assert(
      fc.property(fc.constantFrom(...sameMatter), fc.constantFrom(...causes), (group, cause) => {
        const [a, b] = [group[0]!, group[1]!];
        const odds = (list: readonly Sign[]): number => {
          const p = posterior(priorOf(), evidenceOfSigns(list))[cause];
          return Math.log(p / posterior(priorOf(), evidenceOfSigns(list)).other);
        };
        const shift = (list: readonly Sign[]): number => odds(list) - odds([]);
        // Log odds add up: each of the two counts three quarters.
        expect(shift([a, b])).toBeCloseTo(0.75 * (shift([a]) + shift([b])), 9);
      }),
    );
    for (const group of sameMatter) expect(new Set(group).size).toBe(group.length);
    expect(new Set(sameMatter.flat()).size).toBe(sameMatter.flat().length);
  });

  test('what a check is worth is the mutual information of cause and outcome', () => {
    // I(C;O) = H(O) − H(O|C): the other way round than it is reckoned.
    fc.assert(
      fc.property(anyEvidence, (evidence) => {
        const p = posterior(priorOf(), evidence);
        const h = (list: readonly number[]): number => list.reduce((e, x) => (x > 0 ? e - x * Math.log2(x) : e), 0);
        for (const { check, bits } of worthOfChecks(p, new Set(), everything)) {
          const rows = causes.map((c) =>
            checkTable[check].outcomes.map((outcome) => likelihood({ check, outcome }, c)),
          );
          const outcomes = checkTable[check].outcomes.map((_, k) =>
            causes.reduce((sum, c, i) => sum + p[c] * rows[i]![k]!, 0),
          );
          const given = causes.reduce((sum, c, i) => sum + p[c] * h(rows[i]!), 0);
          expect(bits).toBeCloseTo(h(outcomes) - given, 9);
          expect(bits).toBeLessThanOrEqual(entropyBits(p) + 1e-9);
        }
      }),
    );
  });

  test('a check on record is not proposed again, nor one that nothing is there for', () => {
    const alone: Means = { hasLift: false, people: 1, wheelsAreOff: false };
    const left = worthOfChecks(priorOf(), new Set<DiagnosticCheck>(['faces']), alone).map((c) => c.check);
    expect(left).not.toContain('faces');
    for (const check of left) {
      expect(checkTable[check].needsLift).toBe(false);
      expect(checkTable[check].people).toBe(1);
    }
  });
});

describe('the shop’s own cases', () => {
  const cases = (cause: Cause, n: number) =>
    ownCases(
      Array.from({ length: n }, () => ({ kind: 'diagnosisClosed', at: '', cause, isConfirmed: true })) as never[],
    ).counts;
  test('shift the weights, the more the more there are, and not all at once', () => {
    const at = (n: number): number => priorOf(cases('hoseSwells', n)).hoseSwells;
    expect(at(1)).toBeGreaterThan(at(0));
    expect(at(20)).toBeGreaterThan(at(5));
    expect(at(20)).toBeLessThan(0.5);
    const sum = causes.reduce((s, c) => s + priorOf(cases('hoseSwells', 20))[c], 0);
    expect(sum).toBeCloseTo(1, 12);
  });
  test('what was only likely does not count', () => {
    expect(ownCases([{ kind: 'diagnosisClosed', at: '', cause: 'leak', isConfirmed: false } as never]).total).toBe(0);
  });
});

/** Somebody who goes through the same list on every car until it is plain: quick looks first. */
const fixedList: DiagnosticCheck[] = [...diagnosticChecks].sort(
  (a, b) => checkTable[a].minutes - checkTable[b].minutes || a.localeCompare(b),
);

test('cars with a fault: the true one first in 70 of 100, among three in 92, with fewer minutes than a fixed list', () => {
  const roll = dice(seed());
  let [first, three, minutes, fixedMinutes, fixedFirst] = [0, 0, 0, 0, 0];
  const CARS = count(250, 2000);
  for (let i = 0; i < CARS; i++) {
    const car = faultyCar(roll);
    const start = evidenceOfSigns(car.signs);
    const go = (pick: (evidence: readonly Evidence[]) => DiagnosticCheck | null): [Cause[], number] => {
      const evidence = [...start];
      let spent = 0;
      let wheelsAreOff = false;
      for (;;) {
        const check = pick(evidence);
        if (check === null) break;
        spent += minutesOfCheck(check, { ...everything, wheelsAreOff });
        wheelsAreOff ||= checkTable[check].wheelsOff;
        evidence.push({ check, outcome: car.shows(check) });
      }
      return [suspects(priorOf(), evidence).map((s) => s.cause), spent];
    };
    const made = (evidence: readonly Evidence[]) => new Set(evidence.flatMap((e) => ('check' in e ? [e.check] : [])));
    const wheels = (evidence: readonly Evidence[]): boolean => [...made(evidence)].some((c) => checkTable[c].wheelsOff);
    const [ranked, spent] = go(
      (evidence) => advise(priorOf(), evidence, { ...everything, wheelsAreOff: wheels(evidence) }).next?.check ?? null,
    );
    const [byList, listSpent] = go((evidence) =>
      suspects(priorOf(), evidence)[0]!.share >= 0.85
        ? null
        : (fixedList.find((check) => !made(evidence).has(check)) ?? null),
    );
    first += Number(ranked[0] === car.cause);
    three += Number(ranked.slice(0, 3).includes(car.cause));
    fixedFirst += Number(byList[0] === car.cause);
    minutes += spent;
    fixedMinutes += listSpent;
  }
  console.info(
    `${CARS} cars: first ${((100 * first) / CARS).toFixed(1)} %, among three ${((100 * three) / CARS).toFixed(1)} %; ${(minutes / CARS).toFixed(1)} min a car, by a fixed list ${(fixedMinutes / CARS).toFixed(1)} (${(minutes / fixedMinutes).toFixed(2)}), which is first in ${((100 * fixedFirst) / CARS).toFixed(1)} %`,
  );
  expect(first / CARS).toBeGreaterThanOrEqual(0.7);
  expect(three / CARS).toBeGreaterThanOrEqual(0.92);
  expect(minutes).toBeLessThan(fixedMinutes);
});

test('advice says what speaks for a suspect, and stops when enough is known', () => {
  const said: Sign[] = ['softAfterHeat', 'fluidOld'];
  const open = advise(priorOf(), evidenceOfSigns(said));
  expect(open.suspects[0]!.because.map((b) => b.factor > 1)).toContain(true);
  const shut = advise(priorOf(), [
    ...evidenceOfSigns(said),
    { check: 'boilingTest', outcome: 'low' },
    { check: 'openNipple', outcome: 'dark' },
  ]);
  expect(shut.suspects[0]!.cause).toBe('fluidBoiled');
  expect(shut.isEnough).toBe(true);
  expect(shut.next).toBeNull();
});
