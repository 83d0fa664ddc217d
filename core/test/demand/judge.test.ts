import fc from 'fast-check';
import { dateIn, instantAt, plusDays, plusMonths } from '../../src/calendar';
import { judgeFluid } from '../../src/demand';
import {
  type PolicyContext,
  boilingPointAt,
  findPlateau,
  judgePolicy,
  nextDue,
  strictest,
  waterFromBoilingPoint,
} from '../../src/fluid';
import { bottleObjections, bottleState, wasteCollectedMl } from '../../src/inventory';
import type { Fact, FluidPolicy } from '../../src/model';
import { tell } from '../builders/say';
import {
  boil,
  book,
  customer,
  flush,
  makeBottle,
  makeCar,
  makeEvent,
  makeFluid,
  makeVenue,
  newId,
  pen,
} from '../builders/book';

const fluid = makeFluid();

const bottle = makeBottle(fluid.id);

const venue = makeVenue({ peakFluidTempC: 210 });

const car = makeCar();

const records = { cars: [car], fluids: [fluid], bottles: [bottle], venues: [venue] };

const TODAY = '2026-06-01';

describe('a car before an event', () => {
  const event = makeEvent(venue.id, '2026-06-13', '2026-06-14');
  const withEvent = {
    ...records,
    events: [event],
    bookings: [{ id: newId(), version: 0, archived: false, eventId: event.id, carId: car.id, notes: '' }],
  };

  test('fresh racing fluid is in order and quiet', () => {
    const j = judgeFluid(book(withEvent, [flush(car, '2026-05-25T10:00:00Z', bottle.id)]), car, event, TODAY);
    expect(j.verdict).toBe('inOrder');
    expect(j.findings).toEqual([]);
    // Fluid of 325 °C over a peak of 210, less what little of the old stayed.
    expect(j.margin!.value).toBeGreaterThan(80);
  });

  test('a fluid that was under the demand when it went in is not overdue: it never met it', () => {
    const mild = makeFluid({ dryBoilingPointC: 230, wetBoilingPointC: 155 });
    const poured = makeBottle(mild.id);
    const with_ = { ...withEvent, fluids: [mild], bottles: [poured] };
    const j = judgeFluid(book(with_, [flush(car, '2026-05-31T10:00:00Z', poured.id)]), car, event, TODAY);
    expect(j.nextDue!.rule.reason.code).toBe('neverMet');
    expect(tell(j.nextDue!.rule.reason)).toMatch(
      /never met 240\s°C: it boiled at 2\d\d\s°C as it went in\. Choose another/,
    );
    // One that was good when it went in, and has grown old, is overdue as before.
    const old = judgeFluid(book(withEvent, [flush(car, '2021-05-31T10:00:00Z', bottle.id)]), car, event, TODAY);
    expect(old.rules.find((r) => r.owner === 'boilingPoint')!.reason.code).toBe('boilsOnDay');
  });

  test('boiling at 186 °C against a demand of 240 is a stop under the expected peak, with the figures in the sentence', () => {
    const facts = [flush(car, '2025-01-10T10:00:00Z', bottle.id), boil(car.id, '2026-06-01T08:00:00Z', 187)];
    const j = judgeFluid(book(withEvent, facts), car, event, TODAY);
    expect(j.verdict).toBe('stop');
    expect(tell(j.headline)).toMatch(/Boils at 18\d °C on the day; the fluid gets to 210 °C/);
  });

  test('between peak and demand it needs work; with a lower edge under the demand too', () => {
    const at = (c: number): ReturnType<typeof judgeFluid> =>
      judgeFluid(
        book(withEvent, [flush(car, '2026-03-01T10:00:00Z', bottle.id), boil(car.id, '2026-06-01T08:00:00Z', c)]),
        car,
        event,
        TODAY,
      );
    expect(at(228).verdict).toBe('needsWork');
    expect(tell(at(228).headline)).toMatch(/Boils at 22\d °C on the day, needs 240 °C/);
    expect(at(244).verdict).toBe('needsWork');
    expect(tell(at(244).headline)).toMatch(/May boil as low as 23\d °C/);
    expect(at(300).verdict).toBe('inOrder');
  });

  test('the organiser’s window speaks in days, and the strictest rule is named', () => {
    const windowed = { ...event, flushWithinDays: 90 };
    const facts = [flush(car, '2026-01-24T10:00:00Z', bottle.id), boil(car.id, '2026-05-30T08:00:00Z', 310)];
    const j = judgeFluid(book({ ...withEvent, events: [windowed] }, facts), car, windowed, TODAY);
    expect(tell(j.headline)).toBe('Last flush 140 days before the event; rule says 90 (organiser).');
    expect(j.strictest).toMatchObject({ owner: 'organiser', met: false, work: 'flush', notBefore: '2026-03-15' });
  });

  test('the strictest margin of shop, customer and event holds', () => {
    const picky = { ...event, demandedMarginC: 45 };
    const logbook = book({ ...withEvent, events: [picky], customers: [{ ...customer, demandedMarginC: 40 }] }, [
      flush(car, '2026-05-25T10:00:00Z', bottle.id),
    ]);
    expect(judgeFluid(logbook, car, picky, TODAY).demanded.value).toBe(255);
  });

  test('a venue at altitude lowers the boiling point there', () => {
    const high = { ...venue, altitudeM: 1500 };
    const facts = [flush(car, '2026-05-25T10:00:00Z', bottle.id)];
    const sea = judgeFluid(book(withEvent, facts), car, event, TODAY).boilingOnDay!.value;
    const up = judgeFluid(book({ ...withEvent, venues: [high] }, facts), car, event, TODAY).boilingOnDay!.value;
    expect(sea - up).toBeGreaterThan(4);
    expect(sea - up).toBeLessThan(6);
  });

  test('nothing on record asks for a test', () => {
    const j = judgeFluid(book(withEvent, []), car, event, TODAY);
    expect(j).toMatchObject({ verdict: 'needsWork', boilingNow: null, margin: null });
    expect(tell(j.headline)).toMatch(/No test and no flush on record/);
  });

  test('every figure opens down to facts, labels and defaults', () => {
    const j = judgeFluid(
      book(withEvent, [flush(car, '2026-03-01T10:00:00Z', bottle.id), boil(car.id, '2026-06-01T08:00:00Z', 280)]),
      car,
      event,
      TODAY,
    );
    const leaves: string[] = [];
    const open = (f: typeof j.demanded): void => {
      expect(f.working.formula).not.toBe('');
      expect(f.working.source).not.toBe('');
      f.working.inputs.forEach((i) =>
        i.origin.from === 'computed' ? open(i.origin.figure) : leaves.push(i.origin.from),
      );
    };
    [j.margin!, j.boilingOnDay!, j.waterOnDay!, j.uptake, j.demanded].forEach(open);
    expect(new Set(leaves)).toEqual(new Set(['fact', 'label', 'default', 'record', 'constant']));
  });
});

