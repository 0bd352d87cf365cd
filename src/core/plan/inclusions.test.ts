import { describe, expect, test } from '@jest/globals'
import { bloomRequest, COASTER } from '../../../tests/support/request.ts'
import type { BatchRequest } from '../batch/index.ts'
import { gravityOf, planBatch, planLive } from './index.ts'
import { ARCHETYPES, mixedDensityGPerMl, STAGES } from '../resin/index.ts'
import { backLayer, begun, inTwoPours } from '../../../tests/support/layers.ts'

const AREA_MM2 = Math.PI * 50 ** 2
const inclusions = (changes: Partial<BatchRequest> = {}, count = 2) =>
  bloomRequest({ technique: 'inclusions', inclusions: { volumeMl: 6, proud: false }, ...changes }, count)
const kinds = (request: BatchRequest) => planBatch(request).findings.map(({ kind }) => kind)

describe('a batch with inclusions', () => {
  test('has a thin base and all the rest over it, less what the inclusions displace', () => {
    const [fill] = planBatch(inclusions()).fills
    // A quarter of a 10 mm mold; 2 mm of lip; 6 ml laid in.
    expect(fill!.layers.map(({ id, depthMm }) => [id, depthMm])).toEqual([
      ['bed', 2.5],
      ['secondPour', expect.closeTo(5.5, 9)],
    ])
    expect(fill!.layers[1]!.volumeMl).toBeCloseTo((5.5 * AREA_MM2) / 1000 - 6, 1)
    expect(fill!.lipMm).toBeCloseTo(2, 9)
  })

  test('is mixed twice, without white, inks or a bag', () => {
    const request = inclusions()
    const { mixes, drops } = planBatch(request)
    expect(mixes.map(({ id }) => id)).toEqual(['first', 'secondPour'])
    const [base, over] = mixes
    expect(base!.cups.map(({ id }) => id)).toEqual(['mix'])
    expect(base!.lossG).toBe(request.loss.cupFilmG)
    expect(over!.inMoldsG).toBeCloseTo(
      2 * ((5.5 * AREA_MM2) / 1000 - 6) * mixedDensityGPerMl(request.resin),
      0,
    )
    expect(drops[0]).toMatchObject({ whiteDrops: 0, inks: [] })
  })

  test('lays them in while the base draws a string, piece by piece, and feathers after that', () => {
    const { steps, capacity } = planBatch(inclusions({ roomTempC: 25 }))
    const placed = steps.filter(({ step }) => step.id === 'place')
    expect(placed.map(({ pieceNo }) => pieceNo)).toEqual([1, 2])
    const left = placed[0]!.expected!.remainingFluidityPerPa
    expect(left).toBeLessThanOrEqual(STAGES.string.opensPerPa * 1.01)
    expect(left).toBeGreaterThan(STAGES.string.closesPerPa)
    expect(capacity.stepTitle).toBe('Lay the inclusions face down')
    const feather = steps.find(({ step }) => step.id === 'feather')!
    expect(feather.beginMin).toBeGreaterThanOrEqual(placed[1]!.endMin)
    expect(steps.some(({ step }) => step.id === 'ink' || step.id === 'white')).toBe(false)
  })

  /** Common practice, with no published source: the edge at 40 to 50 min, the second pour at about 5 to 6 h. */
  test('falls where casters have it with a quick resin in a warm room', () => {
    const { steps } = planBatch(inclusions({ roomTempC: 25 }))
    const feather = steps.find(({ step }) => step.id === 'feather')!
    expect(feather.fromMin).toBeLessThan(50)
    expect(feather.toMin!).toBeGreaterThan(40)
    const over = steps.find(({ step }) => step.id === 'secondPour')!
    expect(over.beginMin / 60).toBeGreaterThan(5)
    expect(over.beginMin / 60).toBeLessThan(6)
  })

  test('names what would spoil it', () => {
    expect(kinds(inclusions())).not.toContain('displacedUnknown')
    expect(kinds(inclusions())).not.toContain('noInk')
    expect(kinds(inclusions({ inclusions: null, colours: [] }))).toEqual(['displacedUnknown'])
    expect(kinds(inclusions({ inclusions: { volumeMl: 200, proud: false } }))).toContain('displacesAll')
    expect(kinds(inclusions({ bedMm: 8.5 }))).toContain('barelyCovered')
    const proud = { volumeMl: 6, proud: true } as const
    expect(kinds(inclusions({ inclusions: proud }))).toContain('proudWithoutCoat')
    expect(kinds(inclusions({ inclusions: proud, layers: begun('secondPour', 'clearCoat') }))).not.toContain(
      'proudWithoutCoat',
    )
  })

  test('warns of a second pour so deep that it would run hot', () => {
    const deep = { ...COASTER, depthMm: 60 }
    const request = inclusions({ pieces: [{ mold: deep, count: 1, pattern: null }], roomTempC: 25 })
    const hot = planBatch(request).findings.find(({ kind }) => kind === 'layerRunsHot')!
    expect(gravityOf(hot)).toBe('stop')
    expect(hot).toMatchObject({ depthMm: 55 })
    const tray = { ...COASTER, depthMm: 18 }
    const pieces = [{ mold: tray, count: 1, pattern: null }]
    expect(kinds(inclusions({ pieces }))).toContain('layerRunsHot')
    expect(kinds(inclusions({ pieces, layers: inTwoPours() }))).not.toContain('layerRunsHot')
    const among = [...pieces, { mold: { ...COASTER, id: 'flat', depthMm: 8 }, count: 12, pattern: null }]
    // A deep mold among shallow ones is hot all the same.
    expect(kinds(inclusions({ pieces: among }))).toContain('layerRunsHot')
    const still = planBatch({ ...request, layers: inTwoPours() }).findings
    expect(still.find(({ kind }) => kind === 'layerRunsHot')).toMatchObject({
      depthMm: expect.closeTo(27.5, 9),
    })
    expect(kinds(inclusions({ resin: ARCHETYPES.slow }))).not.toContain('layerRunsHot')
  })
})

