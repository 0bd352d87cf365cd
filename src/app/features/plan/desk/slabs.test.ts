import { describe, expect, test } from '@jest/globals'
import { backLayer, begun } from '../../../../../tests/support/layers.ts'
import { bloomRequest } from '../../../../../tests/support/request.ts'
import { fillMolds, type LaterLayer } from '#core/batch/index.ts'
import { TECHNIQUES } from '#core/technique/index.ts'
import { onFinished, slabsOf, spreadOut } from './slabs.ts'

const drawn = (layers: readonly LaterLayer[]) => {
  const request = bloomRequest({ technique: 'plain', bedMm: 3, layers })
  const [fill] = fillMolds(request, TECHNIQUES.plain)
  return slabsOf(fill!, request).map(({ id, bottomMm, topMm, fromX, toX }) => [
    id,
    bottomMm,
    topMm,
    fromX,
    toX,
  ])
}
const half = { ...backLayer(), zone: { place: 'side', frac: 0.5 } } as const

describe('the piece cut through', () => {
  test('has its layers one on the other, and a line where one has no depth', () => {
    expect(drawn([...begun('paint'), backLayer()])).toEqual([
      ['bed', 0, 3, 0, 1],
      ['paint', 3, 3, 0, 1],
      ['back', 3, 5, 0, 1],
    ])
  })

  test('has those beside each other side by side at one height', () => {
    const other = { ...half, id: 'b', amount: { by: 'beside' } } as const
    const [, one, next, top] = drawn([half, other, { ...backLayer(), id: 'top' }])
    expect(one).toEqual(['back', 3, 5, 0, 0.5])
    expect(next).toEqual(['b', 3, 5, 0.5, 1])
    expect(top).toEqual(['top', 5, 7, 0, 1])
  })

  test('fills up what a layer on a part of it leaves free', () => {
    const [, one, top] = drawn([half, { ...backLayer(), id: 'top' }])
    expect(one).toEqual(['back', 3, 5, 0, 0.5])
    // Half of 2 mm raised it by 1 mm; 2 mm more over all of it.
    expect(top).toEqual(['top', 3, 6, 0, 1])
  })

  test('does not hold what lies on the finished piece', () => {
    const layers = begun('clearCoat', 'varnish')
    const request = bloomRequest({ layers })
    const [fill] = fillMolds(request, TECHNIQUES.bloom)
    expect(onFinished(fill!, request).map(({ id }) => id)).toEqual(['clearCoat', 'varnish'])
    expect(slabsOf(fill!, request).map(({ id }) => id)).toEqual(['bed', 'white'])
  })

  test('has its labels apart, each as near as can be, inside the drawing', () => {
    expect(spreadOut([10, 12, 200], { gap: 40, from: 0, to: 210 })).toEqual([10, 50, 200])
    expect(spreadOut([205, 200, 208], { gap: 40, from: 0, to: 210 })).toEqual([170, 130, 210])
  })
})
