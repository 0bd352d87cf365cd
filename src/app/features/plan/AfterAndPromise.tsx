import { useId } from 'react'
import { POUR, PROMISED_BY } from '#core/rack/index.ts'
import { wordBlocker, wordWay } from '#words/rack.ts'
import { JOBS, LAYER_WAYS } from '#core/technique/index.ts'
import { NumberField } from '#app/components/NumberField.tsx'
import { MeasuresFields } from '#app/components/MeasuresFields.tsx'
import { JobChoices } from '#app/components/JobChoices.tsx'
import { momentIn } from '#app/components/zoned.ts'
import { ON_PAPER, useRackPlan, useRackStudio, zoneOf, type OnPaper } from '#app/platform/rackPlan.ts'
import { useSettings } from '#app/platform/queries.ts'
import type { InputsProps } from './inputsProps.ts'

/** What follows on the rack, and the day it was promised for. */
export function AfterAndPromise({
  draft,
  problems,
  change,
  paper,
  units,
}: Pick<InputsProps, 'draft' | 'problems' | 'change' | 'paper' | 'units'>) {
  const promiseId = useId()
  return (
    <>
      <JobChoices label="Afterwards, on the rack" chosen={draft.jobs} onChange={(jobs) => change({ jobs })} />
      {draft.layers.some(({ way }) => LAYER_WAYS[way].dries?.by === 'water') && (
        <NumberField
          label="Humidity of the air, %"
          value={draft.humidityPercent ?? Number.NaN}
          onChange={(percent) => change({ humidityPercent: Number.isNaN(percent) ? null : percent })}
          hint="Empty: 50 %. What is thinned with water dries slower in damp and cool air."
          problem={problems['humidityPercent']}
        />
      )}
      {draft.jobs.some((id) => JOBS[id].does === 'forms') && (
        <MeasuresFields
          legend="The form it is draped into"
          value={draft.form ?? null}
          measures={[
            { name: 'acrossMm', label: 'From rim to rim' },
            { name: 'deepMm', label: 'How deep it is' },
          ]}
          units={units}
          problems={{ acrossMm: problems['form.acrossMm'], deepMm: problems['form.deepMm'] }}
          onChange={(form) => change({ form })}
          hint="Round and hollow as a bowl. Then the step says how far the sheet hangs over its rim."
        />
      )}
      <div className="flex flex-col gap-1">
        <label htmlFor={promiseId} className="text-sm font-medium">
          Promised ready for use on (by {PROMISED_BY} that day)
        </label>
        <input
          id={promiseId}
          type="date"
          className="field"
          value={draft.promisedOn ?? ''}
          onChange={(event) => change({ promisedOn: event.target.value || null })}
          aria-invalid={'promisedOn' in problems}
          aria-describedby={`${promiseId}-said`}
        />
        {problems['promisedOn'] ? (
          <p id={`${promiseId}-said`} className="text-stop text-sm">
            {problems['promisedOn']}
          </p>
        ) : (
          paper && <Backwards paper={paper} />
        )}
      </div>
    </>
  )
}

/** The promise worked backwards to the latest pour, among everything else that is planned. */
function Backwards({ paper }: { paper: OnPaper }) {
  const settings = useSettings()
  const { data: plan } = useRackPlan(useRackStudio(paper))
  const own = plan?.batches.find(({ id }) => id === ON_PAPER)
  if (!own) return <p className="text-ink-soft text-sm">Looking at the coming days …</p>
  const shown = (atMs: number) => momentIn(atMs, zoneOf(settings))
  const pour = plan!.jobs.find(({ batchId, id }) => batchId === ON_PAPER && id === POUR)
  return (
    <div className="text-ink-soft text-sm" data-backwards>
      {own.latestPourAtMs !== null && (
        <p className="text-ink font-semibold">Latest stop-stir for that: {shown(own.latestPourAtMs)}.</p>
      )}
      {own.placed && own.readyAtMs !== null && (
        <p>
          {pour && `Fits best with laying out from ${shown(pour.beginAtMs)}; `}
          ready for use {shown(own.readyAtMs)}.
        </p>
      )}
      {own.trouble && (
        <>
          <p className="text-stop font-semibold">
            {own.placed ? 'It misses the promise. ' : 'It finds no place. '}
            {wordBlocker(own.trouble)}
          </p>
          <ul className="list-disc pl-5">
            {own.trouble.ways.slice(0, 3).map((way) => (
              <li key={way.kind + way.readyAtMs}>{wordWay(way, shown)}</li>
            ))}
          </ul>
        </>
      )}
    </div>
  )
}
