import {
  DROP_ML,
  pipedOn,
  type Bag,
  type BatchRequest,
  type Drops,
  type MoldFill,
  type Take,
} from '../batch/index.ts'
import type { BagHolds, HandMove } from '../bloom/index.ts'
import { COLOUR_KINDS, inkLayer, isWhite, opaqueAbsorb, type Colour, type Linear } from '../colour/index.ts'
import { layPattern, scatteredDrops } from '../pattern/index.ts'
import type { RunStep } from '../runsheet/index.ts'
import { TECHNIQUES } from '../technique/index.ts'
import type { PieceSlot } from '../timing/index.ts'
import type { BatchPlan } from './plan.ts'

/** A drop lands about ten times as strong as it is once spread (by eye). */
const FRESH_DROP = 10
/** A bead is so much deeper in colour than a dose spread thin (by eye). */
const BEAD_TINT = 2.5
/** How much a bead of pigment scatters where it lies, as a depth: little is seen through it (by eye). */
const BEAD_HIDES = 4
/** From the first of the white to the tool: a face is judged by thresholds that were found with so long between them. */
const LEAST_TO_TOOL_MIN = 1
/** Inks after the white go in so long after the last of what was done to it. */
const AFTER_ALL_MIN = 1

/** A move of the hands, so long after what the face is judged by: the first of the white, or of a needle's drops. */
export interface PlannedMove {
  readonly afterMin: number
  readonly move: HandMove
}

/** What is done to that piece, as its steps take it. */
export function movesOn(
  { no, fill }: PieceSlot,
  request: BatchRequest,
  { steps }: Pick<BatchPlan, 'steps'>,
): readonly PlannedMove[] {
  const own = steps.filter(({ step: { place }, pieceNo }) => place === 'pour' && pieceNo === no)
  const nextBeads = beadsInOrder(fill, request)
  const timed = own.flatMap((turn) =>
    movesOf(turn, { fill, request, nextBeads }).map((move) => ({ atMin: turn.beginMin, move })),
  )
  const judgedBy = (timed.find(({ move }) => isWhiteMove(move)) ?? timed[0])!
  return timed.map(({ atMin, move }) => {
    const afterMin = atMin - judgedBy.atMin
    const isTool = move.kind === 'strokes' && afterMin > 0
    return { afterMin: isTool ? Math.max(LEAST_TO_TOOL_MIN, afterMin) : afterMin, move }
  })
}

function isWhiteMove(move: HandMove): boolean {
  return move.kind === 'inksAndWhite' || (move.kind === 'beads' && move.holds.white)
}

interface OnPiece {
  readonly fill: MoldFill
  readonly request: BatchRequest
  readonly nextBeads: (take: Extract<Take, { of: 'beads' }>) => readonly HandMove[]
}

/** What a step does to the piece, by what it takes and does. */
function movesOf(turn: RunStep, { fill, request, nextBeads }: OnPiece): readonly HandMove[] {
  const { white } = TECHNIQUES[fill.technique]
  const round = (turn.roundNo ?? 1) - 1
  if (turn.step.does === 'inks')
    return [
      white.by === 'needle' ? { kind: 'inksAndWhite', round, dropMl: white.dropMl } : { kind: 'inks', round },
    ]
  if (turn.step.does === 'shapes') return fill.laid.strokes.length > 0 ? [{ kind: 'strokes' }] : []
  return turn.takes.flatMap((take): readonly HandMove[] => {
    if (take.of === 'drops') return take.inks.flatMap((given) => dropsOf(given, fill, request))
    return take.of === 'beads' ? nextBeads(take) : []
  })
}

/** So many drops of a colour, evenly off the wall: where they go is the hand's own. */
function dropsOf({ what, drops }: Drops, fill: MoldFill, { colours }: BatchRequest): readonly HandMove[] {
  const colour = colours.find(({ name }) => name === what)
  if (!colour) return []
  const marks = [{ id: what, mark: scatteredDrops(drops) }]
  const places = layPattern({ marks }, fill.mold.outline).drops.map(({ at }) => at)
  return [
    isWhite(colour)
      ? { kind: 'whiteDrops', dropMl: DROP_ML, places }
      : { kind: 'drops', absorb: asDropped(colour), places },
  ]
}

