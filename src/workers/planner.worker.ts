import { expose } from 'comlink'
import { planBatch, planLive } from '#core/plan/index.ts'

/** The planner off the main thread: typing never waits for it. */
const planner = { planBatch, planLive }

export type Planner = typeof planner

expose(planner)
