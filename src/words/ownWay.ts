import type { StepChange, StepId } from '#core/technique/index.ts'

/** What somebody does otherwise at one step of a way, in one sentence. */
export function wordChange(change: StepChange, titleOf: (id: StepId) => string): string {
  const { step, isOut, handsS, minutes, flowFactor, note } = change
  const said = [
    ...(isOut ? ['left out'] : []),
    ...(minutes === undefined ? [] : [`${minutes} min from the step it hangs on`]),
    ...(handsS === undefined ? [] : [`hands on it for ${handsS} s`]),
    ...(flowFactor === undefined
      ? []
      : [flowFactor > 1 ? 'sooner, while it is thinner' : 'later, when it is thicker']),
    ...(note === undefined ? [] : [`“${note}”`]),
  ]
  return `${titleOf(step)}: ${said.join('; ')}.`
}
