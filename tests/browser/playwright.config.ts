import { defineConfig } from '@playwright/test'
import { browser } from './browser.js'

export default defineConfig({
  testDir: 'specs',
  outputDir: '../../artifacts/test/browser',
  workers: 2,
  // Generous: a busy machine is slow, and nothing here measures speed.
  timeout: 240_000,
  expect: { timeout: 20_000 },
  // A click can miss a control that moves while a busy machine still draws the page; such a test is reported as flaky.
  retries: 1,
  forbidOnly: !!process.env.CI,
  use: { ...browser, viewport: { width: 1280, height: 800 }, locale: 'en-GB' },
})
