import {
  kindId,
  pourOfLayer,
  withPour,
  type BatchRequest,
  type LaterLayer,
  type PieceOrder,
} from '#core/batch/index.ts'
import type { LivePlan } from '#core/plan/index.ts'
import type { UnitChoice } from '#core/units/index.ts'
import { useLastTold, useSittingPlan } from '#app/platform/queries.ts'
import { PatternBench } from './PatternBench.tsx'
import { PatternPlace } from './PatternPlace.tsx'

interface LayerPatternProps {
  readonly draft: BatchRequest
  /** Null while the draft has something wrong. */
  readonly request: BatchRequest | null
  readonly live: LivePlan | undefined
  readonly layer: LaterLayer
  readonly order: PieceOrder
  readonly units: UnitChoice
  readonly onChange: (layer: LaterLayer) => void
}

/** The marks of a layer that is drawn, in one kind of piece: the same bench, with the layer as the pour that it is. */
export function LayerPattern({ draft, request, live, layer, order, units, onChange }: LayerPatternProps) {
  const id = kindId(order)
  const sitting = useLastTold(useSittingPlan(request, layer.id, {}))
  const told = sitting?.layerId === layer.id ? sitting.pour : null
  const own = pourOfLayer(draft, layer, live?.plan.fills ?? [])
  const piece = own?.pieces.find((each) => kindId(each) === id)
  if (!own || !piece) return null
  const change = (pattern: PieceOrder['pattern']) =>
    onChange(
      withPour(layer, {
        ...own,
        pieces: own.pieces.map((each) => (each === piece ? { ...each, pattern } : each)),
      }),
    )
  return (
    <PatternPlace order={order} layerName={layer.name}>
      <PatternBench
        key={`${layer.id} ${id}`}
        draft={own}
        order={piece}
        request={told?.request ?? null}
        live={told?.live}
        units={units}
        change={change}
      />
    </PatternPlace>
  )
}
