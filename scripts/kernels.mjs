/** Compiles kernels/ into src/core/bloom/compiled.ts: npm run kernels. With --check it only compares, and fails where they differ. */
import { readFile, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import asc from 'assemblyscript/asc'
import { root } from './ready.mjs'

/** The text of src/core/bloom/compiled.ts as the sources stand now. Throws with what the compiler says. */
async function compiledKernels() {
  const files = new Map()
  const { error, stderr } = await asc.main(
    [
      'kernels/index.ts',
      ...['--baseDir', root, '--outFile', 'kernels.wasm', '-O3', '--noAssert', '--runtime', 'stub'],
      ...['--importMemory', '--enable', 'simd'],
      // Pairs are exchanged between the kernels only, never with JavaScript.
      ...['--disableWarning', '112'],
    ],
    { writeFile: (name, contents) => void files.set(name, contents) },
  )
  if (error) throw new Error(stderr.toString())
  const bytes = Buffer.from(files.get('kernels.wasm')).toString('base64')
  return `/** kernels/ compiled, in base64: written by npm run kernels. */\nexport const COMPILED =\n  '${bytes}'\n`
}

const file = join(root, 'src/core/bloom/compiled.ts')
const compiled = await compiledKernels()
if (!process.argv.includes('--check')) await writeFile(file, compiled)
else if ((await readFile(file, 'utf8')) !== compiled) {
  process.stderr.write('src/core/bloom/compiled.ts is not what kernels/ compile to: run npm run kernels.\n')
  process.exit(1)
}
