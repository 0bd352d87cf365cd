import type { BatchPlan } from '#core/plan/index.ts'
import type { RunStep } from '#core/runsheet/index.ts'
import type { StepRule } from '#core/technique/index.ts'
import { printQuantity, type UnitChoice } from '#core/units/index.ts'
import { FEEL_WORDS } from './vocabulary.ts'

/** Less than this a thermometer does not tell a cup from its room (by eye). */
const TELLS_FROM_K = 4

interface SignsTask {
  readonly plan: Pick<BatchPlan, 'steps' | 'life'>
  readonly roomTempC: number
  readonly units: UnitChoice
}

/**
 * The step whose signs tell while that one is at hand: itself where it empties the cup, or moves or takes what is laid in once the resin is there;
 * the emptying while the full cup rests; null otherwise: what follows another step is waited for by no sign.
 */
export function signedStep(turn: RunStep, { steps, isFull }: Signed): RunStep | null {
  const { does, moment } = turn.step
  if (does === 'empties' || (WAIT_FOR_RESIN.includes(does) && moment.by === 'resin')) return turn
  return isFull && turn.handsOnMin === 0 ? (steps.find(({ step }) => step.does === 'empties') ?? null) : null
}

interface Signed {
  readonly steps: readonly RunStep[]
  readonly isFull: boolean
}

const WAIT_FOR_RESIN: readonly StepRule['does'][] = ['shapes', 'lays']

/** What a probe and a toothpick find when that step is planned; and which sign to go by where one of them never comes. */
export function wordSigns(turn: RunStep, { plan, roomTempC, units }: SignsTask): string | null {
  if (!turn.expected) return null
  const { tempC, feel, where } = turn.expected
  const at = `At the planned minute ${WHAT[where].it} is at about ${printQuantity(tempC, units.temperature, 0)} and ${FEEL_VERBS[feel]}.`
  const noWarmth = tempC - roomTempC < TELLS_FROM_K
  const noString = feel === 'runs' && plan.life.length > 0
  const { here } = WHAT[where]
  if (noWarmth && noString)
    return `${at} Go by the minute: ${here} it hardly warms and it draws no string yet.`
  if (noWarmth) return `${at} Go by the string or the minute: ${here} it hardly warms.`
  if (noString) return `${at} Go by the warmth or the minute: ${here} it draws no string yet.`
  return at
}

const WHAT = {
  cup: { it: 'the cup', here: 'in this cup and room' },
  bed: { it: 'what lies in the mold', here: 'so thin' },
} as const

const FEEL_VERBS = {
  ...FEEL_WORDS,
  threads: 'draws a string',
  bends: 'still bends',
  stiff: 'is stiff',
} as const
