/** Solves one planning problem in a thread of its own: the solver blocks whatever it runs in. */
import { parentPort, workerData } from 'node:worker_threads';
import { type Plan, type Problem, highsSolver, scoreOf, solveSchedule } from '@calvik/core/schedule/solver';

export interface PlannerTask {
  problem: Problem;
  seconds: number;
  gap: number;
  /** Set to 1 to stop with the best plan so far. */
  stop: SharedArrayBuffer;
}

async function main(): Promise<void> {
  const { problem, seconds, gap, stop } = workerData as PlannerTask;
  const flag = new Int32Array(stop);
  const solver = await highsSolver();
  let told: Plan | null = null;
  const solved = solveSchedule(problem, {
    solver,
    clock: () => performance.now() / 1000,
    seconds,
    gap,
    shouldStop: () => Atomics.load(flag, 0) === 1,
    onProgress: ({ plan, ...progress }) => {
      parentPort!.postMessage({
        progress: { ...progress, unscheduled: plan.unscheduled.length, visits: plan.visits.length },
      });
      // The solver cannot be interrupted everywhere: what is found goes out at once.
      if (plan !== told) parentPort!.postMessage({ best: { ...progress, plan, score: scoreOf(problem, plan) } });
      told = plan;
    },
  });
  parentPort!.postMessage({ solved });
}

void main();
