import { EventEmitter } from 'node:events';
import type { InstrumentStop } from '@calvik/words/problems';

export type StreamEvent<T> = { type: 'sample'; sample: T } | { type: 'stopped'; reason: InstrumentStop };

/** An instrument that goes on reporting until it is stopped or has nothing more to say. Keeps what it said for late listeners. */
export class StreamRun<T> extends EventEmitter {
  readonly events: StreamEvent<T>[] = [];
  finished = false;
  private readonly timer: NodeJS.Timeout;

  /** @param everyMs real milliseconds between two samples */
  constructor(
    readonly id: string,
    private readonly source: Iterator<T>,
    everyMs: number,
    private readonly last: InstrumentStop = 'switchedOff',
  ) {
    super();
    this.timer = setInterval(() => this.step(), Math.max(5, everyMs));
    this.timer.unref();
  }

  private step(): void {
    const next = this.source.next();
    if (next.done) this.stop(this.last);
    else this.tell({ type: 'sample', sample: next.value });
  }

  private tell(event: StreamEvent<T>): void {
    this.events.push(event);
    this.emit('event', event);
  }

  stop(reason: InstrumentStop): void {
    if (this.finished) return;
    this.finished = true;
    clearInterval(this.timer);
    this.tell({ type: 'stopped', reason });
  }
}
