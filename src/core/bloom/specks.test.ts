import { describe, expect, test } from '@jest/globals'
import { DISC_LINE, followedBloom } from '../../../tests/support/smallBloom.ts'
import { isInside } from '../mold/index.ts'
import { seededRandom } from '../numeric/index.ts'
import { specksSeen } from './face.ts'
import { gridOf } from './grid.ts'
import { outcomeOf, whiteFace } from './outcome.ts'
import { type Bloom } from './simulation.ts'
import { carrySpecks, roughen, settleSpecks, strewnIn, type Speck } from './specks.ts'

const outline = DISC_LINE
const all = { what: 'glitter', lines: [outline], areaMm2: 7854 } as const
const speck = (changes: Partial<Speck> = {}): Speck => ({
  what: 'mica',
  x: 0,
  y: 0,
  z: 0.005,
  radiusM: 30e-6,
  glint: 1,
  ...changes,
})

describe('flakes', () => {
  test('of mica sink by Stokes’ law, half as fast for their plate: 0.062 mm a minute at 30 um and 1.7 Pa.s', () => {
    const flake = speck()
    settleSpecks([flake], { stepS: 60, viscosityPaS: 1.7 })
    expect((0.005 - flake.z) * 1000).toBeCloseTo(0.124 / 2, 3)
    settleSpecks([flake], { stepS: 1e6, viscosityPaS: 1.7 })
    expect(flake.z).toBe(0)
  })

  test('of glitter float, and those on top ride with the surface while those below stay', () => {
    const grid = gridOf(outline, [], 32)
    const [top, sunk] = [speck({ what: 'glitter' }), speck({ z: 0.001 })]
    settleSpecks([top], { stepS: 1e4, viscosityPaS: 1 })
    expect(top.z).toBe(0.005)
    const byX = new Float64Array(32 * 32).fill(0.5)
    carrySpecks([top, sunk], { grid, byX, byY: new Float64Array(32 * 32), aboveM: 0.003 })
    expect(top.x).toBeCloseTo(grid.cellM / 2, 12)
    expect(sunk.x).toBe(0)
  })

  test('are strewn only where they should be, as many as the area asks for', () => {
    const specks = strewnIn(all, seededRandom(1))
    expect(specks.length / 78.54).toBeCloseTo(14, 0)
    for (const { x, y } of specks) expect(isInside([outline], { x: 1000 * x, y: 1000 * y })).toBe(true)
  })

  test('of glitter hold the white back about them, of mica do not', () => {
    const grid = gridOf(outline, [], 64)
    const fields = () => {
      const ones = () => new Float64Array(64 * 64).fill(1)
      return { sinking: ones(), currentX: ones(), currentY: ones() }
    }
    const [glitter, mica] = [fields(), fields()]
    roughen(glitter, grid, { what: 'glitter', specks: [speck()] })
    roughen(mica, grid, { what: 'mica', specks: [speck()] })
    for (const field of Object.values(glitter)) {
      expect(Math.min(...field)).toBeLessThan(0.1)
      expect(field[20 * 64 + 20]).toBe(1)
    }
    for (const field of Object.values(mica)) expect(Math.min(...field)).toBe(1)
  })
})

/** Separate patches of clear white on the face. */
function pockets({ sheets, grid, recipe }: Bloom): number {
  const white = whiteFace(sheets, grid, recipe.scatterPerM).map((value) => (value > 0.2 ? 1 : 0))
  let found = 0
  for (let p = 0; p < white.length; p++) {
    if (!white[p]) continue
    found++
    const open = [p]
    while (open.length > 0) {
      const q = open.pop()!
      if (!white[q]) continue
      white[q] = 0
      open.push(q - 1, q + 1, q - grid.n, q + grid.n)
    }
  }
  return found
}

describe('glitter in the way', () => {
  const [clean, strewn] = [followedBloom(), followedBloom({ sprinkles: [all] })]

  test('breaks petals into pockets: the white lies more unevenly, and no white is lost', () => {
    expect(pockets(strewn)).toBeGreaterThan(1.2 * pockets(clean))
    expect(outcomeOf(strewn).delicacy).toBeGreaterThan(1.1 * outcomeOf(clean).delicacy)
    const total = ({ sheets }: typeof clean) =>
      [sheets.surface, sheets.transit, sheets.floor].reduce(
        (sum, { white }) => sum + white.reduce((all, value) => all + value, 0),
        0,
      )
    expect(total(strewn) / total(clean)).toBeCloseTo(1, 9)
  })

  test('is seen from the open side, and less through the white from the other', () => {
    const glints = (side: 'silicone' | 'open') =>
      specksSeen(strewn, side).reduce((sum, { glint }) => sum + glint, 0)
    expect(specksSeen(strewn, 'open').length).toBeGreaterThan(900)
    expect(glints('open')).toBeGreaterThan(1.2 * glints('silicone'))
  })
})
