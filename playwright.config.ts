import { defineConfig } from '@playwright/test'

/** Debian's Chromium, kept from calling anywhere by itself. */
export const CHROMIUM = {
  executablePath: process.env.JUNIPER_HAZE_CHROMIUM ?? '/usr/bin/chromium',
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

const PORT = 4879
const BASE = `http://127.0.0.1:${PORT}`

const ALONE = /timed\.spec\.ts/
const ROUTES = /(?:api|calc)\.spec\.ts/

/** Tests of the production build: its routes, its pages, and what it survives. */
export default defineConfig({
  testDir: 'tests/e2e',
  outputDir: 'test-results/browser',
  timeout: 90_000,
  expect: { timeout: 15_000 },
  workers: 2,
  retries: 0,
  forbidOnly: true,
  reporter: [['list'], ['json']],
  use: {
    baseURL: BASE,
    locale: 'en-GB',
    viewport: { width: 1280, height: 800 },
    launchOptions: CHROMIUM,
    actionTimeout: 20_000,
    // a trace of every step doubles the time; set to 'on' to look into a failure
    trace: 'off',
    screenshot: 'only-on-failure',
  },
  // routes first: they count rows, which nobody else may add meanwhile
  projects: [
    { name: 'routes', testMatch: ROUTES },
    { name: 'pages', testIgnore: [ROUTES, ALONE], dependencies: ['routes'] },
    { name: 'alone', testMatch: ALONE, dependencies: ['pages'] },
  ],
  webServer: {
    command: `node_modules/.bin/tsx tests/e2e/serve-demo.ts ${PORT}`,
    url: `${BASE}/api/health`,
    timeout: 120_000,
    reuseExistingServer: false,
  },
})
