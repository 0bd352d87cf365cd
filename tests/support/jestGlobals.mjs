/** What tests import from `@jest/globals`: the runner hands it out as globals, and knows no limit of its own. */
export const { afterAll, afterEach, beforeAll, beforeEach, describe, expect, jest } = globalThis

/** A shared machine can be ten times slower for a while; nothing is meant to be timed. LONG checks take longer than that. */
const LIMIT_MS = process.env.LONG ? 3_600_000 : 120_000

/** That test, which fails by its name where it never ends. */
function limited(run) {
  return async (...given) => {
    let timer
    const over = new Promise((_, fail) => {
      timer = setTimeout(() => fail(new Error(`It has not ended after ${LIMIT_MS / 1000} s.`)), LIMIT_MS)
    })
    try {
      await Promise.race([run(...given), over])
    } finally {
      clearTimeout(timer)
    }
  }
}

const { test: bare } = globalThis
export const test = Object.assign((name, run) => bare(name, limited(run)), {
  each:
    (...table) =>
    (name, run) =>
      bare.each(...table)(name, limited(run)),
  skip: bare.skip,
  only: bare.only,
})
