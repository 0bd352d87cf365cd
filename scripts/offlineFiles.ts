import { createHash } from 'node:crypto'
import { readdir, readFile, writeFile } from 'node:fs/promises'
import { join, relative, sep } from 'node:path'
import type { Plugin } from 'vite'

const WORKER = 'offline.js'
const TEMPLATE = new URL('./offlineWorker.js', import.meta.url)

/** Writes the service worker of a build: its list of files, and a name that is another for every build. */
export async function writeOfflineWorker(dir: string): Promise<void> {
  const names = (await filesIn(dir)).filter((name) => name !== `/${WORKER}`).sort()
  const hash = createHash('sha256')
  for (const name of names) hash.update(name).update(await readFile(join(dir, name)))
  const files = ['/', ...names.filter((name) => name !== '/index.html')]
  const template = await readFile(TEMPLATE, 'utf8')
  const worker = template
    .replace('__BUILD__', hash.digest('hex').slice(0, 16))
    .replace('__FILES__', JSON.stringify(files))
  await writeFile(join(dir, WORKER), worker)
}

async function filesIn(dir: string): Promise<string[]> {
  const entries = await readdir(dir, { recursive: true, withFileTypes: true })
  return entries
    .filter((entry) => entry.isFile())
    .map((entry) => `/${relative(dir, join(entry.parentPath, entry.name)).split(sep).join('/')}`)
}

/** After each build, its service worker. */
export function offlineFiles(): Plugin {
  let dir = ''
  return {
    name: 'nublo-offline-files',
    apply: 'build',
    configResolved: ({ root, build }) => {
      dir = join(root, build.outDir)
    },
    closeBundle: () => writeOfflineWorker(dir),
  }
}
