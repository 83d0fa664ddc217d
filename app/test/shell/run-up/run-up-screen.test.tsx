/** The screens that keep something: what they refuse, what they keep, and what they bring back after a reload. */
import { act, screen } from '@testing-library/react';
import { type Fact, type TrackEvent, corners, recordDefaults } from '@calvik/core';
import { loadLater } from '../../../src/shell/lazy-screen';
import { RunUpScreen } from '../../../src/shell/run-up/run-up-screen';
import { connection } from '../../../src/state/logbook';
import { boil, car, flush, id, show } from '../../builders/scene';
import { rotorAt } from '../../builders/guided-scene';
import { at, pads } from '../../builders/service-scene';
import type * as Hands from '../../builders/hands';
import { freshHands, place } from '../../builders/hands';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);

freshHands();
// What judges is here: until then the server's answer shows.
beforeAll(async () => void (await loadLater('runUp')));

beforeEach(() => {
  place.params = { id: car.id };
});

describe('the run-up', () => {
  const day = (n: number): string => new Date(Date.now() + n * 86_400_000).toISOString().slice(0, 10);
  const venue = {
    id: id(40),
    version: 1,
    archived: false,
    name: 'Dunvarrel Ring',
    altitudeM: 600,
    peakFluidTempC: 215,
    ...recordDefaults.venues,
    notes: '',
  };
  const event: TrackEvent = {
    ...recordDefaults.events,
    id: id(41),
    version: 1,
    archived: false,
    name: 'Two-day',
    venueId: venue.id,
    organiser: '',
    startDate: day(6),
    endDate: day(7),
    flushWithinDays: 90,
    demandedMarginC: null,
    notes: '',
  };
  const booking = {
    ...recordDefaults.bookings,
    id: id(42),
    version: 1,
    archived: false,
    eventId: event.id,
    carId: car.id,
    notes: '',
  };

  test('a car in order is quiet: no mark, one line', () => {
    // Measured and looked over: nothing is unknown, the faces of every rotor among it.
    const own = (n: number, body: object): Fact => ({ ...at(n), ...body }) as Fact;
    const items = ['hoses', 'leaks'].map((check) => ({ check, corner: null, result: 'ok', remark: '' }));
    const facts = [
      // Fluid that tested well was in it before, so that little of it matters.
      boil(19, 6, 300),
      flush(20, 5),
      ...corners.flatMap((c, i) => [
        { ...rotorAt(30 + i, c, 30), discardThicknessMm: 26 } as Fact,
        pads(34 + i, c, 9),
        own(60 + i, { kind: 'wheelBearingMeasurement', corner: c, playMm: 0.1, method: 'rim' }),
      ]),
      own(70, { kind: 'checksDone', step: 'look', items }),
      own(71, { kind: 'reservoirSeen', moment: 'intake', levelMl: 250, colour: 'clear', basket: 'clean' }),
    ];
    show(<RunUpScreen />, facts, { venues: [venue], events: [event], bookings: [booking] });
    expect(screen.getByText('1 booked, all in order')).toBeTruthy();
    expect(screen.queryByTestId('verdict')).toBeNull();
    expect(screen.getByText(/^Boils at 3\d\d\s°C, needs 245\s°C; flushed 5 days ago\.$/)).toBeTruthy();
  });

  test('a car that needs somebody says why, and counts', () => {
    show(<RunUpScreen />, [flush(20, 120), boil(21, 2, 300)], {
      venues: [venue],
      events: [event],
      bookings: [booking],
    });
    expect(screen.getByText('1 of 1 need somebody')).toBeTruthy();
    expect(screen.getByText(/^Last flush 126\sdays before the event; rule says 90 \(organiser\)\./)).toBeTruthy();
  });

  test('nothing coming up leads on to entering an event', () => {
    show(<RunUpScreen />);
    expect(screen.getByText(/No event is coming up/)).toBeTruthy();
    expect(screen.queryByText(/The server cannot be reached/)).toBeNull();
  });

  test('a device that has read nothing says whether it is reading or has no server', () => {
    const store = show(<RunUpScreen />, 'unread');
    expect(screen.getByText('Reading the logbook …')).toBeTruthy();
    act(() => void store.dispatch(connection(false)));
    expect(screen.getByText(/The server cannot be reached, and this device has nothing of its own yet/)).toBeTruthy();
  });
});
