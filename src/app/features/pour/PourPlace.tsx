import { Link, useParams } from 'react-router'
import { NoSuchBatch } from '#app/components/NoSuchBatch.tsx'
import { EmptyPlace, Place } from '#app/components/Place.tsx'
import { usePlan, useStory, useUnits, type BatchStory } from '#app/platform/queries.ts'
import { LivePour } from './LivePour.tsx'
import { PrepGate } from './PrepGate.tsx'
import { MixingView, WeighView } from './Stirring.tsx'

/** A pour at whatever stage its events say it is: gate, weighing, stirring, live, or over. */
export function PourPlace() {
  const { batchId = '' } = useParams()
  const { story, isPending } = useStory(batchId)
  if (isPending) return <Place title="Pour">Opening the pour …</Place>
  if (!story) return <NoSuchBatch title="Pour" />
  return <PourAt key={story.batch.id} story={story} />
}

function PourAt({ story }: { story: BatchStory }) {
  const { pour, batch } = story
  const done = pour.stage === 'running' ? pour.done : {}
  const plan = usePlan(batch.request, done)
  const units = useUnits()
  if (plan.isError) return <Place title={batch.request.name}>The forecast failed: {plan.error.message}</Place>
  if (!plan.data) return <Place title={batch.request.name}>Working out the times …</Place>
  switch (pour.stage) {
    case 'planned':
      return <PrepGate story={story} plan={plan.data} units={units} />
    case 'ready':
      return <WeighView story={story} plan={plan.data} units={units} overruled={pour.overruled} />
    case 'mixing':
      return <MixingView story={story} stirBeganAtMs={pour.stirBeganAtMs} />
    case 'running':
      return <LivePour story={story} pour={pour} plan={plan.data} units={units} />
    case 'abandoned':
      return (
        <Place title={batch.request.name}>
          <EmptyPlace title="This pour was given up">
            <p>{pour.reason || 'No reason noted.'}</p>
            <Link className="button button-main mt-4" to={`/plan?repeat=${batch.id}`}>
              Plan it again
            </Link>
          </EmptyPlace>
        </Place>
      )
    default:
      return pour satisfies never
  }
}
