/** A technician who measures, skips, refits, corrects, repeats and lies within the schema; for the gate itself and for the server. */
import fc from 'fast-check';
import { type Corner, type Fact, cornersOf } from '../../src/model';
import { readingsWanted } from '../../src/torque';
import { type OracleLimits, counting } from './oracle';
import {
  LEAD,
  OTHER,
  TECH,
  at,
  begun,
  bottle,
  car,
  checks,
  decision,
  drawn,
  fullSheet,
  levelSet,
  makePadSet,
  makeRotorPair,
  pads,
  pedal,
  rotor,
  torqueSet,
} from './service-book';

export const sheet = fullSheet();
export const sets = [makePadSet({ label: 'P-1' }), makePadSet({ label: 'P-2' })];
export const pairs = [makeRotorPair({ label: 'R-1' }), makeRotorPair({ label: 'R-2' })];
export const records = { sheet, padSets: sets, rotorPairs: pairs };
export const limits: OracleLimits = {
  lead: LEAD,
  padMm: 3,
  discardMm: 30.4,
  reservoirMinMl: car.reservoirMinMl,
  reservoirMaxMl: car.reservoirMaxMl,
  nipples: 4,
  fasteners: Object.fromEntries(
    sheet.fasteners
      .filter((f) => !['hose', 'rotorHat'].includes(f.group))
      .map((f) => [
        f.key,
        {
          nm: f.torqueNm!,
          count: readingsWanted(f) === 4 && f.perCorner === 2 ? 2 : f.perCorner,
          axle: f.axle,
          isWheel: f.group === 'wheel',
          isNipple: f.group === 'bleedNipple',
        },
      ]),
  ),
};

const corner = fc.constantFrom<Corner>('FL', 'FR', 'RL', 'RR');
const axle = fc.constantFrom('front' as const, 'rear' as const);
const told = fc.option(fc.constant('Cleaned, turned, looked at again.'), { nil: undefined, freq: 3 });
const condition = fc.constantFrom('hairline', 'crackThird', 'crackThrough', 'lifting', 'crumbling', 'glazed', 'oily');
const label = <T extends { id: string }>(of: T[]) => fc.option(fc.constantFrom(...of.map((x) => x.id)), { freq: 4 });

/** What is on an axle by the last fitting, as a form would fill it in. */
const onNow = (facts: readonly Fact[], c: Corner) =>
  counting(facts).findLast((f) => f.kind === 'partsFitted' && cornersOf(f.axle).includes(c)) as
    Extract<Fact, { kind: 'partsFitted' }> | undefined;

type Act = (facts: readonly Fact[]) => Fact | null;
const act = <T>(values: fc.Arbitrary<T>, make: (value: T, facts: readonly Fact[]) => Fact | null): fc.Arbitrary<Act> =>
  values.map((value) => (facts) => make(value, facts));

