/** First-load JavaScript, gzipped: the run-up page against a bare Router, Paper and Toolkit page exported in the same run. */
import { readFileSync, readdirSync, rmSync } from 'node:fs';
import { createServer } from 'node:http';
import { extname, join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { chromium } from '@playwright/test';
import { chromium as executablePath, exportWeb, root, say } from '../scripts/lib.mjs';

const types = { '.js': 'text/javascript', '.html': 'text/html', '.svg': 'image/svg+xml', '.json': 'application/json' };

/** What a browser asks for until the page stands: the scripts it loads, gzipped one by one. */
async function firstLoad(dist) {
  const server = createServer((request, response) => {
    const path = request.url === '/' ? '/index.html' : decodeURIComponent(request.url.split('?')[0]);
    try {
      const body = readFileSync(join(dist, path));
      response.setHeader('Content-Type', types[extname(path)] ?? 'application/octet-stream');
      response.end(body);
    } catch {
      response.statusCode = 404;
      response.end();
    }
  });
  await new Promise((done) => server.listen(0, '127.0.0.1', done));
  const browser = await chromium.launch({
    executablePath,
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  const page = await browser.newPage();
  const asked = new Set();
  page.on('request', (request) => request.resourceType() === 'script' && asked.add(new URL(request.url()).pathname));
  await page.goto(`http://127.0.0.1:${server.address().port}/`);
  await page.waitForTimeout(1500);
  await browser.close();
  server.close();
  return [...asked].reduce(
    (sum, path) => sum + gzipSync(readFileSync(join(dist, decodeURIComponent(path))), { level: 9 }).length,
    0,
  );
}

const bare = join(root, 'bench', 'bare-page');
rmSync(join(bare, 'dist'), { recursive: true, force: true });
say('Exporting the bare page …');
await exportWeb(bare);
const floor = await firstLoad(join(bare, 'dist'));
const ours = await firstLoad(join(root, 'app', 'dist'));
const all = readdirSync(join(root, 'app', 'dist', '_expo', 'static', 'js', 'web')).length;
say(
  `first-load JavaScript, gzipped: ${(ours / 1024).toFixed(0)} kB of ${all} files; bare page ${(floor / 1024).toFixed(0)} kB; ratio ${(ours / floor).toFixed(2)} (aim ≤ 1.25)`,
);
