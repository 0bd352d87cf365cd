import { expect, test } from '@jest/globals'
import { createElement } from 'react'
import { renderToStaticMarkup } from 'react-dom/server'
import { MemoryRouter } from 'react-router'
import { FromAbove } from '#app/features/plan/desk/FromAbove.tsx'
import type { PieceOrder } from '#core/batch/index.ts'
import { planBatch } from '#core/plan/index.ts'
import { METRIC } from '#core/units/index.ts'
import { bloomRequest, COASTER } from './support/request.ts'

const LARGE: PieceOrder = {
  mold: { ...COASTER, id: 'large', name: 'Large', outline: { shape: 'circle', acrossMm: 160 } },
  count: 1,
  pattern: null,
}
const SMALL: PieceOrder = { mold: COASTER, count: 2, pattern: null }

/** The parts that cups fill, as they are drawn of that mold. */
function drawnOf(name: string, pieces: readonly PieceOrder[]): readonly string[] {
  const cups = ['plum', 'rust'].map((id) => ({
    id,
    name: id,
    portion: { by: 'share' as const, frac: 0.3 },
    colours: [],
  }))
  const request = bloomRequest({ technique: 'nested', cups, layers: [], pieces })
  const place = createElement(FromAbove, { request, plan: planBatch(request), units: METRIC })
  const markup = renderToStaticMarkup(createElement(MemoryRouter, null, place))
  const drawing = new RegExp(`<svg[^>]*aria-label="${name} from above.*?</svg>`).exec(markup)![0]
  return [...drawing.matchAll(/<path[^>]*data-filled[^>]*>/g)].map(([path]) => / d="([^"]*)"/.exec(path)![1]!)
}

test('each mold is drawn with its own lines, whatever stands beside it', () => {
  const alone = drawnOf(SMALL.mold.name, [SMALL])
  expect(alone).toHaveLength(3)
  expect(drawnOf(SMALL.mold.name, [LARGE, SMALL])).toEqual(alone)
  expect(drawnOf('Large', [LARGE, SMALL])).not.toEqual(alone)
})
