import { Link, useParams } from 'react-router'
import { NoSuchBatch } from '#app/components/NoSuchBatch.tsx'
import { Place } from '#app/components/Place.tsx'
import { useStory, type BatchStory } from '#app/platform/stories.ts'
import { useRunFacts } from '#app/platform/runFacts.ts'
import { CardTest } from './CardTest.tsx'
import { Finishing } from './Finishing.tsx'
import { PieceForm } from './PieceForm.tsx'

/** Take it out, look at both faces, write down how it came out. */
export function FinishPlace() {
  const { batchId = '' } = useParams()
  const { story, isPending } = useStory(batchId)
  if (isPending) return <Place title="Finish">Opening the batch …</Place>
  if (!story) return <NoSuchBatch title="Finish" />
  return <Finish story={story} />
}

function Finish({ story }: { story: BatchStory }) {
  const run = useRunFacts(story)
  const batchId = story.batch.id
  const seen = story.pieces.filter((piece) => piece.outcome !== null).length
  return (
    <Place
      title={`Finish: ${story.batch.request.name}`}
      lead="Both faces against black, in daylight, tilted. A few cards of different colours behind the piece show which back it wants."
      actions={
        <>
          <Link className="button button-quiet" to={`/log/${batchId}`}>
            To its run
          </Link>
          <Link className="button button-quiet" to={`/plan?repeat=${batchId}`}>
            Repeat this batch
          </Link>
        </>
      }
    >
      <p className="mb-4" role="status">
        {seen} of {story.pieces.length} written down.
      </p>
      <ul className="flex flex-col gap-5">
        {story.pieces.map((piece) => (
          <PieceForm key={piece.id} piece={piece} facts={run.factsOf(piece)} repeatWith={run.repeatWith} />
        ))}
      </ul>
      <Finishing story={story} />
      <CardTest />
    </Place>
  )
}
