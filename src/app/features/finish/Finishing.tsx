import { useState } from 'react'
import { Link } from 'react-router'
import * as v from 'valibot'
import { kindId, kindName, techniqueOfPour, type BatchRequest, type LaterLayer } from '#core/batch/index.ts'
import { JOB_IDS, JOBS, momentsLeft, withAfter, type LayerWhen } from '#core/technique/index.ts'
import { CAUTIONS, cautionsAt, DEFERRAL } from '#core/safety/index.ts'
import { rackSteps, stillWaiting } from '#core/rack/index.ts'
import { begunLayers } from '#core/runsheet/index.ts'
import { setFace, setOnTheRack, type OnTheRack } from '#data/batchCommands.ts'
import { pathOf } from '#schema/issues.ts'
import { layersSchema } from '#schema/layer.ts'
import { ChoiceField } from '#app/components/ChoiceField.tsx'
import { JobChoices } from '#app/components/JobChoices.tsx'
import { LayerList } from '#app/components/LayerList.tsx'
import { useSay } from '#app/components/undo.tsx'
import { useColours, useResins, useUnits } from '#app/platform/queries.ts'
import type { BatchStory } from '#app/platform/stories.ts'
import { usePlatform } from '#app/platform/studio.tsx'

/** A piece that is out of its mold is no longer draped. */
const FINISHING = JOB_IDS.filter((id) => JOBS[id].does !== 'forms')

/** What a batch still gets, layers and jobs, with their cautions; the rack finds their hours. */
export function Finishing({ story }: { story: BatchStory }) {
  const { db } = usePlatform()
  const say = useSay()
  const { batch, pour } = story
  const { layers, jobs } = batch.request
  const technique = withAfter(techniqueOfPour(batch.request), batch.request)
  const steps = rackSteps(technique)
  const done = pour.stage === 'running' ? pour.done : {}
  const waiting = stillWaiting(steps, done).filter(({ does }) => does !== 'frees')
  const out = steps.some(({ id, does }) => does === 'frees' && done[id] !== undefined)
  const fail = (problem: Error) => say(problem.message)
  const change = (next: OnTheRack) =>
    void setOnTheRack(db, batch.id, next)
      .then((was) => {
        if (!was.ok) return say('That layer is begun: it stays as it was planned.')
        say('The rack knows.', () => void setOnTheRack(db, batch.id, was.value).catch(fail))
      })
      .catch(fail)
  return (
    <section className="sheet mt-5" aria-labelledby="finishing">
      <h2 id="finishing" className="mb-2 text-xl">
        What these pieces still get
      </h2>
      <div className="flex max-w-xl flex-col gap-4">
        {batch.request.face === 'undecided' && (
          <ChoiceField
            label="Which side is the face?"
            value={batch.request.face}
            choices={[
              { id: 'undecided', name: 'Not decided yet' },
              { id: 'mold', name: 'The side that lay against the mold' },
              { id: 'open', name: 'The open side' },
            ]}
            onChange={(face) =>
              void setFace(db, batch.id, face)
                .then(() => say('Decided.', () => void setFace(db, batch.id, 'undecided').catch(fail)))
                .catch(fail)
            }
          />
        )}
        <OwnLayers
          key={JSON.stringify(layers)}
          layers={layers}
          pour={batch.request as BatchRequest}
          pieces={batch.request.pieces.map((order) => ({ id: kindId(order), name: kindName(order) }))}
          whens={momentsLeft(steps, done)}
          laid={begunLayers(pour)}
          onKeep={(next) => change({ layers: next, jobs })}
        />
        <JobChoices
          label="Jobs"
          chosen={jobs}
          from={out ? FINISHING : JOB_IDS}
          fixed={JOB_IDS.filter((id) => done[id] !== undefined)}
          onChange={(next) => change({ layers, jobs: [...next] })}
        />
      </div>
      {waiting.length > 0 && (
        <>
          <ul className="mt-3 flex flex-col gap-2 text-sm" data-finishing>
            {waiting.map((step) => (
              <li key={step.id}>
                <p className="font-semibold">{step.title}</p>
                <p>{step.detail}</p>
                {cautionsAt(technique, step.id).map((caution) => (
                  <p key={caution}>
                    <span className="font-semibold">{CAUTIONS[caution].title}:</span> {CAUTIONS[caution].text}
                  </p>
                ))}
              </li>
            ))}
          </ul>
          <p className="text-ink-soft mt-2 text-sm">{DEFERRAL}</p>
          <Link className="button button-quiet mt-3" to="/rack">
            When they fit
          </Link>
        </>
      )}
    </section>
  )
}

interface OwnLayersProps {
  readonly layers: OnTheRack['layers']
  readonly pour: BatchRequest
  readonly pieces: readonly { readonly id: string; readonly name: string }[]
  readonly whens: readonly LayerWhen[]
  readonly laid: readonly string[]
  readonly onKeep: (layers: OnTheRack['layers']) => void
}

/** The layers on paper until they are kept: what is wrong with them is told then, and nothing is stored before. */
function OwnLayers({ layers, pour, pieces, whens, laid, onKeep }: OwnLayersProps) {
  const units = useUnits()
  const [colours, resins] = [useColours().data ?? [], useResins().data ?? []]
  const [draft, setDraft] = useState<readonly LaterLayer[]>(layers)
  const [asked, setAsked] = useState(false)
  const read = v.safeParse(layersSchema, draft)
  const problems = Object.fromEntries((read.issues ?? []).map((issue) => [pathOf(issue), issue.message]))
  const changed = JSON.stringify(draft) !== JSON.stringify(layers)
  return (
    <div className="flex flex-col gap-2">
      <LayerList
        label="Layers"
        layers={draft}
        colours={colours}
        resins={resins}
        pieces={pieces}
        units={units}
        pour={pour}
        whens={whens}
        laid={laid}
        {...(asked && { problems })}
        onChange={setDraft}
      />
      {changed && (
        <div className="flex flex-wrap gap-2">
          <button
            type="button"
            className="button button-main"
            onClick={() => (read.success ? onKeep(read.output) : setAsked(true))}
          >
            Keep these layers
          </button>
          <button type="button" className="button button-quiet" onClick={() => setDraft(layers)}>
            Leave them as they were
          </button>
        </div>
      )}
    </div>
  )
}
