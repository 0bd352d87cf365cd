import { fillMolds, isBacked, nextLayer, techniqueOfPour, type BatchRequest } from '../batch/index.ts'
import type { CauseId } from '../journal/index.ts'
import type { Mark, Pattern } from '../pattern/index.ts'
import { holeAt, type Otherwise } from '../timing/index.ts'

/** The request with what the hands did otherwise than it said: the hole as it was at last, and the rounds that were added. */
export function asPoured(request: BatchRequest, otherwise: Otherwise): BatchRequest {
  const { moreRounds } = otherwise
  const white = { ...request.white, holeMm: holeAt(otherwise, request.white.holeMm) }
  if (moreRounds === 0) return { ...request, white }
  const fills = fillMolds(request, techniqueOfPour(request))
  return { ...request, white, rounds: Math.max(...fills.map(({ rounds }) => rounds)) + moreRounds }
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
    marks: pattern.marks.flatMap(({ id, mark }) => change(mark).map((next) => ({ id, mark: next }))),
  })
  return {
    ...request,
    pieces: request.pieces.map((order) => ({ ...order, pattern: order.pattern && changed(order.pattern) })),
  }
}
