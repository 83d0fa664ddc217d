import { defineConfig } from '@playwright/test';
import { noonZone } from './e2e/zone';

const chromium = process.env.CHROMIUM ?? '/usr/bin/chromium';

/** Drives the real interface against the real server; each test file starts its own on a free port. */
export default defineConfig({
  testDir: 'e2e',
  timeout: 300_000,
  expect: { timeout: 20_000 },
  fullyParallel: false,
  workers: 2,
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
    trace: 'retain-on-failure',
  },
  projects: [
    { name: 'phone', use: { viewport: { width: 390, height: 844 }, hasTouch: true } },
    { name: 'wide', use: { viewport: { width: 1280, height: 800 } } },
  ],
});
