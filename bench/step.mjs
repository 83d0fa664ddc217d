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
  const times = [];
  for (let i = 0; i < 7; i++) {
    const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
    const page = await context.newPage();
    await page.goto(url + path);
    await what(page).waitFor();
    times.push(await page.evaluate(() => performance.now()));
    await context.close();
  }
  return times.sort((a, b) => a - b)[3];
}
const runUp = await firstPaint('/', (page) => page.locator('[data-testid^="run-up-car-"]').first());
for (const [key, title] of [
  ['pads.FL', 'Pads, left front'],
  ['wheels', 'Wheel nuts'],
]) {
  const ours = await firstPaint(`/service/${job.id}/${key}`, (page) =>
    page.getByRole('heading', { name: title, level: 1 }),
  );
  say(
    `first paint of “${title}” from cold: ${ours.toFixed(0)} ms; run-up page ${runUp.toFixed(0)} ms; ratio ${(ours / runUp).toFixed(2)} (aim ≤ 1.5)`,
  );
}
await browser.close();
child.kill();
