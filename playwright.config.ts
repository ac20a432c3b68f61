import { defineConfig } from '@playwright/test';

/** Debian's Chromium, kept from reaching out: it runs without a network. */
const CHROMIUM_ARGS = [
  '--headless',
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];

export default defineConfig({
  testDir: 'e2e',
  globalSetup: './e2e/makePractice.ts',
  testMatch: '**/*.journey.ts',
  // What a journey waits for comes, however busy the machine is; only a journey that fails is made longer by this.
  timeout: 720_000,
  expect: { timeout: 40_000 },
  workers: 2,
  fullyParallel: true,
  retries: 0,
  outputDir: '.cache/journeys',
  reporter: [['list'], ['json', { outputFile: '.cache/journeys.json' }]],
  use: {
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    timezoneId: 'Europe/London',
    launchOptions: { executablePath: '/usr/bin/chromium', args: CHROMIUM_ARGS },
    screenshot: 'only-on-failure',
  },
});
