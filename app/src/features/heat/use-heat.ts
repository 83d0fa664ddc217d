import { useEffect, useMemo, useState } from 'react';
import {
  type Axle,
  type Car,
  type DrivenSession,
  type HeatCase,
  type Help,
  type HelpLimits,
  type Logbook,
  type OnShelf,
  type TrackEvent,
  axleParts,
  axles,
  bottleState,
  compoundOf,
  fittingCandidates,
  freshBoilingPointC,
  heatCase,
  judgeFluid,
  outlookOf,
  padSetMm,
  rotorMassKg,
} from '@calvik/core';
import { useLogbook, useToday } from '../../state/hooks';
import type { HeatRunResult } from '../../workers/heat-tasks';
import { cancelHeat, helpForCase, runHeatCase } from '../../workers/heat-worker';
import '../../workers/heat-here';

/** A run as far as it is. */
export interface Running<T> {
  result: T | null;
  /** 0 to 1 while something is computed; null otherwise. */
  progress: number | null;
  problem: string | null;
}

/** What is on the shelf that could help a car, and what each fluid would boil at on the day. */
export function onShelf(logbook: Logbook, car: Car, event: TrackEvent | null, today: string): OnShelf {
  const padSets: OnShelf['padSets'] = [];
  const rotorPairs: OnShelf['rotorPairs'] = [];
  for (const axle of axles) {
    const found = fittingCandidates(logbook, car, axle);
    for (const set of found.padSets) {
      const compound = compoundOf(logbook, set);
      padSets.push({
        id: set.id,
        label: set.label,
        axle,
        compound: compound?.name ?? '',
        thicknessMm: padSetMm(logbook, set),
        friction: compound?.friction ?? null,
        maxTempC: compound?.maxTempC ?? null,
      });
    }
    for (const pair of found.rotorPairs) {
      const size = {
        outerMm: pair.sweptOuterDiameterMm,
        innerMm: pair.sweptInnerDiameterMm,
        thicknessMm: pair.newThicknessMm,
        isVented: pair.isVented ?? pair.newThicknessMm >= 17,
        material: pair.material,
      };
      rotorPairs.push({ id: pair.id, label: pair.label, axle, massKg: pair.newMassKg ?? rotorMassKg(size), ...size });
    }
  }
  const usable = new Set(
    [...logbook.bottles.values()]
      .filter((b) => !b.archived)
      .map((b) => ({ b, s: bottleState(logbook, b, today) }))
      .filter(({ s }) => s.leftMl > 300 && !s.openTooLong)
      .map(({ b }) => b.fluidId),
  );
  const fluids = [...logbook.fluids.values()]
    .filter((f) => !f.archived && usable.has(f.id) && f.grade === car.fluidGrade)
    .map((f) => ({ id: f.id, name: f.name, boilsAtC: freshBoilingPointC(logbook, car, f, event, today) }));
  return { padSets, rotorPairs, fluids };
}

/** What limits a car as it stands. */
export function helpLimits(logbook: Logbook, car: Car, event: TrackEvent | null, today: string): HelpLimits {
  const of = <T>(value: (axle: Axle) => T): Record<Axle, T> => ({ front: value('front'), rear: value('rear') });
  return {
    boilsAtC: judgeFluid(logbook, car, event, today).boilingOnDay?.value ?? null,
    maxPadC: of((axle) => compoundOf(logbook, axleParts(logbook, car, axle).padSet)?.maxTempC ?? null),
    newPadMm: of((axle) => axleParts(logbook, car, axle).padSet?.newThicknessMm ?? 0),
  };
}

/** The case of a car in a session somebody is looking at. */
export function useHeatCase(car: Car, event: TrackEvent | null, session: DrivenSession) {
  const logbook = useLogbook();
  return useMemo(() => {
    const venue = event ? logbook.venues.get(event.venueId) : undefined;
    return venue ? { venue, ...heatCase(logbook, car, venue, session) } : null;
  }, [logbook, car, event, session]);
}

/** Runs a case in the worker; another case ends the one before. */
export function useHeatRun(
  c: HeatCase | null,
  certaintyPercent: number,
): Running<HeatRunResult> & { cancel: () => void; again: () => void } {
  const [state, setState] = useState<Running<HeatRunResult> & { of: HeatCase | null }>({
    result: null,
    progress: null,
    problem: null,
    of: null,
  });
  const [turn, setTurn] = useState(0);
  useEffect(() => {
    if (!c) return;
    let isMine = true;
    const update = (over: Partial<Running<HeatRunResult>>): void => {
      if (isMine) setState((now) => ({ ...now, ...over, of: c }));
    };
    update({ progress: 0, problem: null });
    runHeatCase(c, certaintyPercent, (progress) => update({ progress: progress < 1 ? progress : null }))
      .then((result) => {
        // What the gates ask for next is here already.
        if (!outlookOf.has(c)) outlookOf.remember(c, result.outlook);
        update({ result, progress: null });
      })
      .catch((error: unknown) =>
        update({ progress: null, problem: error instanceof Error ? error.message : String(error) }),
      );
    return () => {
      isMine = false;
    };
  }, [c, certaintyPercent, turn]);
  const cancel = (): void => {
    cancelHeat();
    setState((now) => ({ ...now, progress: null, problem: 'Stopped.' }));
  };
  return { ...state, cancel, again: () => setTurn(turn + 1) };
}

/** What would help, computed once the run itself is there. */
export function useHelp(c: HeatCase | null, isReady: boolean, car: Car, event: TrackEvent | null): Help[] | null {
  const logbook = useLogbook();
  const today = useToday();
  const [found, setFound] = useState<{ help: Help[] } | null>(null);
  useEffect(() => {
    if (!c || !isReady) return;
    let isMine = true;
    helpForCase(
      c,
      onShelf(logbook, car, event, today),
      helpLimits(logbook, car, event, today),
      logbook.shop.peakCertaintyPercent,
    )
      .then((help) => {
        if (isMine) setFound({ help });
      })
      .catch(() => undefined);
    return () => {
      isMine = false;
    };
  }, [c, isReady, logbook, car, event, today]);
  // What was found before stays until the next is: a list that blinks cannot be pressed.
  return found?.help ?? null;
}
