import type { LivePlan } from '#core/plan/index.ts'
import type { UnitChoice } from '#core/units/index.ts'
import { printBand, printEnds } from '#words/minutes.ts'
import { wordBelief, wordReading } from '#words/readings.ts'
import { Callout } from '#app/components/Callout.tsx'

interface BelievedProps {
  readonly bands: LivePlan['bands']
  readonly units: UnitChoice
}

/** How sure the forecast is, what the readings made of it, and which of them it cannot explain. */
export function Believed({ bands, units }: BelievedProps) {
  const white = bands.steps.white ?? bands.steps.ink
  if (!white) return null
  return (
    <div className="mt-3 flex flex-col gap-2" data-believed>
      <p>
        {bands.steps.white ? 'White is best' : 'Inks are best'} {printBand(white.best)}
        {white.close && `; as surely it is over ${printEnds(white.close)}`}.{' '}
        {wordBelief(bands.believed, bands.readings)}
      </p>
      {bands.contradictions.map((reading) => (
        <Callout
          key={`${reading.kind}-${reading.atMin}`}
          gravity="warn"
          title={`${wordReading(reading, units)} does not fit this resin`}
        >
          No likely course of this pour shows that. It is counted only in part: check the thermometer and its
          unit, or that the right resin was chosen, and trust the toothpick.
        </Callout>
      ))}
    </div>
  )
}
