import { bisect } from '../numeric/index.ts'
import { laidOut } from './laidOut.ts'
import type { MoldFill } from './layers.ts'
import { pourMixOf } from './mixes.ts'
import { techniqueOfPour } from './pour.ts'
import type { BatchRequest } from './request.ts'

const THINNEST_MM = 0.2
const TOLERANCE_MM = 0.001

/** How deep the beds are where so much of the pour's mix is there, mm; null where the molds cannot take it, or it does not cover their floors. */
export function bedForMix(request: BatchRequest, totalG: number): number | null {
  const technique = techniqueOfPour(request)
  const needG = (bedMm: number) => pourMixOf(laidOut({ ...request, bedMm }, technique).mixes).needG
  const to = Math.min(...request.pieces.map(({ mold }) => mold.depthMm))
  return bisect((bedMm) => needG(bedMm) - totalG, { from: THINNEST_MM, to, tolerance: TOLERANCE_MM })
}

/** What the molds hold together, ml: up to the lip that is left free, and to their brims. */
export interface MoldsFull {
  /** How deep the beds are, so that with everything laid over them the shallowest mold is full up to its lip; null where it is full as planned. */
  readonly bedMm: number | null
  readonly pouredMl: number
  readonly brimMl: number
}

/** The molds of a plan filled up; null where the layers over the bed leave it no room. */
export function moldsFull(request: BatchRequest): MoldsFull | null {
  const technique = techniqueOfPour(request)
  const fillsAt = (bedMm: number | null) => laidOut({ ...request, bedMm }, technique).fills
  const roomMm = (bedMm: number | null) =>
    Math.min(...fillsAt(bedMm).map(({ lipMm }) => lipMm)) - request.lipMm
  const to = Math.max(...request.pieces.map(({ mold }) => mold.depthMm))
  // A layer that takes the rest fills them whatever the bed is.
  const isFull = Math.abs(roomMm(request.bedMm)) < TOLERANCE_MM
  const bedMm = isFull ? null : bisect(roomMm, { from: THINNEST_MM, to, tolerance: TOLERANCE_MM })
  if (!isFull && bedMm === null) return null
  const fills = fillsAt(isFull ? request.bedMm : bedMm)
  const sum = (of: (fill: MoldFill) => number) => fills.reduce((all, fill) => all + fill.count * of(fill), 0)
  return {
    bedMm,
    pouredMl: sum(({ layers }) =>
      layers.reduce((all, { poured, volumeMl }) => all + (poured ? volumeMl : 0), 0),
    ),
    brimMl: sum((fill) => fill.brimMl),
  }
}
