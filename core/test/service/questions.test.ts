import fc from 'fast-check';
import { type Fact, type Finding, corners } from '../../src/model';
import { questionsOf } from '../../src/service';
import { makeBottle, makeCar, makeFluid, newId } from '../builders/book';
import {
  at,
  begun,
  bottle,
  car,
  drawn,
  logbookOf,
  makePadSet,
  makeRotorPair,
  pads,
  rotor,
} from '../builders/service-book';

/** Codes of what is asked of an entry, with facts that stand before it. */
const asked = (fact: Fact, before: Fact[] = [], records: Parameters<typeof logbookOf>[1] = {}): Finding['code'][] =>
  questionsOf(logbookOf(before, records), fact).map((f) => f.code);

const padSet = makePadSet({ newThicknessMm: 12 });
const rotorPair = makeRotorPair({ newThicknessMm: 32 });
const parts = { padSets: [padSet], rotorPairs: [rotorPair] };
const fittedOnce = (axle: 'front' | 'rear', changed: 'both' | 'none' = 'both'): Fact => ({
  ...at(),
  kind: 'partsFitted',
  axle,
  padSetId: padSet.id,
  rotorPairId: rotorPair.id,
  changed,
});
const ofSet = { padSetId: padSet.id };
const ofPair = { rotorPairId: rotorPair.id };

describe('pads', () => {
  it('thicker than the label says are asked about, to half a millimetre', () => {
    expect(asked(pads('FL', 12.5, ofSet), [], parts)).toEqual([]);
    expect(asked(pads('FL', 12.6, ofSet), [], parts)).toEqual(['padThickerThanNew', 'padThickerThanNew']);
    // Of pads without a label nobody knows how thick they were.
    expect(asked(pads('FL', 25), [], parts)).toEqual([]);
  });

  it('that have grown are asked about: at the thinnest end, on their own corner, against the last reading', () => {
    const before = [fittedOnce('front'), pads('FL', 9, ofSet), pads('FL', 7, ofSet), pads('FR', 4, ofSet)];
    expect(asked(pads('FL', 7.5, ofSet), before, parts)).toEqual([]);
    expect(asked(pads('FL', 7.6, ofSet), before, parts)).toEqual(['padThickerThanLast', 'padThickerThanLast']);
    const tapered = { thicknessMm: 9, otherEndMm: 7, conditions: [], isSeen: true };
    expect(asked(pads('FL', 7, { ...ofSet, inner: tapered }), before, parts)).toEqual([]);
  });

  it('are not held against the reading that they correct, nor against later ones', () => {
    const wrong = pads('FL', 4, ofSet);
    const before = [fittedOnce('front'), wrong];
    const right = pads('FL', 9, ofSet);
    expect(asked(right, before, parts)).toContain('padThickerThanLast');
    expect(asked({ ...right, replaces: wrong.id, because: 'Misread' }, before, parts)).toEqual([]);
    expect(asked({ ...right, at: '2026-05-01T07:00:00.000Z' }, before, parts)).toEqual([]);
  });

  it('that come back from another car are held against what was read of them there', () => {
    const other = makeCar({ name: 'Other' });
    const there = { ...pads('RL', 5, ofSet), carId: other.id } as Fact;
    const on = { ...fittedOnce('rear'), carId: other.id } as Fact;
    const here = fittedOnce('front');
    expect(asked(pads('FL', 9, ofSet), [on, there, here], { ...parts, otherCars: [other] })).toEqual([]);
    // The same corner counts, wherever it was.
    const sameCorner = { ...there, corner: 'FL' } as Fact;
    const sameAxle = { ...on, axle: 'front' } as Fact;
    expect(asked(pads('FL', 9, ofSet), [sameAxle, sameCorner, here], { ...parts, otherCars: [other] })).toContain(
      'padThickerThanLast',
    );
  });

  it('a fault that was seen and is not said any more is asked about, until somebody says why', () => {
    const cracked = { thicknessMm: 8, otherEndMm: null, conditions: ['crackThrough' as const], isSeen: true };
    const clean = { thicknessMm: 8, otherEndMm: null, conditions: [], isSeen: true };
    const seen = pads('FL', 8, { ...ofSet, inner: cracked });
    const before = [fittedOnce('front'), seen];
    const now = pads('FL', 8, { ...ofSet, inner: clean });
    expect(asked(now, before, parts)).toEqual(['padCondition', 'padReadingsDisagree']);
    expect(asked(pads('FL', 8, { ...ofSet, inner: cracked }), before, parts)).toEqual([]);
    const explained = {
      ...pads('FL', 8, { ...ofSet, inner: clean }),
      explanation: 'Other pads are on',
      by: newId(),
    } as Fact;
    expect(asked(pads('FL', 8, { ...ofSet, inner: clean }), [...before, explained], parts)).toEqual([]);
  });
});

