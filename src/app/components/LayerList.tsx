import { ArrowDown, ArrowUp, ChevronDown, X } from 'lucide-react'
import {
  hasRest,
  leftBeside,
  withMoved,
  withoutLayer,
  withStarted,
  type LaterLayer,
} from '#core/batch/index.ts'
import { wordLayerLine } from '#words/layers.ts'
import { AddLayer } from './AddLayer.tsx'
import { LayerFields } from './LayerFields.tsx'
import type { LayerListProps } from './layerListProps.ts'

/** What is laid after the pour, the first at the bottom: each in a line that opens, one more at the foot. */
export function LayerList(props: LayerListProps) {
  const { label, layers, problems = {}, whens, laid = [], onChange, units } = props
  const set = (place: number, layer: LaterLayer) =>
    onChange(layers.map((each, k) => (k === place ? layer : each)))
  const general = Object.entries(problems).filter(([path]) => !/^\d+\./.test(path))
  return (
    <fieldset className="flex flex-col gap-2" data-layers>
      <legend className="mb-1 text-sm font-medium">{label}</legend>
      {layers.map((layer, k) => {
        const fixed = laid.includes(layer.id)
        const own = problemsOf(problems, k)
        return (
          <details
            key={layer.id}
            className="border-line open:bg-raised rounded-xl border"
            open={Object.keys(own).length > 0 || undefined}
            data-layer={layer.id}
          >
            <summary className="flex min-h-11 cursor-pointer items-center gap-2 px-3 py-1.5">
              <Swatches layer={layer} />
              <span className="min-w-0 flex-1">
                <span className="font-medium">{layer.name || 'Without a name'}</span>
                <span className="text-ink-soft block text-sm">
                  {wordLayerLine(layer, units)}
                  {fixed && '; laid'}
                </span>
              </span>
              {!fixed && <ChevronDown className="text-ink-soft size-4 shrink-0" aria-hidden />}
            </summary>
            {!fixed && (
              <div className="flex flex-col gap-3 px-3 pb-3">
                <LayerFields
                  {...props}
                  layer={layer}
                  problems={own}
                  besideFrac={leftBeside(layers, k)}
                  restTaken={hasRest(layers.filter((each) => each !== layer))}
                  onChange={(changed) => set(k, changed)}
                />
                <div className="flex flex-wrap gap-2">
                  <button
                    type="button"
                    className="button button-quiet px-3"
                    disabled={k === 0 || laid.includes(layers[k - 1]!.id)}
                    onClick={() => onChange(withMoved(layers, layer, -1))}
                  >
                    <ArrowDown className="size-4" aria-hidden /> Lower
                  </button>
                  <button
                    type="button"
                    className="button button-quiet px-3"
                    disabled={k === layers.length - 1}
                    onClick={() => onChange(withMoved(layers, layer, 1))}
                  >
                    <ArrowUp className="size-4" aria-hidden /> Higher
                  </button>
                  <button
                    type="button"
                    className="button button-quiet px-3"
                    onClick={() => onChange(withoutLayer(layers, layer))}
                  >
                    <X className="size-4" aria-hidden /> Leave out {layer.name}
                  </button>
                </div>
              </div>
            )}
          </details>
        )
      })}
      {general.map(([path, problem]) => (
        <p key={path} className="text-stop text-sm">
          {problem}
        </p>
      ))}
      <AddLayer
        label="Add a layer"
        text={layers.length === 0 ? 'No layer over it; add one …' : 'Add one more …'}
        whens={whens}
        onAdd={(start) => onChange(withStarted(layers, start, { at: layers.length, whens }))}
      />
    </fieldset>
  )
}

/** The colours of its cups beside each other. */
function Swatches({ layer: { cups, drawn } }: { layer: LaterLayer }) {
  const hexes = [
    ...cups.flatMap(({ colours }) => colours.map(({ colour }) => colour.hex)),
    ...(drawn?.colours ?? []).map(({ hex }) => hex),
  ]
  return (
    <span className="border-edge flex h-7 w-7 shrink-0 overflow-hidden rounded-md border" aria-hidden>
      {hexes.slice(0, 6).map((hex, k) => (
        <span key={k} className="flex-1" style={{ background: hex }} />
      ))}
    </span>
  )
}

/** Problems of the layer at that place, by their path from it. */
export function problemsOf(
  problems: Readonly<Record<string, string>>,
  place: number,
): Readonly<Record<string, string>> {
  const prefix = `${place}.`
  return Object.fromEntries(
    Object.entries(problems)
      .filter(([path]) => path.startsWith(prefix))
      .map(([path, problem]) => [path.slice(prefix.length), problem]),
  )
}
