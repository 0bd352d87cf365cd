import { describe, expect, test } from '@jest/globals'
import { DISC_LINE, followedBloom } from '../../../tests/support/smallBloom.ts'
import { bankOn } from './bank.ts'
import { gridOf } from './grid.ts'
import { laceOf, strandsOn } from './strands.ts'
import { takeBack, type Stroke } from './tool.ts'

const grid = gridOf(DISC_LINE, [], 64)
const bank = bankOn(grid)
const none = new Float64Array(64 * 64)

describe('strands in the white', () => {
  test('go where a stroke takes the fluid: the way back finds where they came from within what the march errs', () => {
    const strokes: readonly Stroke[] = [
      {
        kind: 'drag',
        path: [
          { x: 0.04, y: 0.002 },
          { x: 0.006, y: 0 },
        ],
        reachM: 0.0034,
        strength: 0.85,
      },
      { kind: 'swirl', centre: { x: 0, y: 0 }, reachM: 0.01, turnRad: 2.6 },
    ]
    for (const stroke of strokes) {
      const strands = strandsOn(bank)
      strands.lay(0.02, 0.001, { after: -1, last: 0.5 })
      strands.lay(-0.03, 0.02, { after: -1, last: 0.5 })
      strands.work([stroke], 0.6)
      const { x, y } = strands.now()
      const back = bank.places(1)
      back.x[0] = x[0]!
      back.y[0] = y[0]!
      takeBack(bank, back, stroke)
      expect(Math.hypot(back.x[0] - 0.02, back.y[0] - 0.001)).toBeLessThan(3e-4)
      expect(Math.hypot(x[1]! + 0.03, y[1]! - 0.02)).toBeLessThan(2e-4)
    }
  })

  test('sink when their share of the white round them has sunk, the late ones later, and only once a sheet', () => {
    const strands = strandsOn(bank)
    for (const last of [0.2, 0.8]) strands.lay(0, 0, { after: -1, last })
    const fall = new Float64Array(64 * 64).fill(1)
    strands.sink(fall, none, 0.4)
    expect([...strands.now().sheet]).toEqual([1, 0])
    strands.sink(fall, none, 1.3)
    expect([...strands.now().sheet]).toEqual([1, 1])
    strands.sink(none, fall, 2)
    expect([...strands.now().sheet]).toEqual([2, 2])
  })

  test('never leave the mold, whatever carries them', () => {
    const strands = strandsOn(bank)
    expect(strands.lay(0.2, 0, { after: -1, last: 0.5 })).toBe(-1)
    strands.lay(0.045, 0, { after: -1, last: 0.5 })
    const by = new Float64Array(64 * 64).fill(0.9)
    for (let k = 0; k < 30; k++) strands.carry(0, by, none)
    expect(strands.now().x[0]!).toBeGreaterThan(0.045)
    expect(strands.now().x[0]!).toBeLessThan(0.0501)
  })
})

describe('the lace they draw', () => {
  test('changes nothing that is reckoned, and adds no white', () => {
    const bloom = followedBloom()
    const before = bloom.sheets.floor.white.slice()
    const lace = laceOf(bloom.strands(), { grid: bloom.grid, floorWhite: before }, 2)
    expect(bloom.sheets.floor.white).toEqual(before)
    expect(Math.max(...lace)).toBeGreaterThan(1.3)
    let white = 0
    let drawn = 0
    lace.forEach((grain, p) => {
      const cell = Math.floor(p / 256) * 64 + ((p % 128) >> 1)
      white += bloom.sheets.floor.white[cell]!
      drawn += grain * bloom.sheets.floor.white[cell]!
    })
    expect(drawn / white).toBeCloseTo(1, 6)
  })
})
