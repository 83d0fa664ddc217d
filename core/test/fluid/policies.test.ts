/** Each school of the trade on its own, in dates. The schools themselves are common practice, no source. */
import fc from 'fast-check';
import { daysBetween, plusDays } from '../../src/calendar';
import { type PolicyContext, type RuleVerdict, judgePolicy, nextDue, strictest } from '../../src/fluid';
import type { FluidPolicy } from '../../src/model';
import { policyName } from '@calvik/words';
import { tell } from '../builders/say';

type Told = RuleVerdict & { said: string };

const TODAY = '2026-06-01';

const event = { name: 'Open lanes', startDate: '2026-06-13', endDate: '2026-06-14', loadUp: '2026-06-12' };

const context = (over: Partial<PolicyContext> = {}): PolicyContext => ({
  today: TODAY,
  event,
  previousEventEnd: null,
  lastExchangeOn: null,
  lastBleedOn: null,
  ...over,
});

const judge = (policy: FluidPolicy, over: Partial<PolicyContext> = {}): Told[] =>
  judgePolicy(policy, 'shop', context(over)).map((r) => ({ ...r, said: tell(r.reason) }));

const only = (policy: FluidPolicy, over: Partial<PolicyContext> = {}): Told => {
  const [rule, ...more] = judge(policy, over);
  expect(more).toEqual([]);
  return rule!;
};

describe('A: a full exchange before every event', () => {
  const policy: FluidPolicy = { school: 'everyEvent' };
  test('counts when made since the last event', () => {
    expect(only(policy, { previousEventEnd: '2026-05-10', lastExchangeOn: '2026-05-12' }).met).toBe(true);
    expect(only(policy, { previousEventEnd: '2026-05-10', lastExchangeOn: '2026-05-10' }).met).toBe(true);
    expect(only(policy, { previousEventEnd: '2026-05-10', lastExchangeOn: '2026-05-09' })).toMatchObject({
      met: false,
      dueBy: '2026-06-12',
      notBefore: '2026-05-10',
      said: 'Last flush 35 days before the event; the rule asks for one after the event of 10 May 2026.',
    });
  });
  test('with no earlier event, within thirty days before it', () => {
    expect(only(policy, { lastExchangeOn: '2026-05-14' }).met).toBe(true);
    expect(only(policy, { lastExchangeOn: '2026-05-13' }).met).toBe(false);
    expect(only(policy).said).toMatch(/^No flush on record/);
  });
  test('asks for nothing when nothing is booked', () => {
    expect(only(policy, { event: null })).toMatchObject({ met: true, dueBy: null });
  });
});

describe('B: the organiser’s window', () => {
  const policy: FluidPolicy = { school: 'window', withinDays: 90 };
  test('the ninetieth day before the event still counts, the ninety-first does not', () => {
    const edge = plusDays(event.startDate, -90);
    expect(only(policy, { lastExchangeOn: edge }).met).toBe(true);
    expect(only(policy, { lastExchangeOn: plusDays(edge, -1) })).toMatchObject({
      met: false,
      said: 'Last flush 91 days before the event; rule says 90.',
    });
  });
  test('a single day is said as one', () => {
    expect(only(policy, { lastExchangeOn: '2026-06-12' }).said).toBe(
      'Last flush 1 day before the event; rule says 90.',
    );
  });
  test('a bleed is no flush', () => {
    expect(only(policy, { lastBleedOn: '2026-06-01' }).met).toBe(false);
  });
});

describe('C: bleed after each track day, exchange now and then', () => {
  const policy: FluidPolicy = { school: 'bleedAfterTrackDay', fullEveryMonths: 9 };
  test('a track day since the last bleed asks for one before the event', () => {
    const [full, bleed] = judge(policy, {
      lastExchangeOn: '2026-03-01',
      lastBleedOn: '2026-03-01',
      previousEventEnd: '2026-05-10',
    });
    expect(full).toMatchObject({ work: 'flush', met: true, dueBy: '2026-12-01' });
    expect(bleed).toMatchObject({
      work: 'bleed',
      met: false,
      dueBy: '2026-06-12',
      said: 'Not bled since the track day of 10 May 2026.',
    });
  });
  test('a track day still to come is said as one', () => {
    const [, bleed] = judge(policy, {
      lastExchangeOn: '2026-03-01',
      lastBleedOn: '2026-03-01',
      previousEventEnd: '2026-06-07',
    });
    expect(bleed!.said).toBe('To be bled after the track day of 7 Jun 2026.');
  });
  test('a bleed after it satisfies', () => {
    const [, bleed] = judge(policy, {
      lastExchangeOn: '2026-03-01',
      lastBleedOn: '2026-05-11',
      previousEventEnd: '2026-05-10',
    });
    expect(bleed!.met).toBe(true);
  });
  test('the exchange falls due within the event: that is too late', () => {
    const [full] = judge(policy, { lastExchangeOn: '2025-09-13' });
    expect(full).toMatchObject({
      met: false,
      dueBy: '2026-06-13',
      said: 'Last flush 13 Sep 2025; the 9 months end on 13 Jun 2026.',
    });
  });
});

