import { ArrowDown, ArrowUp, ChevronDown, X } from 'lucide-react'
import { levelOf, nextLayer, takesRoom, zoneFrac, type LaterLayer } from '#core/batch/index.ts'
import {
  LAYER_STARTS,
  LAYER_WAYS,
  LAYER_WHENS,
  type LayerStartId,
  type LayerWhen,
} from '#core/technique/index.ts'
import { LAYER_START_WORDS, wordLayerLine } from '#words/layers.ts'
import { LayerFields } from './LayerFields.tsx'
import type { LayerListProps } from './layerListProps.ts'

/** What is laid after the pour, the first at the bottom: each in a line that opens, one more at the foot. */
export function LayerList(props: LayerListProps) {
  const { label, layers, problems = {}, whens, laid = [], onChange, units } = props
  const set = (place: number, layer: LaterLayer) =>
    onChange(layers.map((each, k) => (k === place ? layer : each)))
  const starts = (Object.keys(LAYER_STARTS) as LayerStartId[]).filter((id) => whenOf(id, whens) !== null)
  const add = (id: LayerStartId) => {
    const begun = nextLayer(layers, id)
    const when = whenOf(id, whens)!
    // Only one layer goes up to the lip, and none on a finished piece.
    const fills = begun.amount.by === 'rest' && LAYER_WHENS[when].takesRoom && !hasRest(layers)
    const deep = begun.amount.by === 'rest' && !fills ? { by: 'depth' as const, mm: 2 } : begun.amount
    onChange([...layers, { ...begun, when, amount: deep }])
  }
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
                    onClick={() => onChange(swapped(layers, k - 1))}
                  >
                    <ArrowDown className="size-4" aria-hidden /> Lower
                  </button>
                  <button
                    type="button"
                    className="button button-quiet px-3"
                    disabled={k === layers.length - 1}
                    onClick={() => onChange(swapped(layers, k))}
                  >
                    <ArrowUp className="size-4" aria-hidden /> Higher
                  </button>
                  <button
                    type="button"
                    className="button button-quiet px-3"
                    onClick={() => onChange(layers.filter((each) => each !== layer))}
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
      <select
        className="field"
        aria-label="Add a layer"
        value=""
        onChange={(event) => add(event.target.value as LayerStartId)}
      >
        <option value="" disabled>
          {layers.length === 0 ? 'No layer over it; add one …' : 'Add one more …'}
        </option>
        {starts.map((id) => (
          <option key={id} value={id}>
            {LAYER_START_WORDS[id]}
          </option>
        ))}
      </select>
    </fieldset>
  )
}

/** The colours of its cups beside each other. */
function Swatches({ layer: { cups } }: { layer: LaterLayer }) {
  const hexes = cups.flatMap(({ colours }) => colours.map(({ colour }) => colour.hex))
  return (
    <span className="border-edge flex h-7 w-7 shrink-0 overflow-hidden rounded-md border" aria-hidden>
      {hexes.slice(0, 6).map((hex, k) => (
        <span key={k} className="flex-1" style={{ background: hex }} />
      ))}
    </span>
  )
}

/** When a layer begun so would be laid, among the moments still to come; null where none of its way is. */
function whenOf(id: LayerStartId, whens: readonly LayerWhen[] | undefined): LayerWhen | null {
  const { when, way } = LAYER_STARTS[id]
  if (!whens || whens.includes(when)) return when
  return LAYER_WAYS[way].whens.find((each) => whens.includes(each)) ?? null
}

function hasRest(layers: readonly LaterLayer[]): boolean {
  return layers.some(({ amount }) => amount.by === 'rest')
}

/** What the layers at the height of the one before that place leave of the pieces; 0 where that lies all over them. */
function leftBeside(layers: readonly LaterLayer[], place: number): number {
  const before = layers[place - 1]
  if (!before?.zone || !takesRoom(before)) return 0
  const level = levelOf(layers, before)
  const taken = layers
    .slice(0, place)
    .filter((each) => levelOf(layers, each) === level)
    .reduce((sum, each) => sum + zoneFrac(each), 0)
  return Math.max(0, Math.round(1000 * (1 - taken)) / 1000)
}

function problemsOf(
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

/** The list with that layer and the next one changed about. */
function swapped(layers: readonly LaterLayer[], at: number): readonly LaterLayer[] {
  return [...layers.slice(0, at), layers[at + 1]!, layers[at]!, ...layers.slice(at + 2)]
}
