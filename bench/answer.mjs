/** A paddock queue of thirty cars: from the page's first paint until every car has its time, against that first paint. */
import { spawn } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { chromium as executablePath, root, say } from '../scripts/lib.mjs';

const CARS = 30;
const ROUNDS = 9;
const child = spawn(process.execPath, ['--enable-source-maps', 'server/dist/main.cjs'], {
  cwd: root,
  env: {
    ...process.env,
    PORT: '0',
    CALVIK_DATA: join(mkdtempSync(join(tmpdir(), 'calvik-queue-')), 'demo.sqlite'),
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
const event = changes.find((c) => c.collection === 'events' && c.body.name === 'Pellmoor club day').body;
const works = ['bleed', 'findFault', 'boilingTest', 'reTorque', 'flush', 'other'];
for (let i = 0; i < CARS; i++) {
  const id = `01900000-0000-7000-8000-${(0xabc000 + i).toString(16).padStart(12, '0')}`;
  const saved = await fetch(`${url}/api/queueEntries/${id}`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({
      id,
      version: 0,
      archived: false,
      eventId: event.id,
      carId: null,
      walkIn: { driver: `Driver ${i}`, car: `Walk-in ${i}` },
      wants: [{ work: works[i % works.length], axle: null }],
      arrivedAt: new Date(Date.now() - i * 120_000).toISOString(),
      group: i % 2 ? 'A' : 'B',
      fluidGrade: 'DOT 4',
    }),
  });
  if (!saved.ok) throw new Error(await saved.text());
}
const browser = await chromium.launch({
  executablePath,
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
});
const quantile = (values, q) => [...values].sort((a, b) => a - b)[Math.floor((values.length - 1) * q)];
const rounds = [];
for (let i = 0; i <= ROUNDS; i++) {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const page = await context.newPage();
  await page.addInitScript((wanted) => {
    const look = () => {
      const times = [...document.querySelectorAll('[data-testid="back-by"]')];
      if (times.length >= wanted) window.stood ??= performance.now();
      if (times.length >= wanted && times.every((t) => /^\d\d:\d\d$/.test(t.textContent))) {
        window.answered = performance.now();
        return;
      }
      requestAnimationFrame(look);
    };
    requestAnimationFrame(look);
  }, CARS);
  await page.goto(`${url}/events/${event.id}/queue`);
  await page.waitForFunction(() => window.answered);
  const [stood, answered] = await page.evaluate(() => [window.stood, window.answered]);
  await context.close();
  if (i > 0) rounds.push({ stood, ratio: (answered - stood) / stood });
}
const ratios = rounds.map((r) => r.ratio);
say(
  `queue of ${CARS} and the demo's: first paint ${quantile(
    rounds.map((r) => r.stood),
    0.5,
  ).toFixed(
    0,
  )} ms; until every car has its time ${quantile(ratios, 0.5).toFixed(2)} of that, half of the rounds between ${quantile(ratios, 0.25).toFixed(2)} and ${quantile(ratios, 0.75).toFixed(2)} (aim ≤ 0.3)`,
);
await browser.close();
child.kill();
