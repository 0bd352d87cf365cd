import { describe, expect, test } from '@jest/globals'
import { bloomRequest, COASTER } from '../../../tests/support/request.ts'
import { layerAreaMm2 } from '../mold/index.ts'
import { mixedDensityGPerMl } from '../resin/index.ts'
import { bedForMix } from './givenMix.ts'

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
