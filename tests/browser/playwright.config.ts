import { defineConfig } from '@playwright/test'
import { browser } from './browser.js'

export default defineConfig({
  testDir: 'specs',
  outputDir: '../../artifacts/test/browser',
  workers: 2,
  // Generous: a busy machine is slow, and nothing here measures speed.
  timeout: 240_000,
  expect: { timeout: 20_000 },
  // A test that passes on a second try is a failed test.
  retries: 0,
  forbidOnly: !!process.env.CI,
  use: { ...browser, viewport: { width: 1280, height: 800 }, locale: 'en-GB' },
})
