import fc from 'fast-check';
import { type Fact, type PadSet, corners } from '../../src/model';
import { isClosed } from '../../src/paddock';
import { sessionsAt } from '../../src/sessions';
import { areDuctsOn, closingOf, wearOver, wearPerHour } from '../../src/track';
import { newId } from '../builders/book';
import { makePadSet, makeRotorPair } from '../builders/service-book';
import {
  allPads,
  atEvent,
  bookEvent,
  check,
  clock,
  decide,
  fact,
  gauge,
  goodLook,
  session,
  sessionPlan,
  sheet,
  trackBook,
  trackCar,
} from '../builders/track-book';
import { booking as anyBooking } from '../builders/track-records';

const TODAY = '2026-06-13';
const booking = { ...anyBooking, carId: trackCar.id };
const minutes = (m: number): string => `09:${String(25 + m).padStart(2, '0')}`;
const first = session('09:00', '09:20');
const look = goodLook(minutes, first, 9, 250);
const went = [first, ...look, decide('09:45', first, 'go')];
const noDucts = { ...sheet, hasDucts: false };
const withDucts = { ...sheet, hasDucts: true };

type More = Parameters<typeof trackBook>[1];
const closing = (facts: readonly Fact[] = [], more: More = {}, today = TODAY) =>
  closingOf(trackBook(facts, { brakeSheets: [noDucts], ...more }), booking, trackCar, bookEvent as never, today);
/** What a line finds; null where it is not asked at all. */
const line = (kind: string, facts: readonly Fact[] = [], more: More = {}) =>
  closing(facts, more)
    .items.find((i) => i.kind === kind)
    ?.findings.map((f) => f.code) ?? null;

const told = {
  id: newId(),
  version: 1,
  archived: false,
  customerId: trackCar.customerId,
  bookingId: booking.id,
  about: 'afterEvent' as const,
  to: '1',
  text: 'Done.',
  writtenAt: clock('12:00'),
  told: null,
};
const onAxle = (at: string, axle: 'front' | 'rear', padSet: PadSet | null, rotorPairId: string | null = null): Fact =>
  fact(at, {
    kind: 'partsFitted',
    jobId: atEvent.id,
    axle,
    padSetId: padSet?.id ?? null,
    rotorPairId,
    changed: 'both',
  });

