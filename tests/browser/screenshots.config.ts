import { defineConfig } from '@playwright/test'
import { browser } from './browser.js'

/** Draws docs/screenshots anew from the demo data. */
export default defineConfig({
  testDir: 'screenshots',
  globalSetup: './shared.ts',
  outputDir: '../../artifacts/screenshots',
  workers: 1,
  use: { ...browser, viewport: { width: 1280, height: 800 }, locale: 'en-GB' },
})
