import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import type { Logger } from 'pino';
import { v7 as uuidv7 } from 'uuid';
import type { Logbook } from '@calvik/core';
import { dateIn, instantAt } from '@calvik/core';
import {
  type PlanAnswer,
  type PlanProgress,
  type PlanRun,
  type PlanningCase,
  nextRound,
  planBasis,
  planningCase,
} from '@calvik/core/run-up';
import { type Solved, planAnswer } from '@calvik/core/schedule/solver';

const MAX_RUNS = 10;

/** What plans of a day stand on, whatever the time of day. */
const basisOf = (logbook: Logbook, now: string): string => {
  const { timeZone } = logbook.shop;
  return planBasis(planningCase(logbook, instantAt(dateIn(now, timeZone), '00:00', timeZone)).problem);
};

/** A plan may make wanted what it has not planned: so many rounds at most, the later ones with this much time, s. */
const MOST_ROUNDS = 3;
const LATER_ROUND_S = 5;
/** So long after its time a search may still bring its own end. */
const GRACE_MS = 1500;
/** A plan as the search reports it on its way. */
type Found = Omit<Solved, 'firstAfter' | 'wasStopped'>;

/** Plans under way and lately made; each in a worker thread. */
export class Planner {
  private readonly runs = new Map<
    string,
    Omit<PlanRun, 'isOutOfDate'> & { basis: string; stop: () => void; end: () => void }
  >();

  constructor(private readonly logger: Logger) {}

  /** @param logbook as it stands: a plan that was made for another one is out of date */
  find(id: string, logbook: Logbook, now: string): PlanRun | null {
    const run = this.runs.get(id);
    if (!run) return null;
    const { state, progress, answer, basis } = run;
    return { id, state, progress, answer, isOutOfDate: answer !== null && basis !== basisOf(logbook, now) };
  }

  /** Ends the search; what was found so far becomes the answer. */
  stop(id: string): boolean {
    this.runs.get(id)?.stop();
    return this.runs.has(id);
  }

  stopAll(): void {
    for (const run of this.runs.values()) run.end();
  }

  start(logbook: Logbook, now: string, seconds: number, gap = 0.01): PlanRun {
    const stop = new SharedArrayBuffer(4);
    let worker: Worker | null = null;
    const run = {
      id: uuidv7(),
      state: 'working' as PlanRun['state'],
      progress: null as PlanProgress | null,
      answer: null as PlanAnswer | null,
      basis: basisOf(logbook, now),
      stop: () => void Atomics.store(new Int32Array(stop), 0, 1),
      end: () => void worker?.terminate(),
    };
    const secondsOf = (n: number): number => (n === 1 ? seconds : Math.min(seconds, LATER_ROUND_S));
    const round = (c: PlanningCase, n: number): void => {
      const own = new Worker(join(__dirname, 'thread.cjs'), {
        workerData: { problem: c.problem, seconds: secondsOf(n), gap, stop },
      });
      worker = own;
      let isSolved = false;
      let best: Solved | null = null;
      const end = (solved: Solved): void => {
        if (isSolved) return;
        isSolved = true;
        clearTimeout(late);
        void own.terminate();
        const again = n < MOST_ROUNDS ? nextRound(logbook, c, solved.plan, now) : null;
        if (again) return round(again, n + 1);
        run.answer = planAnswer(logbook, c, solved, uuidv7);
        run.state = 'done';
      };
      // Between two of its checks the solver may take its time: then the best so far is the answer.
      const late = setTimeout(() => best && end(best), secondsOf(n) * 1000 + GRACE_MS);
      own.on('message', (message: { progress?: PlanProgress; best?: Found; solved?: Solved }) => {
        if (message.progress) run.progress = message.progress;
        if (message.best)
          best = { ...message.best, firstAfter: best?.firstAfter ?? message.best.seconds, wasStopped: true };
        if (message.solved) end(message.solved);
      });
      const failed = (): void => {
        clearTimeout(late);
        if (!isSolved && run.state === 'working') run.state = 'failed';
      };
      own.on('error', (error) => {
        this.logger.error(error, 'the search for a plan broke off');
        failed();
      });
      own.on('exit', failed);
    };
    round(planningCase(logbook, now), 1);
    this.runs.set(run.id, run);
    for (const old of [...this.runs.keys()].slice(0, Math.max(0, this.runs.size - MAX_RUNS))) {
      this.runs.get(old)?.end();
      this.runs.delete(old);
    }
    return this.find(run.id, logbook, now)!;
  }
}
