import { mkdtemp, readdir, readFile, stat, truncate, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test, type Page } from '@playwright/test'
import { seededRandom } from '#core/numeric/index.ts'
import { DEMO_PORT } from '../../playwright.config.ts'
import { layOut, weigh } from './bench.ts'
import { killAll, startBrowser } from './realBrowser.ts'

/** Kills the browser at random moments and compares what is there with what was tapped: npm run torture -- --kills 200 --seed 7 */
const KILLS = Number(process.env['KILLS'] ?? (process.env['LONG'] ? 12 : 2))
const SEED = Number(process.env['SEED'] ?? 7)
const DEMO = `http://127.0.0.1:${DEMO_PORT}`
const POUR = 'demo-8'
const TOLD_EVERY = 20

test.afterEach(killAll)
test.setTimeout(60_000 + KILLS * 60_000)

/** What is stored, told by its keys; the events of the pour in their order. */
interface Dump {
  readonly tables: string
  readonly events: readonly string[]
}

const dump = (page: Page): Promise<Dump> =>
  page.evaluate(
    (pour) =>
      new Promise((resolve, reject) => {
        const opening = indexedDB.open('nublo')
        opening.onerror = () => reject(new Error('no database'))
        opening.onsuccess = () => {
          const db = opening.result
          const names = ['batches', 'pieces', 'photos', 'molds', 'resins', 'settings', 'events']
          const reading = db.transaction(names, 'readonly')
          const asked = names.map((name) => reading.objectStore(name).getAllKeys())
          const events = reading.objectStore('events').getAll()
          reading.oncomplete = () => {
            db.close()
            const rows = events.result as { batchId: string; seq: number; event: { id: string } }[]
            const own = rows.filter((row) => row.batchId === pour).sort((one, other) => one.seq - other.seq)
            const others = asked.map((each, k) =>
              names[k] === 'events' ? rows.length - own.length : each.result,
            )
            resolve({ tables: JSON.stringify(others), events: own.map((row) => row.event.id) })
          }
        }
      }),
    POUR,
  )

const opened = async (page: Page) => {
  await page.goto(DEMO)
  await expect(page.getByRole('heading', { level: 1, name: 'Bench' })).toBeVisible({ timeout: 90_000 })
}

/** Steps and undos by turns until the page is gone; tells after each how many were answered by the screen by then, and at the end. */
async function tapOn(page: Page, tell: (answered: number) => void): Promise<number> {
  let answered = 0
  try {
    for (;;) {
      // A pour that is over can only be taken back.
      const at = await page.waitForFunction(
        () => {
          const step = document.querySelector('[data-step]')
          if (step?.querySelector('button[data-fresh="false"]')) return step.getAttribute('data-step')
          return !step && document.body.innerText.includes('The pour is done') ? 'over' : null
        },
        null,
        { polling: 20, timeout: 20_000 },
      )
      const before = await at.jsonValue()
      const back = before === 'over' || answered % 3 === 2
      await page.evaluate((undo) => {
        const undoing = [...document.querySelectorAll('button')].find(
          (each) => each.textContent?.trim() === 'Undo',
        )
        const marking = document.querySelector<HTMLElement>('[data-step] button[data-fresh="false"]')
        ;(undo ? undoing : marking)?.click()
      }, back)
      await page.waitForFunction(
        (key) => (document.querySelector('[data-step]')?.getAttribute('data-step') ?? 'over') !== key,
        before,
        { timeout: 20_000, polling: 20 },
      )
      answered++
      tell(answered)
      if (answered > 40) return answered
    }
  } catch {
    return answered
  }
}

async function beginPour(page: Page): Promise<boolean> {
  await page.goto(`${DEMO}/pour/${POUR}`)
  const live = page.locator('[data-step]').or(page.getByRole('heading', { name: 'The pour is done' }))
  const gate = page.getByRole('heading', { level: 1, name: 'Before the clock' })
  await expect(live.or(gate).or(page.getByText('There is no such batch')).first()).toBeVisible()
  if (await gate.isVisible()) {
    await layOut(page)
    await weigh(page)
    await page.getByRole('button', { name: /Stop stir/ }).click()
    await expect(live).toBeVisible()
  }
  return live.isVisible()
}

