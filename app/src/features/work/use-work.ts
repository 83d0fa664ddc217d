import { useMemo } from 'react';
import { type WorkItem, workLists } from '@calvik/core/run-up';
import { useLogbook, useToday } from '../../state/hooks';

/** The work lists of all bookings, judged from the logbook as it is now. */
export function useWorkLists(): ReadonlyMap<string, WorkItem[]> {
  const logbook = useLogbook();
  const today = useToday();
  return useMemo(() => workLists(logbook, today), [logbook, today]);
}

/** "45 min", "2 h", "3 h 20 min" */
export const hoursAndMinutes = (minutes: number): string => {
  const whole = Math.round(minutes);
  if (whole < 60) return `${whole} min`;
  return whole % 60 === 0 ? `${whole / 60} h` : `${Math.floor(whole / 60)} h ${whole % 60} min`;
};
