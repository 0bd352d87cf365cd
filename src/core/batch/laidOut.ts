import { mixedDensityGPerMl } from '../resin/index.ts'
import type { Technique } from '../technique/index.ts'
import { bedOf } from './layer.ts'
import { fillMolds, type MoldFill } from './layers.ts'
import { mixesOf, pourMixOf, type Mix } from './mixes.ts'
import { techniqueOfPour } from './pour.ts'
import { POUR_MIX, type BatchRequest, type Measured } from './request.ts'

/** An order in its molds, and what is stirred for it. */
export interface LaidOut {
  readonly fills: readonly MoldFill[]
  readonly mixes: readonly Mix[]
}

/**
 * The molds filled and the mixes stirred: as planned, or as far as it was weighed and filled by now. What the pour's own mix leaves over lies equally
 * deep in the pieces that are poured from that.
 */
export function laidOut(request: BatchRequest, technique: Technique): LaidOut {
  const { asked, bedsMl } = asMeasured(request, technique)
  const fills = fillMolds(request, technique, { bedsMl })
  const mixes = mixesOf(asked, technique, fills)
  const surplusMm2 = fills.reduce(
    (sum, { surplus, count, areaMm2 }) => sum + (surplus ? count * areaMm2 : 0),
    0,
  )
  if (surplusMm2 === 0) return { fills, mixes }
  const { parts, resin } = pourMixOf(mixes)
  const leftMl = Math.max(0, parts.byWeight.leftoverG) / mixedDensityGPerMl(resin)
  const filled = fillMolds(request, technique, { bedsMl, surplusMm: (1000 * leftMl) / surplusMm2 })
  return { fills: filled, mixes: mixesOf(asked, technique, filled) }
}

interface AsMeasured {
  /** The request with what was really stirred, and what of that is gone beyond its beds. */
  readonly asked: BatchRequest
  readonly bedsMl: ReadonlyMap<string, number>
}

/** Less is not missed. */
const LACKS_FROM_G = 0.05

/**
 * What was measured, as beds and as what is left of the mix. A bed that is still to be poured is as planned, thinner where the mix does not reach; once all
 * pieces of a kind are filled theirs is the mean of what went in.
 */
function asMeasured(request: BatchRequest, technique: Technique): AsMeasured {
  const { measured, sealed, resin } = request
  if (!measured) return { asked: request, bedsMl: new Map() }
  const planned = fillMolds(request, technique)
  const beds = bedsFilled(measured, planned, mixedDensityGPerMl(resin))
  const stirred = { ...request, measured: asStirred(request, technique, planned) }
  const lacksMl = lackingMl(stirred, technique, beds)
  // What lies sealed is as deep as it is.
  const openMl = sealed ? 0 : beds.reduce((sum, { open, plannedMl }) => sum + open * plannedMl, 0)
  const share = lacksMl > 0 && openMl > 0 ? Math.max(0, 1 - lacksMl / openMl) : 1
  const lying = beds.map((bed) => ({ ...bed, plannedMl: share * bed.plannedMl }))
  return {
    asked: goneBeyond(
      stirred,
      lying.filter(({ open }) => open > 0 || sealed !== undefined),
    ),
    bedsMl: new Map(
      lying.flatMap(({ id, open, filledMl, plannedMl }) =>
        open > 0 && share === 1 ? [] : [[id, open > 0 ? plannedMl : meanOf(filledMl)] as const],
      ),
    ),
  }
}

/** The beds of one kind of piece. */
interface Beds {
  readonly id: string
  /** How many are not filled yet. */
  readonly open: number
  /** What went into those that are, ml each. */
  readonly filledMl: readonly number[]
  readonly plannedMl: number
}

/** The beds of every kind that is poured for itself; pieces are numbered through the molds. */
function bedsFilled({ beds }: Measured, fills: readonly MoldFill[], gPerMl: number): readonly Beds[] {
  let before = 0
  return fills.flatMap((fill): Beds[] => {
    const { id, count, surplus, onObjectMl } = fill
    const first = before + 1
    before += count
    if (surplus) return []
    const filledMl = beds
      .filter(({ pieceNo }) => pieceNo >= first && pieceNo < first + count)
      .map(({ g }) => Math.max(0, g / gPerMl - onObjectMl))
    return [{ id, open: count - filledMl.length, filledMl, plannedMl: bedOf(fill).volumeMl }]
  })
}

/** What was stirred for the pour: as weighed, or as it was planned before anything went into a mold or beside. */
function asStirred(request: BatchRequest, technique: Technique, planned: readonly MoldFill[]): Measured {
  const measured = request.measured!
  if (measured.mixes.some(({ mix }) => mix === POUR_MIX)) return measured
  const before = { ...request, measured: undefined }
  // What was stirred was stirred for the way it was planned in, however it was ended.
  const way = measured.ended ? techniqueOfPour(before) : technique
  const fills = measured.ended ? fillMolds(before, way) : planned
  const { a: aG, b: bG } = pourMixOf(mixesOf(before, way, fills)).parts.byWeight
  return { ...measured, mixes: [...measured.mixes, { mix: POUR_MIX, aG, bG }] }
}

/** How much of the mix is missing for all that is still to be poured, ml; 0 where it reaches. */
function lackingMl(stirred: BatchRequest, technique: Technique, beds: readonly Beds[]): number {
  const fills = fillMolds(stirred, technique)
  const { parts, resin } = pourMixOf(mixesOf(goneBeyond(stirred, beds), technique, fills))
  const lacksG = -parts.byWeight.leftoverG
  return lacksG < LACKS_FROM_G ? 0 : lacksG / mixedDensityGPerMl(resin)
}

/** Of kinds that are told by their open pieces, what went into the filled ones beyond that is gone as what was spilt is. */
function goneBeyond(stirred: BatchRequest, beds: readonly Beds[]): BatchRequest {
  const beyondMl = beds.reduce(
    (sum, { filledMl, plannedMl }) => sum + filledMl.reduce((all, ml) => all + ml - plannedMl, 0),
    0,
  )
  const measured = stirred.measured!
  const spiltG = measured.spiltG + beyondMl * mixedDensityGPerMl(stirred.resin)
  return { ...stirred, measured: { ...measured, spiltG } }
}

function meanOf(values: readonly number[]): number {
  return values.reduce((sum, value) => sum + value, 0) / values.length
}
