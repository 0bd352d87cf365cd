import { describe, expect, test } from '@jest/globals'
import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { run } from '../src/cli/run.ts'

const text = (file: string) => readFileSync(file, 'utf8')

describe('the documents', () => {
  const examples = [...text('docs/formats.md').matchAll(/```json\n([\s\S]*?)```/g)].map((match) => match[1]!)

  test.each([
    ['plan', 0],
    ['forecast', 1],
    ['live', 2],
  ])('the %s example of docs/formats.md runs as it stands', (command, place) => {
    let out = ''
    let err = ''
    const code = run([command, 'example.json'], {
      readFile: () => examples[place]!,
      out: (words) => void (out += words),
      err: (words) => void (err += words),
      nowMs: () => Date.parse('2026-11-25T12:00:00Z'),
    })
    expect(err).toBe('')
    expect(code).toBe(0)
    expect(JSON.parse(out).format).toBe(`nublo/${command}`)
  })

  test('the label example of docs/formats.md makes a resin', () => {
    let out = ''
    const code = run(['label', 'example.json'], {
      readFile: () => examples[3]!,
      out: (words) => void (out += words),
      err: () => undefined,
      nowMs: () => 0,
    })
    expect([code, JSON.parse(out).format]).toEqual([0, 'nublo/resin'])
  })

  test('every picture is linked from the README, and every link has its file', () => {
    const readme = text('README.md')
    const pictures = readdirSync('docs/screenshots').filter((name) => name.endsWith('.png'))
    expect(pictures.length).toBeLessThan(20)
    for (const name of pictures) expect(readme).toContain(`docs/screenshots/${name}`)
    const links = [...readme.matchAll(/\]\(([^)#]+)\)/g)].map((match) => match[1]!)
    for (const link of links) expect([link, existsSync(link)]).toEqual([link, true])
  })

  test('the commands the README names are there', () => {
    const { scripts } = JSON.parse(text('package.json')) as { scripts: Record<string, string> }
    for (const name of ['start', 'test', 'nublo', 'pictures', 'schemas', 'measure', 'journeys', 'unit'])
      expect(scripts).toHaveProperty(name)
  })
})
