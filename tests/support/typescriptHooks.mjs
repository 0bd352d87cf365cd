import { readFile } from 'node:fs/promises'
import { fileURLToPath } from 'node:url'
import { transform } from '@swc/core'

const GLOBALS = new URL('./jestGlobals.mjs', import.meta.url).href

export async function resolve(specifier, context, next) {
  return specifier === '@jest/globals' ? { url: GLOBALS, shortCircuit: true } : next(specifier, context)
}

/** TypeScript without its types, with a map so that a failure names its own line. */
export async function load(url, context, next) {
  const [place] = url.split('?')
  if (!/\.tsx?$/.test(place)) return next(url, context)
  const filename = fileURLToPath(place)
  const { code } = await transform(await readFile(filename, 'utf8'), {
    filename,
    sourceMaps: 'inline',
    jsc: {
      target: 'es2022',
      parser: { syntax: 'typescript', tsx: place.endsWith('x') },
      transform: { react: { runtime: 'automatic' } },
    },
    module: { type: 'es6' },
  })
  return { format: 'module', source: code, shortCircuit: true }
}
