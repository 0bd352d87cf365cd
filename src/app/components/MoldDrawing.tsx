import type { ReactNode, Ref } from 'react'
import type { Bag } from '#core/batch/index.ts'
import { boxOf, HAND_SMOOTH, islandsOf, polygonOf, type Outline, type Point } from '#core/mold/index.ts'
import type { FilledPart } from './laidOf.ts'
import { inkOfDrop, type Bead, type LaidPattern, type LaidStroke } from '#core/pattern/index.ts'

interface MoldDrawingProps {
  readonly outline: Outline
  /** mm per side of the square the drawing stands in; give the same to drawings that are compared. */
  readonly frameMm?: number
  readonly laid?: LaidPattern
  readonly beadMm?: number
  /** What cups fill of it, in the order they are laid. */
  readonly filled?: readonly FilledPart[]
  /** Colours of the inks, in the order the pattern numbers them. */
  readonly inkHexes?: readonly string[]
  /** Bags beside the white's: their beads are drawn in their first colour. */
  readonly bags?: readonly Bag[] | undefined
  /** The bead that is next, lit. */
  readonly lit?: Bead | undefined
  /** Zones too narrow to bloom, shaded. */
  readonly narrow?: readonly (readonly Point[])[]
  /** Left and right exchanged, as the face against the silicone shows it. */
  readonly mirrored?: boolean
  readonly title: string
  readonly className?: string
  readonly ref?: Ref<SVGSVGElement>
  /** Handles over the drawing, in mm, y upwards negative as SVG counts. */
  readonly children?: ReactNode
}

const DROP_MM = 2.6
const USUAL_BEAD_MM = 3

/** A mold's outline to scale, with what a pattern lays in it. */
export function MoldDrawing({
  outline,
  frameMm,
  laid,
  beadMm = USUAL_BEAD_MM,
  filled = [],
  inkHexes = [],
  bags = [],
  lit,
  narrow = [],
  mirrored,
  title,
  className,
  ref,
  children,
}: MoldDrawingProps) {
  const polygon = polygonOf(outline, HAND_SMOOTH)
  const box = boxOf(polygon)
  const side = frameMm ?? frameOf(outline)
  const [x, y] = [(box.left + box.right) / 2, -(box.bottom + box.top) / 2]
  return (
    <svg
      ref={ref}
      viewBox={`${x - side / 2} ${y - side / 2} ${side} ${side}`}
      className={className}
      role={children ? 'group' : 'img'}
      aria-label={title}
    >
      <g transform={mirrored ? `translate(${2 * x} 0) scale(-1 1)` : undefined}>
        <path
          d={[polygon, ...islandsOf(outline)].map(closedPath).join('')}
          fillRule="evenodd"
          fill="var(--clear)"
          fillOpacity={0.45}
          stroke="var(--ink)"
          strokeWidth={side / 90}
        />
        {filled.map(({ lines, hex }, k) => (
          <path
            key={k}
            d={lines.map(closedPath).join('')}
            fillRule="evenodd"
            fill={hex}
            stroke="var(--ink)"
            strokeOpacity={0.35}
            strokeWidth={side / 220}
            data-filled
          />
        ))}
        {narrow.map((zone, k) => (
          <path key={k} d={closedPath(zone)} fill="var(--needle)" fillOpacity={0.25} data-narrow />
        ))}
        {laid && <Laid laid={laid} beadMm={beadMm} inkHexes={inkHexes} bags={bags} side={side} />}
        {lit && (
          <path
            d={linePath(lit.line, lit.closed)}
            fill="none"
            stroke="var(--needle)"
            strokeWidth={Math.max(beadMm, side / 60)}
            strokeLinejoin="round"
            strokeLinecap="round"
            data-lit
          />
        )}
        {lit && (
          <circle cx={lit.line[0]!.x} cy={-lit.line[0]!.y} r={beadMm / 2} fill="var(--raised)" data-begun />
        )}
        {children}
      </g>
    </svg>
  )
}

