import { mixedDensityGPerMl } from '../resin/index.ts'
import { BED } from './layer.ts'
import type { MoldFill } from './layers.ts'
import { pourMixOf, type Mix } from './mixes.ts'

/** What one piece gets of the resin of a layer. */
export interface MoldPortion {
  readonly pieceNo: number
  readonly name: string
  readonly g: number
  readonly ml: number
  readonly depthMm: number
}

/** Piece by piece, what goes into its mold: of the pour's own bed, or of that later layer. Nothing for a piece that gets none. */
export function moldPortions(
  { fills, mixes }: { readonly fills: readonly MoldFill[]; readonly mixes: readonly Mix[] },
  layerId: string | null = null,
): readonly MoldPortion[] {
  const mix = layerId === null ? pourMixOf(mixes) : mixes.find(({ id }) => id === layerId)
  if (!mix) return []
  const density = mixedDensityGPerMl(mix.resin)
  const single = fills.flatMap((fill) => Array.from({ length: fill.count }, () => fill))
  return single.flatMap(({ name, layers, onObjectMl }, k): MoldPortion[] => {
    const layer = layers.find(({ id }) => id === (layerId ?? BED))
    if (!layer || layer.volumeMl <= 0) return []
    const { depthMm } = layer
    const ml = layer.volumeMl + (layerId === null ? onObjectMl : 0)
    return [{ pieceNo: k + 1, name, g: ml * density, ml, depthMm }]
  })
}
