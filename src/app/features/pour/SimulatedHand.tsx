import { SIMULATED_FEED, tellBench } from '#app/platform/instruments.ts'
import { useSettings } from '#app/platform/queries.ts'
import type { Landing } from './useLanding.ts'

/** Less is not poured on purpose. */
const LEAST_G = 0.1

/** Lets the hand of the simulated bench pour what is missing; nothing with real instruments, or before the scale is tared. */
export function SimulatedHand({ landing, leftG }: { readonly landing: Landing; readonly leftG: number }) {
  const { feed } = useSettings()
  if (feed !== SIMULATED_FEED || !landing.isTared) return null
  return (
    <button
      className="button button-quiet min-h-16"
      disabled={!landing.scale?.isStill || leftG < LEAST_G}
      onClick={() => void tellBench({ do: 'pour', targetG: leftG })}
    >
      Let the simulated hand pour
    </button>
  )
}
