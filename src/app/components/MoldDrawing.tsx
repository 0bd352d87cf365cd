import { boxOf, HAND_SMOOTH, islandsOf, polygonOf, type Outline, type Point } from '#core/mold/index.ts'

interface MoldDrawingProps {
  readonly outline: Outline
  /** mm per side of the square the drawing stands in; give the same to drawings that are compared. */
  readonly frameMm?: number
  /** Beads of white, closed lines in mm. */
  readonly beads?: readonly (readonly Point[])[]
  /** Zones too narrow to bloom, hatched. */
  readonly narrow?: readonly (readonly Point[])[]
  readonly title: string
  readonly className?: string
}

/** A mold's outline to scale, with the beads that would be piped in it. */
export function MoldDrawing({
  outline,
  frameMm,
  beads = [],
  narrow = [],
  title,
  className,
}: MoldDrawingProps) {
  const polygon = polygonOf(outline, HAND_SMOOTH)
  const box = boxOf(polygon)
  const side = frameMm ?? Math.max(box.right - box.left, box.top - box.bottom) * 1.06
  return (
    <svg
      viewBox={`${-side / 2} ${-side / 2} ${side} ${side}`}
      className={className}
      role="img"
      aria-label={title}
    >
      <path
        d={[polygon, ...islandsOf(outline)].map(pathOf).join('')}
        fillRule="evenodd"
        fill="var(--clear)"
        fillOpacity={0.45}
        stroke="var(--ink)"
        strokeWidth={side / 90}
      />
      {narrow.map((zone, k) => (
        <path key={k} d={pathOf(zone)} fill="var(--needle)" fillOpacity={0.25} data-narrow />
      ))}
      {beads.map((bead, k) => (
        <path
          key={k}
          d={pathOf(bead)}
          fill="none"
          stroke="var(--cloud)"
          strokeWidth={3}
          strokeLinejoin="round"
        />
      ))}
      {beads.map((bead, k) => (
        <path key={k} d={pathOf(bead)} fill="none" stroke="var(--edge)" strokeWidth={side / 300} />
      ))}
    </svg>
  )
}

function pathOf(points: readonly Point[]): string {
  return `M${points.map(({ x, y }) => `${x.toFixed(2)} ${(-y).toFixed(2)}`).join('L')}Z`
}
