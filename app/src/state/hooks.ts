import { createContext, useCallback, useContext, useMemo, useSyncExternalStore } from 'react';
import { useDispatch, useSelector, useStore } from 'react-redux';
import type { Corner, CrewMember, Logbook } from '@calvik/core';
import { dateIn } from '@calvik/core/calendar';
import { selectAgreedLogbook, selectLogbook, selectShop } from './logbook';
import { walkOf } from './preferences';
import type { AppDispatch, AppStore, RootState } from './store';
import type { Sync } from './sync';

export const useAppSelector = useSelector.withTypes<RootState>();
export const useAppDispatch = useDispatch.withTypes<AppDispatch>();
export const useAppStore = useStore.withTypes<AppStore>();

export const SyncContext = createContext<Sync | null>(null);

/** Saves facts and records: see {@link Sync.save}. */
export function useSync(): Sync {
  const sync = useContext(SyncContext);
  if (!sync) throw new Error('There is no SyncContext above this screen.');
  return sync;
}

/** The corners in the order in which whoever holds this device walks round a car. */
export function useWalk(): Corner[] {
  const { walkFrom, walkWay } = useAppSelector((state) => state.preferences);
  return useMemo(() => walkOf({ walkFrom, walkWay }), [walkFrom, walkWay]);
}

export const useLogbook = (): Logbook => useAppSelector(selectLogbook);
/** As far as the server has agreed: see {@link selectAgreedLogbook}. */
export const useAgreedLogbook = (): Logbook => useAppSelector(selectAgreedLogbook);
export const useLoaded = (): boolean => useAppSelector((state) => state.logbook.loaded);

/** The present moment, ms, in steps of `stepMs`: a page that counts asks here, so that it is drawn anew with the clock. */
export function useNow(stepMs: number): number {
  const everyStep = useCallback(
    (changed: () => void): (() => void) => {
      const timer = setInterval(changed, stepMs);
      return () => clearInterval(timer);
    },
    [stepMs],
  );
  const current = (): number => Math.floor(Date.now() / stepMs) * stepMs;
  return useSyncExternalStore(everyStep, current, current);
}

/** Today in the shop's time zone; changes at midnight while the page is open. */
export function useToday(): string {
  const now = useNow(60_000);
  const zone = useAppSelector((state) => selectShop(state).timeZone);
  return useMemo(() => dateIn(new Date(now).toISOString(), zone), [now, zone]);
}

/**
 * Who is working with this device: the one place that knows. Sign-in will go here; until then a person is picked
 * from the crew.
 */
export function useCrewOnDuty(): CrewMember | null {
  const crewId = useAppSelector((state) => state.preferences.crewId);
  const member = useLogbook().crew.get(crewId ?? '');
  return member && !member.archived ? member : null;
}
