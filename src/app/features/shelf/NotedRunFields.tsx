import { useState } from 'react'
import type { SheetFit } from '#core/resin/index.ts'
import type { NotedRun, Reading } from '#core/timing/index.ts'
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

interface RunDraft {
  readonly cupMassG: number | null
  readonly roomTempC: number | null
  readonly warmMin: number | null
  readonly warmC: number | null
  readonly gelMin: number | null
}

/** A resin's behaviour from one run out of a notebook. */
export function NotedRunFields({ resin, change, label }: SheetFitterProps) {
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
