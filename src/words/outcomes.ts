import { BEST_RATING, type ratingsBySide, type sharesOfCauses } from '#core/journal/index.ts'
import { CAUSE_WORDS } from './diagnosis.ts'

const SIDE_WORDS = {
  before: 'before their window',
  inWindow: 'in their window',
  after: 'after their window',
} as const

/** Fewer pieces on a side tell nothing. */
const FEW = 3

/** How pieces before, in and after their window came out, and whether that tells anything yet. */
export function wordSides(sides: ReturnType<typeof ratingsBySide>): string {
  const told = sides
    .map(
      ({ side, pieces, rating }) =>
        `${pieces === 1 ? 'the one piece' : `the ${pieces} pieces`} ${SIDE_WORDS[side]} ${pieces === 1 ? 'has' : 'have'} ${rating.toFixed(1)}`,
    )
    .join(', ')
  const figures = `Of ${BEST_RATING} stars in the mean, ${told}.`
  const enough = sides.filter(({ pieces }) => pieces >= FEW)
  const inside = enough.find(({ side }) => side === 'inWindow')
  if (!inside || enough.length < 2)
    return `${figures} To tell what the window is worth it takes ${FEW} pieces in it and as many outside.`
  const worst = enough.reduce((least, each) => (each.rating < least.rating ? each : least))
  return worst.side === 'inWindow'
    ? `${figures} The window does not show in your pieces yet.`
    : `${figures} Keeping to the window was worth ${(inside.rating - worst.rating).toFixed(1)} stars against being ${worst.side === 'before' ? 'sooner' : 'later'}.`
}

/** How many pieces a cause spoilt and what to do about it. */
export function wordShareOfCause({
  cause,
  good,
  all,
  shown,
}: ReturnType<typeof sharesOfCauses>[number]): string {
  const { name, next } = CAUSE_WORDS[cause]
  const seen =
    shown === 0
      ? 'from experience alone'
      : shown === good
        ? 'each time the run shows it'
        : `of ${shown} the run shows it`
  return `${name}: ${good} of ${all} pieces, ${seen}. Next time: ${next}.`
}
