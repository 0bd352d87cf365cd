import {
  fillMolds,
  isBacked,
  nextLayer,
  plannedPattern,
  techniqueOfPour,
  unsealed,
  type BatchRequest,
} from '../batch/index.ts'
import type { CauseId } from '../journal/index.ts'
import type { Mark, MarkKind, Pattern } from '../pattern/index.ts'
import { asNeeded, type Deed } from '../technique/index.ts'
import { holeAt, pieceSlots, turnsOf, type Otherwise, type Turn } from '../timing/index.ts'

/**
 * The request with what the hands did otherwise than it said: the hole as it was at last, rounds that were added or left out, and without the marks that were
 * left out on every piece.
 */
export function asPoured(poured: BatchRequest, otherwise: Otherwise): BatchRequest {
  const request = unsealed(poured)
  const white = { ...request.white, holeMm: holeAt(otherwise, request.white.holeMm) }
  const technique = techniqueOfPour(request)
  const fills = fillMolds(request, technique)
  const planned = Math.max(...fills.map(({ rounds }) => rounds))
  const ways = fills.map((fill) => fill.technique)
  const rounded = asNeeded(technique, {
    whiteApart: false,
    cups: 0,
    cupsBurn: false,
    firstPour: null,
    inPart: false,
    rounds: planned,
    ways,
    marked: (step) => step,
  })
  const turns = turnsOf(rounded, pieceSlots(fills), { ...otherwise, leftOut: [] })
  const isLeftOut = ({ key }: Turn) => otherwise.leftOut.includes(key)
  // The one round that was planned has no number.
  const inRounds = turns
    .filter(({ step }) => step.times !== undefined)
    .map((turn) => ({ turn, no: turn.roundNo ?? 1 }))
  const kept = [...new Set(inRounds.map(({ no }) => no))].filter(
    (no) => !inRounds.filter((each) => each.no === no).every(({ turn }) => isLeftOut(turn)),
  )
  const never = LEFT_OUT_MARKS.flatMap(({ deed, kinds }) => {
    const own = turns.filter(({ step }) => step.does === deed)
    return own.length > 0 && own.every(isLeftOut) ? kinds : []
  })
  const isChanged = kept.length > 0 && kept.length !== planned
  return withoutMarks({ ...request, white, rounds: isChanged ? kept.length : request.rounds }, never)
}

/** The marks that are made in a step of that deed; a needle's drops are gone over in rounds instead. */
const LEFT_OUT_MARKS: readonly { readonly deed: Deed; readonly kinds: readonly MarkKind[] }[] = [
  { deed: 'whites', kinds: ['rings', 'spiral', 'lines'] },
  { deed: 'shapes', kinds: ['petals', 'across', 'swirl'] },
]

function withoutMarks(request: BatchRequest, kinds: readonly MarkKind[]): BatchRequest {
  if (kinds.length === 0) return request
  const technique = techniqueOfPour(request)
  const pieces = request.pieces.map((order) => {
    const pattern = plannedPattern(order, request, technique)
    return {
      ...order,
      pattern: { ...pattern, marks: pattern.marks.filter(({ mark }) => !kinds.includes(mark.kind)) },
    }
  })
  return { ...request, pieces }
}

/** What common practice holds to. */
const GOOD_MARGIN_MM = 7
const GOOD_SPACING_MM = 10
const GOOD_HOLE_MM = 3
const WARMER_K = 3
const WARMEST_C = 30
const LONGER_SETTLE_MIN = 2
const LEAST_SETTLE_MIN = 5
const GOOD_LIP_MM = 2
const LEAST_BED_MM = 3

/** The request with the one change that answers a cause; null where only the hand can change something, or nothing would differ. */
export function changedFor(cause: CauseId, request: BatchRequest): BatchRequest | null {
  const changed = answerTo(cause, request)
  return changed && JSON.stringify(changed) !== JSON.stringify(request) ? changed : null
}

function answerTo(cause: CauseId, request: BatchRequest): BatchRequest | null {
  const { white } = request
  switch (cause) {
    case 'whiteStrong':
      // A needle's white comes undiluted from its bottle.
      return white.dose === 'ink' ? null : { ...request, white: { ...white, dose: 'translucent' } }
    case 'beadThin':
      return { ...request, white: { ...white, holeMm: Math.max(white.holeMm, GOOD_HOLE_MM) } }
    case 'ringsWide':
      return withMarks(
        { ...request, white: { ...white, ringSpacingMm: Math.min(white.ringSpacingMm, GOOD_SPACING_MM) } },
        (mark) =>
          'marginMm' in mark ? [{ ...mark, spacingMm: Math.min(mark.spacingMm, GOOD_SPACING_MM) }] : [mark],
      )
    case 'beadAtWall':
      return withMarks(
        { ...request, white: { ...white, rimMarginMm: Math.max(white.rimMarginMm, GOOD_MARGIN_MM) } },
        (mark) =>
          'marginMm' in mark ? [{ ...mark, marginMm: Math.max(mark.marginMm, GOOD_MARGIN_MM) }] : [mark],
      )
    case 'glitterInWhite':
      return withMarks(request, (mark) => (mark.kind === 'sprinkle' && mark.what === 'glitter' ? [] : [mark]))
    case 'muchMica':
      return { ...request, colours: request.colours.filter(({ kind }) => kind !== 'mica') }
    case 'cold':
      return { ...request, roomTempC: Math.min(WARMEST_C, request.roomTempC + WARMER_K) }
    case 'whiteOnMovingInk':
      return { ...request, settleMin: Math.max(LEAST_SETTLE_MIN, request.settleMin + LONGER_SETTLE_MIN) }
    case 'filmThin':
      // The technique's usual is never thinner.
      return request.bedMm === null ? null : { ...request, bedMm: Math.max(LEAST_BED_MM, request.bedMm) }
    case 'overfilled':
      return { ...request, lipMm: Math.max(GOOD_LIP_MM, request.lipMm), bedMm: null }
    case 'noBack':
      return isBacked(request)
        ? null
        : { ...request, layers: [...request.layers, nextLayer(request.layers, 'back')] }
    default:
      return null
  }
}

/** Every piece's own pattern with its marks changed. */
function withMarks(request: BatchRequest, change: (mark: Mark) => readonly Mark[]): BatchRequest {
  const changed = (pattern: Pattern): Pattern => ({
    ...pattern,
    marks: pattern.marks.flatMap((each) => change(each.mark).map((mark) => ({ ...each, mark }))),
  })
  return {
    ...request,
    pieces: request.pieces.map((order) => ({ ...order, pattern: order.pattern && changed(order.pattern) })),
  }
}
