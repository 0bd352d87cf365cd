import { describe, expect, test } from '@jest/globals'
import type { Colour } from './colour.ts'
import { colourDifference } from './difference.ts'
import { hexOf, inkLayer, linearOf, seen } from './layers.ts'
import { overlapsOf, rankBacks } from './palette.ts'
import {
  balanced,
  byLamp,
  CARD,
  inkUnderWhite,
  lampTroubles,
  meanHex,
  SEE_THROUGH_SCATTER,
  whiteLayer,
} from './swatch.ts'

const ink = (name: string, hex: string, more: Partial<Colour> = {}): Colour => ({
  id: name,
  name,
  kind: 'alcoholInk',
  hex,
  ...more,
})
const away = (one: string, other: string) => colourDifference(linearOf(one), linearOf(other))
const white = { scatter: SEE_THROUGH_SCATTER, seeThrough: true }

describe('a swatch under white', () => {
  test.each(['#b4c4cc', '#d8c0b0', '#bcbfb8'])(
    'is what the ink then looks like under it: %s',
    (underWhiteHex) => {
      const layer = inkUnderWhite(ink('a', '#2a5f86', { underWhiteHex }))
      expect(away(hexOf(seen([whiteLayer(SEE_THROUGH_SCATTER), layer], CARD)), underWhiteHex)).toBeLessThan(
        0.5,
      )
    },
  )

  test('where none was matched it is the bare swatch', () => {
    expect(inkUnderWhite(ink('a', '#2a5f86'))).toEqual(inkLayer('#2a5f86'))
  })

  test('lighter than a bare card or darker than the darkest, it is as near as it gets', () => {
    expect(inkUnderWhite(ink('a', '#2a5f86', { underWhiteHex: '#ffffff' })).absorb).toEqual([0, 0, 0])
    for (const depth of inkUnderWhite(ink('a', '#2a5f86', { underWhiteHex: '#000000' })).absorb)
      expect(depth).toBeGreaterThan(3)
  })

  test('moves the petals of every back, and leaves the ground', () => {
    const onWhite = (own: Colour) => rankBacks([own], white).find(({ id }) => id === 'white')!
    const bare = onWhite(ink('a', '#2a5f86'))
    const matched = onWhite(ink('a', '#2a5f86', { underWhiteHex: '#e4dccb' }))
    expect(matched.groundHex).toBe(bare.groundHex)
    expect(away(matched.petalHex, bare.petalHex)).toBeGreaterThan(4)
    expect(matched.petalContrast).toBeGreaterThan(bare.petalContrast)
  })
})

describe('a swatch of a pair', () => {
  const teal = ink('teal', '#0f7c8c')
  const rose = ink('rose', '#c02d55')

  test('stands for the pair, whichever of the two it was matched for', () => {
    const pairs = [{ withId: 'teal', hex: '#5a3f72' }]
    const [reckoned] = overlapsOf([teal, rose])
    const [matched] = overlapsOf([teal, { ...rose, pairs }])
    expect(reckoned).toMatchObject({ matched: false })
    expect(matched).toMatchObject({ matched: true })
    expect(away(matched!.hex, '#5a3f72')).toBeLessThan(0.5)
    expect(away(reckoned!.hex, '#5a3f72')).toBeGreaterThan(4)
  })

  test('decides whether it is mud', () => {
    const mud = [{ withId: 'rose', hex: '#5d574f' }]
    const clean = [{ withId: 'rose', hex: '#4a2f9a' }]
    expect(overlapsOf([{ ...teal, pairs: mud }, rose])[0]!.muddy).toBe(true)
    expect(overlapsOf([{ ...teal, pairs: clean }, rose])[0]!.muddy).toBe(false)
  })
})

describe('two lights', () => {
  test('tell of what a lamp changes, and of what it makes alike', () => {
    const navy = ink('navy', '#23306b', { lampHex: '#2b2a3a' })
    const black = ink('black', '#1d1d20', { lampHex: '#2a2a38' })
    const steady = ink('steady', '#c02d55', { lampHex: '#c02f52' })
    expect(lampTroubles([navy, black, steady, ink('unlit', '#ffffff')])).toEqual([
      { one: 'navy', other: null, difference: expect.any(Number) },
      { one: 'navy', other: 'black', difference: expect.any(Number) },
    ])
    expect(byLamp([navy, ink('unlit', '#ffffff')]).map(({ hex }) => hex)).toEqual(['#2b2a3a', '#ffffff'])
  })
})

describe('a colour out of a picture', () => {
  test('the card beside it comes out white, and the colour as it is', () => {
    const lampCast = (hex: string) => {
      const [r, g, b] = linearOf(hex)
      return hexOf([0.9 * r, 0.7 * g, 0.4 * b])
    }
    const card = hexOf([0.86, 0.86, 0.86])
    expect(away(balanced(lampCast(card), lampCast(card)), card)).toBeLessThan(0.6)
    expect(away(balanced(lampCast('#0f7c8c'), lampCast(card)), '#0f7c8c')).toBeLessThan(1)
  })

  test('is the mean of what lies around the tap, cut at the edge', () => {
    const rgba = [255, 0, 0, 255, 0, 0, 255, 255, 255, 0, 0, 255, 0, 0, 255, 255]
    expect(meanHex({ rgba, width: 2, height: 2 }, { x: 0, y: 0 }, 0)).toBe('#ff0000')
    expect(meanHex({ rgba, width: 2, height: 2 }, { x: 1, y: 1 }, 5)).toBe(hexOf([0.5, 0, 0.5]))
  })
})