/** The beads of that piece as one take after the other lays them, each bag's in its own order. */
function beadsInOrder(fill: MoldFill, request: BatchRequest): OnPiece['nextBeads'] {
  const left = pipedOn(fill, request).map(({ bag, beads }) => ({ bag, beads: [...beads] }))
  return ({ bag: named, beads: count, holeMm }) => {
    // Two bags may have one name: they are piped one after the other.
    const own = left.find(({ bag, beads }) => (bag?.name ?? null) === named && beads.length > 0)
    if (!own) return []
    return [{ kind: 'beads', beads: own.beads.splice(0, count), holeMm, holds: holdsOf(own.bag) }]
  }
}

const WHITE_ALONE: BagHolds = { white: true, tint: null, mica: false }

/** The white's own bag is followed as white alone, whatever tints it. */
function holdsOf(bag: Bag | null): BagHolds {
  if (bag === null) return WHITE_ALONE
  const tints = bag.colours.map(({ colour }) => colour).filter((colour) => !isWhite(colour))
  const white = tints.length < bag.colours.length
  return {
    white,
    tint: tints.length > 0 ? tintOf(tints, white) : null,
    mica: tints.some(({ kind }) => kind === 'mica'),
  }
}

/** Pigments hide what lies under them, in their own colour; dyes, and what only tints a white, are seen through. */
function tintOf(tints: readonly Colour[], isInWhite: boolean): NonNullable<BagHolds['tint']> {
  const hides = tints.filter(({ kind }) => COLOUR_KINDS[kind].settles === 'sinks')
  if (isInWhite || hides.length === 0) return { absorb: times(BEAD_TINT, meanAbsorb(tints)), scatter: 0 }
  const absorb = meanOf(hides.map(({ hex }) => opaqueAbsorb(hex)))
  return { absorb: times(BEAD_HIDES, absorb), scatter: BEAD_HIDES }
}

/** What those colours absorb, mixed in equal parts. */
export function meanAbsorb(colours: readonly Colour[]): Linear {
  return meanOf(colours.map(({ hex }) => inkLayer(hex).absorb))
}

function meanOf(all: readonly Linear[]): Linear {
  const mean = (channel: 0 | 1 | 2) => all.reduce((sum, each) => sum + each[channel], 0) / all.length
  return [mean(0), mean(1), mean(2)]
}

function times(factor: number, [r, g, b]: Linear): Linear {
  return [factor * r, factor * g, factor * b]
}

/** An ink as strong as its drop lands. */
export function asDropped({ hex }: Colour): Linear {
  return times(FRESH_DROP, inkLayer(hex).absorb)
}

/** A bead of twice the section, or a drop of twice the white. */
export function twiceTheWhite(move: HandMove): HandMove {
  switch (move.kind) {
    case 'inksAndWhite':
    case 'whiteDrops':
      return { ...move, dropMl: 2 * move.dropMl }
    case 'beads':
      return move.holds.white ? { ...move, holeMm: Math.SQRT2 * move.holeMm } : move
    case 'inks':
    case 'drops':
    case 'strokes':
      return move
    default:
      return move satisfies never
  }
}

/** The inks once everything else is done. */
export function inksLast(moves: readonly PlannedMove[]): readonly PlannedMove[] {
  const isInk = ({ move }: PlannedMove) => move.kind === 'inks' || move.kind === 'drops'
  const others = moves.filter((each) => !isInk(each))
  const afterMin = Math.max(0, ...others.map((each) => each.afterMin)) + AFTER_ALL_MIN
  return [...others, ...moves.filter(isInk).map(({ move }) => ({ afterMin, move }))]
}
