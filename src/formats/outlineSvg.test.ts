import { describe, expect, test } from '@jest/globals'
import { areaMm2, boxOf, polygonOf } from '#core/mold/index.ts'
import { PATTERNS } from '#demo/patterns.ts'
import { layPattern } from '#core/pattern/index.ts'
import { outlineAtWidth, readOutlineSvg } from './outlineSvg.ts'
import { writePatternSvg } from './patternSvg.ts'

const svg = (inside: string, attributes = 'viewBox="0 0 200 100"') =>
  `<svg xmlns="http://www.w3.org/2000/svg" ${attributes}>${inside}</svg>`
const read = (text: string) => {
  const file = readOutlineSvg(text)
  if (!file.ok) throw new Error(file.problem.kind)
  return file.value
}
const problem = (text: string) => {
  const file = readOutlineSvg(text)
  return file.ok ? null : file.problem.kind
}
const sized = (text: string, widthMm: number) => {
  const outline = outlineAtWidth(read(text), widthMm)
  if (!outline.ok) throw new Error(outline.problem.kind)
  return outline.value
}

describe('an outline from an SVG file', () => {
  test.each([
    ['circle', '<circle cx="90" cy="50" r="40"/>', Math.PI / 4],
    ['ellipse', '<ellipse cx="90" cy="50" rx="40" ry="20"/>', Math.PI / 8],
    ['rect', '<rect x="5" y="5" width="60" height="30"/>', 0.5],
    ['polygon', '<polygon points="0,0 40,0 40,40 0,40"/>', 1],
    [
      'path with curves',
      '<path d="M10 50c0 -26.5 21.5 -48 48 -48s48 21.5 48 48-21.5 48-48 48S10 76.5 10 50z"/>',
      Math.PI / 4,
    ],
    ['path with arcs', '<path d="M0 20a20 20 0 1 1 40 0a20 20 0 1 1 -40 0Z"/>', Math.PI / 4],
  ])('%s, sized by its width of 100 mm', (_name, shape, areaOverSquare) => {
    const outline = sized(svg(shape), 100)
    const box = boxOf(outline.points)
    expect(box.right - box.left).toBeCloseTo(100, 1)
    expect(Math.abs(areaMm2(outline.points) / (areaOverSquare * 1e4) - 1)).toBeLessThan(0.01)
  })

  test('stands upright and keeps its islands, through groups that are moved and turned', () => {
    const outline = sized(
      svg(
        '<g transform="translate(20 5)"><g transform="scale(2)"><path d="M0 0h40v40h-40zM10 5h8v8h-8z"/></g></g>',
      ),
      80,
    )
    expect(outline.islands).toHaveLength(1)
    // Near the top in the file, near the top in the mold.
    expect(boxOf(outline.islands[0]!).bottom).toBeGreaterThan(0)
  })

  test('knows its own width where the file states one (CSS: 1 in = 25.4 mm)', () => {
    const shape = '<rect x="50" y="0" width="100" height="100"/>'
    expect(read(svg(shape, 'width="200mm" height="100mm" viewBox="0 0 200 100"')).widthMm).toBeCloseTo(100, 6)
    expect(read(svg(shape, 'width="4in" height="2in" viewBox="0 0 200 100"')).widthMm).toBeCloseTo(50.8, 6)
    expect(read(svg(shape)).widthMm).toBeNull()
  })

  test('comes back from a pattern sheet at true size', () => {
    const outline = polygonOf({ shape: 'heart', widthMm: 120 })
    const sheet = writePatternSvg({
      name: 'Heart & <dish>',
      outline,
      islands: [],
      laid: layPattern(PATTERNS[0]!, { shape: 'heart', widthMm: 120 }),
      pattern: PATTERNS[0]!,
      beadMm: 3,
    })
    const file = read(sheet)
    expect(file.widthMm).toBeCloseTo(120, 1)
    const again = sized(sheet, file.widthMm!)
    expect(Math.abs(areaMm2(again.points) / areaMm2(outline) - 1)).toBeLessThan(2e-3)
    expect(sheet).toContain('Heart &amp; &lt;dish&gt;')
  })
})