describe('the end of an event', () => {
  it('asks nothing of a car that did not drive but that its customer is told', () => {
    expect(closing().open.map((f) => f.code)).toEqual(['closeNotTold']);
    expect(closing([], { messages: [told] }).open).toEqual([]);
    expect(line('ducts')).toBeNull();
    expect(line('roadPads')).toBeNull();
    expect(line('shelf')).toBeNull();
    expect(line('waste')).toBeNull();
  });

  it('a text about something else, to another booking, or put away, is not the one', () => {
    for (const over of [{ about: 'goOut' as const }, { bookingId: newId() }, { archived: true }])
      expect(line('told', [], { messages: [{ ...told, ...over }] })).toEqual(['closeNotTold']);
  });

  it('waits for the decision after the last session, and is not done over a stop', () => {
    expect(line('sessions', [first, ...look])).toEqual(['closeSessionsOpen']);
    expect(line('sessions', went)).toEqual([]);
    const drip = check('09:50', first, 'leaks', [['dripping', 'RL']]);
    const stopped = closing([...went, drip, decide('09:55', first, 'stop')]);
    expect(stopped.items.find((i) => i.kind === 'sessions')).toMatchObject({ isDone: false });
    expect(stopped.open.map((f) => f.code)).toContain('closeStopped');
  });

  it('names where the car was sent on to, once it has driven', () => {
    const referral = fact('10:00', {
      kind: 'referralWritten',
      diagnosisId: newId(),
      to: 'Marl Brake Works',
      words: '',
      mayBeDriven: false,
    });
    expect(line('sessions', [...went, referral])).toContain('closeReferred');
    expect(line('sessions', [referral])).not.toContain('closeReferred');
    // One of before this event is of another story; that the car must not be driven is of this one as well.
    expect(line('sessions', [{ ...referral, at: clock('08:00') }, ...went])).toEqual([
      'closeStopped',
      'referredNotDriven',
    ]);
  });

  it('ducts come off after the last session, not before it', () => {
    const off = (at: string): Fact =>
      fact(at, { kind: 'workDone', jobId: atEvent.id, items: ['ductsOff'], minutes: null });
    const ducts = (...facts: Fact[]) => line('ducts', [...went, ...facts], { brakeSheets: [withDucts] });
    expect(ducts()).toEqual(['closeDuctsOn']);
    expect(ducts(off('08:30'))).toEqual(['closeDuctsOn']);
    expect(ducts(off('10:00'))).toEqual([]);
    const book = trackBook([...went, off('10:00')], { brakeSheets: [withDucts] });
    expect(areDuctsOn(book, trackCar, clock('09:00'))).toBe(false);
    expect(areDuctsOn(book, trackCar, clock('11:00'))).toBe(true);
    expect(areDuctsOn(trackBook([], { brakeSheets: [noDucts] }), trackCar, '')).toBe(false);
  });

  it('tape that the look found over a duct is taken off, on a car without ducts of its own too', () => {
    expect(line('ducts', [...went, check('09:50', first, 'ducts', [['tapeOn', 'FL']])])).toEqual(['closeTapeOn']);
    const gone = [check('09:50', first, 'ducts', [['tapeOn', 'FL']]), check('09:58', first, 'ducts')];
    expect(line('ducts', [...went, ...gone])).toBeNull();
  });

  it('road pads go back on, against their own rotors', () => {
    const own = makeRotorPair({ label: 'R-1' });
    const other = makeRotorPair({ label: 'R-2' });
    const road = makePadSet({ label: 'P-1', use: 'road', carId: trackCar.id, rotorPairId: own.id });
    const track = makePadSet({ label: 'P-2', use: 'track', carId: trackCar.id });
    const records = { padSets: [road, track], rotorPairs: [own, other] };
    const roadPads = (...facts: Fact[]) => line('roadPads', facts, records);
    expect(roadPads(onAxle('08:00', 'front', track))).toEqual(['closeRoadPads']);
    expect(roadPads(onAxle('08:00', 'front', track), onAxle('15:00', 'front', road, other.id))).toEqual([
      'closeOtherRotors',
    ]);
    expect(roadPads(onAxle('08:00', 'front', track), onAxle('15:00', 'front', road, own.id))).toEqual([]);
    // Another car's road pads are not asked for.
    expect(line('roadPads', [], { padSets: [{ ...road, carId: newId() }] })).toBeNull();
    expect(line('roadPads', [], { padSets: [{ ...road, archived: true }] })).toBeNull();
  });

  it('a set that was driven goes to the shelf with what is left of it: both corners, read after the session', () => {
    const set = makePadSet({ label: 'P-7', use: 'track', carId: trackCar.id });
    const on = onAxle('08:00', 'front', set);
    const unread = went.filter((f) => f.kind !== 'padMeasurement');
    const shelf = (...facts: Fact[]) => line('shelf', [...unread, on, ...facts], { padSets: [set] });
    expect(shelf()).toEqual(['closeSetNotRead']);
    expect(shelf(gauge('09:50', 'FL', 8, 8))).toEqual(['closeSetNotRead']);
    expect(shelf(gauge('08:30', 'FL', 8, 8), gauge('08:31', 'FR', 8, 8))).toEqual(['closeSetNotRead']);
    expect(shelf(gauge('09:50', 'FL', 8, 8), gauge('09:51', 'FR', 8, 8))).toEqual([]);
    // A set that went on after the last session was not driven.
    expect(line('shelf', [...unread, onAxle('10:00', 'front', set)], { padSets: [set] })).toBeNull();
  });

  it('used fluid of this event is named, that of the workshop before it is not', () => {
    const bleed = (at: string): Fact =>
      fact(at, {
        kind: 'fluidExchange',
        scope: 'heatAffected',
        reservoirRefillMl: 0,
        reservoirBottleId: null,
        corners: [
          {
            corner: 'FL',
            nipple: 'single',
            bottleId: newId(),
            volumeMl: 60,
            clean: true,
            bubbleFree: true,
            nippleShut: true,
          },
        ],
        pedalBefore: 'firm',
        pedalAfter: 'firm',
      });
    expect(closing(went).wasteMl).toBe(0);
    expect(line('waste', [...went, bleed('10:00')])).toEqual(['closeFluidOut']);
    expect(closing([...went, bleed('10:00'), bleed('11:00')]).wasteMl).toBe(120);
    expect(closing([bleed('08:00'), ...went]).wasteMl).toBe(0);
    // Without a session nobody knows what belongs to the event.
    expect(closing([bleed('10:00')]).wasteMl).toBe(0);
  });

  it('fluid that came back boiled is wanted flushed, fluid in order is not', () => {
    expect(line('fluid', went)).toEqual([]);
    const boiled = fact('09:50', {
      kind: 'heatReading',
      venueId: bookEvent.venueId,
      session: sessionPlan,
      read: { instrument: 'fluidBoiled' },
      takenWith: 'byHand',
      about: first.id,
    });
    const { findings } = closing([...went, boiled]).items.find((i) => i.kind === 'fluid')!;
    expect(findings).toMatchObject([{ code: 'closeFluidWanted', values: { work: 'flush' } }]);
  });

  it('what is open is what stands in its lines and is not in order, in their turn', () => {
    const { items, open } = closing(went, { brakeSheets: [withDucts] });
    expect(open).toEqual(items.flatMap((i) => i.findings).filter((f) => f.verdict !== 'inOrder'));
    for (const i of items) expect(i.isDone).toBe(i.findings.every((f) => f.verdict === 'inOrder'));
  });

  it('is closed until it is driven again', () => {
    const signed = fact('16:00', { kind: 'eventClosed', bookingId: booking.id, open: [], advice: '' });
    expect(closing([...went, signed]).closed?.id).toBe(signed.id);
    expect(isClosed(trackBook([...went, signed]), booking)).toBe(true);
    expect(isClosed(trackBook([...went, signed, session('17:00', '17:20')]), booking)).toBe(false);
    expect(isClosed(trackBook([...went, { ...signed, bookingId: newId() } as Fact]), booking)).toBe(false);
  });
});

