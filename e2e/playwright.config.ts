import { defineConfig } from '@playwright/test';
import { findChromium } from '../scripts/chromium.mjs';
import { within } from './speed.ts';
import { fileURLToPath } from 'node:url';

const report = fileURLToPath(new URL('../.tmp/playwright.json', import.meta.url));

export default defineConfig({
  testDir: '.',
  globalSetup: './globalSetup.ts',
  outputDir: '../.tmp/browser',
  timeout: within(120_000),
  expect: { timeout: within(15_000) },
  workers: 2,
  fullyParallel: true,
  forbidOnly: true,
  reporter: [['list'], ['json', { outputFile: report }]],
  use: {
    viewport: { width: 1280, height: 800 },
    screenshot: 'only-on-failure',
    // A button that fades is waited for until it stands still.
    contextOptions: { reducedMotion: 'reduce' },
    launchOptions: {
      executablePath: findChromium(),
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
  },
});
