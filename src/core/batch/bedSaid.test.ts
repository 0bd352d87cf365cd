import { describe, expect, test } from '@jest/globals'
import { bloomRequest, COASTER } from '../../../tests/support/request.ts'
import { planBatch } from '../plan/index.ts'
import { bedOf, movedInto, type BatchRequest, type BedSaid } from './index.ts'

const OTHER = { ...COASTER, id: 'other', name: 'Other coaster' }
const request = (first: BedSaid | undefined, second: BedSaid | undefined, bedMm: number | null = null) =>
  bloomRequest({
    technique: 'plain',
    layers: [],
    bedMm,
    pieces: [
      { mold: COASTER, count: 2, pattern: null, ...(first && { bed: first }) },
      { mold: OTHER, count: 1, pattern: null, ...(second && { bed: second }) },
    ],
  })
const bedsOf = (asked: BatchRequest) => planBatch(asked).fills.map(bedOf)

describe('a bed as people say it', () => {
  test('is so much in each of those pieces, and as the batch says in the others', () => {
    const [first, second] = bedsOf(request({ by: 'volume', ml: 30 }, undefined, 5))
    expect(first!.volumeMl).toBeCloseTo(30, 6)
    expect(second!.depthMm).toBeCloseTo(5, 6)
  })

  test('is so deep in one kind of piece and so deep in another', () => {
    const beds = bedsOf(request({ by: 'depth', mm: 3 }, { by: 'depth', mm: 6 }))
    expect(beds.map(({ depthMm }) => depthMm)).toEqual([expect.closeTo(3, 6), expect.closeTo(6, 6)])
  })

  test('moves the mix by what it takes more or less, piece by piece', () => {
    const inMolds = (asked: BatchRequest) => planBatch(asked).mixes[0]!.inMoldsG
    const more = inMolds(request({ by: 'volume', ml: 40 }, { by: 'volume', ml: 20 }))
    const less = inMolds(request({ by: 'volume', ml: 30 }, { by: 'volume', ml: 20 }))
    // Two of the first kind: 20 ml of resin of a little over a gram a ml.
    expect(more - less).toBeGreaterThan(20)
    expect(more - less).toBeLessThan(25)
  })

  test('as a volume goes along into another mold by the area, and is told; as a depth it stays', () => {
    const large = {
      ...COASTER,
      id: 'large',
      outline: { shape: 'circle', acrossMm: 200 },
      waterFillMl: null,
    } as const
    const moved = (bed: BedSaid) => {
      const asked = request(bed, undefined)
      const { request: next, scaled } = movedInto(asked, asked.pieces[0]!, large)
      return [next.pieces[0]!.bed, scaled.filter(({ of }) => of === 'bed').length]
    }
    const [bed, told] = moved({ by: 'volume', ml: 30 }) as [Extract<BedSaid, { by: 'volume' }>, number]
    expect(bed.ml).toBeGreaterThan(60)
    expect(told).toBe(1)
    expect(moved({ by: 'depth', mm: 3 })).toEqual([{ by: 'depth', mm: 3 }, 0])
  })
})
