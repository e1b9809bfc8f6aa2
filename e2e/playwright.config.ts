import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: '.',
  // What is built needs no more building.
  build: { external: ['**/dist/**'] },
  outputDir: '../test-results/pages',
  fullyParallel: true,
  workers: 2,
  retries: 0,
  // A whole story starts its own server and stand-in; on a machine that is busy it takes three times as long.
  timeout: 120_000,
  expect: { timeout: 15_000 },
  use: {
    viewport: { width: 1280, height: 800 },
    reducedMotion: 'reduce',
    trace: process.env.TRACE === undefined ? 'off' : 'retain-on-failure',
    launchOptions: {
      executablePath: process.env.CHROMIUM_PATH ?? '/usr/bin/chromium',
      // Without these, a browser in a closed network spends its time on refused look-ups.
      args: [
        '--no-sandbox',
        // As in streaming software, an overlay plays its sounds without a click.
        '--autoplay-policy=no-user-gesture-required',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
});