/** A large step, begun and not waited for. */
type Large = (page: Page, files: { readonly all: string; readonly few: string }) => Promise<void>

const give = async (page: Page, path: string, button: string) => {
  await page.getByLabel('Import a studio file').setInputFiles(path)
  await page.getByRole('button', { name: button }).click()
}

const LARGE: Readonly<Record<string, Large>> = {
  replace: (page, { few }) => give(page, few, 'Replace this studio'),
  'replace back': (page, { all }) => give(page, all, 'Replace this studio'),
  merge: (page, { all }) => give(page, all, 'Add what is new'),
  demo: (page) => page.getByRole('button', { name: 'Set up the demo studio' }).click(),
  empty: (page) => page.getByRole('button', { name: 'Empty the studio' }).click(),
  'bring back': (page) => page.getByRole('button', { name: 'Bring back' }).first().click({ timeout: 3000 }),
  'back up': (page) => page.getByRole('button', { name: 'Back up the studio' }).click(),
}

/** Two studio files: the demo's, and one of fewer batches. */
async function filesOf(page: Page) {
  await page.goto(`${DEMO}/studio`)
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export as one JSON file' }).click(),
  ])
  const folder = await mkdtemp(join(tmpdir(), 'nublo-torture-'))
  const { checksums: _sums, ...studio } = JSON.parse(await readFile(await file.path(), 'utf8'))
  const kept = new Set(studio.batches.slice(0, 3).map(({ id }: { id: string }) => id))
  const of = (rows: { batchId: string }[]) => rows.filter(({ batchId }) => kept.has(batchId))
  const pieces = of(studio.pieces) as unknown as { id: string }[]
  const own = new Set(pieces.map(({ id }) => id))
  const few = {
    ...studio,
    batches: studio.batches.filter(({ id }: { id: string }) => kept.has(id)),
    events: of(studio.events),
    pieces,
    photos: studio.photos.filter(({ pieceId }: { pieceId: string }) => own.has(pieceId)),
  }
  const paths = { all: join(folder, 'all.json'), few: join(folder, 'few.json') }
  await writeFile(paths.all, JSON.stringify(studio))
  await writeFile(paths.few, JSON.stringify(few))
  return paths
}

test(`a browser killed ${KILLS} times loses no answered mark and leaves no half of a large step`, async () => {
  const chance = seededRandom(SEED)
  const profile = await mkdtemp(join(tmpdir(), 'nublo-profile-'))
  let browser = await startBrowser(profile)
  await opened(browser.page)
  const files = await filesOf(browser.page)
  const counts: Record<string, number> = { asked: 0, marks: 0, inFlight: 0 }
  for (let no = 0; no < KILLS; no++) {
    const { page } = browser
    const names = Object.keys(LARGE)
    const what = chance() < 0.5 ? 'pour' : names[Math.floor(chance() * names.length)]!
    // The first pour that is cut short has at least one answered mark, however slow the machine; a later one may have none.
    const few = Math.floor(chance() * 5)
    const taps = counts['asked'] ? few : Math.max(1, few)
    const afterMs = Math.floor(chance() * (what === 'pour' ? 1200 : 3500))
    let answered = 0
    const pours = what === 'pour' && (await beginPour(page))
    if (!pours) await page.goto(`${DEMO}/studio`)
    const before = await dump(page)
    // A pour is cut short in the middle of whatever follows so many taps; a slow machine taps slower.
    let tapped = () => {}
    const enough = new Promise<void>((resolve) => (tapped = resolve))
    if (!pours || taps === 0) tapped()
    const doing = pours
      ? tapOn(page, (count) => count >= taps && tapped())
      : what === 'pour'
        ? Promise.resolve(0)
        : LARGE[what]!(page, files).then(() => 0)
    const ended = doing.catch(() => 0)
    await Promise.race([enough, ended])
    await new Promise((resolve) => setTimeout(resolve, afterMs))
    await browser.kill()
    answered = await ended
    counts[what] = (counts[what] ?? 0) + 1
    if ((no + 1) % TOLD_EVERY === 0) console.log(`${no + 1} of ${KILLS} kills: ${JSON.stringify(counts)}`)
    browser = await startBrowser(profile)
    await opened(browser.page)
    const after = await dump(browser.page)
    await test.step(`kill ${no + 1}: ${what}, ${afterMs} ms after, ${answered} answered`, async () => {
      // What was there is there, in its order; of what was tapped at most the last was on its way.
      if (pours) {
        expect(after.tables).toBe(before.tables)
        expect(after.events.slice(0, before.events.length)).toEqual(before.events)
        const fresh = after.events.length - before.events.length
        expect(fresh).toBeGreaterThanOrEqual(answered)
        expect(fresh).toBeLessThanOrEqual(answered + 1)
        counts['asked']! += taps
        counts['marks']! += answered
        counts['inFlight']! += fresh - answered
      } else if (after.tables !== before.tables) {
        counts[`${what}: done`] = (counts[`${what}: done`] ?? 0) + 1
        expect(['replace', 'replace back', 'merge', 'demo', 'empty', 'bring back']).toContain(what)
        // A whole studio: it exports, and its file is read again.
        await browser.page.goto(`${DEMO}/studio`)
        const [file] = await Promise.all([
          browser.page.waitForEvent('download'),
          browser.page.getByRole('button', { name: 'Back up the studio' }).click(),
        ])
        await browser.page.getByLabel('Import a studio file').setInputFiles(await file.path())
        await expect(browser.page.locator('[data-import-found]')).toContainText('New here: nothing.')
      }
    })
  }
  console.log(`${KILLS} kills, seed ${SEED}: ${JSON.stringify(counts)}`)
  expect(counts['marks']).toBeGreaterThanOrEqual(Math.max(1, counts['asked']!))
})