describe('D: the road interval', () => {
  const policy: FluidPolicy = { school: 'roadInterval', everyMonths: 24 };
  test('two years whatever the mileage', () => {
    expect(only(policy, { lastExchangeOn: '2024-06-14' })).toMatchObject({ met: true, dueBy: '2026-06-14' });
    expect(only(policy, { lastExchangeOn: '2024-06-13' }).met).toBe(false);
    expect(only(policy, { event: null, lastExchangeOn: '2024-05-31' }).said).toMatch(
      /the 24 months ended on 31 May 2026/,
    );
  });
  test('nothing on record is due today', () => {
    expect(only(policy)).toMatchObject({ met: false, dueBy: TODAY, said: 'No flush on record.' });
  });
});

describe('E: weekly in season', () => {
  const policy: FluidPolicy = { school: 'weeklyInSeason', firstMonth: 4, lastMonth: 10 };
  test('within seven days before the event', () => {
    expect(only(policy, { lastBleedOn: '2026-06-06' }).met).toBe(true);
    expect(only(policy, { lastBleedOn: '2026-06-05' }).met).toBe(false);
  });
  test('without an event, seven days after the last one', () => {
    expect(only(policy, { event: null, lastBleedOn: '2026-05-26' })).toMatchObject({ met: true, dueBy: '2026-06-02' });
    expect(only(policy, { event: null, lastBleedOn: '2026-05-20' }).met).toBe(false);
    expect(only(policy, { event: null })).toMatchObject({ met: false, dueBy: TODAY });
  });
  test('out of season it is silent, also where the season runs over the new year', () => {
    const winter = { ...event, startDate: '2026-12-05', endDate: '2026-12-05' };
    expect(only(policy, { event: winter }).met).toBe(true);
    expect(only({ ...policy, firstMonth: 11, lastMonth: 2 }, { event: winter }).met).toBe(false);
    expect(only({ ...policy, firstMonth: 11, lastMonth: 2 }).met).toBe(true);
  });
});

describe('the strictest', () => {
  const rule = (over: Partial<RuleVerdict>): RuleVerdict => ({
    owner: 'shop',
    policy: null,
    work: 'flush',
    met: true,
    dueBy: null,
    notBefore: null,
    reason: judgePolicy({ school: 'everyEvent' }, 'shop', context())[0]!.reason,
    ...over,
  });
  test('a rule that is broken comes before one that is kept, and an exchange before a bleed on the same day', () => {
    const kept = rule({ dueBy: '2026-06-02' });
    const broken = rule({ met: false, dueBy: '2026-06-13', work: 'bleed' });
    const alsoBroken = rule({ met: false, dueBy: '2026-06-13' });
    expect(strictest([kept, broken])).toBe(broken);
    expect(strictest([broken, alsoBroken])).toBe(alsoBroken);
    expect(strictest([])).toBeNull();
  });
  test('of two that are due on the same day, the narrower window', () => {
    const wide = rule({ met: false, dueBy: '2026-06-13', notBefore: '2026-01-01' });
    const narrow = rule({ met: false, dueBy: '2026-06-13', notBefore: '2026-05-01' });
    expect(strictest([wide, narrow])).toBe(narrow);
  });
  test('a window that is kept for this event sets no date', () => {
    expect(nextDue([rule({ dueBy: '2026-06-13', notBefore: '2026-03-15' })])).toBeNull();
    expect(nextDue([rule({ dueBy: '2026-12-01' })])).toMatchObject({
      on: '2026-12-01',
      work: 'flush',
      rule: { owner: expect.anything() },
    });
  });
  test('the order in which rules are listed changes nothing that matters', () => {
    const any = fc
      .tuple(
        fc.boolean(),
        fc.option(fc.integer({ min: 0, max: 300 })),
        fc.constantFrom<'flush' | 'bleed'>('flush', 'bleed'),
        fc.option(fc.integer({ min: -200, max: 0 })),
      )
      .map(([met, due, work, from]) =>
        rule({
          met,
          work,
          dueBy: met && due === null ? null : plusDays(TODAY, due ?? 0),
          notBefore: from === null ? null : plusDays(TODAY, from),
        }),
      );
    fc.assert(
      fc.property(fc.array(any, { minLength: 1, maxLength: 6 }), (rules) => {
        const a = strictest(rules)!;
        const b = strictest([...rules].reverse())!;
        expect({ ...a }).toEqual({ ...b });
        expect(nextDue(rules)).toEqual(nextDue([...rules].reverse()));
      }),
    );
  });
});

test('every policy has a name with its letter', () => {
  const all: FluidPolicy[] = [
    { school: 'everyEvent' },
    { school: 'window', withinDays: 90 },
    { school: 'bleedAfterTrackDay', fullEveryMonths: 9 },
    { school: 'roadInterval', everyMonths: 24 },
    { school: 'weeklyInSeason', firstMonth: 4, lastMonth: 10 },
  ];
  expect(all.map((p) => policyName(p)[0])).toEqual(['A', 'B', 'C', 'D', 'E']);
  expect(daysBetween('2026-03-28', '2026-03-30')).toBe(2);
});
