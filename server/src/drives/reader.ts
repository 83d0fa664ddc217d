import { join } from 'node:path';
import { Piscina } from 'piscina';
import type { TraceColumns, TracePoint } from '@calvik/core/traces';
import { Problem } from '../problems';
import type { DrivePreview, ReadAnswer, ReadTask } from './read-worker';

/** When a file is given up, ms; memory of one thread, MB: a million points with forty columns fit. */
const LIMITS = { atMostMs: 30_000, memoryMb: 1024 };

/** Reads drives in threads of their own, with limits of time and memory: whatever is sent, the server goes on answering. */
export class DriveReader {
  private pool: Piscina | null = null;

  constructor(private readonly limits = LIMITS) {}

  /** Only when something is to be read, and gone a while after. */
  private get threads(): Piscina {
    this.pool ??= new Piscina({
      filename: join(__dirname, 'read-thread.cjs'),
      maxThreads: 2,
      minThreads: 0,
      idleTimeout: 30_000,
      resourceLimits: { maxOldGenerationSizeMb: this.limits.memoryMb },
    });
    return this.pool;
  }

  private async read(task: ReadTask): Promise<Extract<ReadAnswer, { problem: null }>> {
    let answer: ReadAnswer;
    try {
      answer = (await this.threads.run(task, { signal: AbortSignal.timeout(this.limits.atMostMs) })) as ReadAnswer;
    } catch (error) {
      const { name, code } = error as { name?: string; code?: string };
      // Out of time or out of memory: the file is too much, whatever is in it. All else is a fault of ours, and said as one.
      if (name !== 'AbortError' && code !== 'ERR_WORKER_OUT_OF_MEMORY') throw error;
      throw new Problem(422, 'traceNotReadable', { why: 'tooMuch', row: null });
    }
    if (answer.problem !== null) throw new Problem(422, 'traceNotReadable', { why: answer.problem, row: answer.row });
    return answer;
  }

  /** @throws Problem 422 where the file is no drive */
  async opens(file: string): Promise<void> {
    await this.read({ file, columns: null, wanted: 'opens' });
  }

  async preview(file: string, columns: TraceColumns | null): Promise<DrivePreview> {
    return (await this.read({ file, columns, wanted: 'preview' })).preview!;
  }

  async points(file: string, columns: TraceColumns | null): Promise<readonly TracePoint[]> {
    return (await this.read({ file, columns, wanted: 'points' })).points;
  }

  async close(): Promise<void> {
    await this.pool?.destroy();
    this.pool = null;
  }
}
