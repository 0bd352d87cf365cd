import { measuredHands } from '#core/journal/index.ts'
import type { Hands } from '#core/batch/index.ts'
import { printQuantity } from '#core/units/index.ts'
import type { Settings } from '#schema/studio.ts'
import { useUnits } from '#app/platform/queries.ts'
import { LATEST_RUNS, useStoriesIn } from '#app/platform/stories.ts'

interface MeasuredHandsProps {
  readonly settings: Settings
  readonly use: (hands: Hands) => void
}

/** How fast these hands really were, from the marks of past pours, and the button that plans with it. */
export function MeasuredHands({ settings, use }: MeasuredHandsProps) {
  const stories = useStoriesIn(LATEST_RUNS) ?? []
  const units = useUnits()
  const runs = stories.flatMap(({ batch, pour }) =>
    pour.stage === 'running' ? [{ request: batch.request, done: pour.done }] : [],
  )
  const measured = measuredHands(settings.hands, runs)
  const { hands } = settings
  return (
    <div data-measured-hands>
      <h3 className="text-sm font-medium">Your hands</h3>
      <p className="text-sm">
        Plans count with {printQuantity(hands.beadMmPerS, units.length, 0)} of bead a second,{' '}
        {hands.strokeS.toFixed(1)} s a stroke, {hands.dropS.toFixed(1)} s a drop.{' '}
        {measured === null
          ? 'Once a few pieces have been marked at the bench, your own speed stands here.'
          : `Your marks say ${printQuantity(measured.hands.beadMmPerS, units.length, 0)}, ${measured.hands.strokeS.toFixed(1)} s and ${measured.hands.dropS.toFixed(1)} s, from ${measured.turns} turns.`}
      </p>
      {measured && (
        <button className="button button-quiet mt-2" onClick={() => use(measured.hands)}>
          Plan with my own speed
        </button>
      )}
    </div>
  )
}
