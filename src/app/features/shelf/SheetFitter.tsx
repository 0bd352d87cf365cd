import { useState } from 'react'
import { Tabs } from 'radix-ui'
import { useQuery } from '@tanstack/react-query'
import { USUAL_CUP } from '#core/plan/index.ts'
import type { Resin, SheetFit } from '#core/resin/index.ts'
import type { NotedRun, Reading } from '#core/timing/index.ts'
import { printQuantity, type UnitChoice } from '#core/units/index.ts'
import { printBand } from '#words/readings.ts'
import { QuantityField } from '#app/components/QuantityField.tsx'
import { useSay } from '#app/components/undo.tsx'
import { useUnits } from '#app/platform/queries.ts'
import { usePlatform } from '#app/platform/studio.tsx'
import { asLabelled, sheetOf, type SheetDraft } from './sheetDraft.ts'

interface SheetFitterProps {
  readonly resin: Resin
  readonly change: (changes: Partial<Resin>) => void
  /** What is typed of its label: worked out on saving too. */
  readonly label: SheetDraft
  readonly setLabel: (label: SheetDraft) => void
}

const TAB =
  'button button-quiet data-[state=active]:border-press data-[state=active]:bg-sunken data-[state=active]:border-2'

/** A resin's behaviour from what its data sheet says, or from one run out of a notebook. */
export function SheetFitter(props: SheetFitterProps) {
  return (
    <fieldset className="border-line rounded-xl border p-3 sm:col-span-2">
      <legend className="px-1 font-medium">How quick it is</legend>
      <Tabs.Root defaultValue="sheet">
        <Tabs.List className="mb-3 flex gap-2" aria-label="Where its behaviour comes from">
          <Tabs.Trigger className={TAB} value="sheet">
            Label or data sheet
          </Tabs.Trigger>
          <Tabs.Trigger className={TAB} value="run">
            One noted run
          </Tabs.Trigger>
        </Tabs.List>
        <Tabs.Content value="sheet">
          <FromSheet {...props} />
        </Tabs.Content>
        <Tabs.Content value="run">
          <FromRun {...props} />
        </Tabs.Content>
      </Tabs.Root>
      <Width resin={props.resin} />
    </fieldset>
  )
}

/** What the spread means, told by a cup people know. */
function Width({ resin }: { resin: Resin }) {
  const { planner } = usePlatform()
  const units = useUnits()
  const { cure, flow, spread } = resin
  const { data } = useQuery({
    queryKey: ['usualBand', cure, flow, spread],
    queryFn: () => planner.usualBand(resin),
    staleTime: Infinity,
  })
  if (data === undefined) return <p className="mt-3 text-sm">Working out how sure that is …</p>
  const cup = `A full cup of ${printQuantity(USUAL_CUP.massG, units.mass, 0)} in a room of ${printQuantity(USUAL_CUP.roomTempC, units.temperature, 0)}`
  return (
    <p className="mt-3 text-sm font-medium" data-width>
      {data
        ? `${cup} reaches ${printQuantity(USUAL_CUP.tempC, units.temperature, 0)} ${printBand(data)}, four times in five.`
        : `${cup} may never reach ${printQuantity(USUAL_CUP.tempC, units.temperature, 0)}.`}
    </p>
  )
}

function FromSheet({ resin, change, label, setLabel }: SheetFitterProps) {
  const { planner } = usePlatform()
  const units = useUnits()
  const say = useSay()
  const [told, setTold] = useState<readonly string[]>([])
  const set = (changes: Partial<SheetDraft>) => setLabel({ ...label, ...changes })
  const fit = async () => {
    const answer = await asLabelled(resin, label, { planner, units })
    if (answer.ok) change(answer.value.resin)
    setTold(answer.ok ? answer.value.told : [answer.problem])
  }
  return (
    <>
      <div className="grid gap-4 sm:grid-cols-3">
        <LabelFields draft={label} set={set} units={units} />
      </div>
      <details className="mt-3" open={label.viscosityPaS !== null}>
        <summary className="min-h-11 cursor-pointer content-center underline">What labels leave out</summary>
        <p className="text-ink-soft mb-2 text-sm">
          Assumed as shown where the label is silent. A larger cup or a warmer room makes the same time say a
          slower resin.
        </p>
        <div className="grid gap-4 sm:grid-cols-3">
          <LeftOutFields draft={label} set={set} units={units} />
        </div>
      </details>
      <button
        type="button"
        className="button button-quiet mt-3"
        disabled={sheetOf(label) === null}
        onClick={() => void fit().catch((problem: Error) => say(problem.message))}
      >
        Show what that comes to
      </button>
      <Told lines={told} />
    </>
  )
}

interface FieldsProps {
  readonly draft: SheetDraft
  readonly set: (changes: Partial<SheetDraft>) => void
  readonly units: UnitChoice
}

/** What labels say. */
function LabelFields({ draft, set, units }: FieldsProps) {
  return (
    <>
      <QuantityField
        label="Working time"
        dimension="time"
        unit="min"
        value={draft.potMin}
        emptyAllowed
        onChange={(potMin) => set({ potMin })}
        problem={undefined}
        hint="Also called pot life or work time"
      />
      <QuantityField
        label="Demold after"
        dimension="time"
        unit="h"
        value={draft.demoldHours === null ? null : draft.demoldHours * 60}
        emptyAllowed
        onChange={(min) => set({ demoldHours: min === null ? null : min / 60 })}
        problem={undefined}
      />
      <QuantityField
        label="Greatest layer in one pour"
        dimension="length"
        unit={units.length}
        value={draft.greatestLayerMm}
        emptyAllowed
        onChange={(greatestLayerMm) => set({ greatestLayerMm })}
        problem={undefined}
        hint="Every planned layer is held against it"
      />
    </>
  )
}

