import { useState, type ReactNode } from 'react'
import { useNavigate } from 'react-router'
import * as v from 'valibot'
import { unknownResin, type MixRatio } from '#core/resin/index.ts'
import type { UnitChoice } from '#core/units/index.ts'
import { layOutTable } from '#data/shelfCommands.ts'
import { issueLines } from '#schema/issues.ts'
import { moldSchema } from '#schema/mold.ts'
import { resinSchema } from '#schema/resin.ts'
import type { Settings } from '#schema/studio.ts'
import { UNIT_CHOICES } from '#words/vocabulary.ts'
import { ChoiceField } from '#app/components/ChoiceField.tsx'
import { CountField } from '#app/components/CountField.tsx'
import { Place } from '#app/components/Place.tsx'
import { QuantityField } from '#app/components/QuantityField.tsx'
import { useSay } from '#app/components/undo.tsx'
import { unitsOf, useSettings } from '#app/platform/queries.ts'
import { currencyOf } from '#app/platform/stock.ts'
import { usePlatform } from '#app/platform/studio.tsx'
import { asLabelled, draftOf, type SheetDraft } from '#app/components/sheetDraft.ts'
import { LabelFields } from '#app/components/LabelFields.tsx'
import {
  blanksOf,
  coloursFrom,
  FIRST_INKS,
  hasTwoMeasures,
  hoursOf,
  moldFrom,
  resinFrom,
  USUAL_TABLE,
  type FirstHours,
  type FirstShape,
  type FirstTable,
} from './firstTable.ts'

/** What a studio without a shelf shows: what this is, and one sheet that asks what lies on the table. From there it is one tap to a plan. */
export function FirstTablePlace({ title }: { title: string }) {
  const { db, newId, planner } = usePlatform()
  const settings = useSettings()
  const say = useSay()
  const navigate = useNavigate()
  const [begun] = useState(() => unknownResin(newId()))
  const [table, setTable] = useState(USUAL_TABLE)
  const [label, setLabel] = useState(() => draftOf(begun))
  const [asked, setAsked] = useState<Pick<Settings, 'units' | 'money'>>(() => ({
    units: settings.units,
    money: settings.money,
  }))
  const units = unitsOf(asked)
  const [problems, setProblems] = useState<readonly string[]>([])
  const set = (changes: Partial<FirstTable>) => setTable((last) => ({ ...last, ...changes }))
  const layOut = async () => {
    const blank = blanksOf(table, label.potMin)
    if (blank.length > 0) return setProblems(blank)
    const labelled = await asLabelled(resinFrom(table, begun), label, { planner, units })
    if (!labelled.ok) return setProblems([labelled.problem])
    const { resin } = labelled.value
    const mold = moldFrom(table, newId())
    const wrong = [...issuesOf(resinSchema, resin), ...issuesOf(moldSchema, mold)]
    setProblems(wrong)
    if (wrong.length > 0) return
    const colours = coloursFrom(table, newId)
    const own = { ...settings, ...asked, hours: hoursOf(table.free), roomTempC: table.roomTempC! }
    await layOutTable(db, { resins: [resin], molds: [mold], colours, settings: own })
    await navigate('/plan')
  }
  return (
    <Place
      title={title}
      lead="Nublo plans pours of coasters, trays and bowls in silicone molds: what to weigh, when inks and white may go in, what waits on the rack. Say what lies on your table; all of it can be changed later."
    >
      <form
        className="flex max-w-3xl flex-col gap-5"
        data-first-table
        onSubmit={(event) => {
          event.preventDefault()
          void layOut().catch((problem: Error) => say(problem.message))
        }}
      >
        <StudioPart table={table} set={set} asked={asked} setAsked={setAsked} />
        <ResinPart {...{ table, set, units, label, setLabel }} />
        <MoldPart table={table} set={set} units={units} />
        <ColourPart table={table} set={set} />
        <ul className="text-stop list-disc pl-5 empty:hidden" role="alert">
          {problems.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
        <button className="button button-main min-h-14 self-start text-lg">Work out a plan</button>
      </form>
    </Place>
  )
}

function issuesOf(schema: v.GenericSchema, value: unknown): readonly string[] {
  const read = v.safeParse(schema, value)
  return read.success ? [] : issueLines(read.issues).map((line) => line.replace(/^[\w.]+: /, ''))
}

interface PartProps {
  readonly table: FirstTable
  readonly set: (changes: Partial<FirstTable>) => void
}

interface MeasuredPartProps extends PartProps {
  /** As they are chosen on this sheet, before anything is stored. */
  readonly units: UnitChoice
}

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <fieldset className="sheet">
      <legend className="font-display float-left mb-3 w-full text-xl font-semibold">{title}</legend>
      <div className="clear-both grid grid-cols-1 gap-4 sm:grid-cols-2">{children}</div>
    </fieldset>
  )
}