describe('what earlier work left behind', () => {
  const j = (facts: Fact[]): ReturnType<typeof judgeFluid> => judgeFluid(book(records, facts), car, null, TODAY);
  const at = '2026-05-20T10:00:00Z';
  test('a soft pedal and an open nipple stop the car', () => {
    const soft = j([flush(car, at, bottle.id, { pedalAfter: 'soft' })]);
    expect(soft.verdict).toBe('stop');
    expect(tell(soft.headline)).toMatch(/Pedal soft/);
    const good = flush(car, at, bottle.id);
    const open = { ...good, corners: good.corners.map((c, i) => (i === 2 ? { ...c, nippleShut: false } : c)) };
    expect(j([open]).verdict).toBe('stop');
    expect(tell(j([open]).headline)).toBe('Bleed nipple not shut at the right front.');
  });
  test('a wrong mix stops the car until a workshop has cleared it, whatever is flushed after', () => {
    const silicone = makeFluid({ name: 'Silicone', grade: 'DOT 5' });
    const wrong = makeBottle(silicone.id);
    const mixed = { ...records, fluids: [fluid, silicone], bottles: [bottle, wrong] };
    const facts: Fact[] = [flush(car, at, wrong.id), flush(car, '2026-05-21T10:00:00Z', bottle.id)];
    expect(judgeFluid(book(mixed, facts), car, null, TODAY)).toMatchObject({
      verdict: 'stop',
      headline: { code: 'wrongFluidInSystem' },
    });
    const cleared: Fact = {
      id: newId(),
      at: '2026-05-25T10:00:00Z',
      recordedAt: '2026-05-25T10:00:00Z',
      by: newId(),
      kind: 'systemCleared',
      carId: car.id,
      workshop: 'Harbour hydraulics',
    };
    const after = flush(car, '2026-05-26T10:00:00Z', bottle.id);
    expect(judgeFluid(book(mixed, [...facts, cleared, after]), car, null, TODAY).verdict).toBe('inOrder');
  });
  test('the right fluid may go in again only once the system has been cleared', () => {
    const silicone = makeFluid({ name: 'Silicone', grade: 'DOT 5' });
    const wrong = makeBottle(silicone.id);
    const mixed = { ...records, fluids: [fluid, silicone], bottles: [bottle, wrong] };
    const poured = flush(car, at, wrong.id);
    const when = '2026-05-25T10:00:00Z';
    const cleared: Fact = {
      id: newId(),
      at: when,
      recordedAt: when,
      by: newId(),
      kind: 'systemCleared',
      carId: car.id,
      workshop: 'Harbour hydraulics',
    };
    const objections = (facts: Fact[]) => {
      const logbook = book(mixed, facts);
      return bottleObjections(logbook, bottleState(logbook, bottle, TODAY), car).map((r) => r.verdict);
    };
    expect(objections([poured])).toEqual(['stop']);
    expect(objections([poured, cleared])).toEqual([]);
    expect(objections([])).toEqual([]);
  });
  test('an exchange that missed a corner only bleeds', () => {
    const whole = flush(car, '2026-01-20T10:00:00Z', bottle.id);
    const part = flush(car, at, bottle.id);
    const partial = { ...part, corners: part.corners.slice(0, 3) };
    const { state } = j([whole, partial]);
    expect(state.lastExchange!.id).toBe(whole.id);
    expect(state.lastBleed!.id).toBe(partial.id);
  });
});

