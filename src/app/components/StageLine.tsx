import { stagesAt, type BatchPlan } from '#core/plan/index.ts'
import { printQuantity, type UnitChoice } from '#core/units/index.ts'
import { STAGE_WORDS } from '#words/vocabulary.ts'

interface StageLineProps {
  readonly plan: BatchPlan
  readonly nowMin: number
  readonly units: UnitChoice
}

/** What the resin is good for now, by the forecast; once it is stiff, also what warmth it will bear. */
export function StageLine({ plan, nowMin, units }: StageLineProps) {
  const held = stagesAt(plan.stages, nowMin)
  // Gelled goes without saying once a later stage has come.
  const told = held.filter((id) => id !== 'gel' || held.at(-1) === 'gel')
  if (told.length === 0) return null
  return (
    <p className="text-ink-soft" data-stages={held.join(' ')}>
      The resin now: {told.map((id) => STAGE_WORDS[id]).join(', ')}.
      {held.includes('demold') && plan.heatLimitC !== null && (
        <span data-heat-limit>
          {' '}
          Cured for use it softens near {printQuantity(plan.heatLimitC, units.temperature, 0)}: hotter cups
          want a heat-resistant coat.
        </span>
      )}
    </p>
  )
}
