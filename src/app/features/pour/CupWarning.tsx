import { CAUTIONS } from '#core/safety/index.ts'
import type { CupLimits } from '#core/timing/index.ts'
import { printClock, printQuantity, printSpan, type UnitChoice } from '#core/units/index.ts'
import { Callout } from '#app/components/Callout.tsx'

interface CupWarningProps {
  readonly limits: CupLimits | null
  readonly nowMin: number
  readonly units: UnitChoice
}

/** Minutes before the cup must be empty, from which on it is said. */
const WARN_AHEAD_MIN = 8

/** When the full cup must be empty, as soon as that is near. */
export function CupWarning({ limits, nowMin, units }: CupWarningProps) {
  if (!limits || nowMin < limits.stopMin - WARN_AHEAD_MIN) return null
  const leftMin = limits.stopMin - nowMin
  return (
    <div className="mt-3">
      <Callout
        gravity={leftMin > 2 ? 'warn' : 'stop'}
        title={leftMin > 0 ? `The cup must be empty in ${printClock(leftMin * 60)}` : 'Empty the cup now'}
      >
        Left standing it gels near {printSpan(limits.gelMin)} and can reach{' '}
        {printQuantity(limits.peakTempC, units.temperature, 0)}. {CAUTIONS.runaway.text}
      </Callout>
    </div>
  )
}
