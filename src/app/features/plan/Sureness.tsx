import type { LivePlan } from '#core/plan/index.ts'
import type { Learned } from '#core/resin/index.ts'
import { printBand } from '#words/readings.ts'

interface SurenessProps {
  readonly bands: LivePlan['bands']
  readonly learned: Learned | null
}

/** How sure the plan's one moment is before anything has been read, and from how much. */
export function Sureness({ bands, learned }: SurenessProps) {
  const aim = bands.steps.white ?? bands.steps.ink
  if (!aim) return null
  const from = learned
    ? `Narrowed by ${learned.runs} ${learned.runs === 1 ? 'run' : 'runs'} of this resin.`
    : 'The record alone: readings at the bench and your own runs make it narrower.'
  return (
    <p className="text-ink-soft mt-2 text-sm" data-sureness>
      Four times in five the {bands.steps.white ? 'white' : 'ink'} is best {printBand(aim.best)}. {from}
    </p>
  )
}
