import { useEffect, useMemo, useState } from 'react';
import { type TrackEvent } from '@calvik/core';
import { type PreparedQueue, type QueueAt, type QueuePlan, prepareQueue, queueOf } from '@calvik/core/queue';
import { useAgreedLogbook, useNow } from '../../state/hooks';
import { queuePlan } from '../../workers/heat-worker';

export interface Queue {
  at: QueueAt;
  prepared: PreparedQueue;
  /** Why no plan could be made; null while there is one, or it is on its way. */
  problem: string | null;
}

/** The queue as it stands now: planned in the worker, anew each minute and at each entry; until then by the plan of a moment ago. */
export function useQueue(event: TrackEvent): Queue {
  const logbook = useAgreedLogbook();
  const now = useNow(60_000);
  const prepared = useMemo(() => prepareQueue(logbook, event, new Date(now).toISOString()), [logbook, event, now]);
  const [plan, setPlan] = useState<QueuePlan | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    let isShown = true;
    queuePlan(prepared.case, prepared.after).then(
      (found) => {
        if (!isShown) return;
        setPlan(found);
        setProblem(null);
      },
      (error: unknown) => isShown && setProblem(error instanceof Error ? error.message : 'It could not be planned.'),
    );
    return () => {
      isShown = false;
    };
  }, [prepared]);
  const at = useMemo(() => queueOf(logbook, event, prepared, plan), [logbook, event, prepared, plan]);
  return { at, prepared, problem };
}
