import {
  pipedMl,
  pipedOn,
  inkDropsOfPiece,
  dropsOf,
  whiteCupOf,
  type BatchRequest,
  type Cup,
  type Drops,
} from '../batch/index.ts'
import { mixedDensityGPerMl } from '../resin/index.ts'
import { handsOnMin } from '../timing/index.ts'
import { stepThat, TECHNIQUES, type Deed } from '../technique/index.ts'
import type { BatchPlan } from './plan.ts'

/** What one piece of that pattern takes, and the white of the whole order. */
export interface PatternNeeds {
  readonly beads: number
  readonly beadMm: number
  readonly whiteG: number
  /** Needle drops of white; 0 where it is piped. */
  readonly whiteDrops: number
  readonly inks: readonly Drops[]
  readonly inkDrops: number
  /** Per petal or per cell; null where the pattern has none. */
  readonly dropsPerZone: number | null
  readonly zones: 'petals' | 'cells'
  readonly strokes: number
  readonly inkMin: number
  readonly pipeMin: number
  readonly shapeMin: number
  readonly strewnMm2: number
  /** Null where no white is portioned. */
  readonly portion: Portion | null
}

/** The white portion of the order beside the usual one. */
export interface Portion {
  readonly massG: number
  readonly usualG: number
  /** Drops of white that tint it; null where that is not reckoned. */
  readonly drops: number | null
}

/** The needs of one kind of piece in that plan. Throws RangeError where those pieces are not planned. */
export function patternNeeds(request: BatchRequest, plan: BatchPlan, kindId: string): PatternNeeds {
  const fill = plan.fills.find(({ id }) => id === kindId)
  if (!fill) throw new RangeError(`patternNeeds: ${kindId} is not in the plan`)
  const technique = TECHNIQUES[fill.technique]
  const slots = [{ no: 1, fill }]
  const job = { request, technique }
  const bag = technique.white.by === 'bag'
  const minutes = (does: Deed) => {
    const step = stepThat(technique, does)
    return step ? handsOnMin(step, slots, job) : 0
  }
  const inkDrops = inkDropsOfPiece(fill)
  const petals = fill.pattern.marks.reduce(
    (sum, { mark }) => sum + (mark.kind === 'petals' ? mark.count : 0),
    0,
  )
  const zones = bag ? petals : fill.laid.drops.length
  const cup = whiteCupOf(plan.mixes)
  const white = pipedOn(fill, request).find((each) => each.bag === null)
  const whiteMl = bag ? pipedMl(white?.lengthMm ?? 0, request.white.holeMm) : fill.white.volumeMl
  return {
    beads: fill.laid.beads.length,
    beadMm: fill.white.beadMm,
    whiteG: whiteMl * mixedDensityGPerMl(request.resin),
    whiteDrops: fill.white.drops,
    inks: dropsOf([fill])[0]!.inks,
    inkDrops,
    dropsPerZone: zones > 0 ? inkDrops / zones : null,
    zones: bag ? 'petals' : 'cells',
    strokes: fill.laid.strokes.length,
    inkMin: minutes('inks'),
    pipeMin: minutes('whites'),
    shapeMin: minutes('shapes'),
    strewnMm2: fill.laid.sprinkles.reduce((sum, { areaMm2 }) => sum + areaMm2, 0),
    portion:
      technique.white.by === 'bag' && cup
        ? { massG: cup.massG, usualG: technique.white.usualPortionG, drops: dropsIn(cup) }
        : null,
  }
}

/** Drops of what tints that cup; null where it takes none. */
function dropsIn({ additions: [first] }: Cup): number | null {
  return first && 'drops' in first ? first.drops : null
}
