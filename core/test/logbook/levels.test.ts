/** The reservoir's level through a job: what was poured in counts where it happened. Sums by hand. */
import { exchangeProgress, judgeBubbles, judgeClutch, pushThroughMl, reservoirFirst } from '../../src/hydraulics';
import { reservoirCourse } from '../../src/logbook';
import type { Fact } from '../../src/model';
import { at, begun, bottle, car, drawn, job, levelSet, logbookOf } from '../builders/service-book';

const started = begun({ drawnOffMl: 0, refillMl: 0, method: 'pedalTwo' });
const toppedUp = (volumeMl: number, drawnMl: number | null, index = 0): Fact =>
  ({
    ...at(),
    kind: 'reservoirToppedUp',
    bottleId: bottle.id,
    volumeMl,
    ...(drawnMl === null ? {} : { during: { exchangeId: started.id, index, drawnMl } }),
  }) as Fact;
const course = (...facts: Fact[]) => reservoirCourse(car, facts);

describe('topping up', () => {
  test('before drawing it is not read as under MIN', () => {
    // 150 + 100 − 110 = 140, over MIN at 120; without the top-up it would be 40.
    const before = [levelSet(150), toppedUp(100, null)];
    const draw = drawn(started.id, 0, { volumeMl: 110, toppedUpMl: 0, lowestLevelMl: null });
    const is = course(started, ...before, draw);
    expect(is.draws.get(draw.id)).toEqual({ beforeMl: 250, lowestMl: 140 });
    expect(is.levelMl).toBe(140);
  });

  test('while a nipple is open it counts from what had been drawn by then', () => {
    // 250 − 100 = 150, up to 270, − 90 more = 180: the lowest is 150.
    const early = [started, levelSet(250), toppedUp(120, 100)];
    const draw = drawn(started.id, 0, { volumeMl: 190, toppedUpMl: 0, lowestLevelMl: null });
    expect(course(...early, draw).draws.get(draw.id)).toEqual({ beforeMl: 250, lowestMl: 150 });
    // Too late is under MIN, however much went in then.
    const late = [started, levelSet(250), toppedUp(200, 140)];
    const low = drawn(started.id, 0, { volumeMl: 150, toppedUpMl: 0, lowestLevelMl: null });
    expect(course(...late, low).draws.get(low.id)!.lowestMl).toBe(110);
    expect(course(...late).openTopUps(started.id, 0)).toEqual([{ drawnMl: 140, volumeMl: 200 }]);
    expect(course(...late, low).openTopUps(started.id, 0)).toEqual([]);
  });

  test('what somebody read goes before any sum', () => {
    const before = [started, levelSet(250), toppedUp(120, 100)];
    const draw = drawn(started.id, 0, { volumeMl: 190, toppedUpMl: 0, lowestLevelMl: 133 });
    expect(course(...before, draw).draws.get(draw.id)!.lowestMl).toBe(133);
  });
});

test('fine bubbles are cleared by strokes that show none, large ones are not', () => {
  expect(judgeBubbles('FL', { bubbles: 'fine' })?.verdict).toBe('needsWork');
  expect(judgeBubbles('FL', { bubbles: 'fine', strokesWithoutBubbles: false })?.verdict).toBe('needsWork');
  expect(judgeBubbles('FL', { bubbles: 'fine', strokesWithoutBubbles: true })).toMatchObject({
    code: 'bubblesPastThreads',
    verdict: 'watch',
  });
  expect(judgeBubbles('FL', { bubbles: 'large', strokesWithoutBubbles: true })?.verdict).toBe('needsWork');
});

describe('the clutch on the same reservoir', () => {
  const shared = { ...car, reservoirSharedWithClutch: true };
  const clutch = (over: object = {}): Fact =>
    ({
      ...at(),
      kind: 'clutchBled',
      exchangeId: started.id,
      bottleId: bottle.id,
      volumeMl: 60,
      ranClean: true,
      bubbles: 'none',
      isShut: true,
      pedalReturns: true,
      ...over,
    }) as Fact;
  const progress = (...facts: Fact[]) => exchangeProgress(logbookOf(facts), shared, job.id);

  test('an open nipple stops the car, a pedal that stays down holds it', () => {
    const good = { isShut: true, pedalReturns: true, bubbles: 'none', ranClean: true } as const;
    expect(judgeClutch(good)).toEqual([]);
    expect(judgeClutch({ ...good, isShut: false }).map((f) => f.verdict)).toEqual(['stop']);
    expect(judgeClutch({ ...good, pedalReturns: false }).map((f) => f.code)).toEqual(['clutchPedalStays']);
  });

  test('its fluid goes to the waste, and under MIN the sequence starts again there too', () => {
    const draws = [
      started,
      levelSet(250),
      ...[0, 1, 2, 3].map((i) => drawn(started.id, i, { volumeMl: 100, toppedUpMl: 100 })),
    ];
    const whole = [...draws, clutch()];
    expect(progress(...whole).wasteMl).toBe(460);
    expect(progress(...whole).levelMl).toBe(190);
    expect(progress(...whole).isDone).toBe(true);
    const low = progress(...draws, clutch({ volumeMl: 140 }));
    expect(low.isDone).toBe(false);
    // It is the reason of the restart: it is bled again, after the brakes.
    expect(low.clutch).toBeNull();
    expect(progress(...whole).clutch).not.toBeNull();
    expect(low.restart?.finding).toMatchObject({ code: 'reservoirUnderMin', place: {} });
  });
});

test('a reservoir that cannot be drawn off by syringe is pushed through until the alarm, then filled', () => {
  expect(reservoirFirst(car, 250, 'pushThrough')).toEqual({ staysMl: 250, drawOffMl: 0, refillMl: 0 });
  // 250 less MIN and 20 of reserve.
  expect(pushThroughMl(car, 250)).toBe(250 - car.reservoirMinMl - 20);
});
