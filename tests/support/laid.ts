import { polygonOf, type Outline } from '#core/mold/index.ts'
import { layPattern, usualBloom, type LaidPattern, type PatternMark } from '#core/pattern/index.ts'

interface Wanted {
  readonly inkDrops: number
  readonly rings: number
  readonly petals: number
  readonly marginMm?: number
  readonly spacingMm?: number
}

/** The usual bloom in that outline, with so many rings, drops and petals; none of what is 0. */
export function laidBloom(outline: Outline, wanted: Wanted): LaidPattern {
  const { inkDrops, rings, petals, marginMm = 7, spacingMm = 10 } = wanted
  const widestMm = Math.max(...polygonOf(outline).map(({ x, y }) => Math.hypot(x, y)))
  const usual = usualBloom({ forAreaMm2: 1, widestMm, inkDrops, marginMm, spacingMm, petals })
  const marks = usual.marks.flatMap(({ id, mark }): readonly PatternMark[] => {
    if (mark.kind === 'drops' && inkDrops === 0) return []
    if ((mark.kind === 'petals' || mark.kind === 'swirl') && petals === 0) return []
    if (mark.kind === 'rings') return rings === 0 ? [] : [{ id, mark: { ...mark, most: rings } }]
    return [{ id, mark }]
  })
  return layPattern({ marks }, outline)
}
