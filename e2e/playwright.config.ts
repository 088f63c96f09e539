import { defineConfig } from '@playwright/test';
import { CHROMIUM } from '../scripts/browser.mjs';
import { temporaryFilesInMemory } from '../scripts/inMemory.mjs';

temporaryFilesInMemory();

/** The built application in Debian's Chromium; every worker has an instance with a database of its own. */
export default defineConfig({
  testDir: '.',
  fullyParallel: false,
  workers: 2,
  timeout: 300_000,
  expect: { timeout: 30_000 },
  reporter: [['list']],
  outputDir: '../test-results',
  use: {
    browserName: 'chromium',
    viewport: { width: 1280, height: 800 },
    launchOptions: CHROMIUM,
    acceptDownloads: true,
    trace: 'off',
  },
});