describe('what pads have lost', () => {
  const wear = (...facts: Fact[]) => {
    const book = trackBook(facts);
    return wearOver(book, trackCar, sessionsAt(book, trackCar.id, bookEvent.id));
  };

  it('is the last reading before the first session against the last one after', () => {
    expect(wear()).toEqual([]);
    expect(wear(...allPads('08:00', 9))).toEqual([]);
    const all = wear(
      ...allPads('07:00', 10),
      ...allPads('08:00', 9),
      first,
      ...allPads('09:30', 8.2),
      ...allPads('15:00', 7.5),
    );
    expect(all).toHaveLength(4);
    for (const { innerMm, outerMm } of all)
      expect([innerMm, outerMm]).toEqual([
        [9, 7.5],
        [9, 7.5],
      ]);
  });

  it('begins with the first reading of the event where nobody read them before', () => {
    expect(wear(first, gauge('09:30', 'FL', 8, 8), gauge('15:00', 'FL', 7, 7.5))).toEqual([
      { corner: 'FL', innerMm: [8, 7], outerMm: [8, 7.5] },
    ]);
    expect(wear(first, gauge('09:30', 'FL', 8, 8))).toEqual([]);
  });

  it('is not taken between one set and another', () => {
    const [a, b] = [newId(), newId()];
    const of = (at: string, mm: number, padSetId: string): Fact => ({ ...gauge(at, 'FL', mm, mm), padSetId }) as Fact;
    expect(wear(of('08:00', 5, a), first, of('15:00', 12, b))).toEqual([]);
    expect(wear(of('08:00', 9, a), first, of('12:00', 8, a), of('15:00', 12, b))).toEqual([
      { corner: 'FL', innerMm: [9, 8], outerMm: [9, 8] },
    ]);
  });

  it('is not taken over a change of pads that nobody labelled', () => {
    const changed = onAxle('11:00', 'front', null);
    const [before, after] = [gauge('08:00', 'FL', 5, 5), gauge('15:00', 'FL', 12, 12)];
    expect(wear(before, first, changed, after)).toEqual([]);
    expect(wear(before, first, gauge('10:00', 'FL', 4, 4.5), changed, after)).toEqual([
      { corner: 'FL', innerMm: [5, 4], outerMm: [5, 4.5] },
    ]);
    const rear = onAxle('11:00', 'rear', null);
    expect(wear(before, first, rear, gauge('15:00', 'FL', 4, 4))).toHaveLength(1);
  });

  it('an hour loses what the thinnest pad of the axle has lost, in proportion; a few minutes tell nothing', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 4, noNaN: true }), { minLength: 8, maxLength: 8 }),
        fc.integer({ min: 5, max: 400 }),
        (lost, minutesDriven) => {
          const read = corners.map((corner, i) => ({
            corner,
            innerMm: [12, 12 - lost[2 * i]!] as [number, number],
            outerMm: [12, 12 - lost[2 * i + 1]!] as [number, number],
          }));
          const [front, rear] = wearPerHour(read, minutesDriven);
          // corners are FL, FR, RL, RR: the first four figures are of the front axle.
          expect(front!.lostMm).toBeCloseTo(Math.max(...lost.slice(0, 4)), 9);
          expect(rear!.lostMm).toBeCloseTo(Math.max(...lost.slice(4)), 9);
          expect((front!.perHourMm * minutesDriven) / 60).toBeCloseTo(front!.lostMm, 9);
          expect(wearPerHour(read, 4)).toEqual([]);
        },
      ),
    );
  });

  it('is never less than nothing: a second reading that is thicker is a misread, not growth', () => {
    expect(wearPerHour([{ corner: 'FL', innerMm: [8, 8.4], outerMm: [8, 8.2] }], 60)).toEqual([
      { axle: 'front', lostMm: 0, perHourMm: 0 },
    ]);
  });
});
