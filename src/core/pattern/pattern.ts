import type { Point } from '../mold/index.ts'

/** Where in a piece a mark works: all of it, or a disc of it. Places are mm from the middle, as seen while pouring. */
export type Zone =
  { readonly kind: 'piece' } | { readonly kind: 'disc'; readonly at: Point; readonly acrossMm: number }

/** How drops of ink lie. */
export type DropLayout =
  | { readonly kind: 'single'; readonly at: Point }
  | { readonly kind: 'ring'; readonly fromWallMm: number; readonly count: number }
  /** Evenly by chance; what lies nearer to the wall stays bare. */
  | {
      readonly kind: 'scatter'
      readonly zone: Zone
      readonly fromWallMm: number
      readonly count: number
      readonly seed: number
    }

/** A band along the wall, or a zone. */
export type SprinkleArea = { readonly kind: 'rim'; readonly widthMm: number } | Zone

/** One thing the hand does, as the figures it is made from, so that it can be changed afterwards. */
export type Mark =
  /** Of that ink of the plan, from 0; null takes the inks in turn. */
  | { readonly kind: 'drops'; readonly inkNo: number | null; readonly layout: DropLayout }
  | (OutOf & {
      readonly kind: 'rings'
      readonly zone: Zone
      readonly marginMm: number
      readonly spacingMm: number
      /** At most so many, from the rim inwards; null pipes as many as there is room for. */
      readonly most: number | null
      /** Where the outermost is begun and ended, from the right counter-clockwise: starts drip, and are kept apart. */
      readonly startDeg: number
      /** By so much further round begins each next one. */
      readonly nextByDeg: number
    })
  | (OutOf & {
      readonly kind: 'spiral'
      readonly zone: Zone
      readonly marginMm: number
      readonly spacingMm: number
    })
  | (OutOf & {
      readonly kind: 'lines'
      readonly zone: Zone
      readonly marginMm: number
      readonly spacingMm: number
      readonly angleDeg: number
    })
  /** Drags between rim and centre: towards the centre, towards the rim, or both in turn. */
  | {
      readonly kind: 'petals'
      readonly zone: Zone
      readonly count: number
      readonly drag: 'inwards' | 'outwards' | 'both'
      readonly turnDeg: number
      readonly fromRimMm: number
    }
  /** Parallel drags right across, one this way, the next that way. */
  | {
      readonly kind: 'across'
      readonly zone: Zone
      readonly spacingMm: number
      readonly angleDeg: number
      readonly fromRimMm: number
    }
  | { readonly kind: 'swirl'; readonly at: Point; readonly reachMm: number }
  | { readonly kind: 'sprinkle'; readonly what: 'glitter' | 'mica'; readonly area: SprinkleArea }

/** Out of which bag a bead is piped, by its id; the white's where nothing is said. */
interface OutOf {
  readonly bag?: string | undefined
}

export type MarkKind = Mark['kind']

/** A mark as far as words go: its kind, and of drops how they lie. */
export type MarkSort = Exclude<MarkKind, 'drops'> | DropLayout['kind']

export interface PatternMark {
  readonly id: string
  readonly mark: Mark
  /** Marks of one group, such as a whole flower, are copied, moved, turned, mirrored and sized as one. */
  readonly group?: string | undefined
}

/**
 * Marks, and the area of the mold they were drawn for. Inks go in before white and white before the tool, wherever they stand; among their own kind marks
 * go in their order.
 */
export interface Pattern {
  readonly id: string
  readonly name: string
  readonly forAreaMm2: number
  readonly marks: readonly PatternMark[]
}

/** Of what sorts its marks are. */
export function sortsOf({ marks }: Pick<Pattern, 'marks'>): ReadonlySet<MarkSort> {
  return new Set(marks.map(({ mark }) => (mark.kind === 'drops' ? mark.layout.kind : mark.kind)))
}

export const WHOLE: Zone = { kind: 'piece' }

/** Every ring begun at the right, one beside the other. */
export const FROM_THE_RIGHT = { startDeg: 0, nextByDeg: 0 }

