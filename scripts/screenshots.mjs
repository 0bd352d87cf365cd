/**
 * Pictures of every main place from the demo data, made anew: node scripts/screenshots.mjs [folder] [--dark] [--bench] [--only=name,...]
 * Without a folder they go to docs/screenshots at 1280 x 800.
 */
import { spawn } from 'node:child_process'
import { mkdirSync } from 'node:fs'
import { writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { chromium } from '@playwright/test'
import { ensureBuilt, root } from './ready.mjs'

const words = process.argv.slice(2)
const folder = words.find((word) => !word.startsWith('--')) ?? join(root, 'docs', 'screenshots')
const only = words
  .find((word) => word.startsWith('--only='))
  ?.slice('--only='.length)
  .split(',')
const bench = words.includes('--bench')
const port = 4699

ensureBuilt()
mkdirSync(folder, { recursive: true })
const server = spawn(process.execPath, ['dist/node/server.js', '--port', String(port)], {
  cwd: root,
  stdio: ['ignore', 'pipe', 'inherit'],
})
await new Promise((resolve) => server.stdout.once('data', resolve))

const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
})
try {
  const page = await browser.newPage({
    viewport: bench ? { width: 390, height: 844 } : { width: 1280, height: 800 },
    colorScheme: words.includes('--dark') ? 'dark' : 'light',
    locale: 'en-GB',
    timezoneId: 'Europe/Berlin',
    reducedMotion: 'reduce',
  })
  page.on(
    'console',
    (message) => message.type() === 'error' && process.stderr.write(`console: ${message.text()}\n`),
  )
  page.on('pageerror', (problem) => process.stderr.write(`page: ${problem.message}\n`))
  await page.clock.install({ time: new Date('2026-11-21T17:30:00+01:00') })
  await page.goto(`http://127.0.0.1:${port}/`)
  await page.getByRole('heading', { level: 1, name: 'Bench' }).waitFor({ timeout: 60_000 })
  await page.getByText('Pour the back layer').first().waitFor()
  const shot = async (name) => {
    if (only && !only.includes(name)) return
    await page.waitForTimeout(1000)
    await page.screenshot({ path: join(folder, `${name}.png`) })
  }
  const go = async (path, heading) => {
    await page.goto(`http://127.0.0.1:${port}${path}`)
    await page.getByRole('heading', { level: 1, name: heading }).waitFor()
  }
  // An option of a list may have the same name.
  const choose = (name) =>
    page
      .locator('label')
      .filter({ hasText: new RegExp(`^${name}$`) })
      .first()
      .click()
  const faces = async () => {
    await page.getByLabel('Grid').selectOption('fine')
    await page.getByRole('button', { name: 'Show the face' }).click()
    await page.locator('[data-face="done"]').waitFor({ timeout: 240_000 })
  }
  const keep = async (name, picture) => {
    if (!only || only.includes(name)) await writeFile(join(folder, `${name}.png`), picture)
  }
  await shot('bench')
  await go('/plan', 'Plan a batch')
  await page.locator('[data-worksheet]').waitFor()
  await shot('plan')
  if (!only || only.some((name) => ['pattern', 'card'].includes(name) || name.startsWith('face'))) {
    await page.getByRole('combobox', { name: 'Mold 1' }).selectOption({ label: 'Round coaster' })
    await choose('Ember')
    await choose('Lagoon')
    await page.getByRole('link', { name: 'Pattern of Round coaster' }).click()
    await page.getByRole('button', { name: 'Lay Thistle wreath here' }).click()
    await page.evaluate(() => scrollTo(0, 0))
    await shot('pattern')
    await page.getByRole('button', { name: 'As usual again' }).click()
    await faces()
    for (const moment of ['early', 'right', 'late'])
      await keep(`face-${moment}`, await faceOf(page, moment, 'navy', 640))
    const cards = [await faceOf(page, 'right', 'white', 760), await faceOf(page, 'right', 'black', 760)]
    await page.getByRole('link', { name: 'Back to the plan' }).click()
    await choose('Petri')
    await choose('Milk drop')
    await page.getByRole('link', { name: 'Pattern of Round coaster' }).click()
    await faces()
    await keep('face-petri', await faceOf(page, 'right', 'none', 640))
    await go('/finish/demo-6', 'Finish: Ember heart dishes')
    await page.getByText('Card test: this piece before any back').click()
    for (const [k, card] of ['white', 'black'].entries())
      await page
        .getByLabel(`On a ${card} card`)
        .setInputFiles({ name: `${card}.png`, mimeType: 'image/png', buffer: cards[k] })
    await page.locator('[data-card-test="read"]').waitFor({ timeout: 60_000 })
    await page.getByLabel('Before', { exact: true }).selectOption('navy')
    await page.evaluate(() => document.querySelector('[data-card-test]').scrollIntoView())
    await shot('card')
  }
  await go('/rack', 'Rack')
  await page.locator('[data-strip]').first().waitFor()
  await shot('rack')
  await go('/log', 'Log')
  await page.locator('img[alt^="Face"]').first().waitFor()
  await shot('log')
  await go('/log/demo-2', 'Lagoon coasters')
  await page.locator('[data-strip]').first().waitFor()
  await shot('run')
  await go('/finish/demo-6', 'Finish: Ember heart dishes')
  await page.locator('img[alt^="Face"]').first().waitFor()
  await page.getByText('None seen. Look, and choose').first().click()
  await shot('finish')
  await go('/shelf', 'Shelf')
  await page.locator('[data-learned]').first().waitFor()
  await page.waitForTimeout(1500)
  await shot('learned')
  await page.getByRole('tab', { name: /Molds/ }).click()
  await shot('shelf')
  await go('/handbook', 'Handbook')
  await shot('handbook')
  await go('/studio', 'Studio')
  await page.getByLabel('Bench instruments').selectOption('simulated')
  await page.locator('[data-link="live"]').waitFor()
  await shot('studio')
  if (!only || only.includes('layer')) {
    await tintedBack(go, page)
    await shot('layer')
    await page.locator('[data-step] button[data-fresh="false"]').click()
    await page.getByText(/^Noted/).waitFor()
  }
  await go('/pour/demo-8', 'Before the clock')
  await page.locator('[data-tool]').first().waitFor()
  await shot('gate')
  for (const box of await page.getByRole('checkbox').all()) await box.click()
  await page.getByRole('button', { name: 'The bench is ready' }).click()
  await page.getByRole('button', { name: 'A is in', exact: true }).waitFor()
  await weigh(page)
  await page.getByRole('button', { name: /Stop stir/ }).waitFor()
  await page.clock.fastForward('03:00')
  await page.getByRole('button', { name: /Stop stir/ }).click()
  await page.locator('[data-step]').waitFor()
  await page.clock.fastForward('12:00')
  await page.getByRole('button', { name: 'Reading' }).click()
  await page.getByLabel('Resin, or room').fill('31')
  await page.getByRole('button', { name: 'Resin, by probe' }).click()
  await page.getByText(/After \d+ reading/).waitFor()
  await page.clock.fastForward('03:00')
  const mark = async (minutes) => {
    await page.locator('[data-step] button[data-fresh="false"]').click()
    await page.clock.fastForward(minutes * 60_000)
  }
  for (const minutes of [0.5, 1.5, 2, 0.8]) await mark(minutes)
  for (let k = 0; k < 4; k++) await mark(0.6)
  await mark(3)
  await page.waitForTimeout(300)
  await shot('pour')
} finally {
  await browser.close()
  server.kill()
}