const JOURNALS = `Default/IndexedDB/http_127.0.0.1_${DEMO_PORT}.indexeddb.leveldb`

/** Begins a large step and leaves its note; what it writes is torn off afterwards, as where a browser ends in the middle of it. */
async function writeMuch(page: Page): Promise<void> {
  await page.evaluate(async () => {
    const put = (name: string, rows: number) =>
      new Promise<void>((resolve, reject) => {
        const opening = indexedDB.open(name, 1)
        opening.onupgradeneeded = () => opening.result.createObjectStore('rows')
        opening.onerror = () => reject(new Error(name))
        opening.onsuccess = () => {
          const writing = opening.result.transaction('rows', 'readwrite')
          const row = crypto.getRandomValues(new Uint8Array(40 * 1024))
          for (let no = 0; no < rows; no++) writing.objectStore('rows').put(row, no)
          writing.oncomplete = () => {
            opening.result.close()
            resolve()
          }
        }
      })
    await put('nublo-step-torn', 0)
    await put('torn', 12)
  })
}

/** Cuts the end of the browser's journal off in the middle of its last large record. */
async function tearOff(profile: string): Promise<void> {
  const folder = join(profile, JOURNALS)
  const name = (await readdir(folder)).find((each) => each.endsWith('.log'))!
  const { size } = await stat(join(folder, name))
  expect(size).toBeGreaterThan(12 * 40 * 1024)
  await truncate(join(folder, name), size - 200 * 1024)
}

test('a large write that the end of the browser tore off takes no later mark with it', async () => {
  const profile = await mkdtemp(join(tmpdir(), 'nublo-profile-'))
  let browser = await startBrowser(profile)
  await opened(browser.page)
  await writeMuch(browser.page)
  await browser.kill()
  await tearOff(profile)
  browser = await startBrowser(profile)
  await opened(browser.page)
  expect(await beginPour(browser.page)).toBe(true)
  const { events } = await dump(browser.page)
  expect(events.length).toBeGreaterThanOrEqual(3)
  await browser.kill()
  browser = await startBrowser(profile)
  await opened(browser.page)
  expect((await dump(browser.page)).events).toEqual(events)
  const left = await browser.page.evaluate(async () => (await indexedDB.databases()).map(({ name }) => name))
  expect(left.filter((name) => name?.startsWith('nublo-'))).toEqual([])
})
