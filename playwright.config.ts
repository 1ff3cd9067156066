import { defineConfig } from '@playwright/test'
import { chromiumOptions } from './scripts/lib/chromium.mjs'

export default defineConfig({
  testDir: 'tests/browser',
  // No result hangs on time: a machine ten times slower at the moment passes too.
  timeout: 900_000,
  expect: { timeout: 300_000 },
  // Tests wait for what is drawn and saved: with two of them, an eighth of two cores stood idle.
  workers: 3,
  // On a busy machine a browser test may need a second try; how many did is said at the end.
  retries: 1,
  reporter: [['list'], ['json', { outputFile: '.cache/browser-results.json' }]],
  use: {
    viewport: { width: 1280, height: 800 },
    contextOptions: { reducedMotion: 'reduce' },
    launchOptions: chromiumOptions,
  },
})
