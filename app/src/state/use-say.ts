import { useCallback, useMemo } from 'react';
import type { Finding, FindingTrace } from '@calvik/core';
import { type FastenerNames, type Say, findingText, sayTo } from '@calvik/words';
import { useAppSelector } from './hooks';
import { selectShop } from './logbook';

/** How quantities and dates are said to whoever uses this device. */
export function useSay(): Say {
  const units = useAppSelector((state) => state.preferences.units);
  const timeZone = useAppSelector((state) => selectShop(state).timeZone);
  return useMemo(() => sayTo({ units, timeZone }), [units, timeZone]);
}

/** Findings as sentences, in the units of whoever uses this device. */
export function useTell(): (finding: Finding | FindingTrace, fasteners?: FastenerNames) => string {
  const say = useSay();
  return useCallback((finding, fasteners) => findingText(finding, say, fasteners), [say]);
}
