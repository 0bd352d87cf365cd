import { useEffect, type ReactNode } from 'react'
import { Link, useLocation, useSearchParams } from 'react-router'
import { kindName, type PieceOrder } from '#core/batch/index.ts'
import { Place } from '#app/components/Place.tsx'

/** The pattern of one mold of the plan; the way back leads to the plan it belongs to. */
export function PatternPlace({
  order,
  layerName = null,
  children,
}: {
  readonly order: PieceOrder
  /** The later layer whose marks they are; null for the pour's. */
  readonly layerName?: string | null
  readonly children: ReactNode
}) {
  const { pathname } = useLocation()
  const [search] = useSearchParams()
  const back = new URLSearchParams(search)
  back.delete('pattern')
  back.delete('layer')
  useEffect(() => {
    window.scrollTo(0, 0)
  }, [])
  return (
    <Place
      title={`Pattern: ${[kindName(order), ...(layerName === null ? [] : [layerName])].join(', ')}`}
      lead="Where drops and beads go, what that takes, and the face it gives."
      actions={
        <Link className="button button-main" to={`${pathname}?${back}`}>
          Back to the plan
        </Link>
      }
    >
      {children}
    </Place>
  )
}
