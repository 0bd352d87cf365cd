import type { BatchRequest } from '#core/batch/index.ts'
import type { BatchPlan } from '#core/plan/index.ts'
import { isDrawn } from '#core/technique/index.ts'
import type { UnitChoice } from '#core/units/index.ts'
import { amountsOf, type AmountGroup } from '#words/amounts.ts'
import { frameOf, MoldDrawing } from './MoldDrawing.tsx'
import { StepList } from './StepList.tsx'

interface AllAmountsProps {
  readonly request: BatchRequest
  readonly plan: BatchPlan
  readonly units: UnitChoice
}

/** All that a run takes, its patterns and its whole list: what one tap shows at any time of it, and afterwards. */
export function AllAmounts({ request, plan, units }: AllAmountsProps) {
  return (
    <div data-all-amounts>
      <div className="grid grid-cols-1 gap-x-6 gap-y-4 sm:grid-cols-2">
        {amountsOf(request, plan, units).map((group) => (
          <Group key={group.id} group={group} />
        ))}
      </div>
      <Patterns request={request} plan={plan} />
      <h3 className="mt-5 text-lg">The whole list</h3>
      <StepList steps={plan.steps} units={units} />
    </div>
  )
}

function Group({ group: { title, rows } }: { readonly group: AmountGroup }) {
  return (
    <section>
      <h3 className="text-base">{title}</h3>
      <dl>
        {rows.map(({ amount, what, more, into }, k) => (
          <div
            key={k}
            className={`border-line flex items-baseline gap-2 border-t py-1 ${into ? 'pl-5' : ''}`}
          >
            <dt className="order-2">
              {what} {more && <span className="text-ink-soft text-sm">{more}</span>}
            </dt>
            <dd className="font-display text-lg font-semibold">{amount}</dd>
          </div>
        ))}
      </dl>
    </section>
  )
}

/** The pattern as it lies in each mold that has one. */
function Patterns({ request, plan: { fills } }: Pick<AllAmountsProps, 'request' | 'plan'>) {
  const drawn = fills.filter(({ technique }) => isDrawn(technique))
  if (drawn.length === 0) return null
  const frameMm = Math.max(...drawn.map(({ mold }) => frameOf(mold.outline)))
  return (
    <ul className="mt-4 flex flex-wrap gap-4" aria-label="Patterns">
      {drawn.map((fill) => (
        <li key={fill.id} className="text-center text-sm">
          <MoldDrawing
            outline={fill.mold.outline}
            frameMm={frameMm}
            laid={fill.laid}
            beadMm={request.white.holeMm}
            bags={request.bags}
            inkHexes={fill.inks.map(({ hex }) => hex)}
            title={`Pattern of ${fill.name}, from above`}
            className="size-44"
          />
          {fill.name}
        </li>
      ))}
    </ul>
  )
}
