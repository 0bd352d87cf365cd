import { drawnIn, markedIn, possibleAmount, type LaterLayer, type LayerAmount } from '#core/batch/index.ts'
import { mixedDensityGPerMl } from '#core/resin/index.ts'
import { isLaidInto, LAYER_WAYS, LAYER_WHENS, takesCups, TECHNIQUES } from '#core/technique/index.ts'
import { AMOUNT_WORDS, LAYER_WHEN_WORDS } from '#words/layers.ts'
import { BottleList } from './BottleList.tsx'
import { ChoiceField } from './ChoiceField.tsx'
import { CupList } from './CupList.tsx'
import { DrawnFields } from './DrawnFields.tsx'
import type { LayerListProps } from './layerListProps.ts'
import { NumberField } from './NumberField.tsx'
import { QuantityField } from './QuantityField.tsx'
import { TextField } from './TextField.tsx'
import { ZoneFields } from './ZoneFields.tsx'

interface LayerFieldsProps extends Omit<LayerListProps, 'label' | 'layers' | 'laid' | 'onChange'> {
  readonly layer: LaterLayer
  /** By path from the layer. */
  readonly problems: Readonly<Record<string, string>>
  /** Another layer goes up to the lip. */
  readonly restTaken: boolean
  /** What the layers at the height of the one before it leave of a piece, so that it can lie beside them; 0 where none does. */
  readonly besideFrac: number
  readonly onChange: (layer: LaterLayer) => void
}

const AMOUNTS: readonly LayerAmount['by'][] = ['depth', 'rest', 'share', 'volume', 'beside']
const BATCHS_OWN = 'batch'

/** All that can be said of one layer. */
export function LayerFields(props: LayerFieldsProps) {
  const { layer, resins, problems, onChange, whens, units, pieces = [] } = props
  const { from, whens: possible } = LAYER_WAYS[layer.way]
  const drawnInto = drawnIn(layer)
  const drawn = drawnInto !== null
  const moments = possible.filter((when) => when === layer.when || !whens || whens.includes(when))
  const change = (changes: Partial<LaterLayer>) => onChange({ ...layer, ...changes })
  return (
    <>
      <TextField
        label="What it is called"
        value={layer.name}
        problem={problems['name']}
        onChange={(name) => change({ name })}
      />
      {moments.length > 1 && (
        <ChoiceField
          label="Laid"
          value={layer.when}
          choices={moments.map((id) => ({ id, name: LAYER_WHEN_WORDS[id] }))}
          onChange={(when) =>
            change({ when, amount: possibleAmount(layer.amount, { when, restTaken: props.restTaken }) })
          }
        />
      )}
      {pieces.length > 1 && (
        <OnPieces pieces={pieces} only={layer.only} onChange={(only) => change({ only })} />
      )}
      {from !== 'bottle' && <AmountFields {...props} />}
      {!drawn && (
        <ZoneFields
          zone={layer.zone}
          problem={problems['zone.frac']}
          always={layer.amount.by === 'beside'}
          onChange={(zone) => change({ zone })}
        />
      )}
      <DrawnFields
        layer={layer}
        pour={props.pour}
        colours={props.colours}
        units={units}
        problems={problems}
        marks={props.marksOf?.(layer)}
        onChange={(own) => change({ drawn: own })}
      />
      <SetInField layer={layer} units={units} problem={problems['setIn.volumeMl']} onChange={change} />
      {from === 'mix' && (
        <>
          <ChoiceField
            label="Of which resin"
            value={layer.resin?.id ?? BATCHS_OWN}
            choices={[
              { id: BATCHS_OWN, name: "The batch's own" },
              ...resins.map(({ id, name }) => ({ id, name })),
            ]}
            onChange={(id) => change({ resin: resins.find((resin) => resin.id === id) ?? null })}
          />
          {(drawnInto === null || takesCups(TECHNIQUES[drawnInto])) && (
            <CupList
              cups={layer.cups}
              colours={props.colours}
              units={units}
              apart={!drawn}
              problems={problems}
              onChange={(cups) => change({ cups })}
            />
          )}
        </>
      )}
      {from === 'bottle' && (
        <BottleList
          cups={layer.cups}
          colours={props.colours}
          problems={problems}
          onChange={(cups) => change({ cups })}
        />
      )}
    </>
  )
}

interface OnPiecesProps {
  readonly pieces: readonly { readonly id: string; readonly name: string }[]
  readonly only: readonly string[] | null
  readonly onChange: (only: readonly string[] | null) => void
}