/** Ink nearer to the wall than this creeps up it; common practice. */
export const INK_FROM_WALL_MM = 5
/** Where a drag begins or ends at the rim. */
export const DRAG_FROM_RIM_MM = 4
/** A swirl reaches so far, as a share of the greatest distance from the middle. */
const SWIRL_SHARE = 0.2
/** One that goes through a whole petri (by eye). */
const WIDE_SWIRL_SHARE = 0.6

interface UsualBloom {
  readonly forAreaMm2: number
  readonly widestMm: number
  readonly inkDrops: number
  readonly marginMm: number
  readonly spacingMm: number
  readonly petals: number
}

/** The bloom everyone begins with: inks all over, rings along the wall, petals dragged both ways, a swirl in the middle. */
export function usualBloom(from: UsualBloom): Pattern {
  const { marginMm, spacingMm } = from
  return patternOf('usual-bloom', from.forAreaMm2, [
    scatteredDrops(from.inkDrops),
    { kind: 'rings', zone: WHOLE, marginMm, spacingMm, most: null, ...FROM_THE_RIGHT },
    {
      kind: 'petals',
      zone: WHOLE,
      count: from.petals,
      drag: 'both',
      turnDeg: 0,
      fromRimMm: DRAG_FROM_RIM_MM,
    },
    { kind: 'swirl', at: { x: 0, y: 0 }, reachMm: SWIRL_SHARE * from.widestMm },
  ])
}

/** On lines about one middle: a swirl about the middle would turn them in themselves. */
const SWIRLS_ON_LINE = 3
/** Of the narrowest way across (by eye). */
const SWIRL_ON_LINE_SHARE = 0.15

/** One white line in the shape of its mold, half way in, swirled in a few places. */
export function usualLine({
  forAreaMm2,
  narrowestMm,
}: {
  readonly forAreaMm2: number
  /** Straight across. */
  readonly narrowestMm: number
}): Pattern {
  const marginMm = narrowestMm / 4
  return patternOf('usual-line', forAreaMm2, [
    { kind: 'rings', zone: WHOLE, marginMm, spacingMm: marginMm, most: 1, ...FROM_THE_RIGHT },
    ...Array.from({ length: SWIRLS_ON_LINE }, (_, k): Mark => {
      const angle = Math.PI / 2 + (2 * Math.PI * k) / SWIRLS_ON_LINE
      return {
        kind: 'swirl',
        at: { x: marginMm * Math.cos(angle), y: marginMm * Math.sin(angle) },
        reachMm: SWIRL_ON_LINE_SHARE * narrowestMm,
      }
    }),
  ])
}

/** Of a technique that draws nothing. */
export function emptyPattern(forAreaMm2: number): Pattern {
  return patternOf('usual-none', forAreaMm2, [])
}

/** The petri everyone begins with: drops all over, and where it is swirled, one swirl out of the middle of a piece that is so wide. */
export function usualPetri({
  forAreaMm2,
  drops,
  swirledMm,
  edgeMm = 0,
}: {
  readonly forAreaMm2: number
  readonly drops: number
  /** How wide an edge along the wall stays clear. */
  readonly edgeMm?: number
  /** From the middle to the furthest wall; null where nothing is swirled. */
  readonly swirledMm: number | null
}): Pattern {
  return patternOf('usual-petri', forAreaMm2, [
    scatteredDrops(drops, edgeMm + INK_FROM_WALL_MM),
    ...(swirledMm === null
      ? []
      : [{ kind: 'swirl', at: { x: 0, y: 0 }, reachMm: WIDE_SWIRL_SHARE * swirledMm } as const]),
  ])
}

/** So many drops, evenly by chance, off the wall. */
export function scatteredDrops(count: number, fromWallMm = INK_FROM_WALL_MM): Mark {
  return {
    kind: 'drops',
    inkNo: null,
    layout: { kind: 'scatter', zone: WHOLE, fromWallMm, count, seed: 7 },
  }
}

function patternOf(id: string, forAreaMm2: number, marks: readonly Mark[]): Pattern {
  return {
    id,
    name: 'As usual',
    forAreaMm2,
    marks: marks.map((mark, k) => ({ id: `m${k + 1}`, mark })),
  }
}
