import { mixedDensityGPerMl } from '../resin/index.ts'
import type { Technique } from '../technique/index.ts'
import { fillMolds, type MoldFill } from './layers.ts'
import { mixesOf, pourMixOf, type Mix } from './mixes.ts'
import type { BatchRequest } from './request.ts'

/** An order in its molds, and what is stirred for it. */
export interface LaidOut {
  readonly fills: readonly MoldFill[]
  readonly mixes: readonly Mix[]
}

/** The molds filled and the mixes stirred; what the pour's own mix leaves over lies equally deep in the pieces that are poured from that. */
export function laidOut(request: BatchRequest, technique: Technique): LaidOut {
  const fills = fillMolds(request, technique)
  const mixes = mixesOf(request, technique, fills)
  const surplusMm2 = fills.reduce(
    (sum, { surplus, count, areaMm2 }) => sum + (surplus ? count * areaMm2 : 0),
    0,
  )
  if (surplusMm2 === 0) return { fills, mixes }
  const { parts, resin } = pourMixOf(mixes)
  const leftMl = Math.max(0, parts.byWeight.leftoverG) / mixedDensityGPerMl(resin)
  const filled = fillMolds(request, technique, (1000 * leftMl) / surplusMm2)
  return { fills: filled, mixes: mixesOf(request, technique, filled) }
}
