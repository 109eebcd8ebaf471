import { defineConfig } from '@playwright/test'
import { browser } from './browser.js'

export default defineConfig({
  testDir: 'specs',
  outputDir: '../../artifacts/test/browser',
  workers: 2,
  timeout: 60_000,
  forbidOnly: !!process.env.CI,
  use: { ...browser, viewport: { width: 1280, height: 800 }, locale: 'en-GB' },
})
