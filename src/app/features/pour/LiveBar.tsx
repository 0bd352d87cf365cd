import { Link, useLocation } from 'react-router'
import { sittingAtHand, standingAt } from '#core/runsheet/index.ts'
import { EMPTY_NOW, standingLine } from '#words/standing.ts'
import { pourSpan, stripNotches } from '#app/components/notches.ts'
import { Strip } from '#app/components/Strip.tsx'
import { useNowMs } from '#app/platform/clock.ts'
import { useUnits } from '#app/platform/queries.ts'
import { useOpenStories } from '#app/platform/stories.ts'
import { useRunningBatches, type RunningBatch } from '#app/platform/rack.ts'
import { STANDING_LOOKS } from './StandingLine.tsx'

/** A live pour never hides: its step and countdown stand above every other place. */
export function LiveBar() {
  const { pathname } = useLocation()
  const live = useRunningBatches().filter((batch) => batch.atHand !== null)
  const mixing = (useOpenStories() ?? []).filter((story) => story.pour.stage === 'mixing')
  const elsewhere = live.filter((batch) => pathname !== `/pour/${batch.story.batch.id}`)
  const stirring = mixing.filter((story) => pathname !== `/pour/${story.batch.id}`)
  const sittings = useLiveSittings().filter(({ to }) => pathname !== to)
  if (elsewhere.length + stirring.length + sittings.length === 0) return null
  return (
    <aside aria-label="Live pours" className="no-print border-edge bg-raised sticky top-0 z-30 border-b">
      {stirring.map((story) => (
        <Link
          key={story.batch.id}
          to={`/pour/${story.batch.id}`}
          className="flex min-h-14 items-center px-4 font-semibold"
        >
          Stirring {story.batch.request.name}: back to it
        </Link>
      ))}
      {sittings.map(({ to, words }) => (
        <Link key={to} to={to} className="flex min-h-14 items-center px-4 font-semibold">
          {words}: back to it
        </Link>
      ))}
      {elsewhere.map((batch) => (
        <LiveLine key={batch.story.batch.id} batch={batch} />
      ))}
    </aside>
  )
}

/** Layers whose mix is stirred and not laid yet. */
function useLiveSittings(): readonly { readonly to: string; readonly words: string }[] {
  const nowMs = useNowMs(15_000)
  return (useOpenStories() ?? []).flatMap(({ batch, pour }) => {
    const layerId = pour.stage === 'running' ? sittingAtHand(pour, nowMs) : null
    const layer = batch.request.layers.find(({ id }) => id === layerId)
    return layer
      ? [{ to: `/pour/${batch.id}/layer/${layer.id}`, words: `${batch.request.name}, ${layer.name}` }]
      : []
  })
}

function LiveLine({ batch }: { batch: RunningBatch }) {
  const units = useUnits()
  const nowMin = (useNowMs(1000) - batch.stopStirAtMs) / 60_000
  const turn = batch.atHand!
  const standing = standingAt(turn, nowMin)
  return (
    <Link to={`/pour/${batch.story.batch.id}`} className="block px-4 py-2 no-underline">
      <span className="flex flex-wrap items-baseline justify-between gap-x-4">
        <span className="font-semibold">
          {batch.story.batch.request.name}: {batch.isOverdue ? EMPTY_NOW.title : turn.step.title}
          {turn.pieceNo !== null && `, piece ${turn.pieceNo}`}
        </span>
        <span className={`font-semibold ${STANDING_LOOKS[standing.kind]}`}>{standingLine(standing)}</span>
      </span>
      <Strip
        life={batch.plan.life}
        span={pourSpan(batch.plan)}
        notches={stripNotches(batch.plan.steps, 'pour', batch.done)}
        nowMin={nowMin}
        size="line"
        units={units}
        label={batch.story.batch.request.name}
      />
    </Link>
  )
}
