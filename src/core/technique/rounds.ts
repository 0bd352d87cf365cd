import type { EditRefused, ScoreEdit } from './score.ts'
import type { StepRule, Technique } from './technique.ts'

/** From one round to the next: it has run down by then, and the next runs over it (from memory). */
const ROUND_MIN = 1

/**
 * What is poured over an object in so many rounds; the last is the step as it was, for only then the cup is empty. Cups take turns, and each
 * is shared out evenly over its own rounds.
 */
export function inRounds(
  pour: Technique,
  { step: id, rounds }: Extract<ScoreEdit, { kind: 'inRounds' }>,
  cups: readonly string[],
): Technique | { readonly refused: EditRefused } {
  const step = pour.steps.find((each) => each.id === id)!
  if (!pour.pouredOver || step.does !== 'empties' || step.pours) return { refused: { by: 'noRounds' } }
  if (rounds < cups.length) return { refused: { by: 'fewRounds', cups: cups.length } }
  const { shared: _shared, short: _short, ...poured } = step
  const nameOf = (round: number) => (round === rounds ? id : `${id}-${round}`)
  const all = Array.from({ length: rounds }, (_, k): StepRule => {
    const round = k + 1
    const isLast = round === rounds
    return {
      ...(isLast ? step : poured),
      id: nameOf(round),
      title: `Round ${round} of ${rounds} over the object`,
      detail: isLast
        ? 'All that is left, over its top. It is wet all over by now; what has run off stands in the mold.'
        : 'Over its top, until it has run down on every side.',
      pours: { ofTime: 1 / rounds, ...sharedOut(cups, k, rounds) },
      ...(!isLast && {
        does: 'pours',
        moment: { by: 'before', step: nameOf(round + 1), minutes: ROUND_MIN },
        anywhere: true,
      }),
    }
  })
  return { ...pour, steps: pour.steps.flatMap((each) => (each === step ? all : [each])) }
}

/** Whose turn it is, and how much of that cup goes over in one of its rounds. */
function sharedOut(cups: readonly string[], k: number, rounds: number) {
  if (cups.length === 0) return { cup: null, ofCup: 1 / rounds }
  const turn = k % cups.length
  const own = Math.floor((rounds - 1 - turn) / cups.length) + 1
  return { cup: cups[turn]!, ofCup: 1 / own }
}
