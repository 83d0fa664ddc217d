/**
 * What a page costs a phone's processor, by Lighthouse (mobile emulation, processor slowed four times): the run-up, a step and an event day against a bare
 * Router, Paper and Toolkit page, both served by the same program, in one run. The median of several rounds, page after page in turn.
 */
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { chromium as executablePath, exportWeb, root, say } from '../scripts/lib.mjs';

const ROUNDS = Number(process.env.CALVIK_ROUNDS ?? 3);
const own = join(root, 'bench', 'lighthouse');
if (!existsSync(join(own, 'node_modules', 'lighthouse'))) {
  say('Installing Lighthouse …');
  const { status } = spawnSync('npm', ['install', '--no-audit', '--no-fund', '--ignore-scripts', '--no-package-lock'], {
    cwd: own,
    stdio: 'inherit',
  });
  if (status !== 0) process.exit(status ?? 1);
}
const { default: lighthouse } = await import(pathToFileURL(join(own, 'node_modules/lighthouse/core/index.js')).href);
const { launch } = await import(pathToFileURL(join(own, 'node_modules/chrome-launcher/dist/index.js')).href);

const bare = join(root, 'bench', 'bare-page');
if (!existsSync(join(bare, 'dist', 'index.html'))) await exportWeb(bare);

/** The server with an interface to serve: Calvik's own, or the bare page. */
async function serve(statics) {
  const child = spawn(process.execPath, ['server/dist/main.cjs'], {
    cwd: root,
    env: {
      ...process.env,
      PORT: '0',
      CALVIK_DATA: join(mkdtempSync(join(tmpdir(), 'calvik-work-')), 'demo.sqlite'),
      CALVIK_DEMO: '1',
      ...(statics ? { CALVIK_STATIC: statics } : {}),
    },
  });
  const url = await new Promise((done) =>
    child.stdout.on('data', (chunk) => {
      const found = /http:\/\/localhost:\d+/.exec(String(chunk))?.[0];
      if (found) done(found);
    }),
  );
  return { url, stop: () => child.kill('SIGTERM') };
}

const median = (list) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)];

const ours = await serve(null);
const floor = await serve(join(bare, 'dist'));
const { changes } = await (await fetch(`${ours.url}/api/changes?limit=5000`)).json();
const bodies = (collection) => changes.filter((c) => c.collection === collection).map((c) => c.body);
const job = bodies('jobs')
  .filter((j) => j.kind === 'service')
  .sort((a, b) => b.startAt.localeCompare(a.startAt))[0];
const today = new Date().toISOString().slice(0, 10);
const event = bodies('events').find((e) => e.startDate <= today && today <= e.endDate) ?? bodies('events')[0];
const pages = [
  ['bare page', `${floor.url}/`],
  ['run-up', `${ours.url}/`],
  ['step', `${ours.url}/service/${job.id}/pads.FL`],
  ['event day', `${ours.url}/events/${event.id}/day`],
];
const taken = new Map(pages.map(([name]) => [name, { blocked: [], quiet: [], paint: [] }]));
const profile = mkdtempSync(join(tmpdir(), 'calvik-chromium-'));
const chrome = await launch({
  chromePath: executablePath,
  userDataDir: profile,
  chromeFlags: ['--headless=new', '--no-sandbox', '--disable-gpu', '--disable-background-networking', '--disable-quic'],
});
try {
  for (let round = 0; round < ROUNDS; round++)
    for (const [name, url] of pages) {
      const result = await lighthouse(url, {
        port: chrome.port,
        onlyAudits: ['total-blocking-time', 'interactive', 'largest-contentful-paint'],
        logLevel: 'error',
      });
      const of = (audit) => result.lhr.audits[audit].numericValue ?? Number.NaN;
      const found = {
        blocked: of('total-blocking-time'),
        quiet: of('interactive'),
        paint: of('largest-contentful-paint'),
      };
      // The first page of a cold browser is now and then not seen at all: that round says nothing of it.
      for (const [what, ms] of Object.entries(found)) if (Number.isFinite(ms)) taken.get(name)[what].push(ms);
    }
} finally {
  chrome.kill();
  ours.stop();
  floor.stop();
  rmSync(profile, { recursive: true, force: true });
}
const base = taken.get('bare page');
const row = (name, values) => {
  const shown = ['blocked', 'quiet', 'paint'].map((what) => {
    const ms = median(values[what]);
    return `${what} ${(ms / 1000).toFixed(2)} s (${(ms / median(base[what])).toFixed(2)})`;
  });
  say(`${name.padEnd(10)} ${shown.join(', ')}`);
};
for (const [name, values] of taken) row(name, values);
say('aims: run-up blocked and quiet ≤ 1.5, paint of run-up, step and event day ≤ 1.4 of the bare page');
