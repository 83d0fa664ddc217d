import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import type { Logger } from 'pino';
import { v7 as uuidv7 } from 'uuid';
import { type Logbook, jobName, placeOf } from '@calvik/core';
import {
  type LeftOut,
  type PlanAnswer,
  type PlanProgress,
  type PlanRun,
  type PlanningCase,
  type WorkItem,
  planningCase,
  proposalOf,
} from '@calvik/core/run-up';
import { type Solved, waysOut } from '@calvik/core/solver';

const MOST_RUNS = 10;
/** With more left out than this the ways out are worked out for the first ones only. */
const MOST_WAYS = 12;

/** Plans under way and lately made; each in a worker thread. */
export class Planner {
  private readonly runs = new Map<string, PlanRun & { stop: () => void; end: () => void }>();

  constructor(private readonly logger: Logger) {}

  find(id: string): PlanRun | null {
    const run = this.runs.get(id);
    return run ? { id: run.id, state: run.state, progress: run.progress, answer: run.answer } : null;
  }

  /** Ends the search; what was found so far becomes the answer. */
  stop(id: string): boolean {
    this.runs.get(id)?.stop();
    return this.runs.has(id);
  }

  stopAll(): void {
    for (const run of this.runs.values()) run.end();
  }

  start(logbook: Logbook, now: string, seconds: number, gap = 0.02): PlanRun {
    const c = planningCase(logbook, now);
    const stop = new SharedArrayBuffer(4);
    const worker = new Worker(join(__dirname, 'thread.cjs'), {
      workerData: { problem: c.problem, seconds, gap, stop },
    });
    const run = {
      id: uuidv7(),
      state: 'working' as PlanRun['state'],
      progress: null as PlanProgress | null,
      answer: null as PlanAnswer | null,
      stop: () => void Atomics.store(new Int32Array(stop), 0, 1),
      end: () => void worker.terminate(),
    };
    worker.on('message', (message: { progress?: PlanProgress; solved?: Solved }) => {
      if (message.progress) run.progress = message.progress;
      if (message.solved) {
        run.answer = answerOf(logbook, c, message.solved);
        run.state = 'done';
        void worker.terminate();
      }
    });
    const failed = (): void => {
      if (run.state === 'working') run.state = 'failed';
    };
    worker.on('error', (error) => {
      this.logger.error(error, 'the search for a plan broke off');
      failed();
    });
    worker.on('exit', failed);
    this.runs.set(run.id, run);
    for (const old of [...this.runs.keys()].slice(0, Math.max(0, this.runs.size - MOST_RUNS))) {
      this.runs.get(old)?.end();
      this.runs.delete(old);
    }
    return this.find(run.id)!;
  }
}

/** What helps where a part comes too late: a set from stock, the maker's rule waived, the work dropped. */
function partWays(logbook: Logbook, item: WorkItem): LeftOut['waysOut'] {
  const axle = item.key.split('.')[1];
  if (item.kind !== 'pads' || item.parts.every((p) => p.source === 'shelf')) return [];
  const sets = [...logbook.padSets.values()].filter(
    (p) =>
      !p.archived && p.axle === axle && p.use === 'track' && p.carId === null && placeOf(logbook, p.id).at === 'shelf',
  );
  return [
    ...sets.map((p) => ({
      kind: 'otherPart' as const,
      minutes: 0,
      text: `Keep ${p.label}, ${p.compound}, from stock for it, if it fits.`,
    })),
    { kind: 'drop' as const, minutes: 0, text: 'Drop it with a reason, and tell the organiser and the customer.' },
  ];
}

function answerOf(logbook: Logbook, c: PlanningCase, solved: Solved): PlanAnswer {
  const fixedTitle = (id: string): string => {
    const job = logbook.jobs.get(id);
    return job ? `${jobName[job.kind].toLowerCase()} of ${logbook.cars.get(job.carId)?.name ?? 'a car'}` : 'a job';
  };
  const leftOut = solved.plan.unscheduled.map((task, i): LeftOut => {
    const item = c.items.get(task.id)!;
    const waitsFor = task.after.find((a) => solved.plan.unscheduled.some((t) => t.id === a.id));
    return {
      bookingId: item.bookingId,
      carId: item.carId,
      key: item.key,
      title: item.title,
      why: waitsFor
        ? `Comes after ${c.items.get(waitsFor.id)!.title.toLowerCase()}, which does not fit.`
        : 'No room with the crew and the lifts that there are, in its window.',
      waysOut: i < MOST_WAYS && !waitsFor ? waysOut(c.problem, solved.plan, task, fixedTitle) : [],
    };
  });
  // What only waits for something else that cannot be done is no decision of its own.
  const impossible = c.impossible
    .filter((i) => !i.impossible!.startsWith('Waits for'))
    .map((item): LeftOut => ({
      bookingId: item.bookingId,
      carId: item.carId,
      key: item.key,
      title: item.title,
      why: item.impossible!,
      waysOut: partWays(logbook, item),
    }));
  const { plan, score, gap, seconds, firstAfter, wasStopped } = solved;
  return {
    ...proposalOf(logbook, c, plan, () => uuidv7()),
    leftOut: [...leftOut, ...impossible],
    forDriver: c.forDriver.map(({ bookingId, carId, title }) => ({ bookingId, carId, title })),
    score,
    gap,
    seconds,
    firstAfter,
    wasStopped,
  };
}