describe('pen against boiling test', () => {
  const base = [flush(car, '2026-01-05T10:00:00Z', bottle.id), boil(car.id, '2026-05-30T08:00:00Z', 300)];
  test('they disagree: the boiling test counts, and the screen is told', () => {
    const j = judgeFluid(book(records, [...base, pen(car.id, '2026-05-31T08:00:00Z', 3.2)]), car, null, TODAY);
    expect(tell(j.penDisagrees!)).toMatch(
      /The pen says 3\.2 % water, the boiling test 0\.6 %\. The boiling test counts\./,
    );
    expect(j.verdict).toBe('watch');
    expect(j.boilingNow!.value).toBeGreaterThan(290);
  });
  test('without a boiling test the pen stands, with its wide band', () => {
    const j = judgeFluid(book(records, [base[0]!, pen(car.id, '2026-05-31T08:00:00Z', 3.2)]), car, null, TODAY);
    expect(j.verdict).not.toBe('inOrder');
    expect(j.waterNow!.value).toBeCloseTo(3.2, 1);
    expect(j.boilingNow!.band!.high - j.boilingNow!.band!.low).toBeGreaterThan(30);
  });
});

test('a car’s own tests set its rate and move the day it falls due', () => {
  const tests = (rate: number): Fact[] => [
    flush(car, '2025-06-01T10:00:00Z', bottle.id),
    ...[0.25, 0.5, 0.75, 1].map((y) =>
      boil(
        car.id,
        new Date(Date.parse('2025-06-01T10:00:00Z') + y * 365.25 * 86_400_000 - 86_400_000).toISOString(),
        boilingPointAt(rate * y, fluid),
      ),
    ),
  ];
  const slow = judgeFluid(book(records, tests(1)), car, null, TODAY);
  const fast = judgeFluid(book(records, tests(2.5)), car, null, TODAY);
  expect(slow.uptake.value).toBeCloseTo(1, 1);
  expect(fast.uptake.value).toBeCloseTo(2.5, 1);
  expect(fast.rules.at(-1)!.dueBy! < slow.rules.at(-1)!.dueBy!).toBe(true);
});

