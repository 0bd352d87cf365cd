import { BACK_DETAILS, WHITE_APART } from './commonSteps.ts'
import type { Technique } from './technique.ts'

/** What a batch makes of its technique: whether the white is a mix of its own, how often drops go over the pieces, how the back joins. */
export interface AsNeeded {
  readonly whiteApart: boolean
  readonly rounds: number
  /** When the back is poured; how it joins hangs on that. */
  readonly back: keyof typeof BACK_DETAILS | 'none'
}

/** The technique as that batch goes through it. */
export function asNeeded(technique: Technique, { whiteApart, rounds, back }: AsNeeded): Technique {
  const steps = technique.steps.map((step) => ({
    ...step,
    ...(step.times !== undefined && { times: rounds }),
    ...(step.onlyWith === 'back' && back !== 'none' && { detail: BACK_DETAILS[back] }),
  }))
  if (!whiteApart || technique.white.by !== 'bag') return { ...technique, steps }
  // After the inks and before they are still: the hands are free there.
  const others = steps.filter(({ id }) => id !== WHITE_APART.id)
  const at = others.findIndex(({ moment }) => moment.by === 'settle')
  return { ...technique, steps: [...others.slice(0, at), WHITE_APART, ...others.slice(at)] }
}
