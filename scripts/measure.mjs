/** Figures of speed, measured in Chromium on the built app: npm run measure [-- measureLog]. Printed, and kept in docs/performance.md by hand. */
import { spawn } from 'node:child_process'
import { readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium } from '@playwright/test'
import { grownZip } from './grownStudio.mjs'
import { ensureBuilt, root } from './ready.mjs'

const PORT = 4698
const KEYSTROKES = 30
const PIECES = 5000

ensureBuilt()
const server = spawn(process.execPath, ['dist/node/server.js', '--port', String(PORT)], {
  cwd: root,
  stdio: ['ignore', 'pipe', 'inherit'],
})
await new Promise((resolve) => server.stdout.once('data', resolve))
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
})
try {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, locale: 'en-GB' })
  await page.addInitScript(noteOpening)
  await page.goto(`http://127.0.0.1:${PORT}/`)
  console.log(`first opening, demo studio read from its prepared file: ${await openedIn(page)}`)
  await page.reload()
  console.log(`opening again: ${await openedIn(page)}`)
  const only = process.argv[2]
  for (const measure of [measureTyping, measureFrames, measureLog])
    if (!only || measure.name === only) await measure(page)
} finally {
  await browser.close()
  server.kill()
}

/** In the page: notes the frame in which the bench stands, and the one in which the rack's next step is told on it. */
function noteOpening() {
  window.opening = {}
  const look = () => {
    const told = document.body?.innerText ?? ''
    if (document.querySelector('[data-place]')) window.opening.bench ??= performance.now()
    if (told.includes('Pour the back layer')) window.opening.furnished ??= performance.now()
    if (!window.opening.furnished) requestAnimationFrame(look)
  }
  requestAnimationFrame(look)
}

async function openedIn(page) {
  await page.waitForFunction(() => window.opening.furnished, null, { timeout: 60_000 })
  return page.evaluate(() => {
    const first = performance.getEntriesByName('first-contentful-paint')[0]?.startTime ?? 0
    const { bench, furnished } = window.opening
    return `first content ${first.toFixed(0)} ms, bench ${bench.toFixed(0)} ms, furnished to the rack's next step ${furnished.toFixed(0)} ms`
  })
}

/** The studio grown to so many pieces with their pictures, brought in as one file; then the log opened, and scrolled through. */
async function measureLog(page) {
  await page.goto(`http://127.0.0.1:${PORT}/studio`)
  const saved = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Back up the studio' }).click()
  const large = grownZip(new Uint8Array(await readFile(await (await saved).path())), PIECES)
  const imported = Date.now()
  // Through a file: the browser driver takes no larger buffers.
  const path = join(tmpdir(), 'nublo-measure.zip')
  await writeFile(path, large)
  await page.getByLabel('Import a studio file').setInputFiles(path)
  await page.getByRole('button', { name: 'Add what is new' }).click({ timeout: 300_000 })
  await page
    .getByText(/records added/)
    .first()
    .waitFor({ timeout: 300_000 })
  await rm(path)
  console.log(
    `import of ${PIECES} pieces, ${Math.round(large.length / 1e6)} MB with pictures: ${Date.now() - imported} ms`,
  )
  const exported = Date.now()
  const again = page.waitForEvent('download', { timeout: 300_000 })
  await page.getByRole('button', { name: 'Back up the studio' }).click()
  await again
  console.log(`export of the same: ${Date.now() - exported} ms`)
  await page.reload()
  await page.getByRole('link', { name: 'Log' }).waitFor()
  await page.waitForTimeout(5000)
  const opened = await page.evaluate(async () => {
    const began = performance.now()
    document.querySelector('a[href="/log"]').click()
    while (!document.querySelector('[data-piece] img')) await new Promise(requestAnimationFrame)
    return performance.now() - began
  })
  console.log(`log of ${PIECES} pieces, from the click to the first pictures: ${opened.toFixed(0)} ms`)
  const frames = await page.evaluate(async () => {
    const times = []
    let last = performance.now()
    for (let k = 0; k < 240; k++) {
      scrollBy(0, 120)
      const now = await new Promise(requestAnimationFrame)
      times.push(now - last)
      last = now
    }
    return times.slice(2).sort((one, other) => one - other)
  })
  const at = (share) => frames[Math.floor(share * (frames.length - 1))].toFixed(1)
  console.log(`scrolling it, 240 frames: median ${at(0.5)} ms, 95 % under ${at(0.95)} ms`)
}

