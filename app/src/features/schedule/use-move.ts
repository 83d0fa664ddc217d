import { useState } from 'react';
import type { Finding, Job } from '@calvik/core';
import { slotFindings } from '@calvik/core/run-up';
import { useLogbook, useSync, useToday } from '../../state/hooks';
import { remember } from './undo';

/** A job on its way to another place, and every rule that the place would break. */
export interface Move {
  from: Job;
  to: Job;
  objections: Finding[];
}

/** Moving jobs: judged at once, saved when nothing is against it, else when somebody says so; each can be taken back. */
export function useMove(): {
  judge: (to: Job) => Finding[];
  /** A move that waits for an answer, as it would break a rule. */
  asked: Move | null;
  move: (from: Job, to: Job, text: string) => void;
  answer: (isAgreed: boolean) => void;
  problem: string | null;
} {
  const logbook = useLogbook();
  const sync = useSync();
  const today = useToday();
  const [asked, setAsked] = useState<(Move & { text: string }) | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const judge = (to: Job): Finding[] => slotFindings(logbook, to, today);
  const save = async (from: Job, to: Job, text: string): Promise<void> => {
    const result = await sync.save('jobs', to, logbook.jobs.has(from.id) ? from : undefined);
    setProblem(result.state === 'refused' ? result.sentence : null);
    if (result.state !== 'refused')
      remember({ text, before: [{ id: from.id, job: from.version === 0 ? null : from, after: to }] });
  };
  return {
    judge,
    asked,
    problem,
    move: (from, to, text) => {
      const objections = judge(to);
      if (objections.length > 0) setAsked({ from, to, objections, text });
      else void save(from, to, text);
    },
    answer: (isAgreed) => {
      if (asked && isAgreed) void save(asked.from, asked.to, asked.text);
      setAsked(null);
    },
  };
}
