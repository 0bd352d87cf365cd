import { EXCESS_DENSITY_KG_PER_M3, inksOf, inksOn, techniqueOn, type BatchRequest } from '../batch/index.ts'
import {
  curingShifts,
  lampTroubles,
  SEE_THROUGH_SCATTER,
  overlapsOf,
  rankBacks,
  USUAL_BACKS,
  type BackColour,
  type Colour,
  type CuringShift,
  type LampTrouble,
  type Overlap,
  type RankedBack,
} from '../colour/index.ts'
import { remembered } from '../numeric/index.ts'
import { isDrawn, isInked, isPiped, waysOf } from '../technique/index.ts'

/** What the chosen colours do with one another and with what stands behind them. */
export interface PalettePlan {
  readonly overlaps: readonly Overlap[]
  readonly shifts: readonly CuringShift[]
  readonly lamp: readonly LampTrouble[]
  /** The back on which most shows first; empty without inks. */
  readonly backs: readonly RankedBack[]
}

/** Stronger whites scatter more as they hold more pigment (by eye). */
const MOST_SCATTER = 6

// Weighing colours by how they are seen takes as long as a bed's whole cure.
const rankedBacks = remembered(rankBacks)

export function palettePlan(request: BatchRequest): PalettePlan {
  const { colours, white, layers } = request
  const ways = waysOf(request).filter(isDrawn)
  if (ways.length === 0) return { overlaps: [], shifts: [], lamp: [], backs: [] }
  const inks = ways.some(isInked) ? inksOf(request) : []
  const strength = EXCESS_DENSITY_KG_PER_M3[white.dose] / EXCESS_DENSITY_KG_PER_M3.translucent
  const own = [...colours.filter((colour) => colour.kind === 'paste'), ...layerColours(layers)].map(
    ({ id, name, hex }): BackColour => ({ id, name, hex }),
  )
  const backs = [...new Map([...USUAL_BACKS, ...own].map((each) => [each.id, each])).values()]
  return {
    overlaps: overlapsOnPieces(request),
    shifts: curingShifts(colours),
    lamp: lampTroubles(colours),
    backs: rankedBacks(
      inks,
      {
        scatter: Math.min(MOST_SCATTER, SEE_THROUGH_SCATTER * strength),
        // A needle's white stands in thin walls: what lies between them is as see-through as the ink.
        seeThrough: ways.every((way) => !isPiped(way)) || white.dose !== 'opaque',
      },
      backs,
    ),
  }
}

/** Inks that run into each other; they meet only where they go on one piece. */
export function overlapsOnPieces(request: BatchRequest): readonly Overlap[] {
  const inked = request.pieces.filter((order) => isInked(techniqueOn(order, request)))
  const all = inked.flatMap((order) => overlapsOf(inksOn(order, request)))
  return [...new Map(all.map((pair) => [`${pair.one}, ${pair.other}`, pair])).values()]
}

function layerColours(layers: BatchRequest['layers']): readonly Colour[] {
  return layers.flatMap(({ cups }) => cups.flatMap(({ colours }) => colours.map(({ colour }) => colour)))
}
