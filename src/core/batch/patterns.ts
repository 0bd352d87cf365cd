import { HAND_SMOOTH, openAreaMm2, polygonOf, shortestAcrossMm, type Mold } from '../mold/index.ts'
import {
  emptyPattern,
  usualBloom,
  usualLine,
  usualPetri,
  type MarkKind,
  type Pattern,
} from '../pattern/index.ts'
import { stepThat, type Technique } from '../technique/index.ts'
import type { PieceOrder } from './pieces.ts'
import type { WhiteChoice } from './drawn.ts'
import { mostDrops } from './load.ts'
import { cellsOf } from './white.ts'

const PIPED: readonly MarkKind[] = [
  'drops',
  'rings',
  'spiral',
  'lines',
  'petals',
  'across',
  'swirl',
  'sprinkle',
]
const DROPPED: readonly MarkKind[] = ['drops', 'sprinkle']
const DROPPED_AND_DRAWN: readonly MarkKind[] = ['drops', 'across', 'swirl', 'sprinkle']

/** The marks a technique makes: a needle pipes nothing, inks are dropped and a tool goes through only where a step of its own does that. */
export function markKindsOf(technique: Pick<Technique, 'white' | 'steps'>): readonly MarkKind[] {
  const { white } = technique
  if (white.by === 'none') return []
  if (white.by === 'bag')
    return stepThat(technique, 'inks') ? PIPED : PIPED.filter((kind) => kind !== 'drops')
  return stepThat(technique, 'shapes') ? DROPPED_AND_DRAWN : DROPPED
}

/** The pattern those pieces get: their own, as far as the technique works it, or the technique's usual. */
export function patternOf(
  order: Pick<PieceOrder, 'mold' | 'pattern'>,
  white: WhiteChoice,
  technique: Technique,
  bedMm: number,
): Pattern {
  const { pattern } = order
  if (!pattern) return usualPattern(order.mold, white, technique, bedMm)
  const kinds = markKindsOf(technique)
  const marks = pattern.marks.filter(({ mark }) => kinds.includes(mark.kind))
  return marks.length === pattern.marks.length ? pattern : { ...pattern, marks }
}

/**
 * The technique's usual pattern in that mold, as the white choice spaces it. A needle's drops are a cell each, and no more than a bed of
 * that depth carries.
 */
export function usualPattern(
  { outline, edge }: Mold,
  white: WhiteChoice,
  technique: Technique,
  bedMm: number,
): Pattern {
  const forAreaMm2 = openAreaMm2(outline)
  if (technique.white.by === 'none') return emptyPattern(forAreaMm2)
  const widestMm = Math.max(...polygonOf(outline, HAND_SMOOTH).map(({ x, y }) => Math.hypot(x, y)))
  if (technique.white.by === 'needle')
    return usualPetri({
      forAreaMm2,
      swirledMm: stepThat(technique, 'shapes') ? widestMm : null,
      edgeMm: edge?.widthMm ?? 0,
      drops: Math.min(
        Math.round(technique.ink.dropsPerZone * cellsOf(forAreaMm2, technique.white.cellMm2)),
        mostDrops((forAreaMm2 * bedMm) / 1000, technique.white),
      ),
    })
  if (technique.white.lies === 'line')
    return usualLine({ forAreaMm2, narrowestMm: shortestAcrossMm(outline) })
  return usualBloom({
    forAreaMm2,
    widestMm,
    inkDrops: Math.round(technique.ink.dropsPerZone * white.petals),
    marginMm: white.rimMarginMm,
    spacingMm: white.ringSpacingMm,
    petals: white.petals,
  })
}
