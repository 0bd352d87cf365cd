import { techniqueOfPour, type BatchRequest, type CupStrategy } from '#core/batch/index.ts'
import type { BatchPlan, StrategyEffect, WhiteCupPlan } from '#core/plan/index.ts'
import { printQuantity, printSpan, type UnitChoice } from '#core/units/index.ts'
import { printWindow } from '#words/minutes.ts'
import { STRATEGY_WORDS } from '#words/vocabulary.ts'
import { useStrategies } from '#app/platform/queries.ts'

interface CupStrategiesProps {
  readonly plan: BatchPlan
  readonly request: BatchRequest
  readonly units: UnitChoice
  readonly change: (changes: Partial<BatchRequest>) => void
}

/** Where the resin thickens, side by side: every school with what it would do to this batch. */
export function CupStrategies({ request, plan, units, change }: CupStrategiesProps) {
  const effects = useStrategies(request)
  const chosen = request.cupStrategy
  if (techniqueOfPour(request).aimStep === null) return null
  return (
    <section className="sheet" aria-labelledby="cup-heading">
      <h2 id="cup-heading" className="mb-2 text-xl">
        Where it thickens
      </h2>
      <p className="mb-3 max-w-prose text-sm" data-proposed>
        {proposalWords(plan, chosen)}
        {chosen !== null && (
          <button
            className="text-ink ml-2 min-h-11 cursor-pointer underline"
            onClick={() => change({ cupStrategy: null })}
          >
            Let the plan find one
          </button>
        )}
      </p>
      <ul className="grid grid-cols-1 gap-3 sm:grid-cols-3">
        {effects.map((effect) => (
          <li key={effect.strategy}>
            <button
              className="border-line aria-pressed:border-press aria-pressed:bg-sunken h-full w-full rounded-xl border-2 p-3 text-left"
              aria-pressed={effect.strategy === plan.settled.cupStrategy}
              onClick={() => change({ cupStrategy: effect.strategy })}
            >
              <span className="font-semibold">{STRATEGY_WORDS[effect.strategy]}</span>
              <span className="mt-1 block text-sm">{effectWords(effect, units)}</span>
            </button>
          </li>
        ))}
      </ul>
      {plan.whiteCup && <WhiteCupLine whiteCup={plan.whiteCup} units={units} />}
    </section>
  )
}

const MISS_WORDS: Readonly<Record<NonNullable<StrategyEffect['miss']>, string>> = {
  tooFast: 'Too fast for these hands.',
  cup: 'The cup would stand full for too long.',
  white: 'The white would stiffen in its bag.',
  hands: 'Does not fit your hands.',
}

/** Which way it is planned, and why not the ones before it. */
function proposalWords({ settled }: BatchPlan, chosen: CupStrategy | null): string {
  const name = STRATEGY_WORDS[settled.cupStrategy ?? 'rest']
  if (chosen !== null) return `As you chose: ${name}.`
  const passed = settled.passedOver.map(
    ({ strategy, why }) => `${STRATEGY_WORDS[strategy]}: ${MISS_WORDS[why].toLowerCase()}`,
  )
  return `Proposed: ${name}, the first that holds. ${passed.join(' ')}`.trim()
}

function effectWords(effect: StrategyEffect, units: UnitChoice): string {
  const { decantMin, decantTempC, aimed, window, inkWindowMin, cupStopMin, miss } = effect
  const poured = `Decant at ${printSpan(decantMin)} and ${printQuantity(decantTempC, units.temperature, 0)}.`
  const step = `${aimed[0]!.toUpperCase()}${aimed.slice(1)}`
  const aim = window ? `${step} ${printWindow(window)}.` : `No minute is right for it: ${aimed}.`
  const ink = inkWindowMin === null ? '' : ` Inks spread for ${printSpan(inkWindowMin)}.`
  const cup = cupStopMin === null ? '' : ` Cup empty by ${printSpan(cupStopMin)}.`
  return `${poured}${ink} ${aim}${cup} ${miss === null ? 'Holds.' : MISS_WORDS[miss]}`
}

/** The white followed in its own bag, and when to take it. */
function WhiteCupLine({ whiteCup, units }: { whiteCup: WhiteCupPlan; units: UnitChoice }) {
  const { massG, portionedMin, firstBeadMin, tempC, bedTempC, overBed, workableMin, apart } = whiteCup
  const temp = (value: number) => printQuantity(value, units.temperature, 0)
  const thickness =
    overBed === null
      ? 'gelled'
      : overBed < 1
        ? `${(1 / overBed).toFixed(1)} times as fluid as the bed`
        : `${overBed.toFixed(1)} times as thick as the bed`
  return (
    <p className="mt-3 max-w-prose text-sm" data-white-cup>
      The white, {printQuantity(massG, units.mass)} in its bag, is followed by itself:{' '}
      {apart ? 'a small mix of its own, stirred by' : 'taken at'} {printSpan(portionedMin)} it is{' '}
      {temp(tempC)} and {thickness} ({temp(bedTempC)}) when the first bead falls at {printSpan(firstBeadMin)}
      {workableMin === null ? '' : `, and comes out as a bead until ${printSpan(workableMin)}`}.
      {apart ? '' : ' Taken sooner it would not warm with the rest.'}
    </p>
  )
}
