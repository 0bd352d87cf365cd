import { describe, expect, test } from '@jest/globals'
import { bloomRequest } from '../../../tests/support/request.ts'
import { TECHNIQUES, type Moment, type Technique } from '../technique/index.ts'
import { capacityOf } from './capacity.ts'
import { scheduleBatch } from './settle.ts'

/** A petri whose drops are due otherwise than by the resin. */
const dueBy = (moment: Moment): Technique => ({
  ...TECHNIQUES.petri,
  steps: TECHNIQUES.petri.steps.map((step) =>
    step.id === TECHNIQUES.petri.bottleneck ? { ...step, moment } : step,
  ),
})
const capacity = (moment: Moment, count: number) => {
  const request = bloomRequest({ technique: 'petri' }, count)
  return capacityOf(scheduleBatch(request, dueBy(moment), {}), request)
}

describe('a way whose deciding step is due by the clock', () => {
  const byClock: Moment = { by: 'clock', fromMin: 8, bestMin: 10, toMin: 40 }

  test('has its own minutes for a window: few pieces fit, many do not', () => {
    expect(capacity(byClock, 2)).toMatchObject({
      fits: true,
      window: { openMin: 8, bestMin: 10, closeMin: 40 },
    })
    const many = capacity(byClock, 90)
    expect(many.fits).toBe(false)
    expect(many.piecesThatFit).toBeLessThan(90)
  })

  test('after another step nothing closes it: all of them fit', () => {
    const after: Moment = { by: 'after', step: 'decant', minutes: 2, lateAfterMin: 10 }
    expect(capacity(after, 6)).toMatchObject({ fits: true, piecesThatFit: 6 })
  })
})
