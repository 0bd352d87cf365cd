import { describe, expect, test } from '@jest/globals'
import Color from 'colorjs.io'
import { converter, differenceCiede2000 } from 'culori/fn'
import { seededRandom } from '../numeric/index.ts'
import type { Colour } from './colour.ts'
import { colourDifference } from './difference.ts'
import {
  hexOf,
  inkLayer,
  kubelkaMunk,
  linearOf,
  opaqueAbsorb,
  seen,
  together,
  type Linear,
} from './layers.ts'
import { curingShifts, overlapsOf, rankBacks } from './palette.ts'

const ink = (name: string, hex: string): Colour => ({ id: name, name, kind: 'alcoholInk', hex })
const toLab = converter('lab65')
const CARD: Linear = [0.86, 0.86, 0.86]

describe('colour difference', () => {
  /** Sharma, Wu & Dalal, Color Res. Appl. 30 (2005) 21, table 1 (from memory): pairs in CIELAB and their CIEDE2000. */
  test.each([
    [[50, 2.6772, -79.7751], [50, 0, -82.7485], 2.0425],
    [[50, 3.1571, -77.2803], [50, 0, -82.7485], 2.8615],
    [[50, -1.3802, -84.2814], [50, 0, -82.7485], 1.0],
    [[50, 2.49, -0.001], [50, -2.49, 0.0009], 7.1792],
    [[50, 2.5, 0], [73, 25, -18], 27.1492],
    [[50, 2.5, 0], [61, -5, 29], 22.8977],
    [[50, 2.5, 0], [56, -27, -3], 31.903],
    [[50, 2.5, 0], [58, 24, 15], 19.4535],
    [[2.0776, 0.0795, -1.135], [0.9033, -0.0636, -0.5514], 0.9082],
  ] as const)('of %j and %j is the published one', (one, other, published) => {
    const lab = ([l, a, b]: readonly [number, number, number]) => ({ mode: 'lab65', l, a, b }) as const
    expect(differenceCiede2000()(lab(one), lab(other))).toBeCloseTo(published, 4)
  })

  test('of swatches agrees with a second library (colorjs.io)', () => {
    const chance = seededRandom(11)
    for (let k = 0; k < 50; k++) {
      const [one, other] = [0, 1].map(() => [chance(), chance(), chance()] as const) as [Linear, Linear]
      const lab = ([r, g, b]: Linear) => {
        const { l, a, b: yellow } = toLab({ mode: 'lrgb', r, g, b })
        return new Color('lab', [l, a, yellow])
      }
      expect(colourDifference(one, other)).toBeCloseTo(lab(one).deltaE(lab(other), '2000'), 4)
    }
  })

  test('a swatch keeps its hex through linear light', () => {
    for (const hex of ['#0f7c8c', '#000000', '#ffffff', '#e0a21c']) expect(hexOf(linearOf(hex))).toBe(hex)
    expect(() => linearOf('teal')).toThrow(RangeError)
  })
})

describe('a layer', () => {
  test('that only absorbs dims by exp(-2 A) over a card (Beer-Lambert, there and back)', () => {
    const [red] = seen([{ scatter: 0, absorb: [0.4, 0, 0] }], CARD)
    expect(red).toBeCloseTo(0.86 * Math.exp(-0.8), 9)
  })

  test('that only scatters keeps all light: R + T = 1, R = S/(1 + S) (Kubelka-Munk)', () => {
    for (const scatter of [0.1, 1, 10]) {
      const { reflects, passes } = kubelkaMunk(scatter, 0)
      expect(reflects + passes).toBeCloseTo(1, 6)
      expect(reflects).toBeCloseTo(scatter / (1 + scatter), 6)
    }
  })

  test('cut in two is the same layer', () => {
    const whole = { scatter: 0.8, absorb: [0.5, 0.1, 0.02] as Linear }
    const half = { scatter: 0.4, absorb: [0.25, 0.05, 0.01] as Linear }
    seen([whole], [0.3, 0.5, 0.7]).forEach((value, k) =>
      expect(seen([half, half], [0.3, 0.5, 0.7])[k]).toBeCloseTo(value, 9),
    )
  })

  test('of endless white hides what is behind it', () => {
    const white = { scatter: 60, absorb: [0.01, 0.01, 0.01] as Linear }
    const [on, off] = [seen([white], [1, 1, 1]), seen([white], [0, 0, 0])]
    expect(Math.abs(on[0] - off[0])).toBeLessThan(0.02)
  })

  test('of ink over its own card is its swatch; two doses are darker', () => {
    const swatch = '#c02d55'
    expect(hexOf(seen([inkLayer(swatch)], CARD))).toBe(swatch)
    const double = seen([together(inkLayer(swatch), inkLayer(swatch))], CARD)
    double.forEach((value, k) => expect(value).toBeLessThan(linearOf(swatch)[k]!))
  })
})

