import { defineConfig } from '@playwright/test'
import { chromiumFile } from './scripts/lib/chromium.mjs'

/** Debian's Chromium, kept from calling anywhere by itself. */
export const CHROMIUM = {
  executablePath: chromiumFile(),
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
}

/** Tests of the production build: its routes, its pages, and what it survives. */
export default defineConfig({
  testDir: 'tests/e2e',
  globalSetup: './tests/e2e/global-setup.ts',
  outputDir: 'test-results/browser',
  // a slow machine must not fail a sound test: speed is for the bench
  timeout: 240_000,
  expect: { timeout: 30_000 },
  // one of them mostly waits, for servers that were killed
  workers: 3,
  retries: 0,
  forbidOnly: true,
  reporter: [['list'], ['json']],
  use: {
    locale: 'en-GB',
    viewport: { width: 1280, height: 800 },
    launchOptions: CHROMIUM,
    // what moves is waited for at every click
    contextOptions: { reducedMotion: 'reduce' },
    actionTimeout: 60_000,
    // a trace of every step doubles the time; set to 'on' to look into a failure
    trace: 'off',
    screenshot: 'only-on-failure',
  },
})
