import { describe, expect, test } from '@jest/globals'
import { ARCHETYPES } from './archetypes.ts'
import { bloomNumber, fluidityForBloom } from './bloomNumber.ts'
import { followCure } from './history.ts'
import { USUAL_WALL } from './vessel.ts'
import { feelOf, STAGES, windowOf, type Feel, type StageId } from './stages.ts'
import { mixedDensityGPerMl, weightRatio } from './resin.ts'

const history = followCure(ARCHETYPES.quick, {
  vessel: { kind: 'bed', depthMm: 6, wall: USUAL_WALL },
  roomTempC: 21,
  startTempC: 33,
  startConversion: 0.1,
  fromMin: 0,
  toMin: 21 * 1440,
})
const white = { excessDensityKgPerM3: 1.7, holeMm: 3, bedDepthMm: 5 }
const windowFor = (id: StageId) => windowOf(STAGES[id], { history, roomTempC: 21, white })

describe('stages', () => {
  test('come in the order of the bench: pipe, string, gel, footprint, leathery, demold, use', () => {
    const order: StageId[] = ['pipe', 'string', 'gel', 'leathery', 'demold', 'use']
    const best = order.map((id) => windowFor(id)!.bestMin)
    expect([...best].sort((one, other) => one - other)).toEqual(best)
  })

  test('every window opens before its best and closes after it', () => {
    for (const id of Object.keys(STAGES) as StageId[]) {
      const window = windowFor(id)
      if (!window) continue
      expect(window.openMin).toBeLessThanOrEqual(window.bestMin + 1e-6)
      if (window.closeMin !== null) expect(window.bestMin).toBeLessThanOrEqual(window.closeMin + 1e-6)
    }
  })

  test('footprint lasts from gel until the demold stage is at its best', () => {
    expect(windowFor('footprint')!.openMin).toBe(history.gelMin)
    expect(windowFor('footprint')!.closeMin).toBeCloseTo(windowFor('demold')!.bestMin, 1)
  })

  test('use is a week away at the least (common practice)', () => {
    expect(windowFor('use')!.openMin).toBeGreaterThanOrEqual(7 * 1440)
  })

  test('use waits for what the label calls full cure, and never less than a week', () => {
    const useAfter = (fullCureDays: number | null) =>
      windowOf(STAGES.use, { history, roomTempC: 21, white: null, fullCureDays })!.openMin
    expect(useAfter(14)).toBe(14 * 1440)
    expect(useAfter(3)).toBe(useAfter(null))
    expect(useAfter(3)).toBeGreaterThanOrEqual(7 * 1440)
  })

  test('a stage a cold room never reaches is null, not a date', () => {
    const cold = followCure(ARCHETYPES.slow, {
      vessel: { kind: 'bed', depthMm: 3, wall: USUAL_WALL },
      roomTempC: 10,
      startTempC: 10,
      startConversion: 0,
      fromMin: 0,
      toMin: 1440,
    })
    expect(windowOf(STAGES.demold, { history: cold, roomTempC: 10, white: null })).toBeNull()
  })

  test('a bloom number without a white is a defect', () => {
    expect(() => windowOf(STAGES.pipe, { history, roomTempC: 21, white: null })).toThrow(RangeError)
  })

  test('the feel goes through all five signs in order', () => {
    const felt: Feel[] = []
    for (let min = 0; min < 4 * 1440; min += 5) {
      const feel = feelOf(history.stateAt(min), 21)
      if (felt.at(-1) !== feel) felt.push(feel)
    }
    expect(felt).toEqual(['runs', 'threads', 'prints', 'bends', 'stiff'])
  })
})

describe('the bloom number', () => {
  test('of see-through white, a 3 mm hole and a 5 mm bed is 73 at 1465 /Pa', () => {
    expect(bloomNumber(white, 1465)).toBeCloseTo(73.3, 1)
  })

  test('scales with density, with hole^3.7 and bed^-0.7, and undoes itself', () => {
    const base = bloomNumber(white, 1000)
    expect(bloomNumber({ ...white, excessDensityKgPerM3: 3.4 }, 1000) / base).toBeCloseTo(2, 9)
    expect(bloomNumber({ ...white, holeMm: 6 }, 1000) / base).toBeCloseTo(2 ** 3.7, 9)
    expect(bloomNumber({ ...white, bedDepthMm: 10 }, 1000) / base).toBeCloseTo(2 ** -0.7, 9)
    expect(fluidityForBloom(white, base)).toBeCloseTo(1000, 9)
  })

  test('stronger white or a wider hole is piped later, a deeper bed sooner', () => {
    const best = (changes: Partial<typeof white>) =>
      windowOf(STAGES.pipe, { history, roomTempC: 21, white: { ...white, ...changes } })!.closeMin!
    expect(best({ excessDensityKgPerM3: 5 })).toBeGreaterThan(best({}))
    expect(best({ holeMm: 3.5 })).toBeGreaterThan(best({}))
    expect(best({ bedDepthMm: 8 })).toBeLessThan(best({}))
  })
})

describe('ratios', () => {
  test('a resin stated 1:1 by volume weighs about 1.10 g of A per g of B (common practice)', () => {
    expect(weightRatio(ARCHETYPES.quick)).toBeCloseTo(1.1, 2)
  })

  test('one stated 2:1 by volume weighs 100 : 43 (common practice)', () => {
    expect(weightRatio(ARCHETYPES.medium)).toBeCloseTo(100 / 43, 2)
  })

  test('the mix has the density that its volumes add up to', () => {
    expect(mixedDensityGPerMl(ARCHETYPES.quick)).toBeCloseTo((1.152 + 1.048) / 2, 9)
    expect(mixedDensityGPerMl(ARCHETYPES.medium)).toBeCloseTo((2 * 1.154 + 0.992) / 3, 9)
  })
})
