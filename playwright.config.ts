import { availableParallelism } from 'node:os';
import { defineConfig } from '@playwright/test';
import { noonZone } from './e2e/zone';

const chromium = process.env.CHROMIUM ?? '/usr/bin/chromium';

/**
 * Drives the real interface against the real server; every case has a shop of its own. A case says by its tags where it is done: `@phone`, `@wide`,
 * both where the size is the matter, `@server` where no screen takes part.
 */
export default defineConfig({
  testDir: 'e2e',
  timeout: 300_000,
  expect: { timeout: 20_000 },
  globalSetup: './e2e/prepare.ts',
  fullyParallel: true,
  workers: availableParallelism(),
  retries: 0,
  reporter: [['list']],
  use: {
    browserName: 'chromium',
    timezoneId: noonZone,
    locale: 'en-GB',
    launchOptions: {
      executablePath: chromium,
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
    actionTimeout: 20_000,
    // A trace takes a picture of the page around every action: asked for where something is looked into.
    trace: process.env['CALVIK_TRACE'] ? 'retain-on-failure' : 'off',
  },
  projects: [
    { name: 'phone', grep: /@phone/, use: { viewport: { width: 390, height: 844 }, hasTouch: true } },
    { name: 'wide', grep: /@wide/, use: { viewport: { width: 1280, height: 800 } } },
    { name: 'server', grep: /@server/ },
  ],
});
