import type { Mold } from '#core/mold/index.ts'
import { islandsOf, polygonOf } from '#core/mold/index.ts'
import { layPattern, type Pattern } from '#core/pattern/index.ts'
import { writePatternSvg } from '#formats/patternSvg.ts'
import { download } from '#app/platform/download.ts'

/** The pattern as a drawing to print at true size and lay under a clear mold; it can be opened again. */
export function savePatternSheet({
  mold,
  pattern,
  holeMm,
}: {
  readonly mold: Mold
  readonly pattern: Pattern
  readonly holeMm: number
}): void {
  const drawing = writePatternSvg({
    name: `${mold.name}: ${pattern.name}`,
    outline: polygonOf(mold.outline),
    islands: islandsOf(mold.outline),
    laid: layPattern(pattern, mold.outline),
    pattern,
    beadMm: holeMm,
  })
  download(`nublo-pattern-${mold.id}.svg`, 'image/svg+xml', drawing)
}
