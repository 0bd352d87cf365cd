import type { LivePlan } from '#core/plan/index.ts'
import type { Learned } from '#core/resin/index.ts'
import { printSpan } from '#core/units/index.ts'
import { printBand } from '#words/minutes.ts'

interface SurenessProps {
  readonly live: LivePlan
  readonly learned: Learned | null
}

/** How sure the plan's one moment is before anything has been read, and from how much. */
export function Sureness({ live: { bands, plan }, learned }: SurenessProps) {
  const planned =
    plan.steps.find(({ step }) => step.does === 'whites') ??
    plan.steps.find(({ step }) => step.does === 'inks')
  const aim = planned && bands.steps[planned.step.id]
  if (!aim || !planned) return null
  const from = learned
    ? `Narrowed by ${learned.runs} ${learned.runs === 1 ? 'run' : 'runs'} of this resin.`
    : 'From the label alone. Readings and your own pours sharpen it.'
  const isWhite = planned.step.does === 'whites'
  // White waits for its minute; ink goes in at once, and what counts is how long it may.
  const sure =
    isWhite || !aim.close
      ? `its best minute lies ${printBand(aim.best)}`
      : `it still spreads until ${printBand(aim.close)}`
  return (
    <p className="text-ink-soft mt-2 text-sm" data-sureness>
      The {isWhite ? 'white' : 'ink'} is planned for {printSpan(planned.beginMin)}; {sure}. {from}
    </p>
  )
}