describe('on the rack', () => {
  const one = { layers: [...begun('secondPour'), backLayer()] } as const
  const jobsOf = (changes: Partial<BatchRequest> = {}) => planLive(inclusions(changes)).outline.jobs
  const waits = (id: string, changes: Partial<BatchRequest> = {}) =>
    jobsOf(changes)
      .find((job) => job.id === id)!
      .waits.map(({ after }) => after)

  test('the second pour comes before the back, each on the layer under it while that bonds', () => {
    expect(jobsOf(one).map(({ id }) => id)).toEqual(['secondPour', 'back', 'demold', 'use'])
    expect(waits('secondPour')).toEqual(['pour'])
    expect(waits('back', one)).toEqual(['secondPour'])
    expect(waits('demold', one)).toEqual(['pour', 'secondPour', 'back'])
    expect(waits('use', one)).toEqual(['pour', 'secondPour', 'back'])
    const [over] = jobsOf()
    expect(over).toMatchObject({ pours: true })
    expect(over!.waits[0]!.closeMin).not.toBeNull()
  })

  test('poured in two goes it has half the depth each, a mix each, and the second waits for the first', () => {
    const two = { layers: inTwoPours() } as const
    const backed = { layers: [...inTwoPours(), backLayer()] } as const
    const plan = planBatch(inclusions(two))
    expect(plan.fills[0]!.layers.map(({ id, depthMm }) => [id, depthMm])).toEqual([
      ['bed', 2.5],
      ['secondPour', expect.closeTo(2.75, 9)],
      ['thirdPour', expect.closeTo(2.75, 9)],
    ])
    const [, lower, upper] = plan.mixes
    expect(upper!.id).toBe('thirdPour')
    expect(upper!.inMoldsG - lower!.inMoldsG).toBeCloseTo(2 * 6 * mixedDensityGPerMl(inclusions().resin), 6)
    expect(jobsOf(backed).map(({ id }) => id)).toEqual(['secondPour', 'thirdPour', 'back', 'demold', 'use'])
    expect(waits('thirdPour', two)).toEqual(['secondPour'])
    expect(waits('back', backed)).toEqual(['thirdPour'])
    const steps = planBatch(inclusions(backed)).steps.filter(({ step }) => step.place === 'rack')
    // Each is tried by a finger on the layer under it, which bonds while it takes a print.
    expect(steps.slice(0, 3).map(({ expected }) => expected!.feel)).toEqual(
      Array.from({ length: 3 }, () => 'prints'),
    )
    expect(steps[1]!.fromMin).toBeGreaterThan(steps[0]!.beginMin + 3 * 60)
  })

  test('a clear coat is mixed too, a millimetre and a half over every piece', () => {
    const request = bloomRequest({ layers: begun('clearCoat') }, 4)
    const coat = planBatch(request).mixes.at(-1)!
    expect(coat).toMatchObject({ id: 'clearCoat', depthMm: 1.5 })
    expect(coat.inMoldsG).toBeCloseTo(4 * ((1.5 * AREA_MM2) / 1000) * mixedDensityGPerMl(request.resin), 0)
  })
})
