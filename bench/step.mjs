/** First paint of a step of the guided service, and of what lasts of a car, against the run-up page of the same server in the same run. */
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
const worn = changes.find((c) => c.collection === 'cars' && c.body.name === 'Lunde-Orr Tessaro').body;
const browser = await chromium.launch({
  executablePath,
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
});

/**
 * From a cold start until the page itself stands, ms: asked of the page at every frame. (What Playwright waits with asks at longer and longer
 * intervals, half a second at last, and was most of what this measured.)
 */
async function firstPaint(path, { selector, text }) {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const page = await context.newPage();
  await page.addInitScript(
    ([wanted, words]) => {
      const look = () => {
        const found = [...document.querySelectorAll(wanted)].some((e) => e.textContent.includes(words));
        if (found) window.stood = performance.now();
        else requestAnimationFrame(look);
      };
      requestAnimationFrame(look);
    },
    [selector, text],
  );
  await page.goto(url + path);
  const took = await (await page.waitForFunction(() => window.stood)).jsonValue();
  await context.close();
  return took;
}
const pages = [
  { title: 'run-up', path: '/', what: { selector: '[data-testid^="run-up-car-"]', text: '' } },
  ...[
    ['pads.FL', 'Pads, left front'],
    ['wheels', 'Wheel nuts'],
  ].map(([key, title]) => ({
    title,
    path: `/service/${job.id}/${key}`,
    what: { selector: 'h1, [role="heading"]', text: title },
    aim: 1.2,
  })),
  {
    title: 'What lasts',
    path: `/cars/${worn.id}/wear`,
    what: { selector: 'h1, [role="heading"]', text: worn.name },
    aim: 1.3,
  },
];
// In turn, and each round's own ratio: a machine that is slower for a while is so for all pages of a round.
const ROUNDS = 15;
const rounds = [];
for (let i = 0; i <= ROUNDS; i++) {
  const took = [];
  for (const { path, what } of pages) took.push(await firstPaint(path, what));
  if (i > 0) rounds.push(took);
}
const quantile = (values, q) => values.sort((a, b) => a - b)[Math.floor((values.length - 1) * q)];
const of = (k) => rounds.map((took) => took[k]);
for (let k = 1; k < pages.length; k++) {
  const ratios = rounds.map((took) => took[k] / took[0]);
  say(
    `first paint of “${pages[k].title}” from cold: ${quantile(of(k), 0.5).toFixed(0)} ms; run-up page ${quantile(of(0), 0.5).toFixed(0)} ms; ratio ${quantile(ratios, 0.5).toFixed(2)}, half of the rounds between ${quantile(ratios, 0.25).toFixed(2)} and ${quantile(ratios, 0.75).toFixed(2)} (aim ≤ ${pages[k].aim})`,
  );
}
await browser.close();
child.kill();
