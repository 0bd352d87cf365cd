import { memo } from 'react'
import { techniqueOfPour, type BatchRequest } from '#core/batch/index.ts'
import type { LivePlan } from '#core/plan/index.ts'
import { printQuantity, type UnitChoice } from '#core/units/index.ts'
import { wordPastWorkingTime } from '#words/dataSheet.ts'
import { wordMix } from '#words/mixes.ts'
import type { School } from '#words/schools.ts'
import { MixCups, MixFigures } from '#app/components/MixSheet.tsx'
import { pourSpan, stripNotches } from '#app/components/notches.ts'
import { Strip } from '#app/components/Strip.tsx'
import { FromAbove } from './FromAbove.tsx'
import { Sureness } from '../Sureness.tsx'

interface PourDeskProps {
  readonly request: BatchRequest
  readonly live: LivePlan
  readonly units: UnitChoice
  readonly school: School
}

/** The resin's life from stop-stir, with the windows of the pour. */
export const PourStrip = memo(function PourStrip({ request, live, units, school }: PourDeskProps) {
  const { plan, bands } = live
  const pastWorkingTime = wordPastWorkingTime(request.resin, plan, units)
  return (
    <>
      <Strip
        life={plan.life}
        span={pourSpan(plan)}
        notches={stripNotches(plan.steps, 'pour', {}, bands)}
        lead={school}
        size="medium"
        units={units}
        label="The resin's life from stop-stir"
      />
      <Sureness live={live} learned={request.learned} />
      {pastWorkingTime && (
        <p className="mt-2 text-sm" data-past-working-time>
          {pastWorkingTime}
        </p>
      )}
    </>
  )
})

/** What the pour takes: its mixes, and the cups they are divided into. */
export const PourTakes = memo(function PourTakes({
  request,
  live: { plan },
  units,
  layerId,
}: Omit<PourDeskProps, 'school'> & { readonly layerId?: string }) {
  const mixes = plan.mixes.filter(({ of }) => of === 'pour' || of === 'white')
  const { white } = techniqueOfPour(request)
  return (
    <div className="flex min-w-0 flex-col gap-4">
      {mixes.map((mix) => (
        <div key={mix.id}>
          <p className="text-ink-soft mb-1 text-sm">{wordMix(mix, white.by)}</p>
          <MixFigures mix={mix} request={request} units={units} />
          <MixCups mix={mix} request={request} units={units} />
        </div>
      ))}
      <FromAbove request={request} plan={plan} units={units} layerId={layerId} />
      {plan.heatLimitC !== null && (
        <p className="text-ink-soft text-sm" data-heat-limit>
          Finished, it softens near {printQuantity(plan.heatLimitC, units.temperature, 0)}: nothing for hot
          cups without a heat-resistant coat.
        </p>
      )}
    </div>
  )
})
