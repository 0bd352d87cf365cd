import { useRef, type KeyboardEvent, type PointerEvent, type RefObject } from 'react'
import type { Point } from '#core/mold/index.ts'
import { placeOf, type Mark, type PatternMark } from '#core/pattern/index.ts'
import { printQuantity } from '#core/units/index.ts'
import { useUnits } from '#app/platform/queries.ts'
import { MARK_WORDS } from '#words/pattern.ts'

interface PatternHandlesProps {
  readonly marks: readonly PatternMark[]
  readonly chosen: string | null
  readonly choose: (id: string) => void
  /** `hold` is the same as long as one hand holds one mark. */
  readonly move: (id: string, to: Point, hold: string) => void
  readonly drawing: RefObject<SVGSVGElement | null>
  readonly mirrored: boolean
  readonly side: number
}

const STEP_MM = 1
const BIG_STEP_MM = 10

/** What can be taken hold of in the drawing: a handle on every mark that has a place, for a finger or the arrow keys. */
export function PatternHandles({ marks, ...rest }: PatternHandlesProps) {
  return marks.flatMap(({ id, mark }) => {
    const at = placeOf(mark)
    return at ? [<Handle key={id} id={id} mark={mark} at={at} {...rest} />] : []
  })
}

interface HandleProps extends Omit<PatternHandlesProps, 'marks'> {
  readonly id: string
  readonly mark: Mark
  readonly at: Point
}

function Handle({ id, mark, at, chosen, choose, move, drawing, mirrored, side }: HandleProps) {
  const held = useRef(false)
  const holds = useRef(0)
  const units = useUnits()
  const drag = (event: PointerEvent<SVGGElement>) => {
    if (!held.current || !drawing.current) return
    const box = drawing.current.getBoundingClientRect()
    const view = drawing.current.viewBox.baseVal
    const x = view.x + ((event.clientX - box.left) / box.width) * view.width
    const y = view.y + ((event.clientY - box.top) / box.height) * view.height
    const mirrorX = 2 * view.x + view.width - x
    move(id, { x: tenth(mirrored ? mirrorX : x), y: tenth(-y) }, `${id} ${holds.current}`)
  }
  const nudge = (event: KeyboardEvent<SVGGElement>) => {
    const by = (event.shiftKey ? BIG_STEP_MM : STEP_MM) * (mirrored ? -1 : 1)
    const up = event.shiftKey ? BIG_STEP_MM : STEP_MM
    const to: Readonly<Record<string, Point>> = {
      ArrowLeft: { x: at.x - by, y: at.y },
      ArrowRight: { x: at.x + by, y: at.y },
      ArrowUp: { x: at.x, y: at.y + up },
      ArrowDown: { x: at.x, y: at.y - up },
    }
    const next = to[event.key]
    if (!next) return
    event.preventDefault()
    move(id, next, `${id} by key`)
  }
  const radius = side / 40
  return (
    <g
      tabIndex={0}
      role="button"
      aria-label={`${MARK_WORDS[mark.kind].name}, ${printQuantity(at.x, units.length)} right and ${printQuantity(at.y, units.length)} above the middle: arrow keys move it`}
      className="cursor-grab touch-none"
      data-handle={id}
      onFocus={() => choose(id)}
      onPointerDown={(event) => {
        held.current = true
        holds.current += 1
        event.currentTarget.setPointerCapture(event.pointerId)
        choose(id)
      }}
      onPointerMove={drag}
      onPointerUp={() => (held.current = false)}
      onPointerCancel={() => (held.current = false)}
      onKeyDown={nudge}
    >
      <circle cx={at.x} cy={-at.y} r={2 * radius} fill="transparent" />
      <circle
        cx={at.x}
        cy={-at.y}
        r={radius}
        fill={id === chosen ? 'var(--needle)' : 'var(--raised)'}
        stroke="var(--ink)"
        strokeWidth={side / 200}
      />
    </g>
  )
}

function tenth(mm: number): number {
  return Math.round(mm * 10) / 10
}
