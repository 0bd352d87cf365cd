import { openAreaMm2, type Mold } from '../mold/index.ts'
import { scaledPattern, type MarkKind, type ScaleChange } from '../pattern/index.ts'
import type { LayerCup } from './layerCups.ts'
import type { PieceOrder } from './pieces.ts'
import { laidInto } from './recipe.ts'
import type { BatchRequest } from './request.ts'

/** What another mold made of one figure that was said. */
export type Scaled =
  | { readonly of: 'mark'; readonly kind: MarkKind; readonly change: ScaleChange }
  | { readonly of: 'layer'; readonly name: string; readonly fromMl: number; readonly toMl: number }
  | { readonly of: 'cup'; readonly name: string; readonly fromG: number; readonly toG: number }
  | { readonly of: 'white'; readonly fromG: number; readonly toG: number }
  | { readonly of: 'bed'; readonly fromMl: number; readonly toMl: number }
  | { readonly of: 'inclusions'; readonly fromMl: number; readonly toMl: number }

/** The request with those pieces in another mold, and every figure that the other area made different. */
export function movedInto(
  before: BatchRequest,
  order: PieceOrder,
  mold: Mold,
): { readonly request: BatchRequest; readonly scaled: readonly Scaled[] } {
  const request = laidInto(before, order, mold)
  const layers = before.layers.flatMap((layer, k): readonly Scaled[] => {
    const { amount, cups } = request.layers[k]!
    const own = { of: 'layer', name: layer.name } as const
    const volume =
      layer.amount.by === 'volume' && amount.by === 'volume' && layer.amount.ml !== amount.ml
        ? [{ ...own, fromMl: layer.amount.ml, toMl: amount.ml }]
        : []
    return [...volume, ...cupsScaled(layer.cups, cups)]
  })
  const [fromG, toG] = [before.white.portionG ?? 0, request.white.portionG ?? 0]
  const stones = [before.inclusions?.volumeMl ?? 0, request.inclusions?.volumeMl ?? 0] as const
  return {
    request,
    scaled: [
      ...marksScaled(order, mold),
      ...bedScaled(order, request.pieces[before.pieces.indexOf(order)]),
      ...cupsScaled(before.cups, request.cups),
      ...(fromG === toG ? [] : [{ of: 'white', fromG, toG } as const]),
      ...layers,
      ...(stones[0] === stones[1] ? [] : [{ of: 'inclusions', fromMl: stones[0], toMl: stones[1] } as const]),
    ],
  }
}

function bedScaled({ bed }: PieceOrder, after: PieceOrder | undefined): readonly Scaled[] {
  const now = after?.bed
  return bed?.by === 'volume' && now?.by === 'volume' && bed.ml !== now.ml
    ? [{ of: 'bed', fromMl: bed.ml, toMl: now.ml }]
    : []
}

function marksScaled({ pattern }: PieceOrder, mold: Mold): readonly Scaled[] {
  if (!pattern) return []
  return scaledPattern(pattern, openAreaMm2(mold.outline)).changes.map((change) => ({
    of: 'mark',
    kind: pattern.marks.find(({ id }) => id === change.markId)!.mark.kind,
    change,
  }))
}

function cupsScaled(before: readonly LayerCup[], after: readonly LayerCup[]): readonly Scaled[] {
  return before.flatMap(({ name, portion }, k) => {
    const now = after[k]!.portion
    return 'g' in portion && 'g' in now && portion.g !== now.g
      ? [{ of: 'cup', name, fromG: portion.g, toG: now.g } as const]
      : []
  })
}
