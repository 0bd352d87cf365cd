import { expect, test, type Page } from '@playwright/test'
import { LONG, BEGIN, go, openStudio, wait } from './bench.ts'

/** A folder of this origin's own stands in for one on the disk: nobody can click the browser's own dialog. */
async function standInFolder(page: Page): Promise<void> {
  await page.addInitScript(() => {
    Object.assign(window, {
      showDirectoryPicker: async () =>
        (await navigator.storage.getDirectory()).getDirectoryHandle('Resin backups', { create: true }),
    })
  })
}

/** The files in it, by name, with their first two letters. */
function filesIn(page: Page): Promise<Readonly<Record<string, string>>> {
  return page.evaluate(async () => {
    const folder = await (await navigator.storage.getDirectory()).getDirectoryHandle('Resin backups')
    const files: Record<string, string> = {}
    const entries = folder as unknown as {
      readonly entries: () => AsyncIterable<[string, FileSystemFileHandle]>
    }
    // What is being put in place is listed by a name that is gone a moment later: it is no file of the folder.
    for await (const [name, handle] of entries.entries()) {
      const file = await handle.getFile().catch(() => null)
      if (file) files[name] = (await file.text()).slice(0, 2)
    }
    return files
  })
}

const nameOn = (day: number) =>
  `nublo-studio-${new Date(BEGIN.getTime() + day * 86_400_000).toISOString().slice(0, 10)}.zip`

test(
  'backups go into a chosen folder by themselves, once a day when something is new, and come back',
  LONG,
  async ({ page }) => {
    await standInFolder(page)
    await openStudio(page, '/studio')
    await page.getByRole('button', { name: 'Keep backups in a folder' }).click()
    const told = page.locator('[data-backup-folder]')
    await expect(told).toContainText('the folder Resin backups')
    await expect(told).toContainText(/The last one 17:3\d/)
    await expect(page.locator('[data-on-this-device]')).toContainText(/Last backed up 17:3\d\./)
    expect(await filesIn(page)).toEqual({ [nameOn(0)]: 'PK' })

    // A day without anything new needs no file.
    await wait(page, 25 * 60)
    await go(page, '/plan')
    await expect(page.locator('[data-worksheet]')).toBeVisible()
    expect(Object.keys(await filesIn(page))).toEqual([nameOn(0)])
    await page.getByRole('button', { name: 'Keep for later' }).click()
    await expect(page.getByRole('heading', { level: 1, name: 'Bench' })).toBeVisible()
    await wait(page, 11)
    await expect.poll(async () => Object.keys(await filesIn(page)).sort()).toEqual([nameOn(0), nameOn(1)])

    // A shelf that was changed is new too, though no mark of a time says so.
    await go(page, '/shelf')
    const removes = page.getByRole('button', { name: /^Remove / })
    await expect(removes.first()).toBeVisible()
    const there = await removes.count()
    await removes.first().click()
    // Stored before the hours pass: what looks for something new looks every ten minutes of them, and once in a leap.
    await expect(removes).toHaveCount(there - 1)
    await wait(page, 25 * 60)
    await expect
      .poll(async () => Object.keys(await filesIn(page)).sort())
      .toEqual([nameOn(0), nameOn(1), nameOn(2)])

    // What is in the folder is a studio.
    await go(page, '/studio')
    const bytes = await page.evaluate(async (name) => {
      const folder = await (await navigator.storage.getDirectory()).getDirectoryHandle('Resin backups')
      return [...new Uint8Array(await (await (await folder.getFileHandle(name)).getFile()).arrayBuffer())]
    }, nameOn(1))
    await page
      .getByLabel('Import a studio file')
      .setInputFiles({ name: 'back.zip', mimeType: 'application/zip', buffer: Buffer.from(bytes) })
    await expect(page.locator('[data-import-found]')).toContainText('The file holds')
    await page.getByRole('button', { name: 'No longer' }).click()
    await expect(page.getByRole('button', { name: 'Keep backups in a folder' })).toBeVisible()
  },
)

test('a folder that cannot be written to says so, and the studio goes on', async ({ page }) => {
  await standInFolder(page)
  await openStudio(page, '/studio')
  await page.getByRole('button', { name: 'Keep backups in a folder' }).click()
  const told = page.locator('[data-backup-folder]')
  await expect(told).toContainText('The last one')
  await page.evaluate(async () =>
    (await navigator.storage.getDirectory()).removeEntry('Resin backups', { recursive: true }),
  )
  await page.getByRole('button', { name: 'Back up into it now' }).click()
  await expect(told).toContainText('The last one could not be written')
  await expect(page.getByRole('button', { name: 'Back up the studio' })).toBeEnabled()
})
