/** The worker that computes heat: one for the page, a new one after something was cancelled. */
import { type Remote, proxy, wrap } from 'comlink';
import type { HeatTasks } from './heat-tasks';

let worker: Worker | null = null;
let remote: Remote<HeatTasks> | null = null;
/** Fails when the worker does: its code may not be there without a connection. */
let failure: Promise<never> | null = null;

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
    const started = worker;
    failure = new Promise((_, fail) =>
      started.addEventListener('error', () => {
        cancelHeat();
        fail(new Error('What computes this could not be loaded. Try again when there is a connection.'));
      }),
    );
    failure.catch(() => undefined);
    remote = wrap<HeatTasks>(worker);
  }
  return remote;
}

/** Starts the worker before it is wanted: loading it takes longer than what a page asks of it. */
export const startHeatWorker = (): void => void tasks().catch(() => undefined);

/** Ends whatever is being computed; who waits for it is not answered. */
export function cancelHeat(): void {
  worker?.terminate();
  worker = null;
  remote = null;
}

/** A call of the worker, or why there is none. */
async function ask<T>(call: (tasks: Remote<HeatTasks> | HeatTasks) => T | Promise<T>): Promise<T> {
  const found = await tasks();
  return Promise.race([call(found), ...(failure ? [failure] : [])]);
}

type Run = ReturnType<HeatTasks['run']>;
export const runHeatCase = async (
  c: Parameters<HeatTasks['run']>[0],
  certaintyPercent: number,
  progress: (share: number) => void,
): Promise<Run> => ask((t) => t.run(c, certaintyPercent, typeof Worker === 'undefined' ? progress : proxy(progress)));

export const helpForCase = async (...args: Parameters<HeatTasks['help']>): Promise<ReturnType<HeatTasks['help']>> =>
  ask((t) => t.help(...args));
export const outlookOfCase = async (
  ...args: Parameters<HeatTasks['outlook']>
): Promise<ReturnType<HeatTasks['outlook']>> => ask((t) => t.outlook(...args));
export const sessionHeat = async (
  ...args: Parameters<HeatTasks['sessionHeat']>
): Promise<ReturnType<HeatTasks['sessionHeat']>> => ask((t) => t.sessionHeat(...args));
export const previewTrace = async (...args: Parameters<HeatTasks['trace']>): Promise<ReturnType<HeatTasks['trace']>> =>
  ask((t) => t.trace(...args));
export const countDrive = async (
  ...args: Parameters<HeatTasks['countFile']>
): Promise<ReturnType<HeatTasks['countFile']>> => ask((t) => t.countFile(...args));
export const queuePlan = async (
  ...args: Parameters<HeatTasks['queuePlan']>
): Promise<ReturnType<HeatTasks['queuePlan']>> => ask((t) => t.queuePlan(...args));
