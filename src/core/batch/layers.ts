import { brimVolumeMl, layerAreaMm2, waterFillOverDrawn, type Mold } from '../mold/index.ts'
import { layPattern, type LaidPattern, type Pattern } from '../pattern/index.ts'
import type { Technique } from '../technique/index.ts'
import { patternOf } from './patterns.ts'
import { whiteForPiece, type PieceWhite } from './white.ts'
import type { BatchRequest, PieceOrder } from './request.ts'

export interface Layer {
  readonly kind: 'bed' | 'white' | 'back' | 'lip'
  readonly depthMm: number
  readonly volumeMl: number
}

/** How one mold of the order is filled, from the silicone upwards. */
export interface MoldFill {
  readonly mold: Mold
  readonly count: number
  readonly areaMm2: number
  readonly brimMl: number
  readonly layers: readonly Layer[]
  /** Depth nothing is planned for; negative when the layers do not fit. */
  readonly freeMm: number
  readonly pattern: Pattern
  /** The pattern as it lies in this mold. */
  readonly laid: LaidPattern
  readonly white: PieceWhite
  /** Water fill over outline x depth, null when never filled. */
  readonly fillOverDrawn: number | null
}

/** The layers that share each mold, for one piece of each order. */
export function fillMolds(request: BatchRequest, technique: Technique): readonly MoldFill[] {
  return request.pieces.map((order) => fillMold(order, request, technique))
}

function fillMold(order: PieceOrder, request: BatchRequest, technique: Technique): MoldFill {
  const { mold, count } = order
  const areaMm2 = layerAreaMm2(mold)
  const pattern = patternOf(order, request.white, technique)
  const laid = layPattern(pattern, mold.outline)
  const white = whiteForPiece(laid, technique.white, request.white)
  const layer = (kind: Layer['kind'], depthMm: number): Layer => ({
    kind,
    depthMm,
    volumeMl: (depthMm * areaMm2) / 1000,
  })
  const backMm = request.back.when === 'none' ? 0 : request.back.depthMm
  const layers = [
    layer('bed', bedDepthMm(mold, request.bedMm, technique)),
    layer('white', (white.volumeMl * 1000) / areaMm2),
    ...(backMm > 0 ? [layer('back', backMm)] : []),
    ...(request.lipMm > 0 ? [layer('lip', request.lipMm)] : []),
  ]
  const usedMm = layers.reduce((sum, each) => sum + each.depthMm, 0)
  return {
    mold,
    count,
    areaMm2,
    brimMl: brimVolumeMl(mold),
    layers,
    freeMm: mold.depthMm - usedMm,
    pattern,
    laid,
    white,
    fillOverDrawn: waterFillOverDrawn(mold),
  }
}

/** The clear bed of that mold: as asked for, else the technique's usual where the mold is deep enough. */
function bedDepthMm(mold: Mold, askedMm: number | null, { bed }: Pick<Technique, 'bed'>): number {
  return askedMm ?? Math.max(bed.leastMm, Math.min(bed.usualMm, bed.usualShareOfDepth * mold.depthMm))
}

/** ml of one layer kind over the whole order. */
export function orderVolumeMl(fills: readonly MoldFill[], kind: Layer['kind']): number {
  return fills.reduce(
    (sum, fill) => sum + fill.count * (fill.layers.find((layer) => layer.kind === kind)?.volumeMl ?? 0),
    0,
  )
}

/** Depth of the bed that governs heat and bloom: the mean over the order by volume. */
export function governingBedMm(fills: readonly MoldFill[]): number {
  const area = fills.reduce((sum, fill) => sum + fill.count * fill.areaMm2, 0)
  return (orderVolumeMl(fills, 'bed') * 1000) / area
}
