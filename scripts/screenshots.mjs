/** `npm run screenshots`: one current picture of each main view from the demo shop, into docs/screenshots/. */
import { spawn } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  chromium as executablePath,
  ensureBuilt,
  ensureChromium,
  ensureCompiled,
  ensureInstalled,
  main,
  root,
  say,
} from './lib.mjs';
import { beddingPictures } from './screenshots-bedding.mjs';
import { eveningPictures } from './screenshots-evening.mjs';
import { trackPictures } from './screenshots-track.mjs';

const PHONE = { width: 390, height: 844 };
const WIDE = { width: 1280, height: 800 };

function startServer() {
  const child = spawn(process.execPath, ['--enable-source-maps', 'server/dist/main.cjs'], {
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

/** Two services of the demo, one as it stands in the morning and one with its intake, readings and half of its exchange kept. */
async function serviceUnderWay(url, changes) {
  const jobs = changes
    .filter((c) => c.collection === 'jobs' && c.body.kind === 'service')
    .map((c) => c.body)
    .sort((a, b) => b.startAt.localeCompare(a.startAt));
  const named = (name) => changes.find((c) => c.collection === 'cars' && c.body.name === name).body.id;
  const ofCar = (name) => jobs.find((j) => j.carId === named(name));
  const job = ofCar('Rooth Velund');
  const by = changes.find((c) => c.collection === 'crew' && c.body.name === 'Tove Loy').body.id;
  const bottleId = changes.filter((c) => c.collection === 'bottles' && !c.body.archived).at(-6).body.id;
  let n = 0;
  const put = async (body) => {
    const at = new Date(Date.now() - 3_600_000 + ++n * 60_000).toISOString();
    const id = `01a00000-0000-7000-8000-${String(n).padStart(12, '0')}`;
    const fact = { id, at, recordedAt: at, by, carId: job.carId, jobId: job.id, ...body };
    const answer = await fetch(`${url}/api/facts/${id}`, {
      method: 'PUT',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(fact),
    });
    if (!answer.ok) throw new Error(`${body.kind}: ${await answer.text()}`);
    return id;
  };
  const ok = (check) => ({ check, corner: null, result: 'ok', remark: '' });
  const face = (thicknessMm) => ({ thicknessMm, otherEndMm: null, conditions: [], isSeen: true });
  await put({
    kind: 'pedalCheck',
    moment: 'baseline',
    feel: 'firm',
    strokes: 2,
    heldSeconds: null,
    sinks: null,
    dropsWithEngine: null,
  });
  await put({ kind: 'driverReport', complaints: ['judder'], words: '' });
  await put({ kind: 'reservoirSeen', moment: 'intake', levelMl: 258, colour: 'straw', basket: 'clean' });
  await put({ kind: 'boilingTest', readingC: 302, ambientKpa: 97.3, ambientFrom: 'altitude', instrument: 'byHand' });
  await put({ kind: 'checksDone', step: 'ground', items: ['nutsCracked', 'chocked', 'onStands', 'wheelsOff'].map(ok) });
  for (const [corner, pad, rotor] of [
    ['FL', 7.4, 31.3],
    ['FR', 7.2, 31.28],
    ['RL', 8.1, 23.5],
    ['RR', 8, 23.48],
  ]) {
    await put({
      kind: 'padMeasurement',
      corner,
      padSetId: null,
      inner: face(pad),
      outer: face(pad - 0.2),
      hatClearanceMm: corner === 'FL' ? 2.5 : 4,
      instrument: 'byHand',
    });
    await put({
      kind: 'rotorMeasurement',
      corner,
      rotorPairId: null,
      thicknessesMm: Array.from({ length: 8 }, (_, i) => rotor + (i % 2) * 0.005),
      runoutMm: 0.04,
      lipMm: 0.2,
      massKg: null,
      crack: 'crazing',
      crackLengthMm: null,
      wearMarksGone: false,
      transferLayer: corner === 'FR' ? 'thin' : 'even',
      instrument: 'byHand',
    });
  }
  for (const corner of ['FL', 'FR', 'RL', 'RR'])
    await put({ kind: 'wheelBearingMeasurement', corner, playMm: 0.2, method: 'rim' });
  await put({ kind: 'checksDone', step: 'look', items: ['hoses', 'seals', 'leaks', 'hubs', 'ductsSound'].map(ok) });
  for (const axle of ['front', 'rear'])
    for (const subject of ['pads', 'rotors'])
      await put({
        kind: 'partsDecision',
        subject,
        axle,
        corner: null,
        action: 'keep',
        padSetId: null,
        rotorPairId: null,
        reason: 'Enough for the weekend.',
      });
  const exchangeId = await put({
    kind: 'exchangeBegun',
    scope: 'full',
    method: 'pedalTwo',
    bottleId,
    drawnOffMl: 213,
    refillMl: 255,
    pressureKpa: null,
    wantedNewPercent: 90,
  });
  for (const [index, corner] of [
    [0, 'RR'],
    [1, 'RL'],
  ])
    await put({
      kind: 'nippleBled',
      exchangeId,
      index,
      corner,
      nipple: 'single',
      bottleId,
      volumeMl: 95,
      lowestLevelMl: 180,
      toppedUpMl: index === 0 ? 60 : 0,
      ranClean: true,
      bubbles: 'none',
      isShut: true,
      torqueNm: 11,
      isCapped: true,
    });
  return { job: job.id, fresh: ofCar('Helm Tessaro').id };
}

/** Makes a plan, takes it, and says on which day it has most. */
async function takePlan(url) {
  const json = { 'Content-Type': 'application/json' };
  const call = async (path, init) => (await fetch(`${url}/api${path}`, init)).json();
  const { id } = await call('/plans', { method: 'POST', headers: json, body: JSON.stringify({ seconds: 10 }) });
  let run = await call(`/plans/${id}`);
  while (run.state === 'working') {
    await new Promise((done) => setTimeout(done, 300));
    run = await call(`/plans/${id}`);
  }
  await call(`/plans/${id}/take`, { method: 'POST' });
  const days = run.answer.jobs.filter((job) => job.kind !== 'atEvent').map((job) => job.startAt.slice(0, 10));
  const count = (day) => days.filter((d) => d === day).length;
  return days.reduce((a, b) => (count(b) > count(a) ? b : a));
}

main(async () => {
  await ensureInstalled();
  await ensureCompiled();
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
  const velund = `/cars/${idOf('cars', 'Rooth Velund')}`;
  const event = `/events/${idOf('events', 'Dunvarrel two-day')}`;

  /** A page of a device in Tove's hands. */
  const shot = async (size = PHONE, theme = 'light') => {
    const context = await browser.newContext({ viewport: size, locale: 'en-GB', timezoneId: 'Europe/Berlin' });
    const page = await context.newPage();
    await page.addInitScript(
      (preferences) => localStorage.setItem('calvik.preferences', preferences),
      JSON.stringify({ crewId: idOf('crew', 'Tove Loy'), theme }),
    );
    return { page, context };
  };
  const shoot = async (name, size, path, { theme = 'light', act } = {}) => {
    const { page, context } = await shot(size, theme);
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
  await shoot('car', PHONE, velund);
  const karsk = `/cars/${idOf('cars', 'Tarrick Karsk')}`;
  const computed = (page) => page.getByTestId('help').waitFor();
  await shoot('heat', PHONE, `${karsk}/heat`, { act: computed });
  await beddingPictures({
    url: server.url,
    velund,
    folder: join(root, 'docs', 'screenshots'),
    shot,
    say,
  });

  await trackPictures({ shoot, idOf });
  await eveningPictures({ shoot, changes });

  // The planning evening: the list, a plan that is taken, and the board that it makes.
  await shoot('work-list', PHONE, `${event}/work`, {
    act: (page) => page.getByRole('heading', { name: 'Helm Tessaro' }).scrollIntoViewIfNeeded(),
  });
  const busiest = await takePlan(server.url);
  await shoot('board', WIDE, `/board?day=${busiest}`);
  await shoot('weeks', WIDE, '/weeks');

  // Today's service on the Velund, brought as far as its torque.
  const service = await serviceUnderWay(server.url, changes);
  const step = (key) => `/service/${service.fresh}/${key}`;
  const figure = async (page, label, text) => {
    await page.getByRole('button', { name: new RegExp(`^${label}: `) }).click();
    await type(page, label, text);
  };
  await shoot('service-pads', PHONE, step('pads.FL'), {
    act: async (page) => {
      await figure(page, 'Inner pad', '5.4');
      await figure(page, 'Outer pad', '2.6');
    },
  });
  await shoot('service-bleed', PHONE, `/service/${service.job}/bleed.2`, {
    act: (page) => figure(page, 'Bled here', '58'),
  });
  await shoot('service-torque', PHONE, `/service/${service.job}/wheels`, {
    act: async (page) => {
      await page.getByRole('button', { name: 'Type a reading', exact: true }).click();
      for (const nm of ['115', '114', '96']) {
        await page.getByRole('textbox', { name: /^Click, / }).fill(nm);
        await page.getByRole('button', { name: 'Log click', exact: true }).click();
      }
      await page.getByRole('button', { name: 'Back to clicks' }).click();
      await page.getByTestId('clicks').scrollIntoViewIfNeeded();
    },
  });
  await browser.close();
  server.stop();
});
