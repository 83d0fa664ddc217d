import { useCallback, useEffect, useEffectEvent, useMemo, useRef, useState } from 'react';
import type { Axle, BeddingBands, BeddingBegun, DrivenApplication, SpeedSource } from '@calvik/core';
import {
  type CounterState,
  type Prompt,
  type RunEntry,
  adaptation,
  beginCount,
  countRun,
  followRun,
  inTurn,
  promptOf,
  sampleOf,
  takeEntry,
  timePassed,
} from '@calvik/core/bedding/driving';
import { type DraftHead, beginDraft, readDraft, readDraftHead, writeAll, writeLast } from '../../state/bedding-draft';
import { useNow } from '../../state/hooks';
import type { BeddingCar } from './use-bedding';

/** More than so many are never added to a cycle: then something else is wrong. */
const MOST_MORE = 8;

export interface Cycle {
  head: DraftHead | null;
  state: CounterState;
  prompt: Prompt;
  /** Hottest faces of each application by the model, °C. */
  facesC: Record<Axle, number>[];
  /** What the model last added or left out. */
  adapted: { more: number } | { enough: true } | null;
  begin: (source: SpeedSource) => void;
  /** Speed that was heard: of a phone with its moment, of a simulated drive with its seconds. */
  hear: (seconds: number, kmh: number) => void;
  tap: (seconds: number) => void;
  entries: () => readonly RunEntry[];
  /** Seconds of the last entry. */
  lastS: () => number;
}

/** A cycle as it is driven: counted, kept on the device entry by entry, followed by the model. */
export function useCycle(
  run: BeddingBegun,
  cycle: number,
  model: { car: BeddingCar; bands: BeddingBands; axle: Axle; startC: number },
): Cycle {
  const program = useMemo(
    () => ({ series: run.procedure.series, cooling: run.procedure.cooling }),
    [run.procedure.series, run.procedure.cooling],
  );
  const [head, setHead] = useState<DraftHead | null>(() => readDraftHead(run.id, cycle));
  const [opened] = useState(() => {
    const entries = head ? readDraft(run.id, cycle) : [];
    return { entries: inTurn(entries), state: countRun(program, entries) };
  });
  const kept = useRef(opened);
  const [state, setState] = useState(opened.state);
  const [adapted, setAdapted] = useState<Cycle['adapted']>(null);
  const push = useCallback(
    (entry: RunEntry): void => {
      const now = kept.current;
      const last = now.entries.at(-1);
      if (last && entry.seconds < last.seconds) {
        now.entries = inTurn([...now.entries, entry]);
        now.state = countRun(program, now.entries);
        writeAll(run.id, cycle, now.entries);
      } else {
        now.entries.push(entry);
        now.state = takeEntry(now.state, entry);
        writeLast(run.id, cycle, now.entries);
      }
      setState(now.state);
    },
    [program, run.id, cycle],
  );
  const lastS = useCallback((): number => kept.current.entries.at(-1)?.seconds ?? 0, []);
  const begin = (source: SpeedSource): void => {
    const begun: DraftHead = { source, startedAt: new Date().toISOString() };
    beginDraft(run.id, cycle, begun);
    kept.current = { entries: [], state: beginCount(program) };
    setState(kept.current.state);
    setHead(begun);
  };
  const { car, bands, axle, startC } = model;
  const { applications } = state;
  const air = useMemo(() => ({ airC: run.airTempC, startC }), [run.airTempC, startC]);
  const { facesC } = useMemo(
    () => followRun(car.heated, { applications, last: null, sinceS: 0 }, air),
    [car, applications, air],
  );
  // The count follows the model where the car's own figures are on record.
  const adapt = useEffectEvent(() => {
    const now = kept.current.state;
    if (!car.isKnown || now.applications.length === 0 || now.phase === 'cooled') return;
    const change = adaptation(car.heated, now, bands, { ...air, axle });
    if ('enough' in change) {
      push({ seconds: lastS(), enough: true });
      setAdapted(change);
    } else if (change.more > 0 && now.more + change.more <= MOST_MORE) {
      push({ seconds: lastS(), more: change.more });
      setAdapted(change);
    }
  });
  // Asked again after each application, not for each sample.
  useEffect(() => adapt(), [applications.length]);
  // Where nothing is heard it cools by the clock.
  const now = useNow(500);
  const shown = head?.source === 'tap' ? timePassed(state, (now - Date.parse(head.startedAt)) / 1000) : state;
  return {
    head,
    state: shown,
    prompt: promptOf(shown),
    facesC,
    adapted,
    begin,
    hear: (seconds, kmh) => push(sampleOf(seconds, Math.max(0, kmh))),
    tap: (seconds) => push({ seconds: Math.max(lastS(), Math.round(seconds * 1000) / 1000), tap: true }),
    entries: () => kept.current.entries,
    lastS,
  };
}

/** The applications of a cycle as they are saved. */
export const drivenApplications = ({ state, facesC }: Pick<Cycle, 'state' | 'facesC'>): DrivenApplication[] =>
  state.applications.map((a, i) => ({
    ...a,
    faceC: facesC[i]
      ? { front: Math.round(facesC[i].front * 10) / 10, rear: Math.round(facesC[i].rear * 10) / 10 }
      : null,
  }));
