import type { LivePlan } from '#core/plan/index.ts'
import { CAUTIONS, isHotCup, tellsRunaway } from '#core/safety/index.ts'
import type { Deed } from '#core/technique/index.ts'
import type { CupLimits, WindowBand } from '#core/timing/index.ts'
import type { UnitChoice } from '#core/units/index.ts'
import { printBand, printEnds } from '#words/minutes.ts'
import { wordBelief, wordReading } from '#words/readings.ts'
import { Callout } from '#app/components/Callout.tsx'

interface BelievedProps {
  readonly bands: Pick<LivePlan['bands'], 'believed' | 'contradictions' | 'readings'>
  /** The step whose best minute matters most, and how sure that is; null where no step waits for the resin. */
  readonly aim: Aim | null
  /** Of the cup that is full still: one that has run away fits no pour, and is warned of as what it is. Nothing once it was emptied. */
  readonly cup?: { readonly limits: CupLimits | null } | undefined
  readonly units: UnitChoice
}

interface Aim {
  readonly does: Deed
  readonly band: WindowBand
}

const AIMS: readonly Deed[] = ['whites', 'inks', 'lays']
const AIM_WORDS: Partial<Record<Deed, string>> = {
  whites: 'White is best',
  inks: 'Inks are best',
  lays: 'Laying in is best',
}

/** Of the deeds that wait for the resin, the one a pour lives from; null where it has none of them. */
export function aimOfPour({ plan, bands }: Pick<LivePlan, 'plan' | 'bands'>): Aim | null {
  for (const does of AIMS) {
    const turn = plan.steps.find((each) => each.step.does === does)
    const band = turn && bands.steps[turn.step.id]
    if (band) return { does, band }
  }
  return null
}

/** How sure the forecast is, what the readings made of it, and which of them it cannot explain. */
export function Believed({ bands, aim, cup, units }: BelievedProps) {
  const told = bands.contradictions.filter((reading) => !cup || !tellsRunaway(reading, cup.limits))
  return (
    <div className="mt-3 flex flex-col gap-2" data-believed>
      <p>
        {aim && (
          <>
            {AIM_WORDS[aim.does]} {printBand(aim.band.best)}
            {aim.band.close && `; as surely it is over ${printEnds(aim.band.close)}`}.{' '}
          </>
        )}
        {wordBelief(bands.believed, bands.readings)}
      </p>
      {told.map((reading) => (
        <Callout
          key={`${reading.kind}-${reading.atMin}`}
          gravity="warn"
          title={`${wordReading(reading, units)} does not fit this resin`}
        >
          No likely course of this pour shows that. It is counted only in part: check the thermometer and its
          unit, or that the right resin was chosen, and trust the toothpick.
          {cup && isHotCup(reading) && ` If it is so hot: ${CAUTIONS.runaway.text}`}
        </Callout>
      ))}
    </div>
  )
}