/** Keystrokes in a plan of twelve pieces; then with five layers over them, one of six cups. */
async function measureTyping(page) {
  await page.goto(`http://127.0.0.1:${PORT}/plan`)
  await page.locator('[data-worksheet]').waitFor()
  await page.getByRole('combobox', { name: 'Mold 1' }).selectOption({ label: 'Round coaster' })
  await page
    .getByRole('textbox', { name: /^Pieces of/ })
    .first()
    .fill('12')
  await typed(page, '12-piece plan')
  for (const start of ['back', 'secondPour', 'paint', 'clearCoat', 'gilding'])
    await page.getByLabel('Add a layer', { exact: true }).selectOption(start)
  await page.locator('[data-opens="back"]').first().click()
  const back = page.locator('[data-layer="back"]')
  for (let cups = 0; cups < 6; cups++)
    await back.getByRole('button', { name: /^(Tint it|One more cup)$/ }).click()
  await page.locator('[data-opens="pour"]').first().click()
  await typed(page, 'the same with five layers and six cups')
}

/** Types into the room's temperature and prints what the page noted: the frame after each key, and the one with the new worksheet. */
async function typed(page, what) {
  await page.waitForTimeout(1500)
  await page.evaluate(() => {
    Object.assign(window, { longTasks: [], keys: [], worksheets: [] })
    window.watching?.disconnect()
    window.watching = new PerformanceObserver((list) =>
      window.longTasks.push(...list.getEntries().map((entry) => entry.duration)),
    )
    window.watching.observe({ entryTypes: ['longtask'] })
    if (window.noteKey) removeEventListener('input', window.noteKey, true)
    window.noteKey = () => {
      const began = performance.now()
      const until = (list, isThere) =>
        requestAnimationFrame(() => (isThere() ? list.push(performance.now() - began) : until(list, isThere)))
      until(window.keys, () => true)
      until(window.worksheets, () => document.querySelector('[aria-busy="false"] [data-worksheet]') !== null)
    }
    addEventListener('input', window.noteKey, true)
  })
  const field = page.getByLabel('Room temperature')
  for (let k = 0; k < KEYSTROKES; k++) {
    await field.fill((20 + (k % 20) / 10).toFixed(1))
    await page.waitForFunction((count) => window.worksheets.length > count, k)
    await page.waitForTimeout(60)
  }
  const { longTasks, keys, worksheets } = await page.evaluate(() => {
    const { longTasks, keys, worksheets } = window
    return { longTasks, keys, worksheets }
  })
  console.log(
    `${what}, ${KEYSTROKES} keystrokes: from key to next frame median ${median(keys)} ms, worst ${Math.max(...keys).toFixed(1)} ms`,
  )
  console.log(`  to the frame with the new worksheet: median ${median(worksheets)} ms`)
  console.log(
    `  tasks over 50 ms on the main thread: ${longTasks.length}${longTasks.length ? ` (longest ${Math.max(...longTasks).toFixed(0)} ms)` : ''}`,
  )
}

/** Frames the page draws while a fine face is followed in the worker. */
async function measureFrames(page) {
  await page.goto(`http://127.0.0.1:${PORT}/plan`)
  await page
    .getByRole('link', { name: /^Pattern of/ })
    .first()
    .click()
  await page.getByLabel('Grid').selectOption('fine')
  await page.evaluate(() => {
    window.faceFrames = []
    let last = performance.now()
    const next = (now) => {
      window.faceFrames.push(now - last)
      last = now
      requestAnimationFrame(next)
    }
    requestAnimationFrame(next)
  })
  await page.getByRole('button', { name: 'Show the face' }).click()
  await page.evaluate(() => void (window.faceFrames.length = 0))
  await page.locator('[data-face="done"]').waitFor({ timeout: 240_000 })
  const frames = await page.evaluate(() => window.faceFrames)
  const seconds = frames.reduce((sum, each) => sum + each, 0) / 1000
  console.log(
    `while three fine faces are followed (${seconds.toFixed(1)} s): ${(frames.length / seconds).toFixed(0)} frames a second, median ${median(frames)} ms, ${frames.filter((each) => each > 50).length} over 50 ms, worst ${Math.max(...frames).toFixed(0)} ms`,
  )
}

function median(values) {
  return [...values].sort((one, other) => one - other)[Math.floor(values.length / 2)].toFixed(1)
}