const RATIOS = [
  { id: '1:1 volume', name: '1 : 1 by volume', ratio: { by: 'volume', partsA: 1, partsB: 1 } },
  { id: '2:1 volume', name: '2 : 1 by volume', ratio: { by: 'volume', partsA: 2, partsB: 1 } },
  { id: '3:1 volume', name: '3 : 1 by volume', ratio: { by: 'volume', partsA: 3, partsB: 1 } },
  { id: '2:1 weight', name: '2 : 1 by weight', ratio: { by: 'weight', partsA: 2, partsB: 1 } },
  { id: '100:45 weight', name: '100 : 45 by weight', ratio: { by: 'weight', partsA: 100, partsB: 45 } },
  { id: '100:83 weight', name: '100 : 83 by weight', ratio: { by: 'weight', partsA: 100, partsB: 83 } },
] as const satisfies readonly { readonly id: string; readonly name: string; readonly ratio: MixRatio }[]
type RatioId = (typeof RATIOS)[number]['id']

function isSame(one: MixRatio, other: MixRatio): boolean {
  return one.by === other.by && one.partsA === other.partsA && one.partsB === other.partsB
}

function ResinPart({
  table,
  set,
  units,
  label,
  setLabel,
}: MeasuredPartProps & {
  readonly label: SheetDraft
  readonly setLabel: (label: SheetDraft) => void
}) {
  const chosen = RATIOS.find(({ ratio }) => isSame(ratio, table.ratio))!
  return (
    <Part title="The resin, as its label says">
      <label className="flex flex-col gap-1 text-sm font-medium">
        What you call it
        <input
          className="field text-base font-normal"
          placeholder="My resin"
          value={table.resinName}
          onChange={(event) => set({ resinName: event.target.value })}
        />
      </label>
      <ChoiceField<RatioId>
        label="Mixing ratio, resin to hardener"
        value={chosen.id}
        choices={RATIOS}
        onChange={(id) => set({ ratio: RATIOS.find((each) => each.id === id)!.ratio })}
        hint="Another one is set on the shelf."
      />
      <QuantityField
        label="Room you pour in"
        dimension="temperature"
        unit={units.temperature}
        value={table.roomTempC}
        emptyAllowed
        onChange={(roomTempC) => set({ roomTempC })}
        hint="Resin in a cold room takes twice as long"
      />
      <LabelFields draft={label} set={(changes) => setLabel({ ...label, ...changes })} units={units} />
      <label className="flex min-h-11 cursor-pointer items-center gap-2 text-sm font-medium sm:col-span-2">
        <input
          type="checkbox"
          className="accent-needle size-5 shrink-0"
          checked={table.noLabel}
          onChange={(event) => set({ noLabel: event.target.checked })}
        />
        I have no label: plan with a typical quick resin. Its minutes are a guess until you read your own.
      </label>
    </Part>
  )
}

