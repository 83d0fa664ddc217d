/** First paint of a step of the guided service, against the run-up page of the same server in the same run. */
import { spawn } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { chromium as executablePath, root, say } from '../scripts/lib.mjs';

const child = spawn(process.execPath, ['--enable-source-maps', 'server/dist/main.cjs'], {
  cwd: root,
  env: {
    ...process.env,
    PORT: '0',
    CALVIK_DATA: join(mkdtempSync(join(tmpdir(), 'calvik-step-')), 'demo.sqlite'),
    CALVIK_DEMO: '1',
  },
});
const url = await new Promise((done) =>
  child.stdout.on('data', (chunk) => {
    const found = /http:\/\/localhost:\d+/.exec(String(chunk))?.[0];
    if (found) done(found);
  }),
);
const { changes } = await (await fetch(`${url}/api/changes?limit=5000`)).json();
const job = changes
  .filter((c) => c.collection === 'jobs' && c.body.kind === 'service')
  .map((c) => c.body)
  .sort((a, b) => b.startAt.localeCompare(a.startAt))[0];
const browser = await chromium.launch({
  executablePath,
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
});

/** Until the page's own heading stands, from a cold start, ms. */
async function firstPaint(path, what) {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const page = await context.newPage();
  await page.goto(url + path);
  await what(page).waitFor();
  const took = await page.evaluate(() => performance.now());
  await context.close();
  return took;
}
const pages = [
  { title: 'run-up', path: '/', what: (page) => page.locator('[data-testid^="run-up-car-"]').first() },
  ...[
    ['pads.FL', 'Pads, left front'],
    ['wheels', 'Wheel nuts'],
  ].map(([key, title]) => ({
    title,
    path: `/service/${job.id}/${key}`,
    what: (page) => page.getByRole('heading', { name: title, level: 1 }),
  })),
];
// In turn: a machine that is slower for a while is so for all of them.
const ROUNDS = 9;
const times = pages.map(() => []);
for (let i = 0; i <= ROUNDS; i++)
  for (const [k, { path, what }] of pages.entries()) {
    const took = await firstPaint(path, what);
    if (i > 0) times[k].push(took);
  }
const [runUp, ...steps] = times.map((all) => all.sort((a, b) => a - b)[Math.floor(ROUNDS / 2)]);
steps.forEach((ours, k) =>
  say(
    `first paint of “${pages[k + 1].title}” from cold: ${ours.toFixed(0)} ms; run-up page ${runUp.toFixed(0)} ms; ratio ${(ours / runUp).toFixed(2)} (aim ≤ 1.2)`,
  ),
);
await browser.close();
child.kill();
