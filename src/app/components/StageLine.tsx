import { stagesAt, type BatchPlan } from '#core/plan/index.ts'
import { STAGE_WORDS } from '#words/vocabulary.ts'

/** What the resin is good for now, by the forecast. */
export function StageLine({ plan, nowMin }: { plan: BatchPlan; nowMin: number }) {
  const held = stagesAt(plan.stages, nowMin)
  // Gelled goes without saying once a later stage has come.
  const told = held.filter((id) => id !== 'gel' || held.at(-1) === 'gel')
  return (
    <p className="text-ink-soft" data-stages={held.join(' ')}>
      The resin now: {told.length === 0 ? 'between two stages' : told.map((id) => STAGE_WORDS[id]).join(', ')}
      .
    </p>
  )
}
