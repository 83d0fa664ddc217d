import fc from 'fast-check';
import { type QueueCase, play, throwDice, usualDraw, usualMinutesLeft } from '../../src/queue';
import { caseOf, jobOf, piece, randomCase } from '../builders/queue-case';
import { playByTheClock } from '../builders/queue-evening';

interface Told {
  job: number;
  hand: number;
  helper: number;
  tool: string | null;
  from: number;
  to: number;
}
const played = (c: QueueCase, draw = usualDraw(c), order = c.jobs.map((_, j) => j)) => {
  const stretches: Told[] = [];
  const result = play(c, draw, order, usualMinutesLeft(c), (s) => stretches.push(s));
  return { ...result, stretches };
};
const overlap = (a: Told, b: Told): boolean => a.from < b.to - 1e-9 && b.from < a.to - 1e-9;

describe('an evening played out', () => {
  it('by hand: one pair of hands, two cars, one after the other', () => {
    const c = caseOf([jobOf('a', 'pads'), jobOf('b', 'pads')], { hands: [{ id: 'h', name: 'H', away: [] }] });
    c.jobs.forEach((j) => (j.able = [0]));
    const { begun, ended } = played(c);
    // 7 off, 20 pads, 8 on.
    expect(ended[0]).toBeCloseTo(35, 6);
    expect(begun[1]).toBeCloseTo(35, 6);
    expect(ended[1]).toBeCloseTo(70, 6);
  });

  it('waits for the one bleeder, first come first served', () => {
    const bleed = { pieces: [piece('bleed')] };
    const { ended } = played(caseOf([jobOf('a', 'bleed', bleed), jobOf('b', 'bleed', bleed)]));
    expect([ended[0], ended[1]].map((m) => Math.round(m!))).toEqual([25, 50]);
    const two = played(
      caseOf([jobOf('a', 'bleed', bleed), jobOf('b', 'bleed', bleed)], { tools: { bleeder: 2, wrench: 1 } }),
    );
    expect([two.ended[0], two.ended[1]].map((m) => Math.round(m!))).toEqual([25, 25]);
  });

  it('is not worked on over a break, and not begun before a session that it would not be back for', () => {
    const one = { pieces: [piece('other')] };
    const away = caseOf([jobOf('a', 'other', one)], { hands: [{ id: 'h', name: 'H', away: [{ from: 10, to: 40 }] }] });
    away.jobs[0]!.able = [0];
    expect(played(away).ended[0]).toBeCloseTo(60, 6);
    const out = caseOf([jobOf('a', 'other', { ...one, out: [{ from: 30, to: 60 }] })]);
    expect(played(out).begun[0]).toBeCloseTo(60, 6);
    const stays = caseOf([jobOf('a', 'other', { ...one, out: [{ from: 30, to: 60 }], staysIn: true })]);
    expect(played(stays).begun[0]).toBe(0);
    // Thirty minutes of work and five for the belts: it goes out at 36 all the same.
    const fits = caseOf([jobOf('a', 'other', { ...one, out: [{ from: 36, to: 60 }] })]);
    expect(played(fits).begun[0]).toBe(0);
  });

  it('takes two where it is bled with the pedal, and neither does anything else', () => {
    const c = caseOf([
      jobOf('a', 'other', { pieces: [piece('other')] }),
      jobOf('b', 'bleed', { pieces: [piece('bleed')], people: 2 }),
      jobOf('c', 'other', { pieces: [piece('other')] }),
    ]);
    const { begun, ended, stretches } = played(c);
    expect(begun[1]).toBeCloseTo(30, 6);
    expect(begun[2]).toBeCloseTo(ended[1]!, 6);
    expect(stretches.find((s) => s.job === 1)!.helper).toBeGreaterThanOrEqual(0);
  });

  it('never has one person, helper or tool at two things at once, by intervals alone', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1_000_000 }),
        fc.integer({ min: 2, max: 14 }),
        fc.array(fc.boolean(), { minLength: 14, maxLength: 14 }),
        (seed, cars, pairs) => {
          const c = randomCase(seed, cars);
          c.jobs.forEach((j, i) => {
            if (pairs[i] && i % 3 === 0) j.people = 2;
            // A hand that is there first: somebody is at a car already.
            if (i === 1 && pairs[13])
              Object.assign(j, { inHand: { hand: 0, helper: null }, workedMin: 6, able: [0, 1] });
          });
          for (const draw of throwDice(c, 3)) {
            const { stretches, begun, ended } = played(c, draw);
            for (const [i, a] of stretches.entries()) {
              expect(a.to).toBeGreaterThanOrEqual(a.from);
              for (const b of stretches.slice(i + 1)) {
                if (!overlap(a, b)) continue;
                const people = [a.hand, a.helper, b.hand, b.helper].filter((h) => h >= 0);
                expect(new Set(people).size).toBe(people.length);
              }
            }
            for (const tool of ['bleeder', 'wrench'] as const)
              for (const a of stretches.filter((s) => s.tool === tool)) {
                const at = stretches.filter((s) => s.tool === tool && s.from <= a.from + 1e-9 && a.from + 1e-9 < s.to);
                expect(at.length).toBeLessThanOrEqual(c.tools[tool]);
              }
            // Every car that somebody can do is done, and after it was begun.
            c.jobs.forEach((_, j) => {
              expect(Number.isFinite(ended[j]!)).toBe(true);
              expect(ended[j]!).toBeGreaterThanOrEqual(begun[j]!);
            });
          }
        },
      ),
      { numRuns: 150 },
    );
  });

  it('ends as an evening by the clock ends, minute by minute, with the same work', () => {
    let [all, same] = [0, 0];
    for (let seed = 1; seed <= 60; seed++) {
      const c = randomCase(seed * 31, 7);
      const usual = usualMinutesLeft(c);
      // Whole quarters, so that a clock of quarters can keep it.
      const draw = throwDice(c, 1)[0]!.map((job) => job.map((s) => ({ ...s, minutes: Math.ceil(s.minutes * 4) / 4 })));
      const order = c.jobs.map((_, j) => j);
      const { ended } = play(c, draw, order, usual);
      const byTheClock = playByTheClock(c, draw, order, usual);
      c.jobs.forEach((_, j) => {
        all += 1;
        if (Math.abs(ended[j]! - byTheClock[j]!) <= 1) same += 1;
      });
    }
    expect(same / all).toBeGreaterThan(0.95);
  });
});

describe('what is left of work that was begun', () => {
  it('is less the longer it was worked on, is longer than what was worked in all, and never nothing', () => {
    const at = (workedMin: number) => caseOf([jobOf('a', 'pads', { inHand: { hand: 0, helper: null }, workedMin })]);
    const mean = (workedMin: number): number => {
      const draws = throwDice(at(workedMin), 300);
      return draws.reduce((sum, d) => sum + d[0]!.reduce((m, s) => m + s.minutes, 0), 0) / draws.length;
    };
    expect(mean(0)).toBeGreaterThan(30);
    expect(mean(15)).toBeLessThan(mean(0));
    expect(mean(30)).toBeLessThan(mean(15));
    // Far beyond anything usual it is still not done.
    expect(mean(400)).toBeGreaterThan(1);
    expect(usualMinutesLeft(at(400))[0]).toBeGreaterThan(0);
  });
});
