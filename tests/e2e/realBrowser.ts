import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { chromium, type Page } from '@playwright/test'
import config from '../../playwright.config.ts'

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
  const { executablePath, args } = config.use!.launchOptions!
  const child = spawn(
    executablePath!,
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
  const browser = await chromium.connectOverCDP(address)
  const page = await browser.contexts()[0]!.newPage()
  return { page, kill }
}
