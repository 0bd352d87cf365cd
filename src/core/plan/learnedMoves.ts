import type { BatchRequest } from '../batch/index.ts'
import { planBatch, type BatchPlan } from './plan.ts'

/** A minute of the plan that is another for what was learned. */
export interface LearnedMove {
  readonly what: 'decant' | 'aim'
  readonly stepTitle: string
  readonly fromMin: number
  readonly toMin: number
}

/** Less nobody keeps to at a bench. */
const TOLD_FROM_MIN = 1

/** What runs and outcomes moved in that plan: each minute as it is, and as it would be by the label alone. Empty where nothing learned moves one. */
export function learnedMoves(request: BatchRequest): readonly LearnedMove[] {
  if (request.learned === null && request.aimShiftLog === 0) return []
  const now = planBatch(request)
  const alone = planBatch({ ...request, learned: null, aimShiftLog: 0 })
  const told = (
    what: LearnedMove['what'],
    find: (plan: BatchPlan) => BatchPlan['steps'][number] | undefined,
  ) => {
    const [was, is] = [find(alone), find(now)]
    return was && is && Math.abs(was.beginMin - is.beginMin) >= TOLD_FROM_MIN
      ? [{ what, stepTitle: is.step.title, fromMin: was.beginMin, toMin: is.beginMin }]
      : []
  }
  return [
    ...told('decant', ({ steps }) => steps.find(({ step }) => step.does === 'empties')),
    ...told('aim', ({ steps }) => steps.find(({ step: { does } }) => does === 'whites' || does === 'raises')),
  ]
}
