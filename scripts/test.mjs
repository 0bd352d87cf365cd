/** Everything that must hold, each with its time. Stops at the first that fails. */
import { spawn } from 'node:child_process'
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { ensureBuilt, ensureDependencies, root, runNode } from './ready.mjs'
import { JEST } from './unit.mjs'

const BROWSER = '/usr/bin/chromium'
const SHELL = '/usr/lib/chromium/chromium-headless-shell'

const bin = (name, file) => join('node_modules', name, file)

/** Each on a core of its own, two at a time. */
const checks = [
  ['Lint', [bin('eslint', 'bin/eslint.js'), '--max-warnings', '0', '.']],
  [
    'Types of the core, without the browser',
    [bin('@typescript/native', 'bin/tsc'), '-p', 'tsconfig.core.json'],
  ],
  ['Types of everything', [bin('@typescript/native', 'bin/tsc'), '-p', 'tsconfig.json']],
  ['Formatting', [bin('prettier', 'bin/prettier.cjs'), '--check', '--log-level', 'warn', '.']],
  ['Kernels compiled as they are written', [join('scripts', 'kernels.mjs'), '--check']],
  [
    'Import rules between the rooms',
    [bin('dependency-cruiser', 'bin/dependency-cruise.mjs'), '--config', '.dependency-cruiser.cjs', 'src'],
  ],
  ['Unused files, exports and packages', [bin('knip', 'bin/knip.js')]],
]

ensureDependencies()
const started = Date.now()
// What is fetched waits for the network, not for the cores.
const browser = fetchChromium()
await Promise.all([workThrough(checks), workThrough(checks)])
// In one run, so that no core waits for the longest of them: 500 simulated resins, simulated faces, the rack against a solver.
step('Unit tests and long checks', () => runNode(JEST))
step('Build', ensureBuilt)
await browser
step('Browser', ensureChromium)
step('Journeys in the browser', () => runNode([bin('@playwright/test', 'cli.js'), 'test']))
process.stderr.write(`All of it passed in ${seconds(started)}.\n`)

/** Takes the next check until none is left; one that fails ends everything. */
async function workThrough(left) {
  for (let next = left.shift(); next; next = left.shift()) {
    const [name, args] = next
    const began = Date.now()
    process.stderr.write(`\n--- ${name} ...\n`)
    const { status, said } = await quietly(args)
    process.stderr.write(`${said}--- ${name}: ${status === 0 ? 'passed' : 'failed'} in ${seconds(began)}\n`)
    if (status !== 0) process.exit(status ?? 1)
  }
}

/** What a node program says, told when it has ended, so that two do not talk at once. */
function quietly(args) {
  const child = spawn(process.execPath, args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'] })
  const chunks = []
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => chunks.push(chunk))
  return new Promise((resolve) =>
    child.on('close', (status) => resolve({ status, said: Buffer.concat(chunks).toString() })),
  )
}

function step(name, run) {
  const began = Date.now()
  process.stderr.write(`\n--- ${name} ...\n`)
  run()
  process.stderr.write(`--- ${name}: passed in ${seconds(began)}\n`)
}

function seconds(since) {
  return `${((Date.now() - since) / 1000).toFixed(1)} s`
}

/** Debian's Chromium, and its headless shell where there is one: there already, or installed as root with apt. */
async function fetchChromium() {
  if (existsSync(BROWSER) && existsSync(SHELL)) return
  if (process.getuid?.() !== 0 || !existsSync('/usr/bin/apt-get')) return
  await apt(['update', '-qq'])
  const install = ['install', '-y', '-qq', '--no-install-recommends', 'chromium']
  if ((await apt([...install, 'chromium-headless-shell'])) !== 0) await apt(install)
}

function apt(args) {
  const child = spawn('apt-get', args, { cwd: root, stdio: ['ignore', 'ignore', process.stderr] })
  return new Promise((resolve) => child.on('close', resolve))
}

/** Without a browser one clear line. */
function ensureChromium() {
  if (existsSync(BROWSER)) return
  process.stderr.write(
    `The journeys need Chromium at ${BROWSER}: install it (apt-get install chromium) and run npm test again.\n`,
  )
  process.exit(1)
}
