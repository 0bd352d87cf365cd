import { register } from 'node:module'

/** Lets node read the product's TypeScript, and tests their `@jest/globals`, in every thread that Jest starts. */
register('./typescriptHooks.mjs', import.meta.url)
