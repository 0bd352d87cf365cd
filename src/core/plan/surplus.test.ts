import { describe, expect, test } from '@jest/globals'
import { bloomRequest, COASTER } from '../../../tests/support/request.ts'
import { bedOf, pourMixOf, type BatchRequest, type PieceOrder } from '../batch/index.ts'
import { mixedDensityGPerMl } from '../resin/index.ts'
import { needsOf } from '../shelf/index.ts'
import { planBatch } from './plan.ts'

const CHARM = {
  ...COASTER,
  id: 'charm',
  name: 'Charm',
  outline: { shape: 'circle', acrossMm: 30 },
  depthMm: 6,
} as const
const coasters: PieceOrder = { mold: COASTER, count: 2, pattern: null }
const charms: PieceOrder = { mold: CHARM, count: 3, pattern: null, technique: 'plain', surplus: true }
const asked = (changes: Partial<BatchRequest> = {}) =>
  bloomRequest({ pieces: [coasters, charms], layers: [], ...changes })
const alone = planBatch(bloomRequest({ pieces: [coasters], layers: [] }))
const density = mixedDensityGPerMl(asked().resin)

describe('pieces poured from what the mix leaves over', () => {
  test('have nothing stirred for them', () => {
    expect(pourMixOf(planBatch(asked()).mixes).parts.byWeight.totalG).toBe(
      pourMixOf(alone.mixes).parts.byWeight.totalG,
    )
  })

  test('share what more is stirred, equally deep: cup, molds and what is lost add up', () => {
    const needG = pourMixOf(alone.mixes).needG
    const leastMixG = Math.ceil(needG) + 6
    const plan = planBatch(asked({ leastMixG }))
    const mix = pourMixOf(plan.mixes)
    expect(mix.parts.byWeight.totalG).toBeGreaterThanOrEqual(leastMixG)
    // Three rounds of 30 mm: what is left over their area, by hand.
    const leftG = mix.parts.byWeight.totalG - needG
    const bed = bedOf(plan.fills[1]!)
    expect(3 * bed.volumeMl * density).toBeCloseTo(leftG, 6)
    expect(bed.depthMm).toBeCloseTo((leftG / density / 3 / (Math.PI * 15 ** 2)) * 1000, 1)
    expect(mix.inMoldsG + mix.lossG).toBeCloseTo(mix.needG, 9)
    expect(mix.parts.byWeight.leftoverG).toBeCloseTo(0, 9)
    expect(plan.findings).toEqual([])
  })

  test('are filled to the lip and no further: the rest is left over still', () => {
    const plan = planBatch(asked({ leastMixG: 200 }))
    const [, charm] = plan.fills
    expect(charm!.lipMm).toBeCloseTo(2, 6)
    const mix = pourMixOf(plan.mixes)
    expect(mix.parts.byWeight.leftoverG).toBeCloseTo(mix.parts.byWeight.totalG - mix.needG, 9)
    expect(mix.parts.byWeight.leftoverG).toBeGreaterThan(50)
  })

  test('change nothing of the others: beds, drops, and what governs the windows', () => {
    const plan = planBatch(asked({ leastMixG: 100 }))
    expect(plan.fills[0]).toEqual(alone.fills[0])
    expect(plan.drops[0]).toEqual(alone.drops[0])
    expect(plan.mixes[0]!.depthMm).toBe(alone.mixes[0]!.depthMm)
  })

  test('are no waste in the books: what reaches them was used', () => {
    const wasted = (request: BatchRequest) =>
      needsOf(request)
        .filter(({ of }) => of.kind !== 'colour')
        .reduce((sum, need) => sum + need.wasted, 0)
    const leastMixG = 120
    const without = wasted(bloomRequest({ pieces: [coasters], layers: [], leastMixG }))
    expect(wasted(asked({ leastMixG }))).toBeLessThan(without - 5)
  })

  test('say at their step what they get', () => {
    const decant = planBatch(asked({ leastMixG: 105 })).steps.find(({ step }) => step.does === 'empties')!
    expect(decant.takes).toMatchObject([
      { pieceName: 'Round coaster' },
      { pieceName: 'Charm, Plain, what is left', pieces: 3 },
    ])
  })
})
