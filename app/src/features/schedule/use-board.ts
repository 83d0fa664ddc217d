import { useMemo, useState } from 'react';
import { type Logbook, dateIn, plusDays, weekdayOf } from '@calvik/core';
import { type PlanAnswer, unplannedWork } from '@calvik/core/run-up';
import { handsOf, whenOf } from '../../records/job-words';
import { useLogbook, useToday } from '../../state/hooks';
import { useWide } from '../../ui/screen';
import { noFilters, showsJob, showsUnplanned } from './board-filters';
import type { BoardRow } from './timeline-block';

/** What the board shows: which days, whose rows, which jobs, and what nobody has planned; with a proposal as if it had been taken. */
export function useBoard(proposal: PlanAnswer | null, startsOn: string | undefined) {
  const logbook = useLogbook();
  const today = useToday();
  const wide = useWide();
  const [day, setDay] = useState(startsOn ?? today);
  const [by, setBy] = useState<'crew' | 'lift'>('crew');
  const [filters, setFilters] = useState(noFilters);
  const [span, setSpan] = useState<'day' | 'week'>('day');
  const { timeZone } = logbook.shop;
  const step = wide && span === 'week' ? 7 : 1;
  const first = step === 7 ? plusDays(day, -weekdayOf(day)) : day;
  const days = Array.from({ length: step }, (_, i) => plusDays(first, i));
  const proposed = useMemo(
    () => (proposal ? proposalWords(logbook, proposal) : new Map<string, string>()),
    [logbook, proposal],
  );
  const dropped = new Set(proposal?.drop.map((j) => j.id));
  const jobs = [
    ...[...logbook.jobs.values()].filter((j) => !j.archived && !proposed.has(j.id) && !dropped.has(j.id)),
    ...(proposal?.jobs.filter((j) => proposed.has(j.id)) ?? []),
  ]
    .filter((j) => days.includes(dateIn(j.startAt, timeZone)) && showsJob(logbook, filters, j))
    .sort((a, b) => a.startAt.localeCompare(b.startAt));
  const unplanned = useMemo(
    () => (!proposal ? unplannedWork(logbook, today).filter((u) => showsUnplanned(logbook, filters, u)) : []),
    [logbook, today, filters, proposal],
  );
  const rows: BoardRow[] = [
    ...[...(by === 'crew' ? logbook.crew : logbook.lifts).values()]
      .filter((r) => !r.archived && (by === 'lift' || filters.crewId === '' || r.id === filters.crewId))
      .sort((a, b) => a.name.localeCompare(b.name))
      .map((r) => ({ id: r.id, name: r.name, by })),
    ...(by === 'lift' ? [{ id: '', name: 'No lift', by }] : []),
  ];
  return {
    day,
    setDay,
    by,
    setBy,
    filters,
    setFilters,
    span,
    setSpan,
    /** Days that one step leads on: one, or a week. */
    step,
    days,
    jobs,
    rows,
    /** Jobs of somebody who has left: in a row of their own until they are given to somebody. */
    left: by === 'crew' ? jobs.filter((j) => logbook.crew.get(j.crewId)?.archived ?? true) : [],
    /** What nobody has planned that could be done on the days shown. */
    unplanned: unplanned.filter(
      (u) => filters.isUnplannedOnly || u.items.some((i) => i.earliest <= days.at(-1)! && i.latest >= days[0]!),
    ),
    proposed,
  };
}
export type Board = ReturnType<typeof useBoard>;

/** What a proposal changes, job by job: where each stood before, or that it is new. */
function proposalWords(logbook: Logbook, { jobs, moved }: PlanAnswer): Map<string, string> {
  const from = new Map(moved.map((m) => [m.job.id, m.from]));
  return new Map(
    jobs.flatMap((job): [string, string][] => {
      const was = from.get(job.id);
      if (was) return [[job.id, `was ${whenOf(logbook, was)}, ${handsOf(logbook, was)}`]];
      return logbook.jobs.has(job.id) ? [] : [[job.id, 'new']];
    }),
  );
}
