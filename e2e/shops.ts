/** Data files that cases begin with, one per story, made once a run; and a shop for each case, opened on a copy of one. */
import { type ChildProcess, fork } from 'node:child_process';
import { copyFileSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';

/**
 * `demo`: the invented shop. `empty`: nobody and nothing. `eventDay`: the invented shop again, loaded as the case begins: an event goes on in it, and what
 * is read at a car goes by the minutes since it came in.
 */
export const stories = ['demo', 'empty'] as const;
export type Story = (typeof stories)[number] | 'eventDay';

const folder = (): string => process.env['CALVIK_STORIES']!;
export const storyFile = (story: (typeof stories)[number]): string => join(folder(), `${story}.sqlite`);

export const newDataFile = (story: Story): string => {
  const file = join(mkdtempSync(join(tmpdir(), 'calvik-e2e-')), 'data.sqlite');
  copyFileSync(storyFile(story === 'eventDay' ? 'empty' : story), file);
  return file;
};

export interface Shop {
  url: string;
  close: () => Promise<void>;
}

type Answer = { id: number; port?: number; failed?: string };

/** The server process of one worker. */
export class Host {
  private asked = 0;
  private readonly waiting = new Map<number, (answer: Answer) => void>();

  private constructor(private readonly child: ChildProcess) {
    child.on('message', (answer: Answer) => this.waiting.get(answer.id)?.(answer));
    child.on('exit', (code) => {
      for (const [id, answered] of this.waiting) answered({ id, failed: `The server process ended with ${code}.` });
    });
  }

  static start(): Host {
    return new Host(fork(join(__dirname, 'host.mjs'), { execArgv: ['--enable-source-maps'] }));
  }

  private async ask(what: object): Promise<Answer> {
    const id = (this.asked += 1);
    const answer = await new Promise<Answer>((answered) => {
      this.waiting.set(id, answered);
      this.child.send({ id, ...what });
    });
    this.waiting.delete(id);
    if (answer.failed) throw new Error(answer.failed);
    return answer;
  }

  /** Opens a copy of a story's data file. */
  async open(story: Story, instrumentSpeed = 60): Promise<Shop> {
    const file = newDataFile(story);
    const { port } = await this.ask({ open: file, speed: instrumentSpeed, load: story === 'eventDay' });
    return {
      url: `http://localhost:${port}`,
      close: async () => {
        await this.ask({ close: port });
        rmSync(dirname(file), { recursive: true, force: true });
      },
    };
  }

  end(): void {
    this.child.disconnect();
  }
}
