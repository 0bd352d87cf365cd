import { spawn, type ChildProcess } from 'node:child_process'
import { once } from 'node:events'
import { cp, mkdtemp, readFile, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test, type Page } from '@playwright/test'
import { writeOfflineWorker } from '../../scripts/offlineFiles.ts'
import { layOut, mark, weigh } from './bench.ts'

const PORT = 4719
const OWN = `http://127.0.0.1:${PORT}`
let server: ChildProcess | null = null
let dist = ''

test.beforeEach(async () => {
  dist = await mkdtemp(join(tmpdir(), 'nublo-dist-'))
  await cp('dist', dist, { recursive: true })
  // The server finds its packages beside the project.
  server = spawn(
    process.execPath,
    [join('dist', 'node', 'server.js'), '--port', String(PORT), '--client', join(dist, 'client')],
    {
      stdio: ['ignore', 'pipe', 'inherit'],
    },
  )
  await once(server.stdout!, 'data')
})

test.afterEach(() => stop())

async function stop(): Promise<void> {
  if (!server || server.exitCode !== null) return
  const ended = once(server, 'exit')
  server.kill('SIGTERM')
  await ended
  server = null
}

/** Another build on the server: it says so in its title. */
async function rebuild(): Promise<void> {
  const path = join(dist, 'client', 'index.html')
  const page = await readFile(path, 'utf8')
  await writeFile(path, page.replace('<html lang="en">', '<html lang="en" data-build="second">'))
  await writeOfflineWorker(join(dist, 'client'))
}

const buildOf = (page: Page) => page.evaluate(() => document.documentElement.dataset['build'] ?? 'first')

async function install(page: Page): Promise<void> {
  await page.goto(`${OWN}/`)
  await expect(page.getByRole('heading', { level: 1, name: 'Bench' })).toBeVisible({ timeout: 90_000 })
  await page.waitForFunction(() => navigator.serviceWorker.controller !== null)
}

const findNewBuild = (page: Page) =>
  page.evaluate(async () => void (await (await navigator.serviceWorker.getRegistration())!.update()))

test.use({ serviceWorkers: 'allow' })

test('a new build never takes over a live pour; when none is live, the next opening is of it, server or not', async ({
  page,
}) => {
  await install(page)
  await page.goto(`${OWN}/pour/demo-8`)
  await layOut(page)
  await weigh(page)
  await page.getByRole('button', { name: /Stop stir/ }).click()
  await expect(page.locator('[data-step]')).toBeVisible()
  await rebuild()
  await findNewBuild(page)
  await page.locator('[data-new-version]').getByRole('button', { name: 'Open it' }).click()
  await expect(page.locator('[data-new-version]')).toContainText('A pour is live')
  await page.reload()
  await expect(page.locator('[data-step]')).toBeVisible()
  expect(await buildOf(page)).toBe('first')
  // The pour goes on with the server gone, its places too, after a reload in the middle of it.
  await stop()
  await page.reload()
  await mark(page)
  await page.goto(`${OWN}/rack`)
  await expect(page.getByRole('heading', { level: 1, name: 'Rack' })).toBeVisible()
  await page.goto(`${OWN}/pour/demo-8`)
  await page.getByRole('button', { name: 'Give up' }).click({ delay: 1500 })
  await expect(page.getByText('This pour was given up')).toBeVisible()
  await page.goto(`${OWN}/`)
  await expect(page.getByRole('heading', { level: 1, name: 'Bench' })).toBeVisible()
  await expect.poll(() => buildOf(page)).toBe('second')
})

test('is installable: a manifest with PNG icons of both sizes and one that may be cut to shape', async ({
  page,
}) => {
  await page.goto(`${OWN}/`)
  const manifest = (await (await page.request.get(`${OWN}/manifest.webmanifest`)).json()) as {
    icons: { src: string; sizes: string; type: string; purpose?: string }[]
  }
  const pngs = manifest.icons.filter(({ type }) => type === 'image/png')
  expect(pngs.map(({ sizes, purpose }) => `${sizes} ${purpose ?? 'any'}`)).toEqual([
    '192x192 any',
    '512x512 any',
    '512x512 maskable',
  ])
  for (const { src, sizes } of pngs) {
    const bytes = await (await page.request.get(OWN + src)).body()
    expect(`${bytes.readUInt32BE(16)}x${bytes.readUInt32BE(20)}`).toBe(sizes)
  }
})
