/** The worker that computes heat: one for the page, a new one after something was cancelled. */
import { type Remote, proxy, wrap } from 'comlink';
import type { HeatTasks } from './heat-tasks';

let worker: Worker | null = null;
let remote: Remote<HeatTasks> | null = null;

/** Where there are no workers (in tests) the same functions run here: whoever has loaded them says so. */
let here: HeatTasks | null = null;
export const computeHere = (functions: HeatTasks): void => {
  here = functions;
};

async function tasks(): Promise<Remote<HeatTasks> | HeatTasks> {
  if (typeof Worker === 'undefined') {
    if (!here) throw new Error('Heat cannot be computed here.');
    return here;
  }
  if (!remote) {
    worker = new Worker(new URL('./heat.worker', window.location.href));
    remote = wrap<HeatTasks>(worker);
  }
  return remote;
}

/** Ends whatever is being computed; who waits for it is not answered. */
export function cancelHeat(): void {
  worker?.terminate();
  worker = null;
  remote = null;
}

type Run = ReturnType<HeatTasks['run']>;
export const runHeatCase = async (
  c: Parameters<HeatTasks['run']>[0],
  certaintyPercent: number,
  progress: (share: number) => void,
): Promise<Run> => (await tasks()).run(c, certaintyPercent, typeof Worker === 'undefined' ? progress : proxy(progress));

export const helpForCase = async (...args: Parameters<HeatTasks['help']>): Promise<ReturnType<HeatTasks['help']>> =>
  (await tasks()).help(...args);
export const outlookOfCase = async (
  ...args: Parameters<HeatTasks['outlook']>
): Promise<ReturnType<HeatTasks['outlook']>> => (await tasks()).outlook(...args);
export const previewTrace = async (...args: Parameters<HeatTasks['trace']>): Promise<ReturnType<HeatTasks['trace']>> =>
  (await tasks()).trace(...args);
