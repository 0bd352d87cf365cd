import { spawnSync } from 'node:child_process'
import { ensureBuilt, ensureDependencies, root } from './ready.mjs'

/** Kills the browser at random moments of pours and large steps: npm run torture -- --kills 200 --seed 7 */
const words = process.argv.slice(2)
const figure = (name, usual) => {
  const at = words.indexOf(`--${name}`)
  const said = at >= 0 ? Number(words[at + 1]) : usual
  if (Number.isInteger(said) && said > 0) return String(said)
  process.stderr.write(`torture: --${name} is ${words[at + 1]}, expected a whole number above 0\n`)
  process.exit(1)
}
ensureDependencies()
ensureBuilt()
const env = { ...process.env, KILLS: figure('kills', 200), SEED: figure('seed', 7) }
const { status } = spawnSync('npx', ['playwright', 'test', 'tests/e2e/torture.spec.ts'], {
  cwd: root,
  env,
  stdio: 'inherit',
})
process.exit(status ?? 1)
