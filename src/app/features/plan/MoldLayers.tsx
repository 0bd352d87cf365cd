import type { BatchRequest, Layer, MoldFill } from '#core/batch/index.ts'
import { boxOf, polygonOf } from '#core/mold/index.ts'
import { printQuantity, type UnitChoice } from '#core/units/index.ts'
import { MoldDrawing } from '#app/components/MoldDrawing.tsx'

const LAYER_LOOK: Readonly<Record<Layer['kind'], { readonly name: string; readonly fill: string }>> = {
  bed: { name: 'bed', fill: 'var(--clear)' },
  white: { name: 'white', fill: 'var(--cloud)' },
  back: { name: 'back', fill: 'var(--under)' },
  lip: { name: 'lip, free', fill: 'transparent' },
}

interface MoldLayersProps {
  readonly request: BatchRequest
  readonly fills: readonly MoldFill[]
  readonly units: UnitChoice
}

/** How each mold is filled: from above with its beads, and cut through with its layers. */
export function MoldLayers({ request, fills, units }: MoldLayersProps) {
  const frameMm = 1.06 * Math.max(...fills.map((fill) => widest(fill)))
  return (
    <section className="sheet" aria-labelledby="molds-heading">
      <h2 id="molds-heading" className="mb-3 text-xl">
        In the molds
      </h2>
      <ul className="grid gap-5 md:grid-cols-2">
        {fills.map((fill) => (
          <li key={fill.mold.id} className="flex gap-4">
            <MoldDrawing
              outline={fill.mold.outline}
              frameMm={frameMm}
              beads={fill.white.beads}
              title={`${fill.mold.name} from above, to scale`}
              className="size-32 shrink-0"
            />
            <div className="min-w-0 flex-1 text-sm">
              <p className="font-semibold">
                {fill.count} × {fill.mold.name}
              </p>
              <p className="text-ink-soft">
                holds {printQuantity(fill.brimMl, units.volume)} to the brim
                {fill.fillOverDrawn === null ? ' (outline × depth)' : ' (water fill)'}
              </p>
              <CutThrough fill={fill} units={units} face={request.face} />
              {fill.white.beadMm > 0 && (
                <p className="text-ink-soft mt-1">
                  {fill.white.beads.length} {fill.white.beads.length === 1 ? 'ring' : 'rings'},{' '}
                  {(fill.white.beadMm / 10).toFixed(0)} cm of bead
                </p>
              )}
            </div>
          </li>
        ))}
      </ul>
    </section>
  )
}

function widest({ mold }: MoldFill): number {
  const box = boxOf(polygonOf(mold.outline))
  return Math.max(box.right - box.left, box.top - box.bottom)
}

/** The layers from the silicone upwards: drawn bottom first, as they are poured. */
function CutThrough({
  fill,
  units,
  face,
}: {
  fill: MoldFill
  units: UnitChoice
  face: BatchRequest['face']
}) {
  const shown = [...fill.layers].reverse()
  const total = Math.max(
    fill.mold.depthMm,
    fill.layers.reduce((sum, layer) => sum + layer.depthMm, 0),
  )
  return (
    <div className="mt-2">
      <p className="text-ink-soft text-xs">{face === 'open' ? 'face' : 'back'}, the open side</p>
      <ol className="border-edge border-x border-b">
        {fill.freeMm > 0.05 && (
          <LayerBar name="free" depthMm={fill.freeMm} fill="transparent" total={total} units={units} />
        )}
        {shown.map((layer) => (
          <LayerBar
            key={layer.kind}
            name={LAYER_LOOK[layer.kind].name}
            depthMm={layer.depthMm}
            fill={LAYER_LOOK[layer.kind].fill}
            total={total}
            units={units}
          />
        ))}
      </ol>
      <p className="text-ink-soft text-xs">{face === 'mold' ? 'face' : 'back'}, against the silicone</p>
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