const face = (thicknessMm: number, conditions: string[]) => ({ thicknessMm, otherEndMm: null, conditions }) as never;
const acts: fc.Arbitrary<Act>[] = [
  act(
    fc.tuple(
      corner,
      fc.double({ min: 1, max: 14, noNaN: true }),
      fc.subarray(['crackThrough', 'oily', 'glazed']),
      told,
    ),
    ([c, mm, seen, explanation], facts) =>
      pads(c, mm, {
        padSetId: onNow(facts, c)?.padSetId ?? null,
        inner: face(mm, seen),
        ...(explanation ? { explanation } : {}),
      }),
  ),
  // Without the label of what is on: the reading is of it all the same.
  act(fc.tuple(corner, condition), ([c, seen]) => pads(c, 9, { outer: face(9, [seen]) })),
  act(fc.tuple(corner, condition), ([c, seen], facts) =>
    pads(c, 9, { padSetId: onNow(facts, c)?.padSetId ?? null, outer: face(9, [seen]) }),
  ),
  act(
    fc.tuple(corner, fc.constantFrom('none', 'crazing', 'toEdge', 'joinsHoles'), fc.integer({ min: 1, max: 8 }), told),
    ([c, crack, points, explanation], facts) =>
      rotor(c, 31.5, {
        rotorPairId: onNow(facts, c)?.rotorPairId ?? null,
        crack: crack as never,
        thicknessesMm: Array.from({ length: points }, () => 31.5),
        ...(explanation ? { explanation } : {}),
      }),
  ),
  act(
    fc.tuple(axle, label(sets), label(pairs), fc.constantFrom('pads', 'rotors', 'both', 'none')),
    ([a, set, pair, changed]) =>
      ({
        ...at(),
        kind: 'partsFitted',
        axle: a,
        padSetId: a === 'front' ? set : null,
        rotorPairId: a === 'front' ? pair : null,
        changed,
      }) as Fact,
  ),
  act(
    axle,
    (a) =>
      ({ ...at(), kind: 'pistonsRetracted', axle: a, levelBeforeMl: 200, drawnOffMl: 40, levelAfterMl: 220 }) as Fact,
  ),
  act(
    fc.tuple(fc.constantFrom('firm', 'acceptable', 'long', 'soft'), fc.constantFrom(true, false, null)),
    ([feel, sinks]) => pedal('gate', { feel: feel as never, sinks }),
  ),
  act(fc.constantFrom('full', 'heatAffected'), (scope) => begun({ scope: scope as never })),
  act(
    fc.tuple(
      fc.nat(3),
      fc.integer({ min: 0, max: 200 }),
      fc.option(fc.integer({ min: 0, max: 260 })),
      fc.boolean(),
      fc.constantFrom(10, 9.5, 7, 14, null),
      fc.constantFrom('none', 'fine', 'large'),
      fc.boolean(),
    ),
    ([index, volumeMl, lowestLevelMl, isShut, torqueNm, bubbles, isToppedUp], facts) => {
      const exchange = counting(facts).findLast((f) => f.kind === 'exchangeBegun');
      return exchange
        ? drawn(exchange.id, index, {
            volumeMl,
            toppedUpMl: isToppedUp ? volumeMl : 0,
            lowestLevelMl,
            isShut,
            torqueNm,
            bubbles: bubbles as never,
          })
        : null;
    },
  ),
  act(
    fc.tuple(fc.constantFrom(...sheet.fasteners), fc.boolean(), fc.constantFrom(1, 1.05, 0.8, 1.3)),
    ([f, isLeft, factor]) =>
      torqueSet(f, cornersOf(f.axle)[isLeft ? 0 : 1]!, {
        readingsNm: Array.from({ length: readingsWanted(f) }, () => f.torqueNm! * factor),
      }),
  ),
  // Any fastener in any order, some of them twice and some never.
  act(
    fc.tuple(
      fc.constantFrom(...sheet.fasteners),
      fc.boolean(),
      fc.array(fc.tuple(fc.integer({ min: 1, max: 6 }), fc.constantFrom(1, 1.05, 0.8)), { minLength: 1, maxLength: 8 }),
    ),
    ([f, isLeft, clicks]) =>
      torqueSet(f, cornersOf(f.axle)[isLeft ? 0 : 1]!, {
        readingsNm: clicks.map(([, factor]) => f.torqueNm! * factor),
        positions: clicks.map(([position]) => 1 + ((position - 1) % f.perCorner)),
      }),
  ),
  // Poured in while a nipple is open, or at any other time.
  act(
    fc.tuple(fc.integer({ min: 1, max: 300 }), fc.option(fc.tuple(fc.nat(3), fc.integer({ min: 0, max: 200 })))),
    ([volumeMl, during], facts) => {
      const exchange = counting(facts).findLast((f) => f.kind === 'exchangeBegun');
      return {
        ...at(),
        kind: 'reservoirToppedUp',
        bottleId: bottle.id,
        volumeMl,
        explanation: 'Read twice.',
        ...(exchange && during ? { during: { exchangeId: exchange.id, index: during[0], drawnMl: during[1] } } : {}),
      } as Fact;
    },
  ),
  act(fc.constantFrom('hoses', 'leaks', 'hubs'), (check) => checks('look', [[check, fcCorner(check), 'fault']])),
  act(fc.constant(null), () =>
    checks('look', [
      ['hoses', null, 'ok'],
      ['leaks', null, 'ok'],
    ]),
  ),
  act(fc.constantFrom('wheelsOn', 'parkingBrakeNormal', 'unionsUnderPedal', 'wheelsTurnFree'), (check) =>
    checks('down', [[check, null, 'fault']]),
  ),
  act(
    fc.tuple(
      axle,
      fc.constantFrom('pads', 'rotors'),
      fc.constantFrom('keep', 'change', 'scrap', 'skim', 'carrySpare', 'refer'),
    ),
    ([a, subject, action]) => decision(subject as never, a, { action: action as never }),
  ),
  act(fc.tuple(corner, fc.constantFrom('keep', 'change')), ([c, action]) =>
    decision('hoses', c.startsWith('F') ? 'front' : 'rear', { corner: c, action: action as never }),
  ),
  act(fc.integer({ min: 0, max: 300 }), (ml) => levelSet(ml)),
  // Corrects some earlier entry by one that is like it, later or earlier than others.
  act(fc.nat(), (n, facts) => {
    const one = facts[n % facts.length]!;
    return { ...one, id: at().id, recordedAt: at().recordedAt, replaces: one.id, because: 'Misread.' } as Fact;
  }),
];
const fcCorner = (check: string): Corner | null => (check === 'hubs' ? 'FL' : null);

/** Whoever of the shop it was. */
const somebody = fc.constantFrom(TECH, TECH, LEAD, OTHER);
const bySomebody = (make: fc.Arbitrary<Act>): fc.Arbitrary<Act> =>
  fc.tuple(make, somebody).map(([of, by]) => (facts) => {
    const fact = of(facts);
    return fact && { ...fact, by };
  });

/** What he does after a service in which everything was in order. */
export const services = fc.array(fc.oneof(...acts.map(bySomebody)), { minLength: 1, maxLength: 12 });

/** Everything torqued, a new exchange, the level set, the pedal pumped. */
export function tidyEnd(facts: readonly Fact[]): Fact[] {
  const exchange = begun();
  return [
    ...(counting(facts).some((f) => f.kind === 'pistonsRetracted')
      ? (['front', 'rear'] as const).map(
          (a) =>
            ({ ...at(), kind: 'partsFitted', axle: a, padSetId: null, rotorPairId: null, changed: 'none' }) as Fact,
        )
      : []),
    exchange,
    ...[0, 1, 2, 3].map((i) => drawn(exchange.id, i)),
    ...sheet.fasteners.flatMap((f) => cornersOf(f.axle).map((c) => torqueSet(f, c))),
    levelSet(),
    checks('down', [
      ['unionsUnderPedal', null, 'ok'],
      ['wheelsTurnFree', null, 'ok'],
      ['wheelsOn', null, 'ok'],
      ['parkingBrakeNormal', null, 'ok'],
    ]),
    pedal('gate'),
  ];
}