/** Side of the square a mold's drawing stands in, mm. */
export function frameOf(outline: Outline): number {
  const box = boxOf(polygonOf(outline, HAND_SMOOTH))
  return Math.max(box.right - box.left, box.top - box.bottom) * 1.06
}

interface LaidProps {
  readonly laid: LaidPattern
  readonly beadMm: number
  readonly inkHexes: readonly string[]
  readonly bags: readonly Bag[]
  readonly side: number
}

function Laid({ laid, beadMm, inkHexes, bags, side }: LaidProps) {
  const fine = side / 300
  const hexOf = (bag: string | undefined) => bags.find(({ id }) => id === bag)?.colours[0]?.colour.hex
  return (
    <>
      {laid.sprinkles.map(({ what, lines }, k) => (
        <path
          key={k}
          d={lines.map(closedPath).join('')}
          fillRule="evenodd"
          fill={what === 'glitter' ? 'var(--cloud)' : 'var(--under)'}
          fillOpacity={0.45}
          stroke="var(--edge)"
          strokeWidth={fine}
          strokeDasharray={`${fine} ${4 * fine}`}
          strokeLinecap="round"
          data-laid="sprinkle"
        />
      ))}
      {laid.drops.map((drop, k) => (
        <circle
          key={k}
          cx={drop.at.x}
          cy={-drop.at.y}
          r={DROP_MM}
          fill={inkHexes[inkOfDrop(drop, { round: 0, inks: inkHexes.length }) ?? 0] ?? 'var(--edge)'}
          fillOpacity={0.85}
          stroke="var(--raised)"
          strokeWidth={fine}
          data-laid="drop"
        />
      ))}
      {laid.beads.map(({ line, closed, bag }, k) => (
        <g key={k} fill="none" strokeLinejoin="round" strokeLinecap="round" data-laid="bead">
          <path d={linePath(line, closed)} stroke="var(--edge)" strokeWidth={beadMm + 2 * fine} />
          <path d={linePath(line, closed)} stroke={hexOf(bag) ?? 'var(--cloud)'} strokeWidth={beadMm} />
          {closed && (
            <circle
              cx={line[0]!.x}
              cy={-line[0]!.y}
              r={beadMm / 3}
              fill="var(--needle)"
              stroke="none"
              data-laid="start"
            />
          )}
        </g>
      ))}
      {laid.strokes.map((stroke, k) => (
        <Stroke key={k} stroke={stroke} width={2 * fine} />
      ))}
    </>
  )
}

function Stroke({ stroke, width }: { readonly stroke: LaidStroke; readonly width: number }) {
  const look = { fill: 'none', stroke: 'var(--needle)', strokeWidth: width }
  if (stroke.kind === 'swirl') {
    const { at, reachMm } = stroke
    return (
      <path
        {...look}
        d={`M${at.x} ${-at.y}m${0.3 * reachMm} 0a${0.3 * reachMm} ${0.3 * reachMm} 0 1 0 ${-0.6 * reachMm} 0a${0.8 * reachMm} ${0.8 * reachMm} 0 1 0 ${1.6 * reachMm} 0`}
        data-laid="stroke"
      />
    )
  }
  const from = stroke.line[0]!
  const to = stroke.line.at(-1)!
  const angle = Math.atan2(-(to.y - from.y), to.x - from.x)
  const head = (turn: number) =>
    `M${to.x} ${-to.y}l${-5 * width * Math.cos(angle + turn)} ${-5 * width * Math.sin(angle + turn)}`
  return (
    <g {...look} data-laid="stroke">
      <path d={linePath(stroke.line, false)} strokeDasharray={`${3 * width} ${2 * width}`} />
      <path d={head(0.45) + head(-0.45)} />
    </g>
  )
}

function closedPath(points: readonly Point[]): string {
  return linePath(points, true)
}

function linePath(points: readonly Point[], closed: boolean): string {
  return `M${points.map(({ x, y }) => `${x.toFixed(2)} ${(-y).toFixed(2)}`).join('L')}${closed ? 'Z' : ''}`
}
