/** Everything that must hold, one step after another, each with its time. Stops at the first that fails. */
import { spawnSync } from 'node:child_process'
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { ensureBuilt, ensureDependencies, root, runNode } from './ready.mjs'

const bin = (name, file) => join('node_modules', name, file)
const jest = [
  '--experimental-vm-modules',
  '--disable-warning=ExperimentalWarning',
  bin('jest', 'bin/jest.js'),
]

const steps = [
  [
    'Types of the core, without the browser',
    [bin('@typescript/native', 'bin/tsc'), '-p', 'tsconfig.core.json'],
  ],
  ['Types of everything', [bin('@typescript/native', 'bin/tsc'), '-p', 'tsconfig.json']],
  ['Lint', [bin('eslint', 'bin/eslint.js'), '--max-warnings', '0', '.']],
  ['Formatting', [bin('prettier', 'bin/prettier.cjs'), '--check', '--log-level', 'warn', '.']],
  ['Kernels compiled as they are written', [join('scripts', 'kernels.mjs'), '--check']],
  [
    'Import rules between the rooms',
    [bin('dependency-cruiser', 'bin/dependency-cruise.mjs'), '--config', '.dependency-cruiser.cjs', 'src'],
  ],
  ['Unused files, exports and packages', [bin('knip', 'bin/knip.js')]],
  ['Unit tests', [...jest, '--testPathIgnorePatterns', 'tests/calibration/']],
  [
    'Long checks: 500 simulated resins, simulated faces, the rack against a solver',
    [...jest, 'tests/calibration'],
  ],
]

ensureDependencies()
const started = Date.now()
for (const [name, args] of steps) step(name, () => runNode(args))
step('Build', ensureBuilt)
step('Browser', ensureChromium)
step('Journeys in the browser', () => runNode([bin('@playwright/test', 'cli.js'), 'test']))
process.stderr.write(`All of it passed in ${seconds(started)}.\n`)

function step(name, run) {
  const began = Date.now()
  process.stderr.write(`\n--- ${name} ...\n`)
  run()
  process.stderr.write(`--- ${name}: passed in ${seconds(began)}\n`)
}

function seconds(since) {
  return `${((Date.now() - since) / 1000).toFixed(1)} s`
}

/** Debian's Chromium: there already, or installed as root with apt; otherwise one clear line. */
function ensureChromium() {
  if (existsSync('/usr/bin/chromium')) return
  if (process.getuid?.() === 0 && existsSync('/usr/bin/apt-get')) {
    const apt = (args) =>
      spawnSync('apt-get', args, { cwd: root, stdio: ['ignore', process.stderr, process.stderr] })
    apt(['update', '-qq'])
    apt(['install', '-y', '-qq', '--no-install-recommends', 'chromium'])
  }
  if (existsSync('/usr/bin/chromium')) return
  process.stderr.write(
    'The journeys need Chromium at /usr/bin/chromium: install it (apt-get install chromium) and run npm test again.\n',
  )
  process.exit(1)
}
