import type { EditRefused, ScoreEdit } from './score.ts'
import type { StepRule, Technique } from './technique.ts'

/** From one round to the next: it has run down by then, and the next runs over it (from memory). */
const ROUND_MIN = 1

/** What is poured over an object in so many rounds; the last is the step as it was, for only then the cup is empty. */
export function inRounds(
  pour: Technique,
  { step: id, rounds }: Extract<ScoreEdit, { kind: 'inRounds' }>,
): Technique | { readonly refused: EditRefused } {
  const step = pour.steps.find((each) => each.id === id)!
  if (!pour.pouredOver || step.does !== 'empties' || step.pours) return { refused: { by: 'noRounds' } }
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
      pours: { round, of: rounds },
      ...(!isLast && {
        does: 'pours',
        moment: { by: 'before', step: nameOf(round + 1), minutes: ROUND_MIN },
        anywhere: true,
      }),
    }
  })
  return { ...pour, steps: pour.steps.flatMap((each) => (each === step ? all : [each])) }
}

/** The rounds with that one out of a cup of its own; all of them know it, for cups are shared out over their rounds. */
export function outOfCup(
  pour: Technique,
  { step: id, cup }: Extract<ScoreEdit, { kind: 'outOf' }>,
  cups: readonly string[],
): Technique | { readonly refused: EditRefused } {
  const round = pour.steps.find((step) => step.id === id)?.pours?.round
  if (round === undefined || (cup !== null && !cups.includes(cup))) return { refused: { by: 'noCup' } }
  return {
    ...pour,
    steps: pour.steps.map((step) =>
      step.pours ? { ...step, pours: { ...step.pours, outOf: { ...step.pours.outOf, [round]: cup } } } : step,
    ),
  }
}
