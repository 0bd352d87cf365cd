import { createBrowserRouter, isRouteErrorResponse, Link, useRouteError } from 'react-router'
import { BenchPlace } from '#app/features/bench/BenchPlace.tsx'
import { EmptyPlace, Place } from '#app/components/Place.tsx'
import { Shell } from './Shell.tsx'

/** The places; all but the first are loaded when they are gone to. */
export function createRouter() {
  return createBrowserRouter([
    {
      element: <Shell />,
      errorElement: <Trouble />,
      children: [
        { index: true, element: <BenchPlace /> },
        ...['plan', 'plan/:batchId'].map((path) => ({
          path,
          lazy: async () => ({ Component: (await import('#app/features/plan/PlanPlace.tsx')).PlanPlace }),
        })),
        {
          path: 'pour/:batchId',
          lazy: async () => ({ Component: (await import('#app/features/pour/PourPlace.tsx')).PourPlace }),
        },
        {
          path: 'rack',
          lazy: async () => ({ Component: (await import('#app/features/rack/RackPlace.tsx')).RackPlace }),
        },
        {
          path: 'finish/:batchId',
          lazy: async () => ({
            Component: (await import('#app/features/finish/FinishPlace.tsx')).FinishPlace,
          }),
        },
        {
          path: 'log',
          lazy: async () => ({ Component: (await import('#app/features/log/LogPlace.tsx')).LogPlace }),
        },
        {
          path: 'log/compare',
          lazy: async () => ({
            Component: (await import('#app/features/log/ComparePlace.tsx')).ComparePlace,
          }),
        },
        {
          path: 'log/trials',
          lazy: async () => ({
            Component: (await import('#app/features/log/TrialsPlace.tsx')).TrialsPlace,
          }),
        },
        {
          path: 'orders',
          lazy: async () => ({
            Component: (await import('#app/features/orders/OrdersPlace.tsx')).OrdersPlace,
          }),
        },
        {
          path: 'log/:batchId',
          lazy: async () => ({ Component: (await import('#app/features/log/RunPlace.tsx')).RunPlace }),
        },
        {
          path: 'shelf',
          lazy: async () => ({ Component: (await import('#app/features/shelf/ShelfPlace.tsx')).ShelfPlace }),
        },
        {
          path: 'handbook',
          lazy: async () => ({
            Component: (await import('#app/features/handbook/HandbookPlace.tsx')).HandbookPlace,
          }),
        },
        {
          path: 'studio',
          lazy: async () => ({
            Component: (await import('#app/features/studio/StudioPlace.tsx')).StudioPlace,
          }),
        },
        { path: '*', element: <Nowhere /> },
      ],
    },
  ])
}

function Nowhere() {
  return (
    <Place title="No such place">
      <EmptyPlace title="There is nothing here">
        <Link className="button button-main mt-3" to="/">
          To the bench
        </Link>
      </EmptyPlace>
    </Place>
  )
}

/** A place broke: what was stored is safe, and opening again usually helps. */
function Trouble() {
  const problem = useRouteError()
  const said = isRouteErrorResponse(problem)
    ? problem.statusText
    : problem instanceof Error
      ? problem.message
      : String(problem)
  return (
    <main className="p-6">
      <h1 className="text-3xl">This place broke</h1>
      <p className="my-3 max-w-prose">
        What was marked and written down is stored. Open it again; if it breaks again, export the studio
        first.
      </p>
      <p className="text-ink-soft mb-4 text-sm">{said}</p>
      <button className="button button-main" onClick={() => location.reload()}>
        Open again
      </button>{' '}
      <a className="button button-quiet" href="/">
        To the bench
      </a>
    </main>
  )
}
