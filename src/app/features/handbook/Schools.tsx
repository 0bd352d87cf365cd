import { lazy, Suspense } from 'react'
import { useQuery } from '@tanstack/react-query'
import type { RightMoment } from '#core/plan/index.ts'
import { printQuantity, printSpan, type UnitChoice } from '#core/units/index.ts'
import { useUnits } from '#app/platform/queries.ts'
import { usePlatform } from '#app/platform/studio.tsx'

const SchoolsChart = lazy(() => import('./SchoolsChart.tsx'))

/** Why people who go by the thermometer and people who go by the clock are both right. */
export function Schools() {
  const { planner } = usePlatform()
  const units = useUnits()
  const { data } = useQuery({
    queryKey: ['rightMoments'],
    queryFn: () => planner.rightMoments(),
    staleTime: Infinity,
  })
  return (
    <section className="sheet" id="schools" aria-labelledby="schools-heading">
      <h2 id="schools-heading" className="mb-1 text-2xl">
        Clock or thermometer?
      </h2>
      {data ? (
        <>
          <p className="mb-3 max-w-prose" data-schools>
            {sentence(data, units)} So one figure by the clock belongs to one room; one by the thermometer
            travels. A shallow cup, another resin or another mass moves both.
          </p>
          <Suspense fallback={<p>Drawing …</p>}>
            <SchoolsChart moments={data} units={units} />
          </Suspense>
        </>
      ) : (
        <p>Working it out …</p>
      )}
    </section>
  )
}

function sentence(moments: readonly RightMoment[], units: UnitChoice): string {
  const temp = (tempC: number) => printQuantity(tempC, units.temperature, 0)
  const coolest = moments[0]!
  const warmest = moments.at(-1)!
  const cups = moments.map((moment) => moment.cupTempC)
  return `The same cup of a quick resin is right to decant after ${printSpan(coolest.decantMin)} in a room of ${temp(coolest.roomTempC)} and after ${printSpan(warmest.decantMin)} in one of ${temp(warmest.roomTempC)}, and in all of them it then has ${temp(Math.min(...cups))} to ${temp(Math.max(...cups))}.`
}
