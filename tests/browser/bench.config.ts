import { defineConfig } from '@playwright/test'
import { browser } from './browser.js'

/** Times what a person feels, in the real browser. Not part of the tests: `npm run bench`. */
export default defineConfig({
  testDir: 'bench',
  globalSetup: './shared.ts',
  testMatch: '*.bench.ts',
  outputDir: '../../artifacts/bench/browser',
  workers: 1,
  timeout: 120_000,
  use: { ...browser, viewport: { width: 1280, height: 800 } },
})
