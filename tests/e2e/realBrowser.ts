import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { chromium, type Browser, type Page } from '@playwright/test'
import config from '../../playwright.config.ts'

/** The whole browser, as people have it; most journeys run in its headless shell, which is quicker. */
const CHROMIUM = '/usr/bin/chromium'

export interface RealBrowser {
  readonly page: Page
  /** Ends the process as a crash does: no page is closed, nothing is tidied up. */
  readonly kill: () => Promise<void>
}

const started: (() => Promise<void>)[] = []

/** Ends every browser that was started here and still runs, however its test ended. */
export async function killAll(): Promise<void> {
  for (const kill of started.splice(0)) await kill()
}

/** A browser of our own on that profile folder, which outlives it. */
export async function startBrowser(profile: string): Promise<RealBrowser> {
  const { args } = config.use!.launchOptions!
  const child = spawn(
    CHROMIUM,
    ['--headless', ...args!, `--user-data-dir=${profile}`, '--remote-debugging-port=0', '--lang=en-GB'],
    { stdio: ['ignore', 'ignore', 'pipe'] },
  )
  const kill = async () => {
    if (child.exitCode !== null || child.signalCode !== null) return
    const ended = once(child, 'exit')
    child.kill('SIGKILL')
    await ended
  }
  started.push(kill)
  const address = await new Promise<string>((resolve, reject) => {
    let said = ''
    child.stderr.on('data', (chunk: Buffer) => {
      said += chunk.toString()
      const found = /DevTools listening on (ws:\S+)/.exec(said)
      if (found) resolve(found[1]!)
    })
    child.once('exit', () => reject(new Error(`the browser ended: ${said}`)))
  })
  const browser = await connected(address)
  const page = await browser.contexts()[0]!.newPage()
  return { page, kill }
}

const TRIES = 3
const TRY_MS = 10_000

/** A browser that has just begun sometimes takes the connection and says nothing: asked again it answers. */
async function connected(address: string): Promise<Browser> {
  for (let no = 1; ; no++) {
    try {
      return await chromium.connectOverCDP(address, { timeout: TRY_MS })
    } catch (problem) {
      if (no === TRIES) throw problem
    }
  }
}
