import swcJest from '@swc/jest'

/**
 * Jest runs every file in a context of its own, where each use of a global asks the context's interceptor, native code that nothing can
 * inline: arithmetic is three to ten times slower than in the product. A file's globals are therefore bound once, at its top, to names of
 * its own. Nothing else of it changes, nor do its line numbers.
 */
const GLOBALS = [
  'Array',
  'Error',
  'Float32Array',
  'Float64Array',
  'Infinity',
  'Int32Array',
  'JSON',
  'Map',
  'Math',
  'NaN',
  'Number',
  'Object',
  'Promise',
  'RangeError',
  'Set',
  'String',
  'Symbol',
  'Uint8Array',
]
/** Part of the cache's key: counted up whenever what is made of a file changes. */
const EDITION = 'near globals 1'

function withNearGlobals(transformed) {
  const { code } = transformed
  const names = GLOBALS.filter((name) => uses(code, name) && !declares(code, name))
  return {
    ...transformed,
    code: `${names.map((name) => `const ${name}=globalThis.${name};`).join('')}${code}`,
  }
}

const uses = (code, name) => new RegExp(`\\b${name}\\b`).test(code)

const declares = (code, name) =>
  new RegExp(
    `\\b(const|let|var|function|class)\\s+${name}\\b|\\bimport\\b[^;]*\\b${name}\\b[^;]*\\bfrom\\b`,
  ).test(code)

export default {
  createTransformer(options) {
    const swc = swcJest.createTransformer(options)
    return {
      ...swc,
      getCacheKey: (...file) => `${swc.getCacheKey(...file)}, ${EDITION}`,
      process: (...file) => withNearGlobals(swc.process(...file)),
      processAsync: async (...file) => withNearGlobals(await swc.processAsync(...file)),
    }
  },
}
