import { useEffect, useRef, useState } from 'react'
import type { Standing } from '#core/runsheet/index.ts'
import { printClock } from '#core/units/index.ts'
import { standingLine } from '#words/standing.ts'
import { STANDING_LOOKS } from './StandingLine.tsx'

interface InSightProps {
  readonly title: string
  readonly standing: Standing
  readonly nowMin: number
}

/** Step, window and clock in one line at the head of the page, as soon as they have scrolled out of sight. */
export function InSight({ title, standing, nowMin }: InSightProps) {
  const place = useRef<HTMLDivElement>(null)
  const [isAbove, setIsAbove] = useState(false)
  useEffect(() => {
    const observer = new IntersectionObserver(([entry]) =>
      setIsAbove(entry !== undefined && !entry.isIntersecting && entry.boundingClientRect.top < 0),
    )
    if (place.current) observer.observe(place.current)
    return () => observer.disconnect()
  }, [])
  return (
    <>
      <div ref={place} aria-hidden />
      {isAbove && (
        <div
          className="bg-raised border-edge no-print fixed inset-x-0 top-0 z-20 flex items-baseline justify-between gap-4 border-b px-4 py-2"
          data-in-sight
        >
          <span className="min-w-0 truncate text-lg font-semibold">{title}</span>
          <span className={`font-display text-lg whitespace-nowrap ${STANDING_LOOKS[standing.kind]}`}>
            {standingLine(standing)}
          </span>
          <span className="font-display text-2xl font-semibold">{printClock(nowMin * 60)}</span>
        </div>
      )}
    </>
  )
}
