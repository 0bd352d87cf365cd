import { useId, type ReactNode } from 'react'
import {
  kindId,
  kindName,
  laidIn,
  usualLayers,
  type BatchRequest,
  type Inclusions,
  type LaterLayer,
} from '#core/batch/index.ts'
import {
  isDrawn,
  isPiped,
  takesCups,
  standsAlone,
  stepThat,
  TECHNIQUES,
  waysOf,
  type TechniqueId,
} from '#core/technique/index.ts'
import { ratioWords } from '#words/vocabulary.ts'
import { ChoiceField } from '#app/components/ChoiceField.tsx'
import { ColourChoice } from '#app/components/ColourChoice.tsx'
import { MeasuresFields } from '#app/components/MeasuresFields.tsx'
import { QuantityField } from '#app/components/QuantityField.tsx'
import { TextField } from '#app/components/TextField.tsx'
import { isoOfLocalField, localField } from '#app/components/when.ts'
import { begunAs } from '#app/components/begunCups.ts'
import { CupList } from '#app/components/CupList.tsx'
import { LayerList } from '#app/components/LayerList.tsx'
import { AfterAndPromise } from './AfterAndPromise.tsx'
import { BagFields } from './BagFields.tsx'
import { FineTuning } from './FineTuning.tsx'
import { LayerPatterns } from './LayerPatterns.tsx'
import { Pieces } from './Pieces.tsx'
import type { InputsProps } from './inputsProps.ts'
import { WhiteFields } from './WhiteFields.tsx'
import { under } from './problems.ts'

interface BatchFieldsProps extends InputsProps {
  /** Layers as a list that opens, where no drawing opens them. */
  readonly listsLayers: boolean
  /** What stands right after the pieces. */
  readonly children: ReactNode
}

/** What is asked for of the batch as a whole; every change is worked out at once. */
export function BatchFields(props: BatchFieldsProps) {
  const { draft, stock, problems, units, change, listsLayers, children } = props
  const startId = useId()
  return (
    <form className="flex flex-col gap-5" onSubmit={(event) => event.preventDefault()}>
      <TextField
        label="Name of the batch"
        value={draft.name}
        problem={problems['name']}
        onChange={(name) => change({ name })}
      />
      <Pieces {...props} />
      {children}
      <div className="grid grid-cols-2 gap-4">
        <QuantityField
          label="Room temperature"
          dimension="temperature"
          unit={units.temperature}
          value={draft.roomTempC}
          onChange={(value) => change({ roomTempC: value ?? Number.NaN })}
          problem={problems['roomTempC']}
        />
        <ChoiceField
          label="Face, the side on show"
          value={draft.face}
          choices={[
            { id: 'mold', name: 'Against the silicone' },
            { id: 'open', name: 'The open side' },
            { id: 'undecided', name: 'Not decided: both are looked at' },
          ]}
          onChange={(face) => change({ face })}
        />
      </div>
      {listsLayers && (
        <LayerList
          label="Layers over it"
          layers={draft.layers}
          colours={stock.colours}
          resins={stock.resins}
          pieces={draft.pieces.map((order) => ({ id: kindId(order), name: kindName(order) }))}
          units={units}
          pour={draft}
          marksOf={(layer) => <LayerPatterns layer={layer} draft={draft} />}
          problems={under('layers', problems)}
          onChange={(layers) => change({ layers })}
        />
      )}
      <AfterAndPromise {...props} />
      <div className="flex flex-col gap-1">
        <label htmlFor={startId} className="text-sm font-medium">
          Stop-stir at (the clock starts there)
        </label>
        <input
          id={startId}
          type="datetime-local"
          className="field"
          value={draft.startAt === null ? '' : localField(Date.parse(draft.startAt))}
          onChange={(event) => change({ startAt: isoOfLocalField(event.target.value) })}
          aria-invalid={'startAt' in problems}
          aria-describedby={`${startId}-said`}
        />
        <p
          id={`${startId}-said`}
          className={problems['startAt'] ? 'text-stop text-sm' : 'text-ink-soft text-sm'}
        >
          {problems['startAt'] ?? 'Leave empty and the rack finds an hour.'}
        </p>
      </div>
      <FineTuning {...props} />
    </form>
  )
}

/** What can be said of the pour: its way, resin, colours, cups and white. */
export function PourFields(props: InputsProps) {
  const { draft, stock, problems, units, change } = props
  const ways = waysOf(draft)
  return (
    <>
      <TechniqueChoice
        value={draft.technique}
        onChange={(technique) =>
          change({
            technique,
            name: renamed(draft, technique),
            pieces: draft.pieces.map((order) =>
              laidIn(
                order,
                standsAlone(TECHNIQUES[technique]) ? technique : (order.technique ?? technique),
                technique,
              ),
            ),
            layers: layersFor(draft, technique),
            ...cupsOf(technique, draft, stock),
          })
        }
      />
      <ChoiceField
        label="Resin"
        value={draft.resin.id}
        choices={stock.resins.map((resin) => ({
          id: resin.id,
          name: `${resin.name}, ${ratioWords(resin.ratio)}`,
        }))}
        onChange={(id) => change({ resin: stock.resins.find((resin) => resin.id === id) ?? draft.resin })}
      />
      {ways.some(isDrawn) && (
        <ColourChoice
          chosen={draft.colours}
          all={stock.colours}
          onChange={(colours) => change({ colours })}
        />
      )}
      {ways.some((way) => takesCups(TECHNIQUES[way])) && (
        <fieldset className="flex flex-col gap-2">
          <legend className="mb-1 text-sm font-medium">{cupsLegend(ways)}</legend>
          <CupList
            cups={draft.cups}
            colours={stock.colours}
            units={units}
            {...heldIn(ways)}
            problems={problems}
            onChange={(cups) => change({ cups })}
          />
        </fieldset>
      )}
      {ways.some((way) => TECHNIQUES[way].pouredOver) && <ObjectFields {...props} />}
      {ways.some((way) => stepThat(TECHNIQUES[way], 'lays')) && <LaidIn {...props} />}
      {ways.some(isPiped) && (
        <WhiteFields
          white={draft.white}
          colours={stock.colours}
          units={units}
          problems={problems}
          onChange={(white) => change({ white })}
        />
      )}
      {ways.some(isPiped) && (
        <BagFields
          bags={draft.bags ?? []}
          colours={stock.colours}
          holeMm={draft.white.holeMm}
          units={units}
          problems={problems}
          onChange={(bags) => change({ bags })}
        />
      )}
    </>
  )
}

