import type { PlaywrightTestOptions, PlaywrightWorkerOptions } from '@playwright/test'

/** Debian's chromium without its windows, kept from looking for the network. */
export const browser = {
  browserName: 'chromium' as const,
  launchOptions: {
    executablePath: '/usr/bin/chromium-headless-shell',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking', '--disable-component-update', '--disable-sync', '--no-first-run'],
  },
} satisfies Partial<PlaywrightTestOptions & PlaywrightWorkerOptions>
