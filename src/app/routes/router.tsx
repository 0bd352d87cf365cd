import { lazy, Suspense, useEffect, useState } from 'react'
import {
  createBrowserRouter,
  isRouteErrorResponse,
  Link,
  useRouteError,
  type RouteObject,
} from 'react-router'
import { mend } from '#app/platform/mending.ts'
import { usePlatform } from '#app/platform/studio.tsx'
import { BenchPlace } from '#app/features/bench/BenchPlace.tsx'
import { EmptyPlace, Place } from '#app/components/Place.tsx'
import { Shell } from './Shell.tsx'

const FirstTablePlace = lazy(async () => ({
  default: (await import('#app/features/first/FirstTablePlace.tsx')).FirstTablePlace,
}))

/** Where nothing lies on the shelf yet, whichever place that is found at. */
function FirstTable({ title }: { readonly title: string }) {
  return (
    <Suspense fallback={<Place title={title}>Opening …</Place>}>
      <FirstTablePlace title={title} />
    </Suspense>
  )
}

/** The places; all but the first are loaded when they are gone to. */
export function createRouter() {
  return createBrowserRouter([
    {
      element: <Shell />,
      errorElement: <Trouble />,
      children: places([
        { index: true, element: <BenchPlace whenBare={<FirstTable title="Bench" />} /> },
        ...['plan', 'plan/:batchId'].map((path) => ({
          path,
          lazy: async () => {
            const { PlanPlace } = await import('#app/features/plan/PlanPlace.tsx')
            return { element: <PlanPlace whenBare={<FirstTable title="Plan" />} /> }
          },
        })),
        {
          path: 'pour/:batchId',
          lazy: async () => ({ Component: (await import('#app/features/pour/PourPlace.tsx')).PourPlace }),
        },
        {
          path: 'pour/:batchId/layer/:layerId',
          lazy: async () => ({
            Component: (await import('#app/features/pour/SittingPlace.tsx')).SittingPlace,
          }),
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
      ]),
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

/** Each place breaks by itself: the ways to the others stay. */
function places(routes: readonly RouteObject[]): RouteObject[] {
  return routes.map((route) => ({ ...route, errorElement: <Trouble /> }) as RouteObject)
}

/** A place broke: what was stored is safe. The studio is looked through, and what is damaged is set aside. */
function Trouble() {
  const problem = useRouteError()
  const { db } = usePlatform()
  const [aside, setAside] = useState<number | null>(null)
  useEffect(() => void mend(db).then(setAside), [db])
  return (
    <div className="p-6" role="alert">
      <h1 className="text-3xl">This place broke</h1>
      <p className="my-3 max-w-prose">{wordMended(aside)}</p>
      <p className="text-ink-soft mb-4 text-sm">{wordProblem(problem)}</p>
      <button className="button button-main" onClick={() => location.reload()}>
        Open again
      </button>{' '}
      <a className="button button-quiet" href="/studio">
        To the studio’s files
      </a>
    </div>
  )
}

function wordMended(aside: number | null): string {
  if (aside === null) return 'Looking through what is stored …'
  if (aside === 0)
    return 'What was marked and written down is stored. Every other place works; if this one breaks again, export the studio.'
  return aside === 1
    ? 'One record could not be read and is set aside, not thrown away: it goes along in every export. Open the place again.'
    : `${aside} records could not be read and are set aside, not thrown away: they go along in every export. Open the place again.`
}

function wordProblem(problem: unknown): string {
  if (isRouteErrorResponse(problem)) return problem.statusText
  return problem instanceof Error ? problem.message : String(problem)
}