/** The cups that a way wants which holds something back; as they are for any other. */
function cupsOf(
  next: TechniqueId,
  { cups }: BatchRequest,
  { colours }: InputsProps['stock'],
): Partial<BatchRequest> {
  const { holdsBack } = TECHNIQUES[next]
  return holdsBack ? { cups: begunAs(holdsBack, cups, colours) } : {}
}

/** What shares of cups are shares of that wait for what is poured first. */
function heldIn(ways: readonly TechniqueId[]) {
  const [held] = ways.flatMap((way) => TECHNIQUES[way].holdsBack ?? [])
  return held ? { whole: `the ${held.called.held}`, first: held.called.bed } : {}
}

function cupsLegend(ways: readonly TechniqueId[]): string {
  const [held] = ways.flatMap((way) => TECHNIQUES[way].holdsBack ?? [])
  if (held) return held.called.cups
  return ways.some(isDrawn) ? 'Cups of what is poured in colour' : 'Cups of the pour'
}

/** A name that tells the technique tells the new one. */
function renamed({ name, technique }: BatchRequest, next: TechniqueId): string {
  const called = (id: TechniqueId) => `, ${TECHNIQUES[id].name.toLowerCase()}`
  // As it was called before techniques were named in words.
  const told = [called(technique), `, ${technique}`].find((end) => name.endsWith(end))
  return told ? `${name.slice(0, -told.length)}${called(next)}` : name
}

/** The layers with what the new technique usually has over it, in place of what the old one had. */
function layersFor({ technique, layers }: BatchRequest, next: TechniqueId): readonly LaterLayer[] {
  const old = usualLayers(TECHNIQUES[technique]).map(({ id }) => id)
  const kept = layers.filter(({ id }) => !old.includes(id))
  return [...usualLayers(TECHNIQUES[next]), ...kept]
}

function TechniqueChoice({ value, onChange }: { value: TechniqueId; onChange: (id: TechniqueId) => void }) {
  return (
    <fieldset>
      <legend className="mb-1 text-sm font-medium">Technique</legend>
      <div className="grid grid-cols-2 gap-2">
        {Object.values(TECHNIQUES).map((technique) => (
          <label
            key={technique.id}
            className="border-edge has-checked:border-press has-checked:bg-sunken has-focus-visible:outline-needle flex cursor-pointer min-h-11 items-center rounded-xl border px-2.5 py-2 last:odd:col-span-2 has-checked:border-2 has-focus-visible:outline-3"
          >
            <input
              type="radio"
              name="technique"
              className="sr-only"
              checked={value === technique.id}
              onChange={() => onChange(technique.id)}
            />
            <span className="font-display font-semibold">{technique.name}</span>
          </label>
        ))}
      </div>
      <p className="text-ink-soft mt-1 text-sm">{TECHNIQUES[value].summary}</p>
    </fieldset>
  )
}

/** What lies between the base and the layer over it. */
function LaidIn({ draft, problems, units, change }: InputsProps) {
  const laid = draft.inclusions ?? { volumeMl: 0, proud: false }
  const set = (changes: Partial<Inclusions>) => change({ inclusions: { ...laid, ...changes } })
  return (
    <fieldset className="flex flex-col gap-2">
      <legend className="mb-1 text-sm font-medium">What is laid in</legend>
      <QuantityField
        label="In each piece it takes the place of"
        dimension="volume"
        unit={units.volume}
        value={laid.volumeMl}
        onChange={(value) => set({ volumeMl: value ?? Number.NaN })}
        hint="Drop it into a measured cup of water and read the rise"
        problem={problems['inclusions.volumeMl']}
      />
      <label className="flex min-h-11 cursor-pointer items-center gap-2 text-sm">
        <input
          type="checkbox"
          className="accent-needle size-5 shrink-0"
          checked={laid.proud}
          onChange={() => set({ proud: !laid.proud })}
        />
        It stands proud of the surface
      </label>
    </fieldset>
  )
}

/** What the pour runs down. */
function ObjectFields({ draft, problems, units, change }: InputsProps) {
  return (
    <MeasuresFields
      legend="The object it is poured over"
      value={draft.object ?? null}
      measures={[
        { name: 'heightMm', label: 'How high it stands' },
        { name: 'aroundMm', label: 'Once round it', hint: 'The mean of top and foot where it tapers' },
      ]}
      units={units}
      problems={{ heightMm: problems['object.heightMm'], aroundMm: problems['object.aroundMm'] }}
      onChange={(object) => change({ object })}
    />
  )
}
