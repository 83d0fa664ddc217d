/** What there are few of: the bleeder, wrenches in range, trailers; and the hour at which the cars are loaded. */
import fc from 'fast-check';
import { endOf, startBefore } from '../../src/jobs';
import type { Records } from '../../src/logbook';
import { type Job, type Wrench } from '../../src/model';
import { planningCase, slotFindings, trailersShort } from '../../src/run-up';
import { solveSchedule, highsSolver } from '../../src/schedule/solver';
import { newId } from '../builders/book';
import { NOW, TODAY, at, bookingOf, car, common, event, inOrder, ines, shop, visitOf } from '../builders/run-up-book';
import { tell } from '../builders/say';
import { fullSheet } from '../builders/service-book';
import { seed } from '../builders/budget';

const other = { ...car, id: newId(), name: 'Other car' };
const wrench = (minNm: number, maxNm: number): Wrench => ({
  ...common,
  id: newId(),
  label: `T-${minNm}`,
  kind: 'click',
  calibratedOn: TODAY,
  minNm,
  maxNm,
  notes: '',
});

describe('a moment before another, with breaks between', () => {
  test('is the one from which as much work ends then', () => {
    const breaks = [
      { from: 600, to: 615 },
      { from: 720, to: 750 },
    ];
    const isBreak = (m: number): boolean => breaks.some((b) => b.from < m && m < b.to);
    fc.assert(
      fc.property(fc.integer({ min: 480, max: 1000 }), fc.integer({ min: 0, max: 300 }), (end, minutes) => {
        fc.pre(!isBreak(end));
        const start = startBefore(end, minutes, breaks);
        const worked = Array.from({ length: end - start }, (_, i) => start + i).filter(
          (m) => !breaks.some((b) => b.from <= m && m < b.to),
        );
        expect(worked).toHaveLength(minutes);
        if (minutes > 0 && !breaks.some((b) => b.to === end)) expect(endOf(start, minutes, breaks)).toBe(end);
      }),
      { seed: seed(20261203) },
    );
  });
});

describe('the hour of load-up', () => {
  const e = event({ loadUpDate: '2026-06-09', loadUpTime: '10:00', flushWithinDays: 5 });
  const b = bookingOf(e);
  const said = (over: Partial<Job>): string[] => {
    const job = visitOf(e, b, over);
    return slotFindings(at(e, b, inOrder(), { jobs: [job] }), job, TODAY).map(tell);
  };

  test('is when work on that day is over, and no other day', () => {
    expect(said({})).toEqual(['Goes on until 10:15; load-up is at 10:00.']);
    expect(said({ durationMin: 60 })).toEqual([]);
    expect(said({ startAt: '2026-06-08T07:00:00.000Z' })).toEqual([]);
  });

  test('holds for work of no list too', () => {
    expect(said({ bookingId: null, covers: [] })).toEqual(['Goes on until 10:15; load-up is at 10:00.']);
    expect(said({ bookingId: null, covers: [], durationMin: 60 })).toEqual([]);
  });

  test('is kept by plans', async () => {
    const solver = await highsSolver();
    // The shop is shut until the day itself: all of it has to be done before ten, or not at all.
    const hoursOff = [{ from: '2026-06-01', to: '2026-06-08', why: '', part: 'day' as const }];
    const late = at(e, b, inOrder(), { shops: [{ ...shop, closedDays: hoursOff }] });
    const { problem } = planningCase(late, NOW);
    expect(problem.tasks.map((t) => t.endsBy)).toContain(600);
    const { plan } = solveSchedule(problem, { solver, clock: () => performance.now() / 1000, seconds: 5, gap: 0 });
    const before = plan.visits.filter((v) => problem.days[v.day] === '2026-06-09');
    expect(before.length).toBeGreaterThan(0);
    for (const v of before) expect(v.span.to).toBeLessThanOrEqual(600);
  });
});

describe('tools', () => {
  const e = event({ flushWithinDays: 5 });
  const b = bookingOf(e);
  const theirs = { ...bookingOf(e), carId: other.id };
  const job = visitOf(e, b);
  const beside = visitOf(e, theirs, {
    carId: other.id,
    crewId: ines.id,
    liftId: null,
    startAt: '2026-06-09T07:30:00.000Z',
  });
  const said = (records: Partial<Records>, mine = job): string[] => {
    const all = { jobs: [mine, beside], cars: [car, other], bookings: [b, theirs], ...records };
    return slotFindings(at(e, b, inOrder(), all), mine, TODAY).map(tell);
  };
  const withBleeders = (n: number | null) => ({ shops: [{ ...shop, pressureBleeders: n }] });

  test('the one bleeder is at one car at a time; of what nobody has counted there is enough', () => {
    expect(said(withBleeders(1)).join(' ')).toMatch(
      /^The pressure bleeder is at Other car.* from 09:\d\d to 10:\d\d\.$/,
    );
    expect(said(withBleeders(2))).toEqual([]);
    expect(said(withBleeders(null))).toEqual([]);
    expect(said(withBleeders(1), { ...job, startAt: '2026-06-09T10:00:00.000Z', covers: ['flush'] })).toEqual([]);
    // Fluid that is moved with the pedal wants none.
    const byPedal = { ...other, tools: { ...other.tools, capAdapter: 'Adapter 52 mm' } };
    expect(said({ ...withBleeders(1), cars: [car, byPedal] })).toEqual([]);
  });

  test('a wrench that reaches what the wheels take is one, any other is none', () => {
    const sheets = [fullSheet(car), fullSheet(other)];
    const nm = Math.max(...sheets[0]!.fasteners.flatMap((f) => (f.group === 'wheel' ? [f.torqueNm ?? 0] : [])));
    expect(nm).toBeGreaterThan(0);
    const small = { brakeSheets: sheets, wrenches: [wrench(2, 25)] };
    expect(said(small).join(' ')).toContain(`No torque wrench of the shop reaches ${nm}`);
    expect(said({ brakeSheets: sheets, wrenches: [wrench(2, 25), wrench(40, 250)] })).toEqual([]);
    // Both want it in the same ten minutes.
    const together = { ...job, startAt: beside.startAt };
    const one = said({ brakeSheets: sheets, wrenches: [wrench(40, 250)] }, together).join(' ');
    expect(one).toMatch(/The torque wrench is at Other car/);
    const two = said({ brakeSheets: sheets, wrenches: [wrench(40, 250), wrench(60, 320)] }, together).join(' ');
    expect(two).not.toMatch(/torque wrench/);
  });
});

describe('trailers', () => {
  const e = event({ trailers: 1 });
  const also = {
    ...event({ startDate: '2026-06-15', endDate: '2026-06-15', trailers: 1 }),
    id: newId(),
    name: 'Lanes',
  };
  const b = bookingOf(e);
  const short = (has: number | null, second = also): string | undefined => {
    const found = trailersShort(at(e, b, [], { shops: [{ ...shop, trailers: has }], events: [e, second] }), e);
    return found ? tell(found) : undefined;
  };

  test('that are away from load-up until the last day are counted once', () => {
    // Load-up of the other is on this one’s last day.
    expect(short(1)).toBe('1 trailer, and 2 needed on Sun 14 Jun: Lanes too.');
    expect(short(2)).toBeUndefined();
    expect(short(null)).toBeUndefined();
    expect(short(1, { ...also, loadUpDate: '2026-06-15' })).toBeUndefined();
    expect(short(1, { ...also, archived: true })).toBeUndefined();
    expect(short(0, { ...also, archived: true })).toBe('1 trailer needed, and the shop has 0.');
  });
});
