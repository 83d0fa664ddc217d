import { useEffect, useMemo, useState } from 'react';
import type { Finding } from '@calvik/core';
import { type AnotherLook, idOfLook, needsAnotherLook, workListsInTurn } from '@calvik/core/run-up';
import { useLoaded, useLogbook, useToday } from '../../state/hooks';

/** As long as this the work lists are derived at a time, ms: then whoever touches the screen is answered. */
const SLICE_MS = 30;

/** Everything that no longer fits, and what is said of one job, booking or text. */
export function useAnotherLook(): { list: AnotherLook[]; of: (id: string) => readonly Finding[] } {
  const logbook = useLogbook();
  const today = useToday();
  const loaded = useLoaded();
  return useMemo(() => {
    const list = loaded ? needsAnotherLook(logbook, today) : [];
    const byId = new Map(list.map((l) => [idOfLook(l), l.findings]));
    return { list, of: (id: string) => byId.get(id) ?? [] };
  }, [loaded, logbook, today]);
}

/** Everything that no longer fits, for a page that does not wait for it: the last list until the next is there, and none at first. */
export function useAnotherLookInTurn(): AnotherLook[] {
  const logbook = useLogbook();
  const today = useToday();
  const loaded = useLoaded();
  const [list, setList] = useState<AnotherLook[]>([]);
  useEffect(() => {
    if (!loaded) return;
    const deriving = workListsInTurn(logbook, today);
    let timer: ReturnType<typeof setTimeout>;
    const next = (): void => {
      const until = performance.now() + SLICE_MS;
      let isDone = false;
      while (!isDone && performance.now() < until) isDone = deriving.next().done === true;
      if (isDone) setList(needsAnotherLook(logbook, today));
      else timer = setTimeout(next);
    };
    timer = setTimeout(next);
    return () => clearTimeout(timer);
  }, [loaded, logbook, today]);
  return list;
}
