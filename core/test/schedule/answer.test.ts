/** What a search for a plan tells people: what is left out, why, and what would help. */
import type { Finding, PadSet } from '../../src/model';
import { type WorkItem, goodsWays, planningCase, workOfBooking } from '../../src/run-up';
import { type MipSolver, highsSolver, planAnswer, solveSchedule } from '../../src/schedule/solver';
import { compoundNamed, makeBottle, makeCar, makeEvent, makeFluid, newId } from '../builders/book';
import { makePadSet } from '../builders/service-book';
import { NOW, TODAY, at, bookingOf, bottle, car, event, find, fluid, lift, tove, venue } from '../builders/run-up-book';

const e = event({ flushWithinDays: 5 });
const b = bookingOf(e);
const base = find(workOfBooking(at(e, b), b, TODAY), 'flush');
const cannot = (code: string, values: Finding['values'] = {}): Finding => ({
  code,
  verdict: 'needsWork',
  place: {},
  values,
});
const ways = (item: WorkItem, records: Parameters<typeof at>[3] = {}) =>
  goodsWays(at(e, b, [], records), item, TODAY).map((w) => w.kind);

describe('goodsWays: fluid', () => {
  const other = makeFluid({ name: 'Another of its grade' });
  const short = (code: string): WorkItem => ({ ...base, impossible: cannot(code), fluid: { ...base.fluid!, ml: 700 } });

  test('another product of its grade helps where there is enough of it', () => {
    const records = { fluids: [fluid, other], bottles: [makeBottle(other.id, { sizeMl: 1000 })] };
    expect(ways(short('fluidComesTooLate'), records)).toEqual(['otherFluid', 'dropWithReason']);
    expect(goodsWays(at(e, b, [], records), short('fluidComesTooLate'), TODAY)[0]).toMatchObject({
      fluid: 'Another of its grade',
      ml: 1000,
    });
    const little = { fluids: [fluid, other], bottles: [makeBottle(other.id, { sizeMl: 500 })] };
    expect(ways(short('fluidComesTooLate'), little)).toEqual(['dropWithReason']);
  });

  test('another grade, a product that is put away, and the one that is missing itself do not', () => {
    const full = (fluidId: string) => makeBottle(fluidId, { sizeMl: 2000 });
    const silicone = makeFluid({ grade: 'DOT 5' });
    const gone = makeFluid({ archived: true });
    const records = { fluids: [fluid, silicone, gone], bottles: [bottle, full(silicone.id), full(gone.id)] };
    expect(ways(short('fluidComesTooLate'), records)).toEqual(['dropWithReason']);
  });

  test('what nobody has on record is entered; what nobody sells wants a supplier', () => {
    expect(ways(short('noFluidOnRecord'), { fluids: [] })).toEqual(['enterFluid', 'dropWithReason']);
    expect(ways(short('fluidMissing'), { fluids: [fluid] })).toEqual(['enterSupplier', 'dropWithReason']);
  });
});

describe('goodsWays: pads', () => {
  const part: WorkItem['parts'][number] = {
    goods: 'padSet',
    name: '',
    axle: 'front',
    source: 'unknown',
    partId: null,
    likeId: null,
    count: 1,
    stock: null,
    on: TODAY,
    supplier: null,
  };
  const pads: WorkItem = {
    ...base,
    key: 'pads.front',
    kind: 'pads',
    fluid: null,
    parts: [part],
    impossible: cannot('partUnknown', { goods: 'padSet', part: '' }),
  };
  const set = (over: Partial<PadSet> = {}) =>
    makePadSet({ label: 'P-5', compoundId: compoundNamed('Kerren R2').id, axle: 'front', use: 'track', ...over });

  test('a sound set of the shop on the shelf helps, for the right axle and the track', () => {
    expect(ways(pads, { padSets: [set()] })).toEqual(['fromStock', 'enterPart', 'dropWithReason']);
    for (const over of [{ axle: 'rear' as const }, { use: 'road' as const }, { carId: car.id }, { archived: true }])
      expect(ways(pads, { padSets: [set(over)] })).toEqual(['enterPart', 'dropWithReason']);
  });

  test('a part that has a name wants somebody who sells it, one without wants a name', () => {
    const named = { ...pads, impossible: cannot('partUnknown', { goods: 'padSet', part: 'Kerren R2' }) };
    expect(ways(named)).toEqual(['enterSupplier', 'dropWithReason']);
    expect(ways(pads)).toEqual(['enterPart', 'dropWithReason']);
  });

  test('nothing is offered for work whose parts lie here', () => {
    expect(ways({ ...pads, impossible: null, parts: [{ ...part, source: 'shelf' }] })).toEqual([]);
  });
});

describe('planAnswer', () => {
  let solver: MipSolver;
  beforeAll(async () => {
    solver = await highsSolver();
  });
  const answer = (logbook: ReturnType<typeof at>) => {
    const c = planningCase(logbook, NOW);
    const solved = solveSchedule(c.problem, { solver, clock: () => performance.now() / 1000, seconds: 10, gap: 0 });
    return planAnswer(logbook, c, solved, newId);
  };

  test('a plan that has room for everything leaves nothing out', () => {
    const found = answer(at(e, b, []));
    expect(found.jobs.length).toBeGreaterThan(0);
    expect(found.leftOut).toEqual([]);
    expect(found.wasStopped).toBe(false);
  });

  test('what has no room is named with a reason and a way out, and no work is both planned and left out', () => {
    const near = makeEvent(venue.id, '2026-06-02', '2026-06-02', { flushWithinDays: 5 });
    const others = [car, makeCar({ name: 'Second' }), makeCar({ name: 'Third' })];
    const bookings = others.map((c) => bookingOf(near, { carId: c.id }));
    const short = { ...tove, hours: [{ from: '08:00', to: '10:00' }, null, null, null, null, null, null] };
    const found = answer(at(near, bookings[0]!, [], { cars: others, bookings, crew: [short], lifts: [lift] }));
    expect(found.leftOut.length).toBeGreaterThan(0);
    const planned = new Set(found.jobs.flatMap((j) => j.covers.map((key) => `${j.bookingId} ${key}`)));
    for (const { bookingId, key, why, waysOut } of found.leftOut) {
      expect(planned.has(`${bookingId} ${key}`)).toBe(false);
      expect(['noRoom', 'stockShort', 'waitsForWork']).toContain(why.code);
      if (why.code !== 'noRoom') expect(waysOut).toEqual([]);
    }
  });

  test('fluid of which nobody has a product is left out as impossible, with something to enter', () => {
    const found = answer(at(e, b, [], { fluids: [], bottles: [] }));
    const flush = found.leftOut.find((l) => l.key === 'flush')!;
    expect(flush.why.code).toBe('noFluidOnRecord');
    expect(flush.waysOut.map((w) => w.kind)).toContain('enterFluid');
  });
});
