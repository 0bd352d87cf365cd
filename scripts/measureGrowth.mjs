/** What a large studio costs, in Chromium on the built app: npm run measure:growth [-- 1000 5000 20000]. Printed, and kept in docs/performance.md by hand. */
import { spawn } from 'node:child_process'
import { readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium } from '@playwright/test'
import { grownJson } from './grownStudio.mjs'
import { ensureBuilt, root } from './ready.mjs'

const PORT = 4697
const AT = `http://127.0.0.1:${PORT}`
const LONG_MS = 300_000
const sizes = process.argv.slice(2).map(Number)

ensureBuilt()
const server = spawn(process.execPath, ['dist/node/server.js', '--port', String(PORT)], {
  cwd: root,
  stdio: ['ignore', 'pipe', 'inherit'],
})
await new Promise((resolve) => server.stdout.once('data', resolve))
try {
  for (const pieces of sizes.length > 0 ? sizes : [1000, 5000, 20_000]) await measure(pieces)
} finally {
  server.kill()
}

/** A browser of its own for each size, so that none inherits the heap of another. */
async function measure(pieces) {
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  })
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, locale: 'en-GB' })
    page.setDefaultTimeout(LONG_MS)
    await page.goto(`${AT}/studio`)
    const saved = page.waitForEvent('download')
    await page.getByRole('button', { name: 'Back up the studio' }).click()
    const large = grownJson(new Uint8Array(await readFile(await (await saved).path())), pieces)
    const path = join(tmpdir(), 'nublo-growth.json')
    await writeFile(path, large)
    const began = Date.now()
    await page.getByLabel('Import a studio file').setInputFiles(path)
    await page.getByRole('button', { name: 'Replace this studio' }).click()
    await page
      .getByText(/replaced/i)
      .first()
      .waitFor()
    await rm(path)
    const say = (what, ms) =>
      console.log(`${pieces} pieces, ${what}: ${typeof ms === 'number' ? `${ms.toFixed(0)} ms` : ms}`)
    say(`${(large.length / 1e6).toFixed(0)} MB imported`, Date.now() - began)
    await page.goto(`${AT}/studio`)
    await page.getByRole('button', { name: 'Back up the studio' }).waitFor()
    const ordered = Date.now()
    await page.goto(`${AT}/log`)
    await page.locator('[data-piece]').first().waitFor()
    say('register written and log open the first time', Date.now() - ordered)
    const reload = Date.now()
    await page.goto(`${AT}/`)
    await page.getByRole('heading', { level: 2, name: 'Lately' }).waitFor()
    say('opened again to the bench', Date.now() - reload)
    say('log, from the click to its first piece', await clickUntil(page, 'a[href="/log"]', '[data-piece]'))
    say(
      'search, worst of eight keys to the frame that shows it',
      await worstKey(page, 'input[type=search]', 'mistletoe'),
    )
    say('plan, from the click to its figures', await clickUntil(page, 'a[href="/plan"]', '[data-worksheet]'))
    await page.waitForTimeout(3000)
    say(
      'plan, worst of eight keys to the next frame',
      await worstKey(page, 'main input[type=text], main input:not([type])', 'mistletoe'),
    )
    say('rack, from the click to its heading', await clickUntil(page, 'a[href="/rack"]', 'main h1'))
    say(
      'shelf, from the click to what is learned',
      await clickUntil(page, 'a[href="/shelf"]', '[data-learned]'),
    )
    const unseen = await page.evaluate(() =>
      document.querySelector('[data-learned] details summary')?.click(),
    )
    void unseen
    await page.goto(`${AT}/log`)
    await page.locator('[data-piece]').first().waitFor()
    const run = await page.locator('[data-piece]').first().getAttribute('href')
    await page.goto(`${AT}/`)
    await page.getByRole('heading', { level: 2, name: 'Lately' }).waitFor()
    const finish = Date.now()
    await page.goto(`${AT}${run.replace('/log/', '/finish/')}`)
    await page.getByRole('heading', { level: 1 }).waitFor()
    say('finish, opened by its address', Date.now() - finish)
    const client = await page.context().newCDPSession(page)
    for (const place of ['/log', '/plan', '/'])
      await page.evaluate((to) => document.querySelector(`a[href="${to}"]`).click(), place)
    await page.waitForTimeout(3000)
    const used = async () => (await client.send('Runtime.getHeapUsage')).usedSize / 1e6
    const before = await used()
    await client.send('HeapProfiler.collectGarbage')
    say(
      'heap after log, plan and bench',
      `${before.toFixed(0)} MB, ${(await used()).toFixed(0)} MB of it in use`,
    )
  } finally {
    await browser.close()
  }
}

/** From a click to the frame in which that is there. */
function clickUntil(page, link, there) {
  return page.evaluate(
    async ([from, to]) => {
      const began = performance.now()
      document.querySelector(from).click()
      while (!document.querySelector(to)) await new Promise(requestAnimationFrame)
      return performance.now() - began
    },
    [link, there],
  )
}

/** The worst time from a key to the second frame after it. */
async function worstKey(page, field, word) {
  await page.locator(field).first().focus()
  let worst = 0
  for (const key of word.slice(0, 8)) {
    await page.evaluate(() => {
      window.shown = new Promise((resolve) => {
        const after = () => {
          const began = performance.now()
          requestAnimationFrame(() => requestAnimationFrame(() => resolve(performance.now() - began)))
        }
        addEventListener('input', after, { capture: true, once: true })
      })
    })
    await page.keyboard.type(key)
    worst = Math.max(worst, await page.evaluate(() => window.shown))
    await page.waitForTimeout(150)
  }
  return worst
}
