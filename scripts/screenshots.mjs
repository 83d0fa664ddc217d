/** `npm run screenshots`: one current picture of each main view from the demo shop, into docs/screenshots/. */
import { spawn } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium as executablePath, ensureBuilt, ensureChromium, ensureInstalled, main, root, say } from './lib.mjs';

const PHONE = { width: 390, height: 844 };
const WIDE = { width: 1280, height: 800 };

function startServer() {
  const child = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts'], {
    cwd: root,
    env: {
      ...process.env,
      PORT: '0',
      CALVIK_DATA: join(mkdtempSync(join(tmpdir(), 'calvik-shots-')), 'demo.sqlite'),
      CALVIK_DEMO: '1',
      CALVIK_INSTRUMENT_SPEED: '60',
    },
  });
  return new Promise((done, fail) => {
    child.stdout.on('data', (chunk) => {
      const url = /http:\/\/localhost:\d+/.exec(String(chunk))?.[0];
      if (url) done({ url, stop: () => child.kill('SIGTERM') });
    });
    child.on('exit', (code) => fail(new Error(`The server ended with ${code}.`)));
  });
}

main(async () => {
  await ensureInstalled();
  await ensureChromium();
  await ensureBuilt();
  const { chromium } = await import('@playwright/test');
  const server = await startServer();
  const browser = await chromium.launch({
    executablePath,
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
    ],
  });
  const { changes } = await (await fetch(`${server.url}/api/changes?limit=5000`)).json();
  const idOf = (collection, name) => changes.find((c) => c.collection === collection && c.body.name === name).body.id;
  const car = `/cars/${idOf('cars', 'Helm Tessaro')}`;
  const velund = `/cars/${idOf('cars', 'Rooth Velund')}`;
  const event = `/events/${idOf('events', 'Dunvarrel two-day')}`;

  const shoot = async (name, size, path, { theme = 'light', act } = {}) => {
    const context = await browser.newContext({ viewport: size, locale: 'en-GB', timezoneId: 'Europe/Berlin' });
    const page = await context.newPage();
    await page.addInitScript(
      (preferences) => localStorage.setItem('calvik.preferences', preferences),
      JSON.stringify({ crewId: idOf('crew', 'Tove Loy'), theme }),
    );
    await page.goto(server.url + path);
    await page.getByRole('heading', { level: 1 }).last().waitFor();
    await page.evaluate(() => document.fonts.ready);
    await page.waitForTimeout(1200);
    await act?.(page);
    await page.waitForTimeout(500);
    await page.screenshot({ path: join(root, 'docs', 'screenshots', `${name}.png`) });
    await context.close();
    say(`  ${name}.png`);
  };
  const type = (page, label, text) => page.getByRole('textbox', { name: label, exact: true }).fill(text);

  say('Taking pictures …');
  await shoot('run-up', PHONE, '/');
  await shoot('run-up-dark', PHONE, '/', { theme: 'dark' });
  await shoot('car', PHONE, velund);
  await shoot('event', PHONE, event);
  await shoot('boiling-test', PHONE, `${car}/test`, {
    act: async (page) => {
      for (const key of ['2', '2', '1']) await page.getByRole('button', { name: key, exact: true }).click();
    },
  });
  await shoot('tester', PHONE, `${car}/test`, {
    act: async (page) => {
      await page.getByRole('radio', { name: 'Instrument: Tester' }).click();
      await page.getByRole('button', { name: 'Start heating' }).click();
      await page.getByText(/over the plateau/).waitFor({ timeout: 30_000 });
      await page.getByText(/over the plateau/).scrollIntoViewIfNeeded();
    },
  });
  await shoot('verdict', PHONE, `${car}/verdict`);
  await shoot('working-sheet', PHONE, `${car}/verdict`, {
    act: (page) => page.getByRole('button', { name: /^Boiling point on the day .*working/ }).click(),
  });
  await shoot('plan', PHONE, `${car}/plan`, { act: (page) => type(page, 'Start time', '09:00') });
  await shoot('flush', PHONE, `${velund}/flush`, {
    act: async (page) => {
      await page
        .getByRole('radio', { name: /Orsen Race 325/ })
        .first()
        .click();
      await type(page, 'Drawn out and refilled with new fluid', '180');
      await type(page, 'Drawn at RR', '150 ml');
      for (const seen of ['Clean', 'No bubbles', 'Shut, capped'])
        await page.getByRole('checkbox', { name: `${seen} at RR` }).click();
      await page.getByTestId('step-0').scrollIntoViewIfNeeded();
    },
  });
  await shoot('stores', PHONE, '/stores');
  await shoot('run-up-wide', WIDE, '/');
  await shoot('car-wide', WIDE, velund);
  await browser.close();
  server.stop();
});
