import type { BatchPlan } from '#core/plan/index.ts'
import type { RunStep } from '#core/runsheet/index.ts'
import type { Technique } from '#core/technique/index.ts'
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
export function signedStep(step: RunStep, { steps, technique, isFull }: Signed): RunStep | null {
  const rule = technique.steps.find(({ id }) => id === step.stepId)
  if (step.does === 'empties' || (WAIT_FOR_RESIN.includes(step.does) && rule?.moment.by === 'resin'))
    return step
  return isFull && step.handsOnMin === 0 ? (steps.find(({ does }) => does === 'empties') ?? null) : null
}

interface Signed {
  readonly steps: readonly RunStep[]
  readonly technique: Technique
  readonly isFull: boolean
}

const WAIT_FOR_RESIN: readonly RunStep['does'][] = ['shapes', 'lays']

/** What a probe and a toothpick find when that step is planned; and which sign to go by where one of them never comes. */
export function wordSigns(step: RunStep, { plan, roomTempC, units }: SignsTask): string | null {
  if (!step.expected) return null
  const { tempC, feel, where } = step.expected
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
