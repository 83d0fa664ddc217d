import { join } from 'node:path';
import { Piscina } from 'piscina';
import type { TraceColumns, TracePoint } from '@calvik/core/traces';
import { Problem } from '../problems';
import type { DrivePreview, ReadAnswer, ReadTask } from './read-worker';

/** Whoever has not been read by then is given up, ms. */
const AT_MOST_MS = 30_000;
/** Memory of one thread, MB: a million points with forty columns fit. */
const MEMORY_MB = 1024;

/** Reads drives in threads of their own, with limits of time and memory: whatever is sent, the server goes on answering. */
export class DriveReader {
  private pool: Piscina | null = null;

  /** Only when something is to be read, and gone a while after. */
  private get threads(): Piscina {
    this.pool ??= new Piscina({
      filename: join(__dirname, 'read-thread.cjs'),
      maxThreads: 2,
      minThreads: 0,
      maxQueue: 20,
      idleTimeout: 30_000,
      resourceLimits: { maxOldGenerationSizeMb: MEMORY_MB },
    });
    return this.pool;
  }

  private async read(task: ReadTask): Promise<Extract<ReadAnswer, { problem: null }>> {
    let answer: ReadAnswer;
    try {
      answer = (await this.threads.run(task, { signal: AbortSignal.timeout(AT_MOST_MS) })) as ReadAnswer;
    } catch {
      // Out of time, out of memory, or too many wait: the file is too much, whatever is in it.
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
