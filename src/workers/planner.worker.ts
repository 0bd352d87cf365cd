import { expose } from 'comlink'
import { planBatch } from '#core/plan/index.ts'

/** The planner off the main thread: typing never waits for it. */
const planner = { planBatch }

export type Planner = typeof planner

expose(planner)
