import { readFile } from 'node:fs/promises'
import { expect, test, type Page } from '@playwright/test'
import { LONG, EMPTY, go, layOut, openStudio, stir, turnTo, wait } from './bench.ts'

const PLACES = ['/', '/plan', '/rack', '/log', '/shelf', '/orders']
/** Beside the bench, the places that show what a table holds; every place for those that all of them read. */
const SHOWN_AT: Readonly<Record<string, readonly string[]>> = {
  batches: PLACES,
  events: PLACES,
  settings: PLACES,
  pieces: ['/', '/log', '/rack'],
  photos: ['/', '/log'],
  orders: ['/', '/orders', '/plan'],
}
const ELSEWHERE = ['/', '/plan', '/shelf']

/** Rows no command would write, table by table: half of one, or one with the wrong kinds of things in it. */
const DAMAGED: Readonly<Record<string, object>> = {
  resins: { id: 'bad' },
  colours: { id: 'bad', name: 7, hex: null },
  molds: { id: 'bad', name: 'Bad', outline: null },
  patterns: { id: 'bad', marks: 'none' },
  batches: { id: 'bad', createdAtMs: 9e12, request: null },
  events: { batchId: 'demo-1', seq: 9000, event: null },
  pieces: { id: 'bad', batchId: 'demo-1', no: null, outcome: { faults: 3 } },
  photos: { id: 'bad', pieceId: 'demo-1-1', side: 'front', bytes: 'none' },
  settings: { id: 'studio', units: 'cubits', feed: 'http://127.0.0.1:99999/feed', hours: 5, hands: null },
  learning: { id: 'bad', leftOut: null },
  supplies: { id: 'bad', name: {} },
  movements: { id: 'bad', supplyId: 5 },
  care: { id: 'bad', entries: 'none' },
  orders: { id: 'bad', name: null, lines: 5 },
}

/** Writes a row past every command. */
async function damage(page: Page, table: string, row: object): Promise<void> {
  await page.evaluate(
    ([name, value]) =>
      new Promise<void>((resolve, reject) => {
        const opening = indexedDB.open('nublo')
        opening.onerror = () => reject(new Error('no database'))
        opening.onsuccess = () => {
          const db = opening.result
          const writing = db.transaction(name, 'readwrite')
          writing.objectStore(name).put(value)
          writing.oncomplete = () => (db.close(), resolve())
          writing.onerror = () => reject(new Error('not written'))
        }
      }),
    [table, row] as const,
  )
}

async function exported(page: Page): Promise<Buffer> {
  await go(page, '/studio')
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Back up the studio' }).click(),
  ])
  return readFile(await file.path())
}

const give = (page: Page, buffer: Buffer) =>
  page
    .getByLabel('Import a studio file')
    .setInputFiles({ name: 'studio.zip', mimeType: 'application/zip', buffer })

/** The tables a pour hangs on; every one when asked for. */
const TRIED = Object.entries(DAMAGED).filter(
  ([table]) => process.env['LONG'] || ['batches', 'events', 'settings', 'orders'].includes(table),
)

test('whichever table is damaged, every place opens and the export comes back', async ({ page }) => {
  await openStudio(page)
  for (const [table, row] of TRIED) {
    await test.step(table, async () => {
      await damage(page, table, row)
      await page.reload()
      for (const place of SHOWN_AT[table] ?? ELSEWHERE) {
        await turnTo(page, place)
        await expect(page.getByRole('navigation', { name: 'Places' })).toBeVisible()
        // A place that broke says what it set aside and opens again.
        await expect(async () => {
          const broke = page.getByRole('alert').filter({ hasText: 'This place broke' })
          if (await broke.isVisible()) {
            await expect(broke).toContainText(/could not be read and (is|are) set aside/)
            await broke.getByRole('button', { name: 'Open again' }).click()
          }
          await expect(page.locator(`[data-place="${place}"]`)).toBeVisible({ timeout: 1000 })
        }).toPass()
      }
      await give(page, await exported(page))
      await expect(page.locator('[data-import-found]')).toBeVisible()
    })
  }
  await go(page, '/studio')
  for (const table of ['batches', 'events', 'settings', 'orders'])
    await expect(page.locator('[data-aside]')).toContainText(`${table}: `)
  await page.getByRole('button', { name: 'Let them go' }).click()
  await expect(page.locator('[data-aside]')).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.locator('[data-aside]')).toContainText('orders: ')
})

test('a room that cannot be is not stored by a mark, and the export of that pour comes back', async ({
  page,
}) => {
  await openStudio(page, '/pour/demo-8')
  await layOut(page)
  await stir(page)
  await wait(page, 5)
  await page.getByRole('button', { name: 'Reading' }).click()
  await page.getByLabel('Resin, or room').fill('70')
  await page.getByRole('button', { name: 'The room' }).click()
  await expect(page.getByRole('alert')).toContainText('21 °C')
  await expect(page.getByRole('button', { name: 'It is 70 °C' })).toHaveCount(0)
  await page.getByRole('button', { name: /It is 21/ }).click()
  await give(page, await exported(page))
  await expect(page.locator('[data-import-found]')).toBeVisible()
})

test('a wrong port is refused in words and locks nothing', async ({ page }) => {
  await openStudio(page, '/studio')
  await page.getByLabel('Bench instruments').selectOption('own')
  await page.getByLabel('Address of the feed').fill('http://127.0.0.1:99999/feed')
  await expect(
    page.getByText(/expected a program on this device such as .* its port at most 65535/),
  ).toBeVisible()
  await expect(page.getByRole('button', { name: 'Link' })).toBeDisabled()
})

