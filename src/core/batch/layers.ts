import { brimVolumeMl, layerAreaMm2, openAreaMm2, waterFillOverDrawn, type Mold } from '../mold/index.ts'
import type { MoldWall } from '../resin/index.ts'
import { layPattern, type LaidPattern, type Pattern } from '../pattern/index.ts'
import { pouredOver, type Technique } from '../technique/index.ts'
import { roundsToCover } from './load.ts'
import { patternOf } from './patterns.ts'
import { whiteForPiece, type PieceWhite } from './white.ts'
import type { BatchRequest, PieceOrder } from './request.ts'

/** What is stirred later than the pour, each at the step of its name. */
export type LaterMixId = 'fill' | 'fillAgain' | 'back' | 'clearCoat'

export interface Layer {
  readonly kind: 'bed' | 'white' | 'fill' | 'fillAgain' | 'back'
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
  /** Air above the uppermost layer; negative when the layers do not fit. */
  readonly lipMm: number
  readonly pattern: Pattern
  /** The pattern as it lies in this mold. */
  readonly laid: LaidPattern
  readonly white: PieceWhite
  /** How often its drops are gone over; 1 where no needle drops the white. */
  readonly rounds: number
  /** Water fill over outline x depth, null when never filled. */
  readonly fillOverDrawn: number | null
}

const NOTHING_LAID_IN = { volumeMl: 0, pours: 1 } as const

/** The layers that share each mold, for one piece of each order. */
export function fillMolds(request: BatchRequest, technique: Technique): readonly MoldFill[] {
  const laid = request.pieces.map((order) => lay(order, request, technique))
  // Rounds go over all pieces together: the barest of them decides.
  const rounds = request.rounds ?? Math.max(...laid.map((each) => each.rounds))
  return laid.map((each) => fillMold(each, request, { technique, rounds }))
}

/** The pattern those pieces get in that plan: their own, or the technique's usual in the bed they have. */
export function plannedPattern(
  order: PieceOrder,
  request: Pick<BatchRequest, 'white' | 'bedMm' | 'back' | 'lipMm'>,
  technique: Technique,
): Pattern {
  return patternOf(order, request.white, technique, unpipedBedMm(order.mold, request, technique))
}

/** The bed before it is known how much white lies on it. */
function unpipedBedMm(
  mold: Mold,
  { bedMm, back, lipMm }: Pick<BatchRequest, 'bedMm' | 'back' | 'lipMm'>,
  technique: Technique,
): number {
  return bedMm ?? usualBedMm(mold, technique, { aboveMm: back.when === 'none' ? 0 : back.depthMm, lipMm })
}

interface LaidOrder {
  readonly order: PieceOrder
  readonly areaMm2: number
  readonly pattern: Pattern
  readonly laid: LaidPattern
  readonly rounds: number
}

function lay(order: PieceOrder, request: BatchRequest, technique: Technique): LaidOrder {
  const { mold } = order
  const areaMm2 = layerAreaMm2(mold)
  const pattern = plannedPattern(order, request, technique)
  const laid = layPattern(pattern, mold.outline)
  const rounds =
    technique.white.by === 'needle'
      ? roundsToCover(technique.white, {
          drops: laid.drops.length,
          areaMm2: openAreaMm2(mold.outline),
          bedMl: (areaMm2 * unpipedBedMm(mold, request, technique)) / 1000,
        })
      : 1
  return { order, areaMm2, pattern, laid, rounds }
}

