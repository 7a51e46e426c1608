import { defineConfig } from '@playwright/test';
import flags from './chromium-flags.json' with { type: 'json' };

/** Debian's Chromium, found by scripts/test.mjs; flags for a machine without a network or a display of its own. */
export default defineConfig({
  testDir: '.',
  testMatch: '*.spec.ts',
  globalSetup: './made-demo.ts',
  build: { external: ['**/dist/**'] },
  // Each test has a program and a browser of its own, so that no file of them is waited for in the end.
  fullyParallel: true,
  // On shared cores a slow minute fails no test: what is waited for may take its time.
  timeout: 300_000,
  expect: { timeout: 60_000 },
  workers: 2,
  forbidOnly: process.env['CI'] !== undefined,
  reporter: [['list'], ['json', { outputFile: '../test-results/browser.json' }]],
  outputDir: '../test-results/browser',
  use: {
    browserName: 'chromium',
    viewport: { width: 1280, height: 800 },
    colorScheme: 'light',
    // What the page fetches is watched and cut off in tests; offline.spec asks for its service worker.
    serviceWorkers: 'block',
    screenshot: 'only-on-failure',
    launchOptions: {
      executablePath: process.env['RAPID_JIG_CHROMIUM'] ?? '/usr/bin/chromium',
      args: flags,
    },
  },
});
