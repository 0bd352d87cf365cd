import { bisect } from '../numeric/index.ts'
import { laidOut } from './laidOut.ts'
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
