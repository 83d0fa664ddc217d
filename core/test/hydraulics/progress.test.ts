import { fluidState } from '../../src/fluid';
import { cornerVolumes, exchangeProgress } from '../../src/hydraulics';
import { bottleState, wasteInContainerMl } from '../../src/inventory';
import { withFacts } from '../../src/logbook';
import type { Fact } from '../../src/model';
import { judgeService } from '../../src/service';
import { makeBottle, makeFluid } from '../builders/book';
import { tell, texts } from '../builders/say';
import { at, begun, bottle, car, drawn, job, levelSet, logbookOf, pedal, today } from '../builders/service-book';

describe('the exchange as it is recorded', () => {
  const first = begun();
  test('counts as the exchange that it was: fluid, bottle and waste', () => {
    const facts = [pedal('baseline'), first, ...[0, 1, 2, 3].map((i) => drawn(first.id, i)), pedal('gate')];
    const book = logbookOf(facts);
    const { lastExchange } = fluidState(book, car, '2026-05-05T00:00:00.000Z');
    expect(lastExchange).toMatchObject({ id: first.id, scope: 'full', pedalAfter: 'firm' });
    expect(bottleState(book, bottle, today).leftMl).toBe(2000 - 230 - 480);
    expect(wasteInContainerMl(book)).toBe(710);
    const handed = { ...at(), kind: 'wasteHandedOver', volumeMl: 500, to: 'Town depot', receipt: '' } as Fact;
    expect(wasteInContainerMl(logbookOf([...facts, handed]))).toBe(210);
  });
  test('under MIN the sequence starts again, says why, and is no exchange until it has', () => {
    const low = [first, drawn(first.id, 0), drawn(first.id, 1, { lowestLevelMl: 90 }), drawn(first.id, 2)];
    const book = logbookOf(low);
    const p = exchangeProgress(book, car, job.id);
    expect(tell(p.restart!.finding)).toMatch(/stood at 90 mL at the left rear, MIN is 120 mL.*starts again/);
    expect(p.steps.map((s) => s.drawn !== null)).toEqual([false, false, true, false]);
    expect(fluidState(book, car, '2026-05-05T00:00:00.000Z').lastExchange).toBeNull();
    const again = [...low, ...[0, 1, 2, 3].map((i) => drawn(first.id, i))];
    expect(exchangeProgress(logbookOf(again), car, job.id).isDone).toBe(true);
    expect(fluidState(logbookOf(again), car, '2026-05-05T00:00:00.000Z').lastExchange).not.toBeNull();
  });
  test('the model says what is left, and the stop before MIN', () => {
    const p = exchangeProgress(logbookOf([first, drawn(first.id, 0, { toppedUpMl: 0 })]), car, job.id);
    expect(p.leftOldPercent!.RR).toBeLessThan(20);
    expect(p.leftOldPercent!.FL).toBe(100);
    expect(p.levelMl).toBeCloseTo(280 - 230 + 230 - 120, 6);
    expect(p.stopAfterMl).toBeCloseTo(p.levelMl - car.reservoirMinMl, 6);
  });
  test('a second exchange with the same fluid begins with what the first has left, with another one everything is old', () => {
    const one = begun();
    const whole = [levelSet(270), one, ...[0, 1, 2, 3].map((i) => drawn(one.id, i))];
    const left = exchangeProgress(logbookOf(whole), car, job.id).leftOldPercent!;
    const other = makeBottle(makeFluid().id);
    const second = (bottleId: string) => {
      const two = begun({ bottleId });
      return exchangeProgress(logbookOf([...whole, two, drawn(two.id, 0)], { otherBottles: [other] }), car, job.id);
    };
    const [again, anew] = [second(bottle.id), second(other.id)];
    for (const corner of ['FL', 'FR', 'RL'] as const) {
      expect(again.leftOldPercent![corner]).toBeCloseTo(left[corner], 9);
      expect(anew.leftOldPercent![corner]).toBe(100);
    }
    expect(again.plan!.wasteMl).toBeLessThan(anew.plan!.wasteMl);
    // Air is behind the pistons however new the fluid is: so much goes at each.
    for (const n of again.plan!.nipples)
      expect(n.volumeMl).toBeGreaterThanOrEqual(Math.floor(cornerVolumes(car, n.corner).caliperMl));
  });
  test('another school of the sequence holds for this exchange alone', () => {
    const nearest = begun({ sequence: 'nearestFirst' });
    const order = (facts: Fact[]): string[] =>
      exchangeProgress(logbookOf(facts), car, job.id).steps.map((s) => s.corner);
    expect(order([nearest])).toEqual(['FL', 'FR', 'RL', 'RR']);
    expect(order([first])).toEqual(['RR', 'RL', 'FR', 'FL']);
    const drawnAll = ['FL', 'FR', 'RL', 'RR'].map((corner, i) => drawn(nearest.id, i, { corner: corner as 'FL' }));
    const book = logbookOf([nearest, ...drawnAll]);
    expect(fluidState(book, car, '2026-05-05T00:00:00.000Z').lastExchange?.id).toBe(nearest.id);
  });
  test('bubbles are told apart', () => {
    expect(
      texts(exchangeProgress(logbookOf([first, drawn(first.id, 0, { bubbles: 'fine' })]), car, job.id).findings),
    ).toContain('threads');
    expect(
      texts(exchangeProgress(logbookOf([first, drawn(first.id, 0, { bubbles: 'large' })]), car, job.id).findings),
    ).toContain('air from the system');
  });
  test('a level that nobody has read is not taken to be known, and what was drawn from it holds the car', () => {
    const seen = { ...levelSet(240), moment: 'intake' } as Fact;
    const begunAfter = begun();
    const codes = (facts: Fact[]) => {
      const p = exchangeProgress(logbookOf(facts), car, job.id);
      return [p.isLevelKnown, p.findings.some((f) => f.code === 'levelNotRead')];
    };
    expect(codes([begunAfter])).toEqual([false, false]);
    const one = drawn(begunAfter.id, 0);
    expect(codes([begunAfter, one])).toEqual([false, true]);
    expect(codes([seen, begunAfter, one])).toEqual([true, false]);
    // Read only afterwards it tells nothing of how low it was before.
    expect(codes([begunAfter, one, levelSet(200)])).toEqual([true, true]);
    const fed = begun({ method: 'pressureFed' });
    expect(codes([fed, drawn(fed.id, 0)])).toEqual([false, false]);
  });
  test('a draft counts while it is typed', () => {
    const draft = drawn(first.id, 0, { isShut: false });
    expect(judgeService(logbookOf([first]), job, today, [draft])!.exchange.steps[0]!.drawn).toEqual(draft);
    expect(withFacts(logbookOf([first]), [draft]).factsOfJob(job.id)).toContain(draft);
  });
});