describe('what a drawing means', () => {
  test('corners are as round as they say: a square of 40 with corners of 10 lacks (4 - pi) 100 of its area', () => {
    const area = (more: string) => areaMm2(sized(svg(`<rect width="40" height="40" ${more}/>`), 40).points)
    expect(area('')).toBeCloseTo(1600, 0)
    for (const more of ['rx="10"', 'ry="10"', 'rx="10" ry="10"'])
      expect(Math.abs(area(more) - (1600 - (4 - Math.PI) * 100))).toBeLessThan(1)
    // More than half a side is half a side: a circle.
    expect(Math.abs(area('rx="90"') - Math.PI * 400)).toBeLessThan(2)
  })

  test.each([
    ['a hidden shape', '<g display="none"><circle cx="90" cy="9" r="9"/></g>'],
    ['a hidden shape', '<circle style="fill:red;display: none" cx="90" cy="9" r="9"/>'],
    ['a drawing within the drawing', '<svg viewBox="0 0 4 4"><circle cx="90" cy="9" r="9"/></svg>'],
    [
      'a shape with the transform perspective(3)',
      '<circle transform="perspective(3)" cx="90" cy="9" r="9"/>',
    ],
  ])('%s is named and left alone', (told, shape) => {
    const file = read(svg(`<rect width="40" height="40"/>${shape}`))
    expect(file.lines).toHaveLength(1)
    expect(file.ignored).toEqual([told])
  })

  test('a width of nothing is no width', () => {
    expect(read(svg('<rect width="9" height="9"/>', 'width="0mm" viewBox="0 0 9 9"')).widthMm).toBeNull()
  })
})

describe('a hostile or broken file', () => {
  test('of groups in groups without end, or of commands without points, is refused before it is worked through', () => {
    const nested = svg(`${'<g>'.repeat(50_000)}<rect width="9" height="9"/>${'</g>'.repeat(50_000)}`)
    expect(readOutlineSvg(nested)).toMatchObject({
      problem: { kind: 'notSvg', detail: 'its groups lie more than 200 deep in each other' },
    })
    expect(problem(svg(`<path d="M0 0${'z'.repeat(7e6)}"/>`))).toBe('tooManyPoints')
  })

  test('with scripts, pictures and references gives its geometry and says what was left alone', () => {
    const file = read(
      svg(
        '<script>alert(1)</script><image href="http://example.invalid/x.png"/><use href="#a"/><foreignObject/><rect width="50" height="50"/>',
      ),
    )
    expect(file.ignored).toEqual(['script', 'image', 'use', 'foreignObject'])
    expect(file.lines).toHaveLength(1)
  })

  test('with an entity bomb is no SVG', () => {
    const bomb = `<!DOCTYPE svg [<!ENTITY a "xxxxxxxxxx"><!ENTITY b "&a;&a;&a;&a;">]>${svg('<text>&b;</text><rect width="9" height="9"/>')}`
    expect(problem(bomb)).toBe('notSvg')
  })

  test.each([
    ['text', 'hello', 'notSvg'],
    ['a cut-off file', svg('<rect width="50"').slice(0, -10), 'notSvg'],
    ['another kind of XML', '<html><body/></html>', 'notSvg'],
    ['an empty drawing', svg(''), 'noLines'],
    ['a drawing of one stroke', svg('<path d="M0 0L9 9"/>'), 'noLines'],
    ['nine megabytes', svg(`<!--${'x'.repeat(9e6)}-->`), 'tooLarge'],
  ] as const)('%s is refused', (_name, text, kind) => {
    expect(problem(text)).toBe(kind)
  })

  test('of tens of thousands of points is refused with the number before it is taken apart', () => {
    const points = Array.from({ length: 60_000 }, (_, k) => `${k % 997},${k % 991}`).join(' ')
    expect(problem(svg(`<polygon points="${points}"/>`))).toBe('tooManyPoints')
  })

  test('a shape of no width has no outline', () => {
    const file = read(svg('<path d="M5 0L5 9L5 4Z"/>'))
    expect(outlineAtWidth(file, 100)).toMatchObject({ ok: false, problem: { kind: 'noArea' } })
  })
})