describe('rotors', () => {
  it('thicker than new or than last time are asked about, to a tenth', () => {
    expect(asked(rotor('FL', 32.1, ofPair), [], parts)).toEqual([]);
    expect(asked(rotor('FL', 32.2, ofPair), [], parts)).toEqual(['rotorThickerThanNew']);
    const before = [fittedOnce('front'), rotor('FL', 31, ofPair)];
    expect(asked(rotor('FL', 31.1, ofPair), before, parts)).toEqual([]);
    expect(asked(rotor('FL', 31.2, ofPair), before, parts)).toEqual(['rotorThickerThanLast']);
    expect(asked(rotor('FR', 31.2, ofPair), before, parts)).toEqual([]);
  });
});

describe('the reservoir', () => {
  const seen = (levelMl: number): Fact => ({
    ...at(),
    kind: 'reservoirSeen',
    moment: 'intake',
    levelMl,
    colour: 'clear',
    basket: 'clean',
  });
  const max = car.reservoirMaxMl;

  it('is asked about over MAX, more than a thumb reads by', () => {
    expect(asked(seen(max))).toEqual([]);
    expect(asked(seen(max * 1.04))).toEqual([]);
    expect(asked(seen(max * 1.06))).toEqual(['reservoirOverfilled']);
    const pushed = { ...at(), kind: 'pistonsRetracted', axle: 'front', drawnOffMl: 0 } as const;
    expect(asked({ ...pushed, levelBeforeMl: max * 1.2 } as Fact)).toEqual(['reservoirOverfilled']);
    expect(asked({ ...pushed, levelBeforeMl: max } as Fact)).toEqual([]);
  });

  it('is asked about after a session with what was poured in', () => {
    const read = (levelMl: number, toppedUpMl: number, from = bottle.id): Fact => {
      const { jobId: _, ...base } = at();
      return { ...base, kind: 'levelRead', sessionId: newId(), levelMl, toppedUpMl, bottleId: from };
    };
    expect(asked(read(max - 50, 50))).toEqual([]);
    expect(asked(read(max - 50, 70))).toEqual(['reservoirOverfilled']);
    const small = makeBottle(bottle.fluidId, { sizeMl: 250 });
    const withSmall = { otherBottles: [small] };
    expect(asked(read(40, 100, small.id), [], withSmall)).toEqual([]);
    expect(asked(read(0, 300, small.id), [], withSmall)).toEqual(['reservoirOverfilled', 'bottleShort']);
  });

  it('counts what was drawn and poured before a nipple was shut', () => {
    const exchange = begun({ drawnOffMl: 0, refillMl: 0 });
    const before = [seen(max), exchange];
    expect(asked(drawn(exchange.id, 0, { volumeMl: 150, toppedUpMl: 150 }), before)).toEqual([]);
    expect(asked(drawn(exchange.id, 0, { volumeMl: 0, toppedUpMl: 100 }), before)).toEqual(['reservoirOverfilled']);
    // More than the bottle had in it cannot have come out of it.
    const little = makeBottle(makeFluid().id, { sizeMl: 50 });
    const from = { bottleId: little.id, volumeMl: 200, toppedUpMl: 200 };
    const records = { otherBottles: [little] };
    expect(asked(drawn(exchange.id, 0, from), before, records)).toEqual(['bottleShort']);
    expect(asked({ ...drawn(exchange.id, 0, from), replaces: newId(), because: 'Misread' }, before, records)).toEqual(
      [],
    );
  });
});

describe('questionsOf', () => {
  it('asks nothing of an entry of another kind, nor of a car that is not on record', () => {
    const signed = { ...at(), kind: 'pedalCheck' } as unknown as Fact;
    expect(asked(signed)).toEqual([]);
    expect(asked({ ...pads('FL', 25, ofSet), carId: newId() } as Fact, [], parts)).toEqual([]);
  });

  it('never asks about wear: pads and rotors that only get thinner, corner by corner, in any order of corners', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({ corner: fc.constantFrom(...corners), wearMm: fc.double({ min: 0, max: 1, noNaN: true }) }),
          {
            maxLength: 20,
          },
        ),
        (looks) => {
          const stand = { FL: 12, FR: 12, RL: 12, RR: 12 };
          const before: Fact[] = [fittedOnce('front'), fittedOnce('rear', 'none')];
          for (const { corner, wearMm } of looks) {
            stand[corner] = Math.max(0.1, stand[corner] - wearMm);
            const reading = pads(corner, stand[corner], ofSet);
            const turned = rotor(corner, 20 + stand[corner], ofPair);
            expect(asked(reading, before, parts)).toEqual([]);
            expect(asked(turned, before, parts)).toEqual([]);
            before.push(reading, turned);
          }
        },
      ),
      { numRuns: 25 },
    );
  });

  it('asks about every pad that grew by more than a slip, whatever came between', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 1, max: 12, noNaN: true }), { minLength: 1, maxLength: 8 }),
        fc.double({ min: 1, max: 12, noNaN: true }),
        (earlier, nowMm) => {
          const before = [fittedOnce('front'), ...earlier.map((thickness) => pads('FL', thickness, ofSet))];
          const grew = nowMm > earlier.at(-1)! + 0.5;
          const slips = asked(pads('FL', nowMm, ofSet), before, parts).filter((code) => code === 'padThickerThanLast');
          expect(slips).toHaveLength(grew ? 2 : 0);
        },
      ),
    );
  });
});
