import { useParams } from 'react-router'
import { NoSuchBatch } from '#app/components/NoSuchBatch.tsx'
import { Place } from '#app/components/Place.tsx'
import { pourMixOf } from '#core/batch/index.ts'
import type { Pour } from '#core/runsheet/index.ts'
import { useLastTold, useLivePlan, usePlan, useUnits } from '#app/platform/queries.ts'
import { useBenchStory, type BatchStory } from '#app/platform/stories.ts'
import { GivenUp } from './GivenUp.tsx'
import { LivePour } from './LivePour.tsx'
import { PrepGate } from './PrepGate.tsx'
import { MixingView, WeighView } from './Stirring.tsx'

/** A pour at whatever stage its events say it is: gate, weighing, stirring, live, or over. */
export function PourPlace() {
  const { batchId = '' } = useParams()
  const { story, isPending } = useBenchStory(batchId)
  if (isPending) return <Place title="Pour">Opening the pour …</Place>
  if (!story) return <NoSuchBatch title="Pour" />
  return <PourAt key={story.batch.id} story={story} />
}

function PourAt({ story }: { story: BatchStory }) {
  const { pour } = story
  switch (pour.stage) {
    case 'planned':
    case 'ready':
      return <BeforeTheClock story={story} />
    case 'mixing':
      return <MixingView story={story} stirBeganAtMs={pour.stirBeganAtMs} />
    case 'running':
      return <Running story={story} pour={pour} />
    case 'abandoned':
      return <GivenUp story={story} />
    default:
      return pour satisfies never
  }
}

function BeforeTheClock({ story }: { story: BatchStory }) {
  const { pour, batch } = story
  const plan = usePlan(batch.request)
  const units = useUnits()
  if (!plan.data) return <NotYet name={batch.request.name} problem={plan.error} />
  if (pour.stage === 'ready') {
    return (
      <WeighView
        story={story}
        mix={pourMixOf(plan.data.mixes)}
        name={batch.request.name}
        units={units}
        overruled={pour.overruled}
        changeAt={`/plan/${batch.id}`}
      />
    )
  }
  return <PrepGate story={story} plan={plan.data} units={units} />
}

function Running({ story, pour }: { story: BatchStory; pour: Extract<Pour, { stage: 'running' }> }) {
  const live = useLivePlan(story, pour)
  const units = useUnits()
  const shown = useLastTold(live)
  if (!shown) return <NotYet name={story.batch.request.name} problem={live.error} />
  return <LivePour story={story} pour={pour} live={shown} units={units} failed={live.error} />
}

function NotYet({ name, problem }: { name: string; problem: Error | null }) {
  return (
    <Place title={name}>
      {problem ? `The forecast failed: ${problem.message}` : 'Working out the times …'}
    </Place>
  )
}
