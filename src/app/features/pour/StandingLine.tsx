import type { BatchPlan } from '#core/plan/index.ts'
import type { RunStep, Standing } from '#core/runsheet/index.ts'
import { printQuantity, type UnitChoice } from '#core/units/index.ts'
import type { School } from '#words/schools.ts'
import { wordStanding } from '#words/standing.ts'
import { FEEL_WORDS } from '#words/vocabulary.ts'
import { sampleAt } from '#app/components/lifeAt.ts'

interface StandingLineProps {
  readonly standing: Standing
  readonly late: string | null
  /** What to wait for by the sign the person trusts; null where it is the clock. */
  readonly sign: string | null
}

/** Whether the step at hand is still to come, due, nearly over or past. */
export function StandingLine({ standing, late, sign }: StandingLineProps) {
  const { word, more } = wordStanding(standing)
  const isSigned = standing.kind === 'soon' && sign !== null
  return (
    <div role="status">
      {isSigned && <p className="font-display text-3xl font-semibold">{sign}</p>}
      <p className={`font-display font-semibold ${STANDING_LOOKS[standing.kind]}`}>
        <span className={isSigned ? 'text-xl' : 'text-3xl'}>{word}</span>
        {more && <span className={isSigned ? 'text-xl' : 'text-2xl'}>, {more}</span>}
      </p>
      {standing.kind === 'past' && late && <p className="max-w-prose text-lg">{late}</p>}
    </div>
  )
}

/** What a verdict looks like wherever it stands. */
export const STANDING_LOOKS: Readonly<Record<Standing['kind'], string>> = {
  soon: '',
  now: 'text-good',
  hurry: 'text-caution',
  past: 'text-stop',
  never: 'text-caution',
}

interface SignTask {
  readonly plan: BatchPlan
  readonly nowMin: number
  readonly school: School
  readonly units: UnitChoice
}

/** Less than this apart a thermometer cannot tell two moments from each other. */
const TELLING_K = 1.5

/** What to wait for by the trusted sign; null where that sign does not change until then, or the clock is trusted. */
export function signOf(turn: RunStep, { plan, nowMin, school, units }: SignTask): string | null {
  if (!turn.expected || school === 'minutes' || nowMin >= turn.fromMin) return null
  const now = sampleAt(plan.life, Math.max(0, nowMin))
  const then = sampleAt(plan.life, turn.fromMin)
  if (school === 'string') return now.feel === then.feel ? null : `Until it ${FEEL_WORDS[then.feel]}`
  if (Math.abs(then.tempC - now.tempC) < TELLING_K) return null
  const change = then.tempC > now.tempC ? 'has warmed' : 'has cooled'
  return `Until the ${turn.expected.where} ${change} to ${printQuantity(then.tempC, units.temperature, 0)}`
}

interface SignsProps {
  readonly life: BatchPlan['life']
  readonly nowMin: number
  readonly units: UnitChoice
}

/** What a probe and a toothpick should find now: the other two signs of the same moment. */
export function Signs({ life, nowMin, units }: SignsProps) {
  const now = sampleAt(life, Math.max(0, nowMin))
  return (
    <p className="text-ink-soft mt-1 text-lg">
      Expected now: {printQuantity(now.tempC, units.temperature, 0)}, {FEEL_WORDS[now.feel]}
      {now.bloomNumber !== null && now.bloomNumber > 0.5 && `, bloom number ${now.bloomNumber.toFixed(0)}`}
    </p>
  )
}
