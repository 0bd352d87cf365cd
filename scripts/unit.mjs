/** The unit tests: TypeScript as node reads it with `tests/support/typescript.mjs`; what follows on the line goes to Jest. */
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { root, runNode } from './ready.mjs'

/** What node is told before anything of a person's own. */
export const JEST = [
  '--import',
  new URL('../tests/support/typescript.mjs', import.meta.url).href,
  '--enable-source-maps',
  '--experimental-vm-modules',
  '--disable-warning=ExperimentalWarning',
  join(root, 'node_modules', 'jest', 'bin', 'jest.js'),
]

if (process.argv[1] === fileURLToPath(import.meta.url)) runNode([...JEST, ...process.argv.slice(2)])
