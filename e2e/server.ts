import { type ChildProcess, spawn } from 'node:child_process';
import { resolve } from 'node:path';
import { noonZone } from './zone';

const root = resolve(__dirname, '..');

/** The real server as its own process, as `npm run demo` and `npm start` run it. */
export class Server {
  private constructor(
    private readonly child: ChildProcess,
    readonly url: string,
    readonly port: number,
  ) {}

  /** @param port 0 for any free one */
  static start({ data, demo, port = 0 }: { data: string; demo: boolean; port?: number }): Promise<Server> {
    const child = spawn(process.execPath, ['--enable-source-maps', 'server/dist/main.cjs'], {
      cwd: root,
      env: {
        ...process.env,
        PORT: String(port),
        CALVIK_DATA: data,
        CALVIK_DEMO: demo ? '1' : '0',
        CALVIK_DEMO_TIME_ZONE: noonZone,
        CALVIK_INSTRUMENT_SPEED: '15',
        LOG_LEVEL: 'error',
      },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    return new Promise((done, fail) => {
      let output = '';
      const hear = (chunk: Buffer): void => {
        output += chunk.toString();
        const match = /http:\/\/localhost:(\d+)/.exec(output);
        if (match) done(new Server(child, match[0], Number(match[1])));
      };
      child.stdout.on('data', hear);
      child.stderr.on('data', hear);
      child.on('exit', (code) => fail(new Error(`The server ended with ${code}: ${output}`)));
    });
  }

  /** Ends it. SIGKILL is a power cut as far as a process can have one. */
  stop(signal: 'SIGTERM' | 'SIGKILL' = 'SIGTERM'): Promise<void> {
    return new Promise((done) => {
      if (this.child.exitCode !== null || this.child.signalCode !== null) return done();
      this.child.on('exit', () => done());
      this.child.kill(signal);
    });
  }
}
