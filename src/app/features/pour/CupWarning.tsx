import { CAUTIONS, tellsRunaway } from '#core/safety/index.ts'
import type { CupLimits, Reading } from '#core/timing/index.ts'
import { printClock, printQuantity, printSpan, type UnitChoice } from '#core/units/index.ts'
import { wordReading } from '#words/readings.ts'
import { Callout } from '#app/components/Callout.tsx'

interface CupWarningProps {
  readonly limits: CupLimits | null
  readonly nowMin: number
  /** Of this cup. */
  readonly readings: readonly Reading[]
  readonly units: UnitChoice
}

/** Minutes before the cup must be empty, from which on it is said. */
const WARN_AHEAD_MIN = 8

/** When the full cup must be empty, as soon as that is near; and that it is past emptying where a reading says so. */
export function CupWarning({ limits, nowMin, readings, units }: CupWarningProps) {
  const hot = readings.findLast((reading) => reading.kind === 'temperature')
  if (hot && tellsRunaway(hot, limits))
    return (
      <div className="mt-3">
        <Callout gravity="stop" title={`${wordReading(hot, units)}: this cup has run away`}>
          Pour it into no mold. {CAUTIONS.runaway.text} Where that cannot be, look at the thermometer and its
          unit, and take another reading.
        </Callout>
      </div>
    )
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
