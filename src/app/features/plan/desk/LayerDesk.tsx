import { memo } from 'react'
import { ArrowDown, ArrowUp, Copy, PanelRight, X } from 'lucide-react'
import {
  hasRest,
  leftBeside,
  mixesOfLayer,
  placeBy,
  withBeside,
  withCopy,
  withMoved,
  withoutLayer,
  withStarted,
  type BatchRequest,
  type LaterLayer,
} from '#core/batch/index.ts'
import type { LivePlan } from '#core/plan/index.ts'
import type { RunStep } from '#core/runsheet/index.ts'
import { printSpan, type UnitChoice } from '#core/units/index.ts'
import { wordMix } from '#words/mixes.ts'
import { printWindow } from '#words/minutes.ts'
import { AddLayer } from '#app/components/AddLayer.tsx'
import { LayerFields } from '#app/components/LayerFields.tsx'
import type { LayerListProps } from '#app/components/layerListProps.ts'
import { MixCups, MixFigures } from '#app/components/MixSheet.tsx'
import { Strip } from '#app/components/Strip.tsx'
import { TakesList } from '#app/components/TakesList.tsx'
import { useSittingPlan } from '#app/platform/queries.ts'
import { POUR_DESK } from './slabs.ts'

interface LayerDeskProps extends Omit<LayerListProps, 'label' | 'problems' | 'whens' | 'laid'> {
  readonly layer: LaterLayer
  /** Of this layer, by path from it. */
  readonly problems: Readonly<Record<string, string>>
  readonly onOpen: (id: string) => void
}

/** One layer opened: what can be said of it, and what is done with it among the others. */
export function LayerDesk({ layer, problems, onOpen, ...list }: LayerDeskProps) {
  const { layers, onChange } = list
  const at = layers.indexOf(layer)
  const put = (next: readonly LaterLayer[], open = layer.id) => {
    onChange(next)
    onOpen(open)
  }
  const opened = (next: readonly LaterLayer[]) =>
    next.find(({ id }) => !layers.some((each) => each.id === id))!.id
  const beside = withBeside(layers, layer)
  return (
    <div className="flex flex-col gap-3">
      <LayerFields
        {...list}
        layer={layer}
        problems={problems}
        restTaken={hasRest(layers.filter((each) => each !== layer))}
        besideFrac={leftBeside(layers, at)}
        onChange={(changed) => put(layers.map((each) => (each === layer ? changed : each)))}
      />
      <div className="grid grid-cols-2 gap-2">
        {(['on', 'under'] as const).map((side) => (
          <AddLayer
            key={side}
            label={`One more ${side} it`}
            text={side === 'on' ? 'One on it …' : 'One under it …'}
            onAdd={(start) => {
              const next = withStarted(layers, start, { at: placeBy(layers, layer, side) })
              put(next, opened(next))
            }}
          />
        ))}
      </div>
      <div className="flex flex-wrap gap-2">
        <Act Icon={PanelRight} name="One beside it" to={beside && (() => put(beside, opened(beside)))} />
        <Act
          Icon={Copy}
          name="Copy"
          to={() => {
            const next = withCopy(layers, layer)
            put(next, opened(next))
          }}
        />
        <Act Icon={ArrowDown} name="Lower" to={at === 0 ? null : () => put(withMoved(layers, layer, -1))} />
        <Act
          Icon={ArrowUp}
          name="Higher"
          to={at === layers.length - 1 ? null : () => put(withMoved(layers, layer, 1))}
        />
        <Act
          Icon={X}
          name={`Leave out ${layer.name}`}
          to={() => put(withoutLayer(layers, layer), POUR_DESK)}
        />
      </div>
    </div>
  )
}

interface ActProps {
  readonly Icon: typeof Copy
  readonly name: string
  /** Null where it cannot be done. */
  readonly to: (() => void) | null
}

function Act({ Icon, name, to }: ActProps) {
  return (
    <button
      type="button"
      className="button button-quiet px-3 text-sm"
      disabled={to === null}
      onClick={to ?? undefined}
    >
      <Icon className="size-4" aria-hidden /> {name}
    </button>
  )
}

interface LayerPlanProps {
  readonly request: BatchRequest
  readonly live: LivePlan
  readonly layerId: string
  readonly units: UnitChoice
}

/** Bubbles out and poured (common practice). */
const POURED_MIN = 5

/** The life of a layer's own mix: in the largest of its cups where it waits in cups, else as it is poured. Nothing for a layer without one. */
export const LayerStrip = memo(function LayerStrip({
  request,
  layerId,
  units,
}: Omit<LayerPlanProps, 'live'>) {
  const waits = (request.layers.find(({ id }) => id === layerId)?.cups.length ?? 0) > 0
  const { data } = useSittingPlan(request, layerId, waits ? { dividedMin: 0 } : { pouredMin: POURED_MIN })
  if (data?.layerId !== layerId || !data.cure) return null
  const [first] = data.cure.cups
  return (
    <Strip
      life={data.cure.life}
      span={{ fromMin: 0, toMin: 90, scale: 'even' }}
      notches={waits && first?.string ? [{ key: 'string', label: 'string', ...first.string }] : []}
      size="medium"
      units={units}
      label={`The life of the mix for the ${data.mix?.name ?? 'layer'}`}
    />
  )
})

/** What that layer takes: its mixes and cups, or its bottles, and when it is laid. */
export const LayerTakes = memo(function LayerTakes({
  request,
  live: { plan },
  layerId,
  units,
}: LayerPlanProps) {
  const turn = plan.steps.find(({ step }) => step.id === layerId)
  const mixes = mixesOfLayer(plan.mixes, layerId)
  return (
    <div className="flex min-w-0 flex-col gap-4">
      {turn && <LaidAt turn={turn} />}
      {mixes.map((mix) => (
        <div key={mix.id}>
          <p className="text-ink-soft mb-1 text-sm">
            {mix.of === 'cup' ? wordMix(mix, 'none') : 'Weighed and stirred for it'}
          </p>
          <MixFigures mix={mix} request={request} units={units} />
          <MixCups mix={mix} request={request} units={units} />
        </div>
      ))}
      {mixes.length === 0 && turn && <TakesList takes={turn.takes} units={units} className="text-lg" />}
    </div>
  )
})

/** When a layer is laid, and how. */
export function LaidAt({ turn }: { readonly turn: RunStep }) {
  return (
    <p data-laid-at>
      <span className="font-semibold">{turn.step.title}</span>{' '}
      {printWindow({ openMin: turn.fromMin, closeMin: turn.toMin })}, best about {printSpan(turn.beginMin)}{' '}
      after the stop-stir of the pour.
      <span className="text-ink-soft block text-sm">{turn.step.detail}</span>
    </p>
  )
}
