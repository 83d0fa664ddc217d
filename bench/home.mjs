/** The run-up page in a browser with the large shop: when it can be used, and how long its longest tasks are. */
import { spawn } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { chromium as executablePath, root, run, say } from '../scripts/lib.mjs';

const folder = mkdtempSync(join(tmpdir(), 'calvik-home-'));
const large = join(folder, 'large.sqlite');
await run(process.execPath, [
  '--import',
  'tsx',
  '-e',
  `import('./bench/generate.ts').then((m) => (m.generate ?? m.default.generate)(${JSON.stringify(large)}, new Date().toISOString()))`,
]);

function serve(file, demo) {
  const child = spawn(process.execPath, ['--enable-source-maps', 'server/dist/main.cjs'], {
    cwd: root,
    env: { ...process.env, PORT: '0', CALVIK_DATA: file, CALVIK_DEMO: demo ? '1' : '0' },
  });
  return new Promise((done, fail) => {
    child.stdout.on('data', (chunk) => {
      const url = /http:\/\/localhost:\d+/.exec(String(chunk))?.[0];
      if (url) done({ url, stop: () => child.kill() });
    });
    child.on('exit', fail);
  });
}

async function measure(file, demo) {
  const { url, stop } = await serve(file, demo);
  await (await fetch(`${url}/api/run-up`)).text();
  const browser = await chromium.launch({
    executablePath,
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  const page = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  await page.addInitScript(() => {
    window.tasks = [];
    new PerformanceObserver((list) =>
      list.getEntries().forEach((e) => window.tasks.push([e.startTime, e.duration])),
    ).observe({ type: 'longtask', buffered: true });
  });
  await page.goto(url);
  await page.locator('[data-testid^="run-up-car-"]').first().waitFor();
  const usable = await page.evaluate(() => performance.now());
  await page.waitForTimeout(6000);
  const tasks = await page.evaluate(() => window.tasks);
  await browser.close();
  stop();
  return {
    usable,
    longest: Math.max(0, ...tasks.map(([, d]) => d)),
    over: tasks.filter(([, d]) => d > 100).map(([at, d]) => `${Math.round(d)} ms at ${Math.round(at)}`),
  };
}

const small = await measure(join(folder, 'demo.sqlite'), true);
const big = await measure(large, false);
say(
  `run-up first usable: ${big.usable.toFixed(0)} ms with the large shop, ${small.usable.toFixed(0)} ms with the demo shop; ratio ${(big.usable / small.usable).toFixed(2)}`,
);
say(
  `tasks over 100 ms: large shop ${big.over.length} (${big.over.join(', ') || 'none'}), demo shop ${small.over.length} (${small.over.join(', ') || 'none'})`,
);
