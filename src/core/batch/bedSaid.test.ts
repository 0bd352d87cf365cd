import { describe, expect, test } from '@jest/globals'
import { bloomRequest, COASTER } from '../../../tests/support/request.ts'
import { METRIC } from '../units/index.ts'
import { batchRequestSchema } from '#schema/request.ts'
import { wordTake } from '#words/takes.ts'
import * as v from 'valibot'
import { planBatch } from '../plan/index.ts'
import { bedOf, movedInto, startedLayer, type BatchRequest, type BedSaid } from './index.ts'

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

  // Worked by hand: 4 mm on half of 78.54 cm2 are 15.71 ml; up to the lip, 8 mm, there are 62.83 ml. 30 ml on that half stand 7.64 mm high.
  test('may lie on a part of the floor; what is poured over it fills the rest', () => {
    const on = { place: 'side', frac: 0.5 } as const
    const back = { ...startedLayer('secondPour', 'over') }
    const planned = (bed: BedSaid, changes: Partial<BatchRequest> = {}) =>
      planBatch({ ...request(bed, undefined), layers: [back], ...changes })
    const [base, over] = planned({ by: 'depth', mm: 4, on }).fills[0]!.layers
    expect([base!.volumeMl, base!.depthMm, over!.volumeMl]).toEqual([
      expect.closeTo(15.71, 2),
      expect.closeTo(4, 6),
      expect.closeTo(62.83 - 15.71, 1),
    ])
    expect(bedOf(planned({ by: 'volume', ml: 30, on }).fills[0]!)).toMatchObject({
      volumeMl: expect.closeTo(30, 4),
      depthMm: expect.closeTo(7.64, 2),
    })
    const pours = (bed: BedSaid) =>
      planned(bed).steps.find(({ step }) => step.does === 'empties')!.step.detail
    expect(pours({ by: 'depth', mm: 4, on })).toMatch(/lean the mold or dam it/)
    expect(pours({ by: 'depth', mm: 4 })).toMatch(/right to the wall/)
    const told = planned({ by: 'depth', mm: 4, on }).steps.find(({ step }) => step.does === 'empties')!.takes
    expect(told[0]).toMatchObject({ of: 'pour', on })
    expect(wordTake(told[0]!, METRIC)).toMatch(/4\.0 mm deep, on one side, 50 % of the floor$/)
    // What is drawn into it needs it everywhere.
    expect(bedOf(planned({ by: 'depth', mm: 4, on }, { technique: 'bloom' }).fills[0]!).areaFrac).toBe(1)
    const stored = v.parse(
      batchRequestSchema,
      JSON.parse(JSON.stringify(request({ by: 'depth', mm: 4, on }, undefined))),
    )
    expect(stored.pieces[0]!.bed).toEqual({ by: 'depth', mm: 4, on })
  })
})
