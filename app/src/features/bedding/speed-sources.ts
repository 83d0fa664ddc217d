/** Where speed comes from: the phone's own place, or the simulated drive of the server. */
import { useEffect, useRef, useState } from 'react';
import type { BeddingSeries } from '@calvik/core';
import { distanceM } from '@calvik/core/traces/tables';
import { useInstrument } from '../../facts/use-instrument';

export interface HeardSpeed {
  /** Of a phone: a moment, ms. Of a simulated drive: seconds since it began. */
  at: number;
  kmh: number;
}

/** Faster than life, for trying it out. */
export const PACES = { '1': 'Real time', '4': '4 ×', '10': '10 ×' } as const;
export type Pace = keyof typeof PACES;

interface Fix {
  atMs: number;
  lat: number;
  lon: number;
}

/** Two places nearer in time than this say nothing of speed, ms. */
const LEAST_MS = 400;

const noPlaceHere = (): string | null =>
  !('geolocation' in navigator)
    ? 'This browser has no place and no speed. Tap the screen for each application instead.'
    : !window.isSecureContext
      ? 'A browser gives a page its place over HTTPS only. Tap the screen for each application instead.'
      : null;

/** Speed by the phone's place, while it is wanted. @returns why there is none */
export function usePhoneSpeed(isOn: boolean, hear: (speed: HeardSpeed) => void): string | null {
  const [problem, setProblem] = useState<string | null>(null);
  const ear = useRef(hear);
  useEffect(() => {
    ear.current = hear;
  });
  useEffect(() => {
    if (!isOn) return;
    if (noPlaceHere()) return;
    let last: Fix | null = null;
    // The browser's own watch: expo-location takes its own count for the browser's id of a watch, and hears nothing where they differ.
    const watch = navigator.geolocation.watchPosition(
      ({ timestamp, coords }) => {
        const fix: Fix = { atMs: timestamp, lat: coords.latitude, lon: coords.longitude };
        let kmh: number | null = coords.speed === null || coords.speed < 0 ? null : coords.speed * 3.6;
        // A phone that tells no speed tells places: how far it came since the last one says it.
        if (kmh === null && last && fix.atMs - last.atMs >= LEAST_MS)
          kmh = (distanceM(last, fix) / ((fix.atMs - last.atMs) / 1000)) * 3.6;
        if (!last || fix.atMs - last.atMs >= LEAST_MS) last = fix;
        setProblem(null);
        if (kmh !== null) ear.current({ at: timestamp, kmh });
      },
      ({ code, PERMISSION_DENIED }) =>
        setProblem(
          code === PERMISSION_DENIED
            ? 'This browser refuses the phone’s place. Allow it for this page, or tap the screen for each application.'
            : 'The phone has lost its place. Keep it in the open; tap the screen when you have braked.',
        ),
      { enableHighAccuracy: true, maximumAge: 0 },
    );
    return () => navigator.geolocation.clearWatch(watch);
  }, [isOn]);
  return isOn ? (noPlaceHere() ?? problem) : problem;
}

/** Speed of a simulated driver. */
export function useSimulatedSpeed(hear: (speed: HeardSpeed) => void): {
  start: (order: {
    series: readonly BeddingSeries[];
    cooling: { minutes: number; kmh: number };
    startKmh: number;
    pace: number;
  }) => Promise<void>;
  stop: () => void;
  isOn: boolean;
  problem: string | null;
} {
  return useInstrument<{ seconds: number; kmh: number | null }>('drives', ({ seconds, kmh }) => {
    if (kmh !== null) hear({ at: seconds, kmh });
  });
}
