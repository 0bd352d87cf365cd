import { wrap, type Remote } from 'comlink'
import type { Planner } from './planner.worker.ts'

/** Starts the planner's worker. */
export function startPlanner(): Remote<Planner> {
  return wrap<Planner>(
    new Worker(new URL('./planner.worker.ts', import.meta.url), { type: 'module', name: 'planner' }),
  )
}
