import { existsSync } from 'node:fs'
import { defineConfig } from '@playwright/test'

const HEADLESS_SHELL = '/usr/lib/chromium/chromium-headless-shell'

/** Two ports in a row; another pair where these are taken: JOURNEY_PORT=4631 npm run journeys. */
export const DEMO_PORT = Number(process.env['JOURNEY_PORT'] ?? 4621)
export const EMPTY_PORT = DEMO_PORT + 1

/** The demo studio as a browser holds it, furnished once for all journeys that begin in it. */
export const FURNISHED = 'test-results/furnished.json'

const serve = (port: number, more: string) => ({
  command: `node dist/node/server.js --port ${port} ${more}`,
  url: `http://127.0.0.1:${port}/`,
  reuseExistingServer: false,
})

export default defineConfig({
  testDir: 'tests/e2e',
  // LONG=1 npm run journeys walks them all.
  grepInvert: process.env['LONG'] ? [] : [/@long/],
  // A shared machine can be several times slower for a while; nothing here is meant to be timed.
  timeout: 240_000,
  expect: { timeout: 20_000 },
  workers: 2,
  reporter: 'list',
  use: {
    baseURL: `http://127.0.0.1:${DEMO_PORT}`,
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    timezoneId: 'Europe/Berlin',
    // Only the journeys of the installed app fill its cache; every other one would fill it anew.
    serviceWorkers: 'block',
    contextOptions: { reducedMotion: 'reduce' },
    launchOptions: {
      // Debian's headless shell is a quarter quicker than the whole browser, which does where it is missing.
      executablePath: existsSync(HEADLESS_SHELL) ? HEADLESS_SHELL : '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
  projects: [
    { name: 'furnish', testMatch: 'furnish.setup.ts' },
    { name: 'journeys', dependencies: ['furnish'], use: { storageState: FURNISHED } },
  ],
  webServer: [serve(DEMO_PORT, ''), serve(EMPTY_PORT, '--empty')],
})
