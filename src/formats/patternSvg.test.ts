import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { polygonOf } from '#core/mold/index.ts'
import { layPattern, type Pattern } from '#core/pattern/index.ts'
import { PATTERNS } from '#demo/patterns.ts'
import { wordPatternFileProblem } from '#words/pattern.ts'
import { readPatternSvg, writePatternSvg } from './patternSvg.ts'

const ROUND = { shape: 'circle', acrossMm: 100 } as const
const sheetOf = (pattern: Pattern) =>
  writePatternSvg({
    name: pattern.name,
    outline: polygonOf(ROUND),
    islands: [],
    laid: layPattern(pattern, ROUND),
    pattern,
    beadMm: 3,
  })
const problem = (text: string) => {
  const read = readPatternSvg(text)
  return read.ok ? null : read.problem
}

describe('a pattern sheet', () => {
  test.each(PATTERNS.map((pattern) => [pattern.name, pattern] as const))(
    '%s comes back as it was',
    (_name, pattern) => {
      expect(readPatternSvg(sheetOf(pattern))).toEqual({ ok: true, value: pattern })
    },
  )

  test('keeps any name, in any script and with every sign of XML', () => {
    fc.assert(
      fc.property(fc.string({ minLength: 1, maxLength: 60, unit: 'grapheme' }), (name) => {
        fc.pre(name.trim() === name && !/[\p{Cc}\ufffe\uffff]/u.test(name))
        const read = readPatternSvg(sheetOf({ ...PATTERNS[0]!, name }))
        expect(read.ok && read.value.name).toBe(name)
      }),
      { seed: 3, numRuns: 60 },
    )
  })

  test('is at true size: its width in mm is its width in user units, and the ruler is 50 of them', () => {
    const sheet = sheetOf(PATTERNS[0]!)
    const [, width] = /width="([\d.]+)mm"/.exec(sheet)!
    expect(sheet).toContain(`viewBox="0 0 ${width} `)
    expect(Number(width)).toBeCloseTo(124, 1)
    expect(sheet).toMatch(/class="ruler"[^>]*h50/)
  })
})

describe('a file that is none', () => {
  test.each([
    ['no drawing', 'a pattern?', 'notSvg'],
    ['another XML', '<html></html>', 'notSvg'],
    ['an outline alone', '<svg xmlns="http://www.w3.org/2000/svg"><circle r="9"/></svg>', 'noPattern'],
    ['damaged figures', sheetOf(PATTERNS[0]!).replace('spacingMm&quot;:11', 'spacingMm&quot;:-4'), 'broken'],
    ['text in place of figures', '<svg><metadata id="nublo-pattern">{</metadata></svg>', 'broken'],
    [
      'an entity bomb',
      '<!DOCTYPE svg [<!ENTITY a "aaaa">]><svg><metadata id="nublo-pattern">&a;</metadata></svg>',
      'notSvg',
    ],
    ['eight megabytes', ' '.repeat(8_000_001), 'tooLarge'],
  ] as const)('%s is refused and says why', (_what, text, kind) => {
    const found = problem(text)!
    expect(found.kind).toBe(kind)
    expect(wordPatternFileProblem(found)).toContain('Nothing was changed.')
  })

  test('names the figure that is wrong and what would be right', () => {
    const found = problem(sheetOf(PATTERNS[0]!).replace('spacingMm&quot;:11', 'spacingMm&quot;:-4'))!
    expect(wordPatternFileProblem(found)).toContain('spacing is -4, expected at least 3 and at most 200 mm')
  })
})
