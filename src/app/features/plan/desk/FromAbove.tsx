import { useMemo } from 'react'
import { Link } from 'react-router'
import { HAND_SMOOTH, islandsOf, narrowZones, polygonOf } from '#core/mold/index.ts'
import { narrowFromMm, type BatchRequest, type MoldFill } from '#core/batch/index.ts'
import type { BatchPlan } from '#core/plan/index.ts'
import { isDrawn, isInked, isFlowered } from '#core/technique/index.ts'
import { printQuantity, type UnitChoice } from '#core/units/index.ts'
import { wordLengthOf } from '#words/lengths.ts'
import { usePatternLink } from '../patternLink.ts'
import { frameOf, MoldDrawing } from '#app/components/MoldDrawing.tsx'
import { cupsLaid } from '#app/components/laidOf.ts'
import { savePatternSheet } from '../patternSheet.ts'

interface FromAboveProps {
  readonly request: BatchRequest
  readonly plan: BatchPlan
  readonly units: UnitChoice
  /** The later layer that is drawn; the pour where none is said. */
  readonly layerId?: string | undefined
}

/** Each mold from above, with its drops and beads. */
export function FromAbove({ request, plan, units, layerId }: FromAboveProps) {
  const { fills, drops } = plan
  const patternLink = usePatternLink()
  const frameMm = Math.max(...fills.map(({ mold }) => frameOf(mold.outline)))
  return (
    <ul className="grid gap-4" aria-label="The molds from above">
      {fills.map((fill) => {
        const own = drops.find(({ id }) => id === fill.id)
        return (
          <li key={fill.id} className="flex gap-3">
            <MoldFromAbove fill={fill} request={request} frameMm={frameMm} plan={plan} />
            <div className="min-w-0 flex-1 text-sm">
              <p className="font-semibold">
                {fill.count} × {fill.name}
              </p>
              {own && isInked(fill.technique) && (
                <p>{own.inks.map((ink) => `${ink.drops} ${ink.what}`).join(' and ') || 'No ink'} on each</p>
              )}
              {fill.white.beadMm > 0 && (
                <p>
                  {fill.laid.beads.length} {fill.laid.beads.length === 1 ? 'bead' : 'beads'},{' '}
                  {wordLengthOf(fill.white.beadMm, units)} in all, hole{' '}
                  {printQuantity(request.white.holeMm, units.length)}
                </p>
              )}
              <p className="text-ink-soft">
                holds {printQuantity(fill.brimMl, units.volume)} to the brim
                {fill.fillOverDrawn !== null
                  ? ' (water fill)'
                  : fill.mold.edge
                    ? ' (outline × depth, less where the middle stands up)'
                    : ' (outline × depth)'}
              </p>
              <div className="no-print flex flex-wrap items-center gap-x-4">
                {isDrawn(fill.technique) && (
                  <Link
                    className="min-h-11 content-center font-semibold underline"
                    to={patternLink(fill.id, layerId)}
                  >
                    Pattern and face
                  </Link>
                )}
                <button
                  type="button"
                  className="min-h-11 cursor-pointer underline"
                  onClick={() =>
                    savePatternSheet({ mold: fill.mold, pattern: fill.pattern, holeMm: request.white.holeMm })
                  }
                >
                  {isDrawn(fill.technique)
                    ? 'Pattern sheet, true size (SVG)'
                    : 'Outline to lay out on, true size (SVG)'}
                </button>
              </div>
            </div>
          </li>
        )
      })}
    </ul>
  )
}

function MoldFromAbove({
  fill,
  request,
  frameMm,
  plan,
}: {
  readonly fill: MoldFill
  readonly request: BatchRequest
  readonly frameMm: number
  readonly plan: BatchPlan
}) {
  const { inks, name } = fill
  const { outline } = fill.mold
  const narrowMm = narrowFromMm(request.white)
  const blooms = isFlowered(fill.technique)
  const narrow = useMemo(
    () => (blooms ? narrowZones(polygonOf(outline, HAND_SMOOTH), narrowMm, islandsOf(outline)) : []),
    [outline, narrowMm, blooms],
  )
  const filled = useMemo(() => cupsLaid(fill, plan, request), [fill, plan, request])
  return (
    <div className="w-28 shrink-0">
      <MoldDrawing
        outline={outline}
        frameMm={frameMm}
        laid={fill.laid}
        filled={filled}
        beadMm={request.white.holeMm}
        inkHexes={inks.map(({ hex }) => hex)}
        narrow={narrow}
        title={`${name} from above, to scale${narrow.length > 0 ? '; shaded where it is too narrow to bloom' : ''}`}
        className="size-28"
      />
      {filled.length > 0 && (
        <p className="text-ink-soft text-xs">a drawing; what runs how far is not followed</p>
      )}
      {narrow.length > 0 && <p className="text-ink-soft text-xs">shaded: too narrow to bloom much</p>}
    </div>
  )
}
