import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { expect, test } from '@jest/globals'
import { TECHNIQUES } from '#core/technique/index.ts'

/** What a technique costs: its file, and its entry in the registry. Data that ships, such as recipes and the demo, may name one. */
const DATA = /^(demo|app\/features\/plan\/recipes)\//
const files = readdirSync('src', { recursive: true, encoding: 'utf8' })
  .filter((file) => /\.tsx?$/.test(file) && !/\.test\.tsx?$/.test(file) && !DATA.test(file))
  .map((file) => ({ file, text: readFileSync(join('src', file), 'utf8') }))
const ids = Object.keys(TECHNIQUES)

test('a technique is named by its key, and its file is one of the room', () => {
  for (const [key, { id }] of Object.entries(TECHNIQUES)) {
    expect(id).toBe(key)
    expect(files.map(({ file }) => file)).toContain(`core/technique/${key}.ts`)
  }
})

test('nothing is listed or chosen by a technique’s name outside the registry', () => {
  const names = ids.join('|')
  const asked = new RegExp(
    `Record<TechniqueId|TECHNIQUES\\.(?:${names})\\b|[tT]echnique(?:\\.id)?\\s*[!=]==\\s*'(?:${names})'`,
  )
  const found = files.filter(({ text }) => asked.test(text)).map(({ file }) => file)
  expect(found).toEqual(['core/technique/registry.ts'])
})

/** Names that are no other word of the product. */
test.each(['raisedPetri', 'nestedSwirl', 'dirtyCup'])('%s costs one file and one entry', (id) => {
  const named = new RegExp(`'${id}'|\\b${id}:|\\./${id}\\.ts`)
  expect(files.filter(({ text }) => named.test(text)).map(({ file }) => file)).toEqual([
    `core/technique/${id}.ts`,
    'core/technique/registry.ts',
  ])
})