describe('a palette', () => {
  const [teal, blue, saffron, plum, rose, ember] = [
    ink('Teal', '#0f7c8c'),
    ink('Blue', '#2c5fb8'),
    ink('Saffron', '#e0a21c'),
    ink('Violet', '#7a4aa8'),
    ink('Rose', '#d8477a'),
    ink('Ember', '#d4552a'),
  ]

  test('names the pair of complements that turns to mud, and no pair of neighbours (common practice)', () => {
    const muddy = overlapsOf([teal, blue, saffron, plum, rose, ember]).filter((pair) => pair.muddy)
    const names = muddy.map(({ one, other }) => `${one}+${other}`)
    expect(names).toContain('Saffron+Violet')
    expect(names).toContain('Blue+Ember')
    expect(names).not.toContain('Teal+Blue')
    expect(names).not.toContain('Saffron+Rose')
    expect(names).not.toContain('Violet+Rose')
  })

  test('of one ink has no pairs, of four six', () => {
    expect(overlapsOf([teal])).toEqual([])
    expect(overlapsOf([teal, blue, saffron, plum])).toHaveLength(6)
  })
})

describe('backs', () => {
  const inks = [ink('Teal', '#0f7c8c'), ink('Rose', '#d8477a')]
  const translucent = { scatter: 0.6, seeThrough: true }
  const ranked = rankBacks(inks, translucent)
  const back = (id: string) => ranked.find((each) => each.id === id)!

  test('a light back swallows white petals, a dark one lets them stand out (common practice)', () => {
    expect(back('white').petalContrast).toBeLessThan(back('navy').petalContrast)
    expect(back('navy').petalContrast).toBeGreaterThan(back('none').petalContrast)
  })

  test('transparent ink on black is hardly seen, and that is said', () => {
    expect(back('black').inkContrast).toBeLessThan(back('white').inkContrast)
    expect(back('black').reason).toBe('swallowsInks')
  })

  test('dark backs come before none and white where petals are white and inks see-through (common practice)', () => {
    const place = (id: string) => ranked.findIndex((each) => each.id === id)
    for (const dark of ['navy', 'black'])
      for (const light of ['none', 'white']) expect(place(dark)).toBeLessThan(place(light))
  })

  test('opaque and many-coloured pieces want white (common practice)', () => {
    const many = ['#0f7c8c', '#d8477a', '#c9a227', '#3f7d43'].map((hex, k) => ink(`Ink ${k}`, hex))
    expect(rankBacks(many, translucent)[0]!.id).toBe('white')
    expect(rankBacks(inks, { scatter: 3, seeThrough: false })[0]!.id).toBe('white')
  })

  test('more white shows more, and without inks nothing is ranked', () => {
    const strong = rankBacks(inks, { scatter: 3, seeThrough: true }).find((each) => each.id === 'navy')!
    expect(strong.petalContrast).toBeGreaterThan(back('navy').petalContrast)
    expect(rankBacks([], translucent)).toEqual([])
  })
})

describe('what changes on curing', () => {
  const colour = (name: string, hex: string, wetHex?: string) =>
    ({ id: name, name, kind: 'alcoholInk', hex, ...(wetHex && { wetHex }) }) as const

  test('is told of colours whose wet swatch is clearly another, by how much', () => {
    const shifts = curingShifts([
      colour('Ember', '#d4552a', '#a82c1e'),
      colour('Plum', '#6d2a63', '#6d2a64'),
      colour('Fern', '#3f7d43'),
    ])
    expect(shifts.map(({ name }) => name)).toEqual(['Ember'])
    expect(shifts[0]!.difference).toBeGreaterThan(10)
  })
})

test('a thick layer of pigment has the colour of its swatch: what it absorbs is told from what it reflects', () => {
  const absorb = opaqueAbsorb('#c8963c')
  const thick = 200
  const seen = absorb.map((depth) => kubelkaMunk(thick, thick * depth).reflects)
  linearOf('#c8963c').forEach((channel, k) => expect(seen[k]!).toBeCloseTo(channel, 3))
})
