import { useRouter } from 'expo-router';
import { useEffect, useRef, useState } from 'react';
import { counted } from '@calvik/words';
import type { PlanAnswer, PlanRun } from '@calvik/core/run-up';
import * as api from '../../api/client';
import { useCrewOnDuty, useLogbook, useSync } from '../../state/hooks';
import { read, remove, write } from '../../state/storage';
import { routes } from '../../routes';
import { remember } from './undo';

const POLL_MS = 400;
/** The search that this device waits for: it goes on while somebody looks elsewhere. */
const RUN_KEY = 'calvik.plan';

const message = (error: unknown): string => (error instanceof Error ? error.message : String(error));

/** The search for a plan that this device has started: how far it is, what it proposes, and taking it. */
export function usePlanRun(): {
  run: PlanRun | null;
  /** What is proposed and still stands; null while it is searched for, or when something has changed since. */
  proposal: PlanAnswer | null;
  start: (seconds: number) => Promise<void>;
  stop: () => Promise<void>;
  take: (answer: PlanAnswer) => Promise<void>;
  taking: boolean;
  problem: string | null;
} {
  const router = useRouter();
  const logbook = useLogbook();
  const sync = useSync();
  const crew = useCrewOnDuty();
  const [runId, setRunId] = useState(() => read<string>(RUN_KEY));
  const [run, setRun] = useState<PlanRun | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [taking, setTaking] = useState(false);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);

  useEffect(() => {
    if (!runId) return;
    let isShown = true;
    const look = async (): Promise<void> => {
      try {
        const now = await api.planRun(runId);
        if (!isShown) return;
        setRun(now);
        if (now.state === 'working') timer.current = setTimeout(() => void look(), POLL_MS);
      } catch (error) {
        if (!isShown) return;
        remove(RUN_KEY);
        setRun(null);
        setRunId(null);
        if (!(error instanceof api.ApiProblem && error.status === 404)) setProblem(message(error));
      }
    };
    void look();
    return () => {
      isShown = false;
      clearTimeout(timer.current);
    };
    // Asked again whenever anything has changed: a plan for what was is out of date.
  }, [runId, logbook]);

  return {
    run,
    proposal: run?.state === 'done' && !run.isOutOfDate ? run.answer : null,
    problem,
    taking,
    start: async (seconds) => {
      setProblem(null);
      setRun(null);
      try {
        const started = await api.startPlan(seconds);
        write(RUN_KEY, started.id);
        setRunId(started.id);
      } catch (error) {
        setProblem(message(error));
      }
    },
    stop: async () => {
      if (runId) await api.stopPlan(runId).catch((error: unknown) => setProblem(message(error)));
    },
    take: async (answer) => {
      setTaking(true);
      try {
        const was = (id: string) => logbook.jobs.get(id) ?? null;
        const before = [
          ...answer.jobs.map((job) => ({ id: job.id, job: was(job.id), after: job })),
          ...answer.drop.flatMap(({ id }) => {
            const job = was(id);
            return job ? [{ id, job, after: { ...job, archived: true } }] : [];
          }),
        ];
        await api.takePlan(runId!, { by: crew?.id ?? null, at: new Date().toISOString() });
        remember({ text: `Plan of ${counted(answer.jobs.length, 'visit')} taken`, before });
        remove(RUN_KEY);
        setRun(null);
        setRunId(null);
        await sync.read();
        router.navigate(routes.board);
      } catch (error) {
        setProblem(message(error));
      }
      setTaking(false);
    },
  };
}
