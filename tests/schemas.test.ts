import { expect, test } from '@jest/globals'
import { readFile, writeFile } from 'node:fs/promises'
import { jsonSchemas } from '#schema/jsonSchema.ts'

/** `npm run schemas` writes them anew. */
test.each(Object.keys(jsonSchemas()))('docs/schema/%s is what the product checks', async (name) => {
  const file = `docs/schema/${name}`
  const wanted = `${JSON.stringify(jsonSchemas()[name], null, 2)}\n`
  if (process.env['WRITE_SCHEMAS']) await writeFile(file, wanted)
  expect(await readFile(file, 'utf8')).toBe(wanted)
})
