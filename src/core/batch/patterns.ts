import { HAND_SMOOTH, openAreaMm2, polygonOf, type Mold } from '../mold/index.ts'
import { usualBloom, usualPetri, type Pattern } from '../pattern/index.ts'
import type { Technique } from '../technique/index.ts'
import type { PieceOrder, WhiteChoice } from './request.ts'
import { cellsOf } from './white.ts'

/** The pattern those pieces get: their own, or the technique's usual. */
export function patternOf(
  order: Pick<PieceOrder, 'mold' | 'pattern'>,
  white: WhiteChoice,
  technique: Technique,
): Pattern {
  return order.pattern ?? usualPattern(order.mold, white, technique)
}

/** The technique's usual pattern in that mold, as the white choice spaces it. */
export function usualPattern({ outline }: Mold, white: WhiteChoice, technique: Technique): Pattern {
  const forAreaMm2 = openAreaMm2(outline)
  if (technique.white.by === 'needle')
    return usualPetri({ forAreaMm2, cells: cellsOf(forAreaMm2, technique.white.cellMm2) })
  return usualBloom({
    forAreaMm2,
    widestMm: Math.max(...polygonOf(outline, HAND_SMOOTH).map(({ x, y }) => Math.hypot(x, y))),
    inkDrops: Math.round(technique.ink.dropsPerZone * white.petals),
    marginMm: white.rimMarginMm,
    spacingMm: white.ringSpacingMm,
    petals: white.petals,
  })
}
