import type { ReactNode } from 'react'
import { drawnIn, kindId, kindName, type BatchRequest } from '#core/batch/index.ts'
import type { LivePlan } from '#core/plan/index.ts'
import { nameOfWay, waysOf } from '#core/technique/index.ts'
import type { School } from '#words/schools.ts'
import { wordLayerLine } from '#words/layers.ts'
import { problemsOf } from '#app/components/LayerList.tsx'
import type { InputsProps } from '../inputsProps.ts'
import { LayerPatterns } from '../LayerPatterns.tsx'
import { under } from '../problems.ts'
import { DrawnDesk } from './DrawnDesk.tsx'
import { LayerDesk, LayerStrip, LayerTakes } from './LayerDesk.tsx'
import { PourStrip, PourTakes } from './PourDesk.tsx'

interface DeskProps extends InputsProps {
  /** What was worked out last; null before anything was. */
  readonly drawn: { readonly request: BatchRequest; readonly live: LivePlan } | null
  readonly school: School
  readonly open: string
  readonly onOpen: (id: string) => void
  /** What can be said of the pour. */
  readonly pourFields: ReactNode
}

/** The one layer that is open: its strip, what can be said of it, and beside that what it takes. */
export function Desk(props: DeskProps) {
  const { draft, stock, units, problems, change, drawn, school, open, onOpen, pourFields } = props
  const at = draft.layers.findIndex(({ id }) => id === open)
  const layer = draft.layers[at]
  const planned = drawn && { ...drawn, units, school }
  if (!layer)
    return (
      <Frame
        id="pour"
        title={[...new Set(waysOf(draft))].map((way) => nameOfWay(way, draft.ownWay)).join(' and ')}
        lead="The pour: one mix, one clock. Everything counts from stop-stir."
        strip={planned && <PourStrip {...planned} />}
        fields={pourFields}
        takes={planned && <PourTakes {...planned} />}
      />
    )
  // One that was added this moment is not worked out yet.
  const laid = planned?.request.layers.some(({ id }) => id === layer.id) ? planned : null
  const drawsIn = drawnIn(layer) !== null
  return (
    <Frame
      id={layer.id}
      title={layer.name || 'Without a name'}
      lead={wordLayerLine(layer, units)}
      strip={laid && !drawsIn && <LayerStrip {...laid} layerId={layer.id} />}
      fields={
        <LayerDesk
          layer={layer}
          layers={draft.layers}
          colours={stock.colours}
          resins={stock.resins}
          pieces={draft.pieces.map((order) => ({ id: kindId(order), name: kindName(order) }))}
          units={units}
          pour={draft}
          marksOf={(each) => <LayerPatterns layer={each} draft={draft} />}
          problems={problemsOf(under('layers', problems), at)}
          onChange={(layers) => change({ layers })}
          onOpen={onOpen}
        />
      }
      takes={
        laid &&
        (drawsIn ? (
          <DrawnDesk
            {...laid}
            layer={layer}
            onChange={(next) =>
              change({ layers: draft.layers.map((each) => (each.id === layer.id ? next : each)) })
            }
          />
        ) : (
          <LayerTakes {...laid} layerId={layer.id} />
        ))
      }
    />
  )
}

interface FrameProps {
  readonly id: string
  readonly title: string
  readonly lead: string
  readonly strip: ReactNode
  readonly fields: ReactNode
  readonly takes: ReactNode
}

function Frame({ id, title, lead, strip, fields, takes }: FrameProps) {
  return (
    <section aria-labelledby="desk-heading" data-layer={id}>
      <h2 id="desk-heading" className="text-2xl">
        {title}
      </h2>
      <p className="text-ink-soft mb-2 text-sm">{lead}</p>
      {strip}
      <div className="mt-3 grid grid-cols-1 items-start gap-6 xl:grid-cols-[17rem_minmax(0,1fr)]">
        <form className="no-print flex min-w-0 flex-col gap-3" onSubmit={(event) => event.preventDefault()}>
          {fields}
        </form>
        {takes}
      </div>
    </section>
  )
}