const SHAPES: readonly { readonly id: FirstShape; readonly name: string }[] = [
  { id: 'circle', name: 'round' },
  { id: 'square', name: 'square' },
  { id: 'rectangle', name: 'tray, longer than wide' },
  { id: 'hexagon', name: 'hexagon' },
  { id: 'oval', name: 'oval' },
  { id: 'heart', name: 'heart' },
]

function MoldPart({ table, set, units }: MeasuredPartProps) {
  const length = { dimension: 'length', unit: units.length } as const
  const two = hasTwoMeasures(table.shape)
  return (
    <Part title="One kind of mold">
      <ChoiceField
        label="Shape"
        value={table.shape}
        choices={SHAPES}
        onChange={(shape) => set({ shape })}
        hint="Another shape is drawn or imported on the shelf."
      />
      <QuantityField
        {...length}
        label={two ? 'Long side' : 'Across'}
        value={table.acrossMm}
        onChange={(mm) => set({ acrossMm: mm ?? Number.NaN })}
      />
      {two && (
        <QuantityField
          {...length}
          label="Short side"
          value={table.heightMm}
          onChange={(mm) => set({ heightMm: mm ?? Number.NaN })}
        />
      )}
      <QuantityField
        {...length}
        label="Depth"
        value={table.depthMm}
        onChange={(mm) => set({ depthMm: mm ?? Number.NaN })}
      />
      <div className="flex flex-col gap-1 text-sm font-medium">
        <span aria-hidden>How many of it</span>
        <CountField label="How many of it" value={table.count} onChange={(count) => set({ count })} />
      </div>
    </Part>
  )
}

function ColourPart({ table, set }: PartProps) {
  const toggle = (name: string) =>
    set({
      inks: table.inks.includes(name) ? table.inks.filter((each) => each !== name) : [...table.inks, name],
    })
  return (
    <Part title="Colours">
      <div className="flex flex-wrap gap-2 sm:col-span-2">
        {FIRST_INKS.map(({ name, hex }) => (
          <Chip key={name} {...{ name, hex }} on={table.inks.includes(name)} onTap={() => toggle(name)} />
        ))}
        <Chip name="White" hex="#fbfaf5" on={table.white} onTap={() => set({ white: !table.white })} />
      </div>
    </Part>
  )
}

interface ChipProps {
  readonly name: string
  readonly hex: string
  readonly on: boolean
  readonly onTap: () => void
}

function Chip({ name, hex, on, onTap }: ChipProps) {
  return (
    <button
      type="button"
      aria-pressed={on}
      className="button button-quiet aria-pressed:border-press aria-pressed:bg-sunken gap-2 aria-pressed:border-2"
      onClick={onTap}
    >
      <span className="border-edge size-5 rounded-full border" style={{ background: hex }} aria-hidden />
      {name}
      {on && <span aria-hidden>✓</span>}
    </button>
  )
}

const HOURS: readonly { readonly id: FirstHours; readonly name: string }[] = [
  { id: 'days', name: 'any day, 7 to 22:30' },
  { id: 'evenings', name: 'evenings and weekends' },
]

interface StudioPartProps extends PartProps {
  readonly asked: Pick<Settings, 'units' | 'money'>
  readonly setAsked: (asked: Pick<Settings, 'units' | 'money'>) => void
}

function StudioPart({ table, set, asked, setAsked }: StudioPartProps) {
  return (
    <Part title="You">
      <ChoiceField
        label="Units"
        value={asked.units}
        choices={UNIT_CHOICES}
        onChange={(units) => setAsked({ ...asked, units })}
        hint="Any field takes any unit."
      />
      <ChoiceField
        label="Currency"
        value={currencyOf(asked)}
        choices={Intl.supportedValuesOf('currency').map((id) => ({ id, name: id }))}
        onChange={(currency) => setAsked({ ...asked, money: { ...asked.money, currency } })}
      />
      <ChoiceField
        label="Free to pour and demold"
        value={table.free}
        choices={HOURS}
        onChange={(free) => set({ free })}
        hint="Hour by hour in the Studio."
      />
    </Part>
  )
}