/** What gives those times a meaning, and is mostly on the data sheet alone. */
function LeftOutFields({ draft, set, units }: FieldsProps) {
  const temperature = { dimension: 'temperature', unit: units.temperature, problem: undefined } as const
  return (
    <>
      <QuantityField
        label="Working time of a mass of"
        dimension="mass"
        unit={units.mass}
        value={draft.potG}
        emptyAllowed
        onChange={(potG) => set({ potG })}
        problem={undefined}
      />
      <QuantityField
        {...temperature}
        label="Working time at"
        value={draft.potC}
        emptyAllowed
        onChange={(potC) => set({ potC })}
      />
      <QuantityField
        {...temperature}
        label="Demold in a room of"
        value={draft.demoldC}
        emptyAllowed
        onChange={(demoldC) => set({ demoldC })}
      />
      <QuantityField
        label="Mixed viscosity"
        dimension="viscosity"
        unit="mPas"
        value={draft.viscosityPaS}
        emptyAllowed
        onChange={(viscosityPaS) => set({ viscosityPaS })}
        problem={undefined}
        hint="1 cP is 1 mPa·s"
      />
    </>
  )
}

function fitted({ cure, flow, spread }: Pick<SheetFit, 'cure' | 'flow' | 'spread'>) {
  return { cure, flow, spread }
}

interface RunDraft {
  readonly cupMassG: number | null
  readonly roomTempC: number | null
  readonly warmMin: number | null
  readonly warmC: number | null
  readonly gelMin: number | null
}

function FromRun({ resin, change, label }: SheetFitterProps) {
  const { planner } = usePlatform()
  const units = useUnits()
  const say = useSay()
  const [draft, setDraft] = useState<RunDraft>({
    cupMassG: null,
    roomTempC: null,
    warmMin: null,
    warmC: null,
    gelMin: null,
  })
  const [told, setTold] = useState<readonly string[]>([])
  const set = (changes: Partial<RunDraft>) => setDraft((last) => ({ ...last, ...changes }))
  const run = runOf(draft)
  const fit = async () => {
    // The label first: a run says more, and saving must not work the label out over it.
    const labelled = await asLabelled(resin, label, { planner, units })
    if (!labelled.ok) return setTold([labelled.problem])
    const base = labelled.value.resin
    const answer = await planner.fitNotedRun(base, run!)
    change({ ...base, ...fitted(answer), source: 'One noted run', confidence: 'measured' })
    setTold([
      answer.contradictions.length > 0
        ? 'These notes do not fit any likely resin: check the minute and the unit. They are used in part only.'
        : 'Moved to what the notes say; every run at the bench makes it surer.',
    ])
  }
  const temperature = { dimension: 'temperature', unit: units.temperature, problem: undefined } as const
  return (
    <>
      <div className="grid gap-4 sm:grid-cols-3">
        <QuantityField
          label="In the cup stood"
          dimension="mass"
          unit={units.mass}
          value={draft.cupMassG}
          emptyAllowed
          onChange={(cupMassG) => set({ cupMassG })}
          problem={undefined}
        />
        <QuantityField
          {...temperature}
          label="Room then"
          value={draft.roomTempC}
          emptyAllowed
          onChange={(roomTempC) => set({ roomTempC })}
        />
        <QuantityField
          label="It gelled in the cup after"
          dimension="time"
          unit="min"
          value={draft.gelMin}
          emptyAllowed
          onChange={(gelMin) => set({ gelMin })}
          problem={undefined}
          hint="Leave empty if it was poured"
        />
        <QuantityField
          label="Minutes from stop-stir"
          dimension="time"
          unit="min"
          value={draft.warmMin}
          emptyAllowed
          onChange={(warmMin) => set({ warmMin })}
          problem={undefined}
        />
        <QuantityField
          {...temperature}
          label="the cup had then"
          value={draft.warmC}
          emptyAllowed
          onChange={(warmC) => set({ warmC })}
        />
      </div>
      <button
        type="button"
        className="button button-quiet mt-3"
        disabled={run === null}
        onClick={() => void fit().catch((problem: Error) => say(problem.message))}
      >
        Work it out from the run
      </button>
      <Told lines={told} />
    </>
  )
}

/** The noted run those fields make; null while they hold nothing to learn from. */
function runOf({ cupMassG, roomTempC, warmMin, warmC, gelMin }: RunDraft): NotedRun | null {
  if (!cupMassG || roomTempC === null || !(cupMassG > 0)) return null
  const readings: Reading[] = []
  if (warmMin !== null && warmC !== null && warmMin > 0)
    readings.push({ kind: 'temperature', by: 'infrared', atMin: warmMin, tempC: warmC })
  // Noticed a little late: it flowed a quarter before that, and no longer then.
  if (gelMin !== null && gelMin > 0) {
    readings.push({ kind: 'sign', sign: 'gel', there: true, atMin: gelMin })
    readings.push({ kind: 'sign', sign: 'gel', there: false, atMin: 0.75 * gelMin })
  }
  return readings.length === 0 ? null : { cupMassG, roomTempC, decantMin: null, bedDepthMm: 6, readings }
}

function Told({ lines }: { lines: readonly string[] }) {
  return (
    <ul className="mt-2 list-disc pl-5 text-sm empty:hidden" role="status">
      {lines.map((line) => (
        <li key={line}>{line}</li>
      ))}
    </ul>
  )
}
