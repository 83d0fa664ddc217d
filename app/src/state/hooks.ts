import { useContext, createContext, useMemo, useSyncExternalStore } from 'react';
import { useDispatch, useSelector, useStore } from 'react-redux';
import { type CrewMember, type Dimension, type Logbook, type UnitSystem, dateIn, formatQuantity } from '@calvik/core';
import { selectLogbook, selectShop } from './logbook';
import type { AppDispatch, AppStore, RootState } from './store';
import type { Sync } from './sync';

export const useAppSelector = useSelector.withTypes<RootState>();
export const useAppDispatch = useDispatch.withTypes<AppDispatch>();
export const useAppStore = useStore.withTypes<AppStore>();

export const SyncContext = createContext<Sync | null>(null);

/** Keeps facts and records: see {@link Sync.keep}. */
export function useSync(): Sync {
  const sync = useContext(SyncContext);
  if (!sync) throw new Error('There is no SyncContext above this screen.');
  return sync;
}

export const useLogbook = (): Logbook => useAppSelector(selectLogbook);
export const useLoaded = (): boolean => useAppSelector((state) => state.logbook.loaded);

const everyMinute = (changed: () => void): (() => void) => {
  const timer = setInterval(changed, 60_000);
  return () => clearInterval(timer);
};
const currentMinute = (): number => Math.floor(Date.now() / 60_000);

/** Today in the shop's time zone; changes at midnight while the page is open. */
export function useToday(): string {
  const minute = useSyncExternalStore(everyMinute, currentMinute, currentMinute);
  const zone = useAppSelector((state) => selectShop(state).timeZone);
  return useMemo(() => dateIn(new Date(minute * 60_000).toISOString(), zone), [minute, zone]);
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

export interface Units {
  system: UnitSystem;
  show: (value: number, dimension: Dimension, digits?: number) => string;
  /** The same in the other system, for where a conversion can hurt. */
  other: (value: number, dimension: Dimension) => string;
}

/** Quantities in the units that this person prefers. */
export function useUnits(): Units {
  const system = useAppSelector((state) => state.preferences.units);
  return useMemo(
    () => ({
      system,
      show: (value, dimension, digits) => formatQuantity(value, dimension, system, digits),
      other: (value, dimension) => formatQuantity(value, dimension, system === 'metric' ? 'imperial' : 'metric'),
    }),
    [system],
  );
}
