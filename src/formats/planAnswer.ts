import type { BatchPlan } from '#core/plan/index.ts'
import type { RunStep } from '#core/runsheet/index.ts'

/** A plan as programs read it: every step with what is told of it in one row. */
export function planAnswer(plan: BatchPlan) {
  return { ...plan, steps: plan.steps.map(stepAnswer) }
}

function stepAnswer({ step, ...turn }: RunStep) {
  const { id, does, title, detail, done, short, lays, dries, late, place, floats } = step
  return {
    ...turn,
    stepId: id,
    does: does ?? null,
    title,
    detail,
    done,
    short: short ?? null,
    lays: lays ?? null,
    dries: lays !== undefined && dries !== undefined,
    late: late ?? null,
    place,
    floats: floats === true,
  }
}
