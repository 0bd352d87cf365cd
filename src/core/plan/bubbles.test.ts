import { describe, expect, test } from '@jest/globals'
import { bloomRequest } from '../../../tests/support/request.ts'
import { ARCHETYPES } from '../resin/index.ts'
import { bubblesOf, gravityOf, planBatch } from './index.ts'

describe('the bubbles of a pour', () => {
  const told = bubblesOf(bloomRequest({}, 4))

  test('leave a shallow bed far smaller than a deep cup', () => {
    expect(told.bed.stiffMm).toBeLessThan(0.5 * told.cup.stiffMm)
    expect(told.bed.stiffMm / told.bed.cleanMm).toBeCloseTo(Math.sqrt(1.5), 9)
  })

  test('get out the longer the larger they are, and none does before the bed is poured', () => {
    const [large, middle, small] = told.bedUntil.map(({ min }) => min!)
    expect(large).toBeGreaterThan(middle!)
    expect(middle).toBeGreaterThan(small!)
    expect(small).toBeGreaterThanOrEqual(told.decantMin)
  })

  test('a deeper bed keeps larger ones', () => {
    const deep = bubblesOf(bloomRequest({ technique: 'plain', bedMm: 8, layers: [] }))
    const shallow = bubblesOf(bloomRequest({ technique: 'plain', bedMm: 2, layers: [] }))
    expect(deep.bed.stiffMm).toBeGreaterThan(shallow.bed.stiffMm)
  })

  test('warmer parts thin the resin and shorten its time: both are told', () => {
    const slow = bubblesOf(bloomRequest({ resin: ARCHETYPES.slow }))
    expect(slow.warmer.stopMin ?? Infinity).toBeLessThanOrEqual(slow.stopMin ?? Infinity)
    expect(told.warmer.stopMin!).toBeLessThan(told.stopMin!)
  })

  test('parts so warm that the cup runs away are refused with its reason, a little warmer ones are not', () => {
    const request = bloomRequest({ roomTempC: 22 }, 4)
    expect(bubblesOf(request).warmer.refusedFor).toBeNull()
    const hot = bubblesOf(request, 25).warmer
    expect(hot.byK).toBe(25)
    expect(gravityOf(hot.refusedFor!)).toBe('stop')
    // The plan says the same once its parts are that warm.
    const kinds = planBatch({ ...request, partsTempC: 47 }).findings.map(({ kind }) => kind)
    expect(kinds).toContain(hot.refusedFor!.kind)
  })
})
