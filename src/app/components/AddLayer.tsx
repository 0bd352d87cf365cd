import { whenOfStart } from '#core/batch/index.ts'
import { LAYER_STARTS, type LayerStartId, type LayerWhen } from '#core/technique/index.ts'
import { LAYER_START_WORDS } from '#words/layers.ts'

interface AddLayerProps {
  readonly label: string
  /** What stands there while nothing is chosen. */
  readonly text: string
  /** Moments that are still to come for these pieces; all of them where nothing is said. */
  readonly whens?: readonly LayerWhen[] | undefined
  readonly onAdd: (start: LayerStartId) => void
}

/** What a layer can be begun from, each that can still be laid. */
export function AddLayer({ label, text, whens, onAdd }: AddLayerProps) {
  const starts = (Object.keys(LAYER_STARTS) as LayerStartId[]).filter(
    (start) => whenOfStart(start, whens) !== null,
  )
  return (
    <select
      className="field"
      aria-label={label}
      value=""
      onChange={(event) => onAdd(event.target.value as LayerStartId)}
    >
      <option value="" disabled>
        {text}
      </option>
      {starts.map((id) => (
        <option key={id} value={id}>
          {LAYER_START_WORDS[id]}
        </option>
      ))}
    </select>
  )
}