/** On which pieces of the batch it is laid. */
function OnPieces({ pieces, only, onChange }: OnPiecesProps) {
  const chosen = only ?? pieces.map(({ id }) => id)
  const toggle = (id: string) => {
    const next = pieces.map((order) => order.id).filter((each) => (each === id) !== chosen.includes(each))
    if (next.length > 0) onChange(next.length === pieces.length ? null : next)
  }
  return (
    <fieldset>
      <legend className="text-sm font-medium">In</legend>
      {pieces.map(({ id, name }) => (
        <label key={id} className="flex min-h-11 cursor-pointer items-center gap-2 text-sm">
          <input
            type="checkbox"
            className="accent-needle size-5 shrink-0"
            checked={chosen.includes(id)}
            onChange={() => toggle(id)}
          />
          {name}
        </label>
      ))}
    </fieldset>
  )
}

interface SetInProps {
  readonly layer: LaterLayer
  readonly units: LayerFieldsProps['units']
  readonly problem: string | undefined
  readonly onChange: (changes: Partial<LaterLayer>) => void
}

/** The room of what is laid into a layer; nothing where its way lays nothing in. */
function SetInField({ layer, units, problem, onChange }: SetInProps) {
  const way = drawnIn(layer)
  if (way === null || !isLaidInto(way)) return null
  return (
    <QuantityField
      label="What is laid in takes, in each piece"
      dimension="volume"
      unit={units.volume}
      value={layer.setIn?.volumeMl ?? 0}
      onChange={(value) => onChange({ setIn: { volumeMl: value ?? Number.NaN } })}
      hint="Drop it into a measured cup of water and read the rise"
      problem={problem}
    />
  )
}

function AmountFields({ layer, pour, units, problems, restTaken, besideFrac, onChange }: LayerFieldsProps) {
  const { amount, when } = layer
  const can: Readonly<Record<LayerAmount['by'], boolean>> = {
    depth: true,
    volume: true,
    share: LAYER_WHENS[when].takesRoom,
    rest: LAYER_WHENS[when].takesRoom && !restTaken,
    beside: LAYER_WHENS[when].takesRoom && besideFrac > 0,
    none: false,
  }
  const possible = AMOUNTS.filter((by) => by === amount.by || (can[by] && drawnIn(layer) === null))
  const set = (next: LayerAmount) =>
    onChange({
      ...layer,
      amount: next,
      zone: next.by === 'beside' ? (layer.zone ?? { place: 'side', frac: besideFrac }) : layer.zone,
    })
  return (
    <div className="grid grid-cols-2 gap-3">
      {possible.length > 1 && (
        <ChoiceField
          label="How much"
          value={amount.by}
          choices={possible.map((id) => ({ id, name: AMOUNT_WORDS[id] }))}
          onChange={(by) => set(begunAmount(by))}
        />
      )}
      {amount.by === 'depth' && (
        <QuantityField
          label={markedIn(layer) === null ? 'Depth' : 'Bed, under its white'}
          dimension="length"
          unit={units.length}
          value={amount.mm}
          onChange={(mm) => set({ by: 'depth', mm: mm ?? Number.NaN })}
          problem={problems['amount.mm']}
        />
      )}
      {amount.by === 'volume' && (
        <QuantityField
          label="Volume"
          dimension="volume"
          unit={units.volume}
          gPerMl={mixedDensityGPerMl(layer.resin ?? pour.resin)}
          hint={`Or by weight: ${units.mass === 'g' ? '20 g' : '1 oz wt'}`}
          value={amount.ml}
          onChange={(ml) => set({ by: 'volume', ml: ml ?? Number.NaN })}
          problem={problems['amount.ml']}
        />
      )}
      {amount.by === 'share' && (
        <NumberField
          label="Percent"
          value={Math.round(1000 * amount.frac) / 10}
          onChange={(percent) => set({ by: 'share', frac: percent / 100 })}
          problem={problems['amount.frac']}
        />
      )}
    </div>
  )
}

function begunAmount(by: LayerAmount['by']): LayerAmount {
  switch (by) {
    case 'depth':
      return { by, mm: 2 }
    case 'volume':
      return { by, ml: 20 }
    case 'share':
      return { by, frac: 0.5 }
    case 'rest':
    case 'beside':
    case 'none':
      return { by }
    default:
      return by satisfies never
  }
}