/** A back of four cups, chosen after the look, stirred and tinted. */
async function tintedBack(go, page) {
  await go('/finish/demo-6', 'Finish: Ember heart dishes')
  await page.getByLabel('Add a layer').selectOption('back')
  const back = page.locator('[data-layer="back"]')
  await back.locator('summary').click()
  for (let cups = 0; cups < 3; cups++)
    await back.getByRole('button', { name: /^(Tint it|One more cup)$/ }).click()
  await back.locator('[data-cup]').first().getByLabel('Portion').selectOption('share')
  await page.getByRole('button', { name: 'Keep these layers' }).click()
  await page.getByText('The rack knows.', { exact: true }).waitFor()
  await go('/pour/demo-6/layer/back', 'Before the clock')
  await page.locator('[data-tool]').first().waitFor()
  for (const box of await page.getByRole('checkbox').all()) await box.click()
  await page.getByRole('button', { name: 'The bench is ready' }).click()
  await weigh(page)
  await page.clock.fastForward('03:00')
  await page.getByRole('button', { name: /Stop stir/ }).click()
  await page.locator('[data-step]').waitFor()
  await page.clock.fastForward('02:00')
  await page.locator('[data-step] button[data-fresh="false"]').click()
  await page.clock.fastForward('21:00')
  await page.waitForTimeout(1500)
}

/** A followed face before that back, in the middle of a card of its colour; a PNG of so many pixels a side. */
async function faceOf(page, moment, back, side) {
  await page.getByLabel('Before', { exact: true }).selectOption(back)
  await page.waitForTimeout(3000)
  const card = { none: '#f6f0e4', navy: '#f6f0e4', white: '#eeeeec', black: '#1b1b1c' }[back]
  const data = await page.locator(`[data-moment="${moment}"] canvas`).evaluate(
    (canvas, { card, side }) => {
      const whole = new OffscreenCanvas(side, side)
      const context = whole.getContext('2d')
      context.fillStyle = card
      context.fillRect(0, 0, side, side)
      context.drawImage(canvas, (side - canvas.width) / 2, (side - canvas.height) / 2)
      return whole
        .convertToBlob({ type: 'image/png' })
        .then((blob) => blob.arrayBuffer())
        .then((bytes) => Array.from(new Uint8Array(bytes)))
    },
    { card, side },
  )
  return Buffer.from(data)
}

/** Weighs both parts by hand, and begins to stir. */
async function weigh(page) {
  for (const part of ['A', 'B'])
    await page.locator('button[data-fresh="false"]', { hasText: `${part} is in` }).click()
  await page.getByRole('button', { name: 'Start stirring' }).click()
}
