import { useState } from 'react'
import type { SheetFit } from '#core/resin/index.ts'
import { readingsOfNotes, type NotedRun } from '#core/timing/index.ts'
import { QuantityField } from '#app/components/QuantityField.tsx'
import { useSay } from '#app/components/undo.tsx'
import { useUnits } from '#app/platform/queries.ts'
import { usePlatform } from '#app/platform/studio.tsx'
import { asLabelled } from '#app/components/sheetDraft.ts'
import type { SheetFitterProps } from '#app/components/sheetDraft.ts'
import { Told } from './Told.tsx'

function fitted({ cure, flow, spread }: Pick<SheetFit, 'cure' | 'flow' | 'spread'>) {
  return { cure, flow, spread }
}

/** What a notebook holds of one pour; null where it says nothing of it. Times from stop-stir, in minutes. */
interface RunDraft {
  readonly cupMassG: number | null
  readonly roomTempC: number | null
  readonly pouredMin: number | null
  readonly bedMm: number | null
  readonly whiteMin: number | null
  readonly holeMm: number | null
  readonly printMin: number | null
  readonly leatheryMin: number | null
  readonly gelMin: number | null
  readonly warmMin: number | null
  readonly warmC: number | null
}

const NOTHING: RunDraft = {
  cupMassG: null,
  roomTempC: null,
  pouredMin: null,
  bedMm: null,
  whiteMin: null,
  holeMm: null,
  printMin: null,
  leatheryMin: null,
  gelMin: null,
  warmMin: null,
  warmC: null,
}

/** A resin's behaviour from one run out of a notebook. */
export function NotedRunFields({ resin, change, label }: SheetFitterProps) {
  const { planner } = usePlatform()
  const units = useUnits()
  const say = useSay()
  const [draft, setDraft] = useState<RunDraft>(NOTHING)
  const [told, setTold] = useState<readonly string[]>([])
  const problems = problemsOf(draft)
  const run = Object.keys(problems).length > 0 ? null : runOf(draft)
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
  const field = (key: keyof RunDraft) => ({
    value: draft[key],
    emptyAllowed: true as const,
    onChange: (value: number | null) => setDraft((last) => ({ ...last, [key]: value })),
    problem: problems[key],
  })
  const minutes = { dimension: 'time', unit: 'min' } as const
  const hours = { dimension: 'time', unit: 'h' } as const
  const length = { dimension: 'length', unit: units.length } as const
  const temperature = { dimension: 'temperature', unit: units.temperature } as const
  return (
    <>
      <p className="text-ink-soft mb-2 text-sm">
        Fill in what the notebook says, and leave the rest empty. Every time counts from the end of stirring.
      </p>
      <div className="grid grid-cols-1 gap-4 sm:grid-cols-3">
        <QuantityField label="In the cup stood" dimension="mass" unit={units.mass} {...field('cupMassG')} />
        <QuantityField label="Room then" {...temperature} {...field('roomTempC')} />
        <QuantityField
          label="Poured into the mold after"
          {...minutes}
          {...field('pouredMin')}
          hint="Leave empty if it stayed in the cup"
        />
        <QuantityField label="It lay so deep" {...length} {...field('bedMm')} />
        <QuantityField
          label="White went in after"
          {...minutes}
          {...field('whiteMin')}
          hint="Only where it bloomed well"
        />
        <QuantityField label="Through a hole of" {...length} {...field('holeMm')} hint="3 mm if not noted" />
        <QuantityField label="It took a print after" {...hours} {...field('printMin')} />
        <QuantityField label="It was leathery after" {...hours} {...field('leatheryMin')} />
        <QuantityField
          label="It gelled in the cup after"
          {...minutes}
          {...field('gelMin')}
          hint="Leave empty if it was poured"
        />
        <QuantityField label="Temperature taken after" {...minutes} {...field('warmMin')} />
        <QuantityField label="The cup had then" {...temperature} {...field('warmC')} />
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

/** What cannot have been, by field. */
function problemsOf({
  cupMassG,
  pouredMin,
  whiteMin,
  printMin,
  leatheryMin,
  gelMin,
}: RunDraft): Partial<Record<keyof RunDraft, string>> {
  const problems: Partial<Record<keyof RunDraft, string>> = {}
  const inBed = pouredMin ?? 0
  if (cupMassG !== null && !(cupMassG > 0)) problems.cupMassG = 'More than nothing stood in the cup.'
  if (whiteMin !== null && pouredMin === null)
    problems.pouredMin = 'White lies in a mold: when was it poured?'
  if (whiteMin !== null && whiteMin <= inBed)
    problems.whiteMin = 'White goes in after the resin was poured: expected a later minute.'
  if (printMin !== null && printMin <= inBed)
    problems.printMin = 'It takes a print after it was poured: expected a later time.'
  if (leatheryMin !== null && leatheryMin <= Math.max(inBed, printMin ?? 0))
    problems.leatheryMin = 'It is leathery after it takes a print: expected a later time.'
  if (gelMin !== null && pouredMin !== null)
    problems.gelMin = 'What was poured does not gel in the cup: leave one of the two empty.'
  return problems
}

/** The noted run those fields make; null while they hold nothing to learn from. */
function runOf({ cupMassG, roomTempC, pouredMin, bedMm, ...notes }: RunDraft): NotedRun | null {
  if (cupMassG === null || roomTempC === null) return null
  const bedDepthMm = bedMm ?? USUAL_BED_MM
  const { warmMin, warmC, gelMin, printMin, leatheryMin, whiteMin, holeMm } = notes
  const readings = readingsOfNotes({
    warm: warmMin !== null && warmC !== null ? { atMin: warmMin, tempC: warmC } : null,
    signs: { gel: gelMin, footprint: printMin, leathery: leatheryMin },
    white: whiteMin === null ? null : { atMin: whiteMin, holeMm, bedDepthMm },
  })
  return readings.length === 0 ? null : { cupMassG, roomTempC, decantMin: pouredMin, bedDepthMm, readings }
}

const USUAL_BED_MM = 6
