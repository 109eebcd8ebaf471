import { defineConfig } from '@playwright/test'
import { browser } from './browser.js'

export default defineConfig({
  testDir: 'specs',
  globalSetup: './shared.ts',
  outputDir: '../../artifacts/test/browser',
  workers: 2,
  // Generous: a busy machine is slow, and nothing here measures speed.
  timeout: 240_000,
  expect: { timeout: 60_000 },
  // A test that passes on a second try is a failed test.
  retries: 0,
  forbidOnly: !!process.env.CI,
  // Core on the device is fetched once a service worker keeps it, and then works beside the server: the tests of the device have it.
  use: { ...browser, viewport: { width: 1280, height: 800 }, locale: 'en-GB', serviceWorkers: 'block' },
})
