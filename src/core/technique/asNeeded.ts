import { WHITE_APART } from './commonSteps.ts'
import type { Technique } from './technique.ts'

/** What a batch makes of its technique: whether the white is a mix of its own, and how often drops go over the pieces. */
export interface AsNeeded {
  readonly whiteApart: boolean
  readonly rounds: number
}

/** The technique as that batch goes through it. */
export function asNeeded(technique: Technique, { whiteApart, rounds }: AsNeeded): Technique {
  const steps = technique.steps.map((step) => (step.times === undefined ? step : { ...step, times: rounds }))
  if (!whiteApart || technique.white.by !== 'bag') return { ...technique, steps }
  // After the inks and before they are still: the hands are free there.
  const others = steps.filter(({ id }) => id !== WHITE_APART.id)
  const at = others.findIndex(({ moment }) => moment.by === 'settle')
  return { ...technique, steps: [...others.slice(0, at), WHITE_APART, ...others.slice(at)] }
}