describe('bottles', () => {
  test('volume, opening and age follow from what was poured and measured', () => {
    const made = flush(car, '2026-04-01T10:00:00Z', bottle.id);
    const pour = { ...made, reservoirRefillMl: 200, corners: made.corners.map((c) => ({ ...c, volumeMl: 100 })) };
    const level: Fact = {
      id: newId(),
      at: '2026-04-03T10:00:00Z',
      recordedAt: '2026-04-03T10:00:00Z',
      by: newId(),
      kind: 'bottleLevel',
      bottleId: bottle.id,
      leftMl: 350,
    };
    const before = book(records, [pour]);
    expect(bottleState(before, bottle, '2026-04-10')).toMatchObject({
      openedOn: '2026-04-01',
      daysOpen: 9,
      openTooLong: false,
      leftMl: 400,
    });
    const after = book(records, [pour, level]);
    const state = bottleState(after, bottle, '2026-05-10');
    expect(state).toMatchObject({ leftMl: 350, openTooLong: true });
    expect(bottleObjections(after, state, car).map((f) => [f.verdict, tell(f)])).toEqual([
      ['watch', expect.stringMatching(/Open for 39 days/)],
    ]);
    expect(wasteCollectedMl(after)).toBe(600);
  });
  test('filled from one that was open for longer than the shop allows, the car is held until its fluid has been tested', () => {
    const opened = {
      id: newId(),
      at: '2026-02-20T10:00:00Z',
      recordedAt: '2026-02-20T10:00:00Z',
      by: newId(),
      kind: 'bottleOpened',
      bottleId: bottle.id,
    } as Fact;
    const filled = flush(car, '2026-05-27T10:00:00Z', bottle.id);
    const found = (...facts: Fact[]) =>
      judgeFluid(book(records, facts), car, null, TODAY).findings.filter((f) => f.code === 'pouredFromOldBottle');
    expect(found(filled)).toEqual([]);
    expect(found(opened, filled).map((f) => [f.verdict, tell(f)])).toEqual([
      ['needsWork', expect.stringMatching(/open for 96 days by then; the shop allows 30/)],
    ]);
    expect(found(opened, boil(car.id, '2026-05-20T10:00:00Z', 290), filled)).toHaveLength(1);
    expect(found(opened, filled, boil(car.id, '2026-05-28T10:00:00Z', 290))).toEqual([]);
    // Into the reservoir alone is into the car.
    const fresh = makeBottle(fluid.id);
    const other = flush(car, '2026-05-27T10:00:00Z', fresh.id) as Extract<Fact, { kind: 'fluidExchange' }>;
    const both = { ...records, bottles: [bottle, fresh] };
    const codes = (f: Fact) => judgeFluid(book(both, [opened, f]), car, null, TODAY).findings.map((x) => x.code);
    expect(codes(other)).not.toContain('pouredFromOldBottle');
    expect(codes({ ...other, reservoirBottleId: bottle.id })).toContain('pouredFromOldBottle');
    // Old by now is not old by then.
    expect(found(opened, flush(car, '2026-03-01T10:00:00Z', bottle.id))).toEqual([]);
  });
  test('the wrong base is a stop', () => {
    const mineral = makeFluid({ grade: 'mineral', name: 'Green' });
    const b = makeBottle(mineral.id);
    const logbook = book({ ...records, fluids: [fluid, mineral], bottles: [bottle, b] }, []);
    expect(bottleObjections(logbook, bottleState(logbook, b, TODAY), car)[0]).toMatchObject({ verdict: 'stop' });
  });
});

