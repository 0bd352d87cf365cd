import type { StepChange, StepId, Technique } from '#core/technique/index.ts'

/** What somebody does otherwise at one step of a way, in one sentence. */
export function wordChange(
  change: StepChange,
  { steps }: Pick<Technique, 'steps'>,
  titleOf: (id: StepId) => string,
): string {
  const { step, isOut, handsS, minutes, flowFactor, note } = change
  const moment = steps.find(({ id }) => id === step)?.moment
  const hangs = moment && 'step' in moment ? ` ${moment.by} “${titleOf(moment.step)}”` : ''
  const said = [
    ...(isOut ? ['left out'] : []),
    ...(minutes === undefined ? [] : [`${minutes} min${hangs}`]),
    ...(handsS === undefined ? [] : [`hands on it for ${handsS} s`]),
    ...(flowFactor === undefined
      ? []
      : [flowFactor > 1 ? 'sooner, while it is thinner' : 'later, when it is thicker']),
    ...(note === undefined ? [] : [`“${note}”`]),
  ]
  return `${titleOf(step)}: ${said.join('; ')}.`
}
