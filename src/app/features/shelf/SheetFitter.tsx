import { useState } from 'react'
import { Tabs } from 'radix-ui'
import { useQuery } from '@tanstack/react-query'
import { USUAL_CUP } from '#core/plan/index.ts'
import { ARCHETYPES, type ArchetypeId, type Resin } from '#core/resin/index.ts'
import { printQuantity } from '#core/units/index.ts'
import { wordDensityAssumed } from '#words/dataSheet.ts'
import { printBand } from '#words/minutes.ts'
import { ChoiceField } from '#app/components/ChoiceField.tsx'
import { LabelFields } from '#app/components/LabelFields.tsx'
import { NumberField } from '#app/components/NumberField.tsx'
import { QuantityField } from '#app/components/QuantityField.tsx'
import { useSay } from '#app/components/undo.tsx'
import { useUnits } from '#app/platform/queries.ts'
import { usePlatform } from '#app/platform/studio.tsx'
import { TextField } from './ItemDialog.tsx'
import { NotedRunFields } from './NotedRunFields.tsx'
import {
  asLabelled,
  sheetOf,
  type FieldsProps,
  type SheetDraft,
  type SheetFitterProps,
} from '#app/components/sheetDraft.ts'
import { Told } from './Told.tsx'

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
          <NotedRunFields {...props} />
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
        ? `${cup} reaches ${printQuantity(USUAL_CUP.tempC, units.temperature, 0)} ${printBand(data)}.`
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
      <div className="grid grid-cols-1 gap-4 sm:grid-cols-3">
        <LabelFields draft={label} set={set} units={units} />
      </div>
      <details className="mt-3" open={label.viscosityPaS !== null}>
        <summary className="min-h-11 cursor-pointer content-center underline">What labels leave out</summary>
        <p className="text-ink-soft mb-2 text-sm">
          Assumed as shown until typed. A larger cup or a warmer room makes the same working time say a slower
          resin.
        </p>
        <div className="grid grid-cols-1 gap-4 sm:grid-cols-3">
          <LeftOutFields draft={label} set={set} units={units} />
          <BehindTheLabel resin={resin} change={change} />
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

/** What its weights and, where nothing else is known, its times rest on. */
function BehindTheLabel({ resin, change }: Pick<SheetFitterProps, 'resin' | 'change'>) {
  const { densitiesAssumed } = resin
  return (
    <>
      <NumberField
        label={`Density of A, times water${densitiesAssumed ? ' (assumed)' : ''}`}
        value={resin.densityAGPerMl}
        onChange={(densityAGPerMl) => change({ densityAGPerMl, densitiesAssumed: undefined })}
        {...(densitiesAssumed && { hint: wordDensityAssumed(resin) })}
      />
      <NumberField
        label={`Density of B, times water${densitiesAssumed ? ' (assumed)' : ''}`}
        value={resin.densityBGPerMl}
        onChange={(densityBGPerMl) => change({ densityBGPerMl, densitiesAssumed: undefined })}
      />
      <ChoiceField
        label="Behaves like"
        value={archetypeOf(resin)}
        choices={[
          { id: 'own', name: 'its own figures' },
          ...(Object.keys(ARCHETYPES) as ArchetypeId[]).map((id) => ({ id, name: ARCHETYPES[id].name })),
        ]}
        onChange={(id) =>
          id !== 'own' &&
          change({
            cure: ARCHETYPES[id].cure,
            flow: ARCHETYPES[id].flow,
            spread: ARCHETYPES[id].spread,
            // The label is worked out anew from there.
            sheet: undefined,
          })
        }
        hint="Times come from the typical resin where the label is silent."
      />
      <TextField
        label="Where the figures are from"
        value={resin.source}
        onChange={(source) => change({ source })}
      />
    </>
  )
}

/** The typical resin whose cure this one has; "own" when it is none of them. */
function archetypeOf({ cure }: Resin): ArchetypeId | 'own' {
  const ids = Object.keys(ARCHETYPES) as ArchetypeId[]
  return ids.find((id) => JSON.stringify(ARCHETYPES[id].cure) === JSON.stringify(cure)) ?? 'own'
}