describe('properties', () => {
  const label = fc
    .tuple(fc.integer({ min: 1500, max: 4000 }), fc.integer({ min: 1050, max: 3500 }))
    .map(([d, w]) => ({ dryBoilingPointC: d / 10, wetBoilingPointC: w / 10 }))
    .filter((l) => l.wetBoilingPointC < l.dryBoilingPointC);
  const water = fc.double({ min: 0, max: 8, noNaN: true });

  test('the curve is exact at both labels, falls, and reads back the water it was given', () => {
    fc.assert(
      fc.property(label, water, water, (l, a, b) => {
        expect(boilingPointAt(0, l)).toBeCloseTo(l.dryBoilingPointC, 9);
        expect(boilingPointAt(3.7, l)).toBeCloseTo(l.wetBoilingPointC, 9);
        if (b - a > 1e-6) expect(boilingPointAt(b, l)).toBeLessThan(boilingPointAt(a, l));
        const back = waterFromBoilingPoint(boilingPointAt(a, l), l);
        expect(Math.abs(back.waterPercent - a)).toBeLessThan(1e-6);
      }),
    );
  });

  const days = fc.integer({ min: -900, max: 300 }).map((d) => plusDays(TODAY, d));
  const policy: fc.Arbitrary<FluidPolicy> = fc.oneof(
    fc.constant<FluidPolicy>({ school: 'everyEvent' }),
    fc.integer({ min: 1, max: 365 }).map((withinDays): FluidPolicy => ({ school: 'window', withinDays })),
    fc
      .integer({ min: 1, max: 36 })
      .map((fullEveryMonths): FluidPolicy => ({ school: 'bleedAfterTrackDay', fullEveryMonths })),
    fc.integer({ min: 1, max: 60 }).map((everyMonths): FluidPolicy => ({ school: 'roadInterval', everyMonths })),
    fc
      .tuple(fc.integer({ min: 1, max: 12 }), fc.integer({ min: 1, max: 12 }))
      .map(([firstMonth, lastMonth]): FluidPolicy => ({ school: 'weeklyInSeason', firstMonth, lastMonth })),
  );
  const context: fc.Arbitrary<PolicyContext> = fc
    .tuple(fc.option(fc.integer({ min: 0, max: 200 })), fc.option(days), fc.option(days), fc.option(days))
    .map(([start, previousEventEnd, lastExchangeOn, bleed]) => ({
      today: TODAY,
      event:
        start === null
          ? null
          : {
              name: 'E',
              startDate: plusDays(TODAY, start),
              endDate: plusDays(TODAY, start + 1),
              loadUp: plusDays(TODAY, start - 1),
            },
      previousEventEnd,
      lastExchangeOn,
      lastBleedOn:
        [bleed, lastExchangeOn]
          .filter((d): d is string => d !== null)
          .sort()
          .at(-1) ?? null,
    }));

  test('the due date is never later than that of any rule not met, nor is work skipped', () => {
    fc.assert(
      fc.property(fc.array(policy, { minLength: 1, maxLength: 5 }), context, (policies, c) => {
        const rules = policies.flatMap((p) => judgePolicy(p, 'shop', c));
        const due = nextDue(rules);
        const first = strictest(rules)!;
        for (const r of rules.filter((x) => !x.met)) {
          expect(r.dueBy).not.toBeNull();
          expect(due!.on <= r.dueBy!).toBe(true);
          expect(first.met).toBe(false);
          expect(first.dueBy! <= r.dueBy!).toBe(true);
        }
        for (const r of rules) expect(tell(r.reason)).not.toMatch(/NaN|undefined|Invalid/);
      }),
    );
  });

  test('the order in which facts arrive changes nothing, and no valid input gives NaN', () => {
    const event = makeEvent(venue.id, '2026-06-13');
    const fact = fc.oneof(
      fc.tuple(days, fc.integer({ min: 90, max: 390 })).map(([d, c]): Fact => boil(car.id, `${d}T10:00:00Z`, c)),
      days.map((d): Fact => flush(car, `${d}T11:00:00Z`, bottle.id)),
      fc.tuple(days, fc.integer({ min: 0, max: 100 })).map(([d, w]): Fact => pen(car.id, `${d}T12:00:00Z`, w / 10)),
    );
    fc.assert(
      fc.property(fc.array(fact, { maxLength: 12 }), fc.infiniteStream(fc.nat()), (facts, order) => {
        const keys = new Map(facts.map((f) => [f.id, order.next().value as number]));
        const shuffled = [...facts].sort((a, b) => keys.get(a.id)! - keys.get(b.id)!);
        const strip = (j: ReturnType<typeof judgeFluid>): string =>
          JSON.stringify(j, (_, v: unknown) => (typeof v === 'number' && !Number.isFinite(v) ? 'NaN!' : v));
        const a = strip(judgeFluid(book(records, facts), car, event, TODAY));
        expect(strip(judgeFluid(book(records, shuffled), car, event, TODAY))).toBe(a);
        expect(a).not.toContain('NaN');
      }),
      { numRuns: 60 },
    );
  });
});

describe('calendar', () => {
  test('months end where they end, and a day is a day over a clock change', () => {
    expect(plusMonths('2025-08-31', 6)).toBe('2026-02-28');
    expect(plusDays('2026-03-28', 2)).toBe('2026-03-30');
    // Central European Summer Time began on 29 March 2026 at 01:00 UTC.
    expect(instantAt('2026-03-28', '09:00', 'Europe/Berlin')).toBe('2026-03-28T08:00:00.000Z');
    expect(instantAt('2026-03-29', '09:00', 'Europe/Berlin')).toBe('2026-03-29T07:00:00.000Z');
    expect(dateIn('2026-03-29T22:30:00Z', 'Europe/Berlin')).toBe('2026-03-30');
  });
});

test('a plateau is found where the sample boils, not where it is still cold', () => {
  const heating = Array.from({ length: 120 }, (_, i) => ({
    seconds: i * 0.5,
    tempC: Math.min(240, 22 + i * 4) + Math.sin(i * 7) * 0.6,
  }));
  expect(findPlateau(heating.slice(0, 40))).toBeNull();
  expect(findPlateau(heating)!.boilingPointC).toBeCloseTo(240, 0);
  const cold = Array.from({ length: 60 }, (_, i) => ({ seconds: i * 0.5, tempC: 22 }));
  expect(findPlateau(cold)).toBeNull();
});
