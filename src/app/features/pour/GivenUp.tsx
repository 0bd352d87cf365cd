import { Link } from 'react-router'
import { techniqueOfPour } from '#core/batch/index.ts'
import type { LivePlan } from '#core/plan/index.ts'
import { measuredRequest, readPour, type Pour, type PourEvent } from '#core/runsheet/index.ts'
import { ENDINGS, endingsFor, markedAt, whyNeeded, type EndingId } from '#core/technique/index.ts'
import { printSpan } from '#core/units/index.ts'
import { EmptyPlace, Place } from '#app/components/Place.tsx'
import { useSay } from '#app/components/undo.tsx'
import { useRecord, type NewEvent } from '#app/platform/marks.ts'
import { useNowMs } from '#app/platform/clock.ts'
import { useLivePlan } from '#app/platform/queries.ts'
import type { BatchStory } from '#app/platform/stories.ts'
import { UndoButton } from './UndoButton.tsx'

type Running = Extract<Pour, { stage: 'running' }>

/** A pour that was given up: gone on with, planned again, or, where its molds are filled, left clear to cure or brought to another end. */
export function GivenUp({ story }: { readonly story: BatchStory }) {
  const { batch, events } = story
  const ended = events.findLast(({ kind }) => kind === 'abandoned')
  const before = readPour(events.filter((event) => event !== ended))
  const technique = techniqueOfPour(batch.request)
  const filled = before.stage === 'running' && markedAt('empties', technique, before.done) !== null
  return (
    <Place title={batch.request.name}>
      <EmptyPlace title="This pour was given up">
        <p>
          {filled
            ? 'What is in the molds cures all the same. What is left in cups and bags cures there before it is binned.'
            : 'What was marked is kept. Cure what is left in cups and molds before it is binned.'}
        </p>
        <div className="mt-4 flex flex-wrap justify-center gap-3">
          {filled && ended && <LeaveClear story={story} before={before} endedId={ended.id} />}
          {filled &&
            ended &&
            endingsFor(technique, before.done).map((ending) => (
              <BringTo key={ending} ending={ending} story={story} before={before} endedId={ended.id} />
            ))}
          <Link
            className={`button min-h-16 ${filled ? 'button-quiet' : 'button-main'}`}
            to={`/plan?repeat=${batch.id}`}
          >
            Plan it again
          </Link>
          <UndoButton story={story} label="Go on after all" />
        </div>
      </EmptyPlace>
    </Place>
  )
}

interface EndProps {
  readonly story: BatchStory
  readonly before: Running
  readonly endedId: string
}

/** What the giving up is taken back for, told as marks. */
function useEnd({ story, endedId }: Pick<EndProps, 'story' | 'endedId'>) {
  const record = useRecord(story.batch.id)
  const say = useSay()
  return (marks: readonly NewEvent[], told: string) => {
    const all = async () => {
      for (const mark of [{ kind: 'undone', eventId: endedId } as const, ...marks]) await record(mark)
      say(told)
    }
    void all().catch((problem: Error) => say(problem.message))
  }
}

/** Nothing more goes into any piece; covered, it cures and comes out of its mold like any other. */
function LeaveClear({ story, before, endedId }: EndProps) {
  const end = useEnd({ story, endedId })
  const live = useLivePlan({ ...story, pour: before }, before)
  const keys = stillToLay(story, before, live.data)
  return (
    <button
      className="button button-main min-h-16"
      disabled={!live.data}
      onClick={() => end(keys.length > 0 ? [{ kind: 'leftOut', keys }] : [], 'Nothing more goes in.')}
    >
      Leave it as it is, and let it cure
    </button>
  )
}

/** Another end that something is laid for, as long as the resin takes it; why not, where it does not any more. */
function BringTo({ ending, story, before, endedId }: EndProps & { readonly ending: EndingId }) {
  const end = useEnd({ story, endedId })
  const nowMin = (useNowMs(5000) - before.stopStirAtMs) / 60_000
  const asked = withEnding(story, ending)
  const live = useLivePlan({ ...asked, pour: before }, before)
  const { name, laid } = ENDINGS[ending]
  const turns = live.data?.plan.steps.filter(({ step }) => step.id === laid.id) ?? []
  if (turns.length === 0) return null
  const closesMin = Math.min(...turns.map(({ toMin }) => toMin ?? Infinity))
  if (closesMin <= nowMin) return <p className="text-ink-soft basis-full">{laid.late}</p>
  return (
    <button
      className="button button-quiet min-h-16"
      onClick={() => end([{ kind: 'endedAs', ending }], `Ended as ${name}.`)}
    >
      End it as {name}
      {closesMin < Infinity && `, within ${printSpan(closesMin - nowMin)}`}
    </button>
  )
}

/** The batch as if it were brought to that end now. */
function withEnding(story: BatchStory, ending: EndingId): BatchStory {
  const { batch, events } = story
  const given = events.filter(({ kind }) => kind !== 'abandoned')
  const mark: PourEvent = { id: 'end', atMs: given.at(-1)!.atMs, kind: 'endedAs', ending }
  return { ...story, batch: { ...batch, request: measuredRequest(batch.request, [...given, mark]) } }
}

/** The turns on pieces that are not done and that the pour can be without. */
function stillToLay({ batch }: BatchStory, { done }: Running, live: LivePlan | undefined): readonly string[] {
  const technique = techniqueOfPour(batch.request)
  return (live?.plan.steps ?? [])
    .filter(
      ({ key, step: { place, id: stepId }, pieceNo }) =>
        place === 'pour' && pieceNo !== null && done[key] === undefined && !whyNeeded(technique, stepId),
    )
    .map(({ key }) => key)
}
