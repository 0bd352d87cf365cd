/** Makes a fresh clone ready: installs what is missing, builds what is stale. Node built-ins only; chatter goes to stderr. */
import { spawnSync } from 'node:child_process'
import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const root = dirname(dirname(fileURLToPath(import.meta.url)))

/** Runs a node program in the project with its output on stderr; ends this process when it fails. */
export function runNode(args, { quiet = false } = {}) {
  const done = spawnSync(process.execPath, args, {
    cwd: root,
    stdio: quiet ? ['ignore', 'pipe', 'pipe'] : ['ignore', process.stderr, process.stderr],
  })
  if (done.status !== 0) {
    if (quiet) process.stderr.write(`${done.stdout ?? ''}${done.stderr ?? ''}`)
    process.exit(done.status ?? 1)
  }
}

/** Installs with npm ci when what is installed differs from the lock file. */
export function ensureDependencies() {
  if (isInstalled()) return
  const npm = process.env.npm_execpath
  if (!npm) {
    process.stderr.write(
      'Dependencies are missing: run this through npm (npm start, npm test, npm run nublo).\n',
    )
    process.exit(1)
  }
  process.stderr.write('Installing what is missing (about a minute) ...\n')
  runNode([npm, 'ci', '--include=dev', '--include=optional', '--no-progress'], { quiet: true })
}

function isInstalled() {
  const installed = lockedPackages(join(root, 'node_modules', '.package-lock.json'))
  const wanted = lockedPackages(join(root, 'package-lock.json'))
  if (!installed || !wanted) return false
  return Object.entries(wanted).every(
    ([path, entry]) =>
      path === '' ||
      entry.optional ||
      entry.peer ||
      entry.devOptional ||
      installed[path]?.version === entry.version,
  )
}

function lockedPackages(file) {
  return existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')).packages : null
}

/** Builds the browser app and the two node programs when a source is newer than the last build. */
export function ensureBuilt() {
  const built = ['dist/client/index.html', 'dist/node/server.js', 'dist/node/nublo.js'].map((file) =>
    join(root, file),
  )
  const oldest = Math.min(...built.map((file) => (existsSync(file) ? statSync(file).mtimeMs : 0)))
  const sources = [
    'src',
    'public',
    'index.html',
    'package-lock.json',
    'vite.config.ts',
    'vite.node.config.ts',
  ]
  if (Math.max(...sources.map((source) => newest(join(root, source)))) < oldest) return
  process.stderr.write('Building ...\n')
  const vite = join('node_modules', 'vite', 'bin', 'vite.js')
  runNode([vite, 'build'], { quiet: true })
  runNode([vite, 'build', '--config', 'vite.node.config.ts'], { quiet: true })
}

function newest(path) {
  if (!existsSync(path)) return 0
  const { mtimeMs } = statSync(path)
  if (!statSync(path).isDirectory()) return mtimeMs
  return Math.max(mtimeMs, ...readdirSync(path).map((name) => newest(join(path, name))))
}
