/** Who has judged what the run-up shows: the server, until the logbook and the code that judges are on the device. */
import { act, renderHook } from '@testing-library/react';
import type { ReactNode } from 'react';
import { Provider } from 'react-redux';
import { type RunUpEvent, comingEvents, judgeEvent, recordDefaults, runUp, shopDefaults } from '@calvik/core';
import { useRunUpJudge } from '../../../src/shell/lazy-screen';
import { useRunUp } from '../../../src/shell/run-up/use-run-up';
import { received, runUpReceived } from '../../../src/state/logbook';
import { makeStore } from '../../../src/state/store';
import { car, customer, id } from '../../builders/scene';

jest.mock('../../../src/shell/lazy-screen', () => ({ useRunUpJudge: jest.fn() }));
const codeIs = (code: object | null): void => void jest.mocked(useRunUpJudge).mockReturnValue(code as never);
const judges = { comingEvents, judgeEvent, runUp };

const day = (n: number): string => new Date(Date.now() + n * 86_400_000).toISOString().slice(0, 10);
const records = (cars: number) => {
  const common = { version: 1, archived: false, notes: '' };
  const events = [0, 1].map((n) => ({
    ...common,
    ...recordDefaults.events,
    id: id(41 + n),
    name: n === 0 ? 'Two-day' : 'Club day',
    venueId: id(40),
    organiser: '',
    startDate: day(6 + n),
    endDate: day(7 + n),
    flushWithinDays: null,
    demandedMarginC: null,
  }));
  const all = Array.from({ length: cars }, (_, n) => ({ ...car, id: id(500 + n), name: `Car ${n}` }));
  return {
    customers: [customer],
    cars: all,
    events,
    bookings: all.map((c, n) => ({
      ...common,
      ...recordDefaults.bookings,
      id: id(700 + n),
      eventId: events[n % 2]!.id,
      carId: c.id,
    })),
  };
};
const pageOf = (lists: Record<string, { id: string }[]>, more = false) => ({
  changes: Object.entries(lists).flatMap(([collection, list]) =>
    list.map((body, n) => ({ seq: n + 1, collection, body })),
  ),
  cursor: 1,
  more,
});
const fromServer = [
  { event: { id: id(41), name: 'As the server says' }, cars: [], needing: 0 },
] as unknown as RunUpEvent[];

function watch() {
  const store = makeStore();
  const wrapper = ({ children }: { children: ReactNode }) => <Provider store={store}>{children}</Provider>;
  const hook = renderHook(() => useRunUp(), { wrapper });
  const names = () => hook.result.current?.map((e) => e.event.name) ?? null;
  return { store, hook, names };
}

test('nothing, then what the server judged, then what is judged here; and each change at once', () => {
  codeIs(null);
  const { store, hook, names } = watch();
  expect(names()).toBeNull();
  act(() => void store.dispatch(runUpReceived({ events: fromServer, shop: shopDefaults } as never)));
  expect(names()).toEqual(['As the server says']);
  // The logbook is here, and what judges it is not yet.
  act(() => void store.dispatch(received(pageOf(records(3)) as never)));
  expect(names()).toEqual(['As the server says']);
  codeIs(judges);
  hook.rerender();
  expect(names()).toEqual(['Two-day', 'Club day']);
  expect(hook.result.current!.map((e) => e.cars.length)).toEqual([2, 1]);
  const [first] = records(3).events;
  act(
    () =>
      void store.dispatch(received(pageOf({ events: [{ ...first!, name: 'Moved', version: 2 } as never] }) as never)),
  );
  expect(names()).toEqual(['Moved', 'Club day']);
});

test('half a logbook is not judged: the server’s answer stands until the last page', () => {
  codeIs(judges);
  const { store, names } = watch();
  act(() => void store.dispatch(runUpReceived({ events: fromServer, shop: shopDefaults } as never)));
  act(() => void store.dispatch(received(pageOf(records(3), true) as never)));
  expect(names()).toEqual(['As the server says']);
});

test('a large shop is judged event by event, whole before it shows, the same as at once', () => {
  jest.useFakeTimers();
  try {
    codeIs(judges);
    const { store, hook, names } = watch();
    act(() => void store.dispatch(received(pageOf(records(60)) as never)));
    expect(names()).toBeNull();
    act(() => void jest.advanceTimersToNextTimer());
    expect(names()).toBeNull();
    act(() => void jest.runOnlyPendingTimers());
    act(() => void jest.runOnlyPendingTimers());
    expect(names()).toEqual(['Two-day', 'Club day']);
    expect(hook.result.current!.map((e) => e.cars.length)).toEqual([30, 30]);
    // What changes while it is judged anew: the last whole one stays until the next is whole.
    const [first] = records(60).events;
    act(
      () =>
        void store.dispatch(received(pageOf({ events: [{ ...first!, name: 'Moved', version: 2 } as never] }) as never)),
    );
    expect(names()).toEqual(['Two-day', 'Club day']);
    for (let i = 0; i < 3; i++) act(() => void jest.runOnlyPendingTimers());
    expect(names()).toEqual(['Moved', 'Club day']);
  } finally {
    jest.useRealTimers();
  }
});
