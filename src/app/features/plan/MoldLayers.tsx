import { useMemo } from 'react'
import { Link } from 'react-router'
import { HAND_SMOOTH, islandsOf, narrowZones, polygonOf } from '#core/mold/index.ts'
import { narrowFromMm, type BatchRequest, type Face, type Layer, type MoldFill } from '#core/batch/index.ts'
import { isDrawn, isPiped } from '#core/technique/index.ts'
import { printQuantity, type UnitChoice } from '#core/units/index.ts'
import { wordLayer } from '#words/mixes.ts'
import { usePatternLink } from './patternLink.ts'
import { frameOf, MoldDrawing } from '#app/components/MoldDrawing.tsx'
import { savePatternSheet } from './patternSheet.ts'

/** A bed is clear or shows the colours of its cups side by side, as a later layer does; the white is a cloud. */
function colourOf({ id, name, poured }: Layer, { technique }: MoldFill, request: BatchRequest): string {
  if (name === null && !poured) return 'var(--cloud)'
  const own = name === null ? (isDrawn(technique) ? [] : request.cups) : null
  const cups = own ?? request.layers.find((each) => each.id === id)?.cups ?? []
  const hexes = cups.map(({ colours: [first] }) => first?.colour.hex ?? 'var(--clear)')
  const [only] = hexes
  if (!only) return own ? 'var(--clear)' : 'color-mix(in oklab, var(--clear) 55%, var(--cloud))'
  if (hexes.length === 1) return only
  const share = 100 / hexes.length
  return `linear-gradient(to right, ${hexes.map((hex, k) => `${hex} ${k * share}% ${(k + 1) * share}%`).join(', ')})`
}

interface MoldLayersProps {
  readonly request: BatchRequest
  readonly fills: readonly MoldFill[]
  readonly units: UnitChoice
}

/** How each mold is filled: from above with its beads, and cut through with its layers. */
export function MoldLayers({ request, fills, units }: MoldLayersProps) {
  const patternLink = usePatternLink()
  const frameMm = Math.max(...fills.map(({ mold }) => frameOf(mold.outline)))
  return (
    <section className="sheet" aria-labelledby="molds-heading">
      <h2 id="molds-heading" className="mb-3 text-xl">
        In the molds
      </h2>
      <ul className="grid gap-5 md:grid-cols-2">
        {fills.map((fill) => (
          <li key={fill.id} className="flex gap-4">
            <FromAbove fill={fill} request={request} frameMm={frameMm} />
            <div className="min-w-0 flex-1 text-sm">
              <p className="font-semibold">
                {fill.count} × {fill.name}
              </p>
              <p className="text-ink-soft">
                holds {printQuantity(fill.brimMl, units.volume)} to the brim
                {fill.fillOverDrawn === null ? ' (outline × depth)' : ' (water fill)'}
              </p>
              <CutThrough fill={fill} units={units} request={request} />
              {fill.white.beadMm > 0 && (
                <p className="text-ink-soft mt-1">
                  {fill.laid.beads.length} {fill.laid.beads.length === 1 ? 'bead' : 'beads'},{' '}
                  {units.length === 'mm'
                    ? `${(fill.white.beadMm / 10).toFixed(0)} cm`
                    : printQuantity(fill.white.beadMm, units.length, 0)}{' '}
                  in all
                </p>
              )}
              <div className="no-print mt-2 flex flex-wrap gap-x-4">
                {isDrawn(fill.technique) && (
                  <Link className="button button-quiet" to={patternLink(fill.id)}>
                    Pattern and face
                  </Link>
                )}
                <button
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
        ))}
      </ul>
    </section>
  )
}

function FromAbove({
  fill,
  request,
  frameMm,
}: {
  readonly fill: MoldFill
  readonly request: BatchRequest
  readonly frameMm: number
}) {
  const { inks, name } = fill
  const { outline } = fill.mold
  const narrowMm = narrowFromMm(request.white)
  const blooms = isPiped(fill.technique)
  const narrow = useMemo(
    () => (blooms ? narrowZones(polygonOf(outline, HAND_SMOOTH), narrowMm, islandsOf(outline)) : []),
    [outline, narrowMm, blooms],
  )
  return (
    <div className="w-32 shrink-0">
      <MoldDrawing
        outline={outline}
        frameMm={frameMm}
        laid={fill.laid}
        beadMm={request.white.holeMm}
        inkHexes={inks.map(({ hex }) => hex)}
        narrow={narrow}
        title={`${name} from above, to scale${narrow.length > 0 ? '; shaded where it is too narrow to bloom' : ''}`}
        className="size-32"
      />
      {narrow.length > 0 && <p className="text-ink-soft text-xs">shaded: too narrow to bloom much</p>}
    </div>
  )
}

/** What the open side and the side against the mold are. */
const SIDES: Readonly<Record<Face, readonly [string, string]>> = {
  open: ['face', 'back'],
  mold: ['back', 'face'],
  undecided: ['face or back', 'face or back'],
}

/** The layers from the silicone upwards: drawn bottom first, as they are poured. */
function CutThrough({ fill, units, request }: { fill: MoldFill; units: UnitChoice; request: BatchRequest }) {
  const { face } = request
  const shown = [...fill.layers].reverse()
  const total = Math.max(
    fill.mold.depthMm,
    fill.layers.reduce((sum, layer) => sum + layer.depthMm, 0),
  )
  return (
    <div className="mt-2">
      <p className="text-ink-soft text-xs">{SIDES[face][0]}, the open side</p>
      <ol className="border-edge border-x border-b">
        {fill.lipMm > 0.05 && (
          <LayerBar name="lip" depthMm={fill.lipMm} fill="transparent" total={total} units={units} />
        )}
        {shown.map((layer) => (
          <LayerBar
            key={layer.id}
            name={wordLayer(layer, fill.technique)}
            depthMm={layer.depthMm}
            fill={colourOf(layer, fill, request)}
            total={total}
            units={units}
          />
        ))}
      </ol>
      <p className="text-ink-soft text-xs">
        {SIDES[face][1]}, against the {fill.mold.stays ? 'dish' : 'silicone'}
      </p>
    </div>
  )
}

interface LayerBarProps {
  readonly name: string
  readonly depthMm: number
  readonly fill: string
  readonly total: number
  readonly units: UnitChoice
}

function LayerBar({ name, depthMm, fill, total, units }: LayerBarProps) {
  return (
    <li
      className="border-edge flex items-center justify-between overflow-hidden border-t px-2 text-xs leading-none"
      style={{ height: `${Math.max(16, (depthMm / total) * 110)}px`, background: fill }}
    >
      <span className="bg-raised/80 rounded px-1">{name}</span>
      <span className="bg-raised/80 rounded px-1">{printQuantity(depthMm, units.length)}</span>
    </li>
  )
}
