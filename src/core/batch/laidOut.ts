import { mixedDensityGPerMl } from '../resin/index.ts'
import type { Technique } from '../technique/index.ts'
import { bedOf } from './layer.ts'
import { fillMolds, type MoldFill } from './layers.ts'
import { mixesOf, pourMixOf, type Mix } from './mixes.ts'
import type { BatchRequest } from './request.ts'

/** An order in its molds, and what is stirred for it. */
export interface LaidOut {
  readonly fills: readonly MoldFill[]
  readonly mixes: readonly Mix[]
}

/**
 * The molds filled and the mixes stirred: as planned, or as far as it was weighed and filled by now. What the pour's own mix leaves over lies equally
 * deep in the pieces that are poured from that; what it lacks is missing from the beds that are not poured yet.
 */
export function laidOut(request: BatchRequest, technique: Technique): LaidOut {
  const asked = fillMolds(request, technique)
  const told = bedsFilled(request, asked)
  const bedsMl = bedsLeft(request, technique, { asked, told })
  const fills = bedsMl.size > 0 ? fillMolds(request, technique, { bedsMl }) : asked
  const mixes = mixesOf(request, technique, fills)
  const surplusMm2 = fills.reduce(
    (sum, { surplus, count, areaMm2 }) => sum + (surplus ? count * areaMm2 : 0),
    0,
  )
  if (surplusMm2 === 0) return { fills, mixes }
  const { parts, resin } = pourMixOf(mixes)
  const leftMl = Math.max(0, parts.byWeight.leftoverG) / mixedDensityGPerMl(resin)
  const filled = fillMolds(request, technique, { bedsMl, surplusMm: (1000 * leftMl) / surplusMm2 })
  return { fills: filled, mixes: mixesOf(request, technique, filled) }
}

/** What went into the pieces of a kind by now, ml, in the mean of those that were weighed. */
function bedsFilled(
  { measured, resin }: BatchRequest,
  fills: readonly MoldFill[],
): ReadonlyMap<string, number> {
  const density = mixedDensityGPerMl(resin)
  let before = 0
  return new Map(
    fills.flatMap(({ id, count, onObjectMl }) => {
      const first = before + 1
      before += count
      const own = (measured?.beds ?? []).filter(({ pieceNo }) => pieceNo >= first && pieceNo <= before)
      if (own.length === 0) return []
      const meanG = own.reduce((sum, { g }) => sum + g, 0) / own.length
      return [[id, Math.max(0, meanG / density - onObjectMl)] as const]
    }),
  )
}

/** Less is not missed. */
const LACKS_FROM_G = 0.05

/** The beds as they are filled by now, and thinner ones in the rest where the mix does not reach. */
function bedsLeft(
  request: BatchRequest,
  technique: Technique,
  { asked, told }: { readonly asked: readonly MoldFill[]; readonly told: ReadonlyMap<string, number> },
): ReadonlyMap<string, number> {
  if (!request.measured || request.sealed) return told
  const fills = told.size > 0 ? fillMolds(request, technique, { bedsMl: told }) : asked
  const { parts, resin } = pourMixOf(mixesOf(request, technique, fills))
  const lacksMl = -parts.byWeight.leftoverG / mixedDensityGPerMl(resin)
  const open = fills.filter(({ id, surplus }) => !surplus && !told.has(id))
  const openMl = open.reduce((sum, fill) => sum + fill.count * bedOf(fill).volumeMl, 0)
  if (lacksMl * mixedDensityGPerMl(resin) < LACKS_FROM_G || openMl === 0) return told
  const share = Math.max(0, 1 - lacksMl / openMl)
  return new Map([...told, ...open.map((fill) => [fill.id, share * bedOf(fill).volumeMl] as const)])
}
