import { describe, expect, test } from '@jest/globals'
import { shortestAcrossMm } from './across.ts'

describe('straight across the middle', () => {
  test.each([
    ['a circle as its diameter', { shape: 'circle', acrossMm: 100 } as const, 100],
    ['a tray as its width', { shape: 'rectangle', widthMm: 240, heightMm: 90, cornerMm: 8 } as const, 90],
    ['an oval as its minor axis', { shape: 'oval', widthMm: 140, heightMm: 80 } as const, 80],
    ['a hexagon across its flats', { shape: 'hexagon', acrossMm: 90 } as const, 90],
  ])('%s', (_, outline, mm) => {
    expect(shortestAcrossMm(outline)).toBeGreaterThan(mm - 0.2)
    expect(shortestAcrossMm(outline)).toBeLessThan(mm + 0.6)
  })

  test('of a mold that is nowhere near the origin, through its own middle', () => {
    const points = [
      { x: 500, y: 300 },
      { x: 560, y: 300 },
      { x: 560, y: 420 },
      { x: 500, y: 420 },
    ]
    expect(shortestAcrossMm({ shape: 'drawn', points, islands: [] })).toBeCloseTo(60, 0)
  })
})
