import { describe, expect, test } from '@jest/globals'
import { bloomRequest, COASTER } from '../../../tests/support/request.ts'
import { backLayer, begun } from '../../../tests/support/layers.ts'
import { layerAreaMm2 } from '../mold/index.ts'
import { mixedDensityGPerMl } from '../resin/index.ts'
import { bedForMix, moldsFull } from './givenMix.ts'

const plain = bloomRequest({ technique: 'plain', layers: [] }, 10)

describe('so much resin', () => {
  test('lies as deep in ten molds as its volume over their area, less the film in the cup', () => {
    const g = 300
    const ml = (g - plain.loss.cupFilmG) / mixedDensityGPerMl(plain.resin)
    expect(bedForMix(plain, g)).toBeCloseTo((1000 * ml) / (10 * layerAreaMm2(COASTER)), 2)
  })

  test('that is more than the molds hold, or less than covers them, has no depth', () => {
    expect(bedForMix(plain, 100_000)).toBeNull()
    expect(bedForMix(plain, 1)).toBeNull()
  })
})

describe('molds that are full', () => {
  test('hold their area times their depth less the lip, each', () => {
    const full = moldsFull({ ...plain, lipMm: 2 })!
    expect(full.bedMm).toBeCloseTo(COASTER.depthMm - 2, 2)
    expect(full.pouredMl).toBeCloseTo((10 * layerAreaMm2(COASTER) * (COASTER.depthMm - 2)) / 1000, 0)
    expect(moldsFull({ ...plain, lipMm: 0 })!.pouredMl).toBeCloseTo(full.brimMl, 0)
  })

  test('with a back of its own depth the bed takes what is left; the shallowest of several decides', () => {
    const backed = bloomRequest({ technique: 'plain', lipMm: 1, layers: [backLayer('bonds', 3)] }, 2)
    expect(moldsFull(backed)!.bedMm).toBeCloseTo(COASTER.depthMm - 4, 2)
    const two = {
      ...plain,
      lipMm: 0,
      pieces: [...plain.pieces, { ...plain.pieces[0]!, mold: { ...COASTER, id: 'low', depthMm: 6 } }],
    }
    expect(moldsFull(two)!.bedMm).toBeCloseTo(6, 2)
  })

  test('are full already where a layer takes the rest: the bed stays as it is', () => {
    const request = bloomRequest(
      { technique: 'inclusions', lipMm: 1, bedMm: 4, layers: begun('secondPour') },
      3,
    )
    const full = moldsFull(request)!
    expect(full.bedMm).toBeNull()
    expect(full.pouredMl).toBeCloseTo((3 * layerAreaMm2(COASTER) * (COASTER.depthMm - 1)) / 1000, 0)
  })

  test('have no room where the layers over it fill them', () => {
    expect(
      moldsFull(
        bloomRequest({
          technique: 'plain',
          lipMm: 2,
          layers: [backLayer('bonds', 9)],
        }),
      ),
    ).toBeNull()
  })
})