function fillMold(
  { order, areaMm2, pattern, laid }: LaidOrder,
  request: BatchRequest,
  { technique, rounds }: { readonly technique: Technique; readonly rounds: number },
): MoldFill {
  const { mold, count } = order
  const white = whiteForPiece(laid, { rule: technique.white, rounds, holeMm: request.white.holeMm })
  const layer = (kind: Layer['kind'], depthMm: number): Layer => ({
    kind,
    depthMm,
    volumeMl: (depthMm * areaMm2) / 1000,
  })
  /** What is laid in takes its place in the lower one. */
  const fillLayers = (restMm: number): readonly Layer[] => {
    const { volumeMl, pours } = request.inclusions ?? NOTHING_LAID_IN
    const each = layer('fill', Math.max(0, restMm) / pours)
    const lower = { ...each, volumeMl: Math.max(0, each.volumeMl - volumeMl) }
    return pours === 1 ? [lower] : [lower, { ...each, kind: 'fillAgain' }]
  }
  const backMm = request.back.when === 'none' ? 0 : request.back.depthMm
  const whiteMm = technique.white.by === 'none' ? 0 : (white.volumeMl * 1000) / areaMm2
  const bedMm =
    request.bedMm ?? usualBedMm(mold, technique, { aboveMm: whiteMm + backMm, lipMm: request.lipMm })
  const layers = [
    layer('bed', bedMm),
    ...(technique.white.by === 'none' ? [] : [layer('white', whiteMm)]),
    ...(pouredOver(technique) ? fillLayers(restMm(mold.depthMm - bedMm - backMm, request.lipMm)) : []),
    ...(backMm > 0 ? [layer('back', backMm)] : []),
  ]
  const usedMm = layers.reduce((sum, each) => sum + each.depthMm, 0)
  return {
    mold,
    count,
    areaMm2,
    brimMl: brimVolumeMl(mold),
    layers,
    lipMm: mold.depthMm - usedMm,
    pattern,
    laid,
    white,
    rounds,
    fillOverDrawn: waterFillOverDrawn(mold),
  }
}

/** What a piece is too thin without, whatever else is wanted (common practice). */
const THINNEST_BED_MM = 1

interface Above {
  /** White and back on the bed. */
  readonly aboveMm: number
  readonly lipMm: number
}

/**
 * The technique's usual bed in that mold. The lip is air and gives way first, then the bed down to the technique's least, then to what is
 * left: nothing but what a person asked for makes a mold overflow.
 */
function usualBedMm({ depthMm }: Mold, { bed }: Pick<Technique, 'bed'>, { aboveMm, lipMm }: Above): number {
  const usual = Math.max(bed.leastMm, Math.min(bed.usualMm, bed.usualShareOfDepth * depthMm))
  const withLip = Math.max(bed.leastMm, Math.min(usual, depthMm - aboveMm - lipMm))
  return Math.max(Math.min(withLip, depthMm - aboveMm), Math.min(THINNEST_BED_MM, depthMm))
}

/** Over what is laid in there should lie at least so much (by eye; common practice has no figure). */
export const LEAST_COVER_MM = 2

/** The depth of the pour over what is laid in: up to the lip, which gives way where next to nothing would be left. */
function restMm(aboveBedMm: number, lipMm: number): number {
  return Math.max(aboveBedMm - lipMm, Math.min(LEAST_COVER_MM, aboveBedMm))
}

/** ml of one layer kind over the whole order. */
export function orderVolumeMl(fills: readonly MoldFill[], kind: Layer['kind']): number {
  return fills.reduce(
    (sum, fill) => sum + fill.count * (fill.layers.find((layer) => layer.kind === kind)?.volumeMl ?? 0),
    0,
  )
}

/** A flood coat over a finished piece (common practice, from memory). */
export const COAT_MM = 1.5

/** ml of such a coat over the whole order. */
export function coatVolumeMl(fills: readonly MoldFill[]): number {
  return fills.reduce((sum, fill) => sum + (fill.count * fill.areaMm2 * COAT_MM) / 1000, 0)
}

/** Depth of the bed that governs heat and bloom: the mean over the order by volume. */
export function governingBedMm(fills: readonly MoldFill[]): number {
  return meanDepthMm(fills, 'bed')
}

/** The wall that takes up the bed's warmth: of the mold that holds the most of the order by area. */
export function governingWall(fills: readonly MoldFill[]): MoldWall {
  const areaOf = ({ count, areaMm2 }: MoldFill) => count * areaMm2
  return fills.reduce((most, fill) => (areaOf(fill) > areaOf(most) ? fill : most)).mold.wall
}

/** Mean depth of a layer kind over the order, by area. */
export function meanDepthMm(fills: readonly MoldFill[], kind: Layer['kind']): number {
  const area = fills.reduce((sum, fill) => sum + fill.count * fill.areaMm2, 0)
  const depth = (fill: MoldFill) => fill.layers.find((layer) => layer.kind === kind)?.depthMm ?? 0
  return fills.reduce((sum, fill) => sum + fill.count * fill.areaMm2 * depth(fill), 0) / area
}
