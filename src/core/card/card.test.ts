import { describe, expect, test } from '@jest/globals'
import { colourDifference, linearOf, USUAL_BACKS, type Linear } from '../colour/index.ts'
import { BLACK, madeUp, shot, SIZE, WHITE } from '../../../tests/support/cardShots.ts'
import { seededRandom } from '../numeric/index.ts'
import { beforeBack, judgedBacks, matteOf, type Matte } from './matte.ts'
import { bytesOf, pictureOf, type Picture } from './picture.ts'
import { laidOn, registered, type Placement } from './register.ts'

/** The picture as a hand holds it another time: every pixel shows what lies elsewhere. */
const moved = (picture: Picture, placement: Placement) => laidOn(picture, picture, placement)
const matte = (onWhite: Picture, onBlack: Picture): Matte => {
  const read = matteOf(onWhite, onBlack)
  if (!read.ok) throw new Error(JSON.stringify(read.problem))
  return read.value
}
const problem = (onWhite: Picture, onBlack: Picture) => {
  const read = matteOf(onWhite, onBlack)
  return read.ok ? null : read.problem.kind
}
/** Mean CIEDE2000 over the piece. */
const off = (one: Picture, other: Picture, { piece }: Matte) => {
  const pixels = [...piece.keys()].filter((p) => piece[p] === 1)
  const at = ({ channels }: Picture, p: number): Linear => [channels[0][p]!, channels[1][p]!, channels[2][p]!]
  return pixels.reduce((sum, p) => sum + colourDifference(at(one, p), at(other, p)), 0) / pixels.length
}

describe('two photographs of one piece', () => {
  test.each<Placement>([
    { dx: 0, dy: 0, turn: 0, scale: 1 },
    { dx: 6.5, dy: -4, turn: 0, scale: 1 },
    { dx: -3, dy: 8, turn: 0.05, scale: 1 },
    { dx: 4, dy: 3, turn: -0.07, scale: 1.05 },
  ])('are laid on one another: %j is found within half a pixel at the rim', (placement) => {
    const inverse = registered(moved(shot(WHITE), placement), shot(BLACK))
    const rim = SIZE * 0.36
    expect(Math.abs(inverse.dx - placement.dx)).toBeLessThan(0.5)
    expect(Math.abs(inverse.dy - placement.dy)).toBeLessThan(0.5)
    expect(Math.abs(inverse.turn - placement.turn) * rim).toBeLessThan(0.5)
    expect(Math.abs(inverse.scale - placement.scale) * rim).toBeLessThan(0.5)
    expect(inverse.agreement).toBeGreaterThan(0.6)
  })

  test('of different sizes are not compared', () => {
    const small = pictureOf(new Uint8ClampedArray(4 * 12), 4, 3)
    expect(() => registered(shot(WHITE), small)).toThrow(/same size/)
    expect(problem(shot(WHITE), small)).toBe('otherShape')
  })
})

describe('triangulation matting (Smith & Blinn 1996)', () => {
  test('gives back what was composed as F + t k, and so any third back', () => {
    const own = shot([0, 0, 0])
    const passes = own.channels[0].map((_, p) => {
      const [x, y] = [(p % SIZE) / SIZE - 0.5, Math.floor(p / SIZE) / SIZE - 0.5]
      return madeUp(x, y) ? 0.4 + 0.3 * Math.sin(9 * x) * Math.cos(7 * y) : 1
    })
    const composed = (k: Linear): Picture => ({
      ...own,
      channels: own.channels.map((values, c) =>
        values.map((value, p) => value + passes[p]! * k[c]!),
      ) as unknown as Picture['channels'],
    })
    const found = matte(composed([0.86, 0.86, 0.86]), composed([0.03, 0.03, 0.03]))
    const errors = found.passes[1].map((pass, p) => Math.abs(pass - passes[p]!))
    expect(errors.reduce((sum, error) => sum + error, 0) / errors.length).toBeLessThan(2e-3)
    const navy = linearOf('#1b2f61')
    expect(off(beforeBack(found, navy), composed(navy), found)).toBeLessThan(0.5)
  })

  test('tells a scattering piece before navy, gold and teal within two differences just seen', () => {
    const found = matte(shot(WHITE), moved(shot(BLACK), { dx: 3, dy: -2, turn: 0.02, scale: 1 }))
    const unit = 0.86 / WHITE[1]
    for (const hex of ['#1b2f61', '#c0a65a', '#27807f']) {
      const back = linearOf(hex)
      const truth = shot([back[0] / unit, back[1] / unit, back[2] / unit])
      const scaled = {
        ...truth,
        channels: truth.channels.map((values, c) =>
          values.map((value) => (value * 0.86) / WHITE[c]!),
        ) as unknown as Picture['channels'],
      }
      expect(off(beforeBack(found, back), scaled, found)).toBeLessThan(2.5)
    }
  })

  test('light that falls off across the table is levelled by the card', () => {
    const slanted = (x: number, y: number) => 1 + 0.4 * x - 0.2 * y
    const even = matte(shot(WHITE), shot(BLACK))
    const found = matte(shot(WHITE, slanted), shot(BLACK, slanted))
    expect(off(beforeBack(found, WHITE), beforeBack(even, WHITE), even)).toBeLessThan(1)
  })

  test('finds the piece and leaves the card out', () => {
    const { piece } = matte(shot(WHITE), shot(BLACK))
    const share = piece.reduce((sum, cell) => sum + cell, 0) / piece.length
    expect(share / (Math.PI * 0.36 ** 2)).toBeCloseTo(1, 1)
  })
})

describe('pictures that cannot be used', () => {
  test('two white cards, two different pieces, and no piece at all are told apart', () => {
    expect(problem(shot(WHITE), shot(WHITE))).toBe('cardsAlike')
    const chance = seededRandom(9)
    const noise = (card: number): Picture => {
      const channel = Float32Array.from({ length: SIZE * SIZE }, () => card * (0.9 + 0.2 * chance()))
      return { width: SIZE, height: SIZE, channels: [channel, channel, channel] }
    }
    expect(problem(shot(WHITE), noise(0.03))).toBe('doNotMatch')
    const flat = (card: Linear): Picture => ({
      width: SIZE,
      height: SIZE,
      channels: card.map((value) =>
        Float32Array.from(
          { length: SIZE * SIZE },
          (_, p) => value * (1 + 0.02 * Math.sin(p % 17) * Math.sin(p / 911)),
        ),
      ) as unknown as Picture['channels'],
    })
    expect(problem(flat(WHITE), flat(BLACK))).toBe('noPiece')
  })
})

describe('backs for a real piece', () => {
  test('a white back swallows white petals, a dark one lets them stand out', () => {
    const ranked = judgedBacks(matte(shot(WHITE), shot(BLACK)), USUAL_BACKS)
    const of = (id: string) => ranked.find((back) => back.id === id)!
    expect(of('navy').petalContrast).toBeGreaterThan(of('white').petalContrast)
    expect(ranked.findIndex(({ id }) => id === 'white')).toBeGreaterThan(0)
    expect(ranked).toHaveLength(USUAL_BACKS.length)
  })
})

test('sRGB bytes survive being made light and bytes again', () => {
  const bytes = Uint8ClampedArray.from({ length: 4 * 64 }, (_, k) => (k % 4 === 3 ? 255 : (k * 37) % 256))
  expect([...bytesOf(pictureOf(bytes, 8, 8))]).toEqual([...bytes])
  expect(() => pictureOf(bytes, 9, 8)).toThrow(/expected/)
})