test('the demo set up over an own studio, cut short at any moment, leaves it whole; done, it can be taken back tomorrow', async ({
  page,
}) => {
  await openStudio(page, EMPTY)
  await page.getByRole('link', { name: 'Shelf' }).click()
  await page.getByRole('tab', { name: /Molds/ }).click()
  await page.getByRole('button', { name: 'Add a mold' }).click()
  await page.getByLabel('Name').fill('My own dish')
  await page.getByRole('button', { name: 'Put on the shelf' }).click()
  await expect(page.getByText('My own dish').first()).toBeVisible()
  const mine = async () => {
    await go(page, '/shelf')
    await page.getByRole('tab', { name: /Molds/ }).click()
    await expect(page.getByText('My own dish').first()).toBeVisible()
  }
  const bringBack = async () => {
    await page
      .locator('[data-kept="replaced by the demo studio"]')
      .first()
      .getByRole('button', { name: 'Bring back' })
      .click()
    await expect(page.getByText(/^The studio is as it was then/).first()).toBeVisible()
  }
  for (const ms of [0, 40, 150, 600]) {
    await go(page, '/studio')
    const begun = page.getByRole('button', { name: 'Set up the demo studio' })
    await begun.click()
    await page.clock.runFor(ms)
    await page.reload()
    await go(page, '/shelf')
    await page.getByRole('tab', { name: /Molds/ }).click()
    // All of it or nothing: the own studio, or the whole demo, which can be taken back.
    const own = page.getByText('My own dish').first()
    const demo = page.getByText('Round coaster').first()
    await expect(own.or(demo)).toBeVisible()
    if (await demo.isVisible()) {
      await expect(page.getByRole('tab', { name: 'Molds (8)' })).toBeVisible()
      await go(page, '/studio')
      await bringBack()
    }
    await mine()
  }
  await go(page, '/studio')
  await page.getByRole('button', { name: 'Set up the demo studio' }).click()
  await expect(page.getByText('The demo studio is set up.', { exact: true })).toBeVisible({ timeout: 90_000 })
  await page.clock.fastForward('24:00:00')
  await page.reload()
  await bringBack()
  await mine()
})

test(
  'a file without settings keeps the settings, and the next opening keeps the studio',
  LONG,
  async ({ page }) => {
    await openStudio(page, '/studio')
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Export as one JSON file' }).click(),
    ])
    const studio = JSON.parse(await readFile(await file.path(), 'utf8')) as {
      batches: object[]
      checksums?: object
    }
    const { checksums: _checksums, ...rest } = studio
    await page.getByLabel('Import a studio file').setInputFiles({
      name: 'x.json',
      mimeType: 'application/json',
      buffer: Buffer.from(JSON.stringify({ ...rest, settings: null, batches: studio.batches })),
    })
    await page.getByRole('button', { name: 'Replace this studio' }).click()
    await expect(page.getByText('The studio was replaced by the file.', { exact: true })).toBeVisible()
    await page.reload()
    await expect(page.locator('[data-kept="replaced by a file"]')).toBeVisible()
  },
)

test('a file changed on its way names what, and what is whole can be looked at and taken', async ({
  page,
}) => {
  await openStudio(page)
  const file = await exported(page)
  // A picture lies in it as it is: the middle of the file is one.
  file[Math.floor(file.length / 2)]! ^= 4
  await give(page, file)
  await expect(
    page.getByText('This studio file was changed since it was written. Nothing was taken.'),
  ).toBeVisible()
  await expect(page.getByRole('alert')).toContainText(/picture \S+: not as written, or missing/)
  await page.getByRole('button', { name: /Look at what is whole/ }).click()
  await expect(page.locator('[data-import-found]')).toContainText('New here: nothing.')
})

test(
  'the same mold changed on two devices: both are shown side by side, and one is chosen',
  LONG,
  async ({ page }) => {
    await openStudio(page)
    const before = await exported(page)
    await go(page, '/shelf')
    await page.getByRole('tab', { name: /Molds/ }).click()
    await page.getByRole('button', { name: 'Change' }).first().click()
    await page.getByLabel('Name').fill('Renamed here')
    await page.getByRole('button', { name: 'Put on the shelf' }).click()
    await go(page, '/studio')
    await give(page, before)
    const conflict = page.locator('[data-conflict^="molds "]')
    await expect(conflict).toContainText('Renamed here')
    await conflict.getByLabel('Take').selectOption('there')
    await page.getByRole('button', { name: 'Add what is new' }).click()
    await expect(page.getByText('Added: nothing.', { exact: true })).toBeVisible()
    await go(page, '/shelf')
    await page.getByRole('tab', { name: /Molds/ }).click()
    await expect(page.getByText('Renamed here')).toHaveCount(0)
  },
)

test.describe('a demo that cannot be had', () => {
  test.use({ storageState: { cookies: [], origins: [] } })

  test('leaves an empty studio that says so', async ({ page }) => {
    await page.route('**/demo/studio.zip', (route) => route.fulfill({ status: 404, body: '' }))
    await openStudio(page)
    await expect(page.getByText('This studio begins empty').first()).toBeVisible()
    await go(page, '/studio')
    await page.unroute('**/demo/studio.zip')
    await page.getByRole('button', { name: /demo studio/i }).click()
    await expect(page.getByText('The demo studio is set up.').first()).toBeVisible()
  })
})
