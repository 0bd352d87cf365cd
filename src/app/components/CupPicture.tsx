import { useId } from 'react'

interface CupPictureProps {
  readonly volumeMl: number
  readonly brimMl: number
  readonly title: string
  /** Share of the fill that is part A, drawn as the lower line; null draws one fill. */
  readonly partAFrac?: number | null
  readonly pale?: boolean
}

const TOP = 8
const BOTTOM = 92
const WALL_TOP = 12
const WALL_BOTTOM = 22

/** A cup with its fill line, to scale of its own brim. */
export function CupPicture({ volumeMl, brimMl, title, partAFrac = null, pale = false }: CupPictureProps) {
  const clip = useId()
  const fill = Math.min(1, volumeMl / brimMl)
  const level = BOTTOM - (BOTTOM - TOP) * fill
  const lineA = partAFrac === null ? null : BOTTOM - (BOTTOM - TOP) * fill * partAFrac
  const outline = `M${WALL_TOP} ${TOP} L${WALL_BOTTOM} ${BOTTOM} H${100 - WALL_BOTTOM} L${100 - WALL_TOP} ${TOP}`
  return (
    <svg
      viewBox="0 0 100 100"
      className="size-24 shrink-0"
      role="img"
      aria-label={title}
      data-fill={fill.toFixed(3)}
    >
      <clipPath id={clip}>
        <path d={`${outline} Z`} />
      </clipPath>
      <rect
        x={0}
        y={level}
        width={100}
        height={BOTTOM - level}
        clipPath={`url(#${clip})`}
        fill={pale ? 'var(--cloud)' : 'var(--clear)'}
      />
      {lineA !== null && (
        <line
          x1={WALL_TOP}
          x2={100 - WALL_TOP}
          y1={lineA}
          y2={lineA}
          clipPath={`url(#${clip})`}
          stroke="var(--needle)"
          strokeWidth={1.6}
          strokeDasharray="4 3"
        />
      )}
      <line x1={8} x2={92} y1={level} y2={level} stroke="var(--ink)" strokeWidth={2} />
      <path d={outline} fill="none" stroke="var(--ink)" strokeWidth={2.5} strokeLinejoin="round" />
    </svg>
  )
}
