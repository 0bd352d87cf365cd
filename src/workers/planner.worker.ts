import { expose } from 'comlink'
import { aimedOf, lessonOf } from '#core/journal/index.ts'
import { planBatch, planLive, planSitting, rightMoments, usualBand } from '#core/plan/index.ts'
import { fitDataSheet } from '#core/resin/index.ts'
import { fitNotedRun } from '#core/timing/index.ts'

/** The planner off the main thread: typing never waits for it. */
const planner = {
  planBatch,
  planLive,
  planSitting,
  lessonOf,
  aimedOf,
  fitDataSheet,
  fitNotedRun,
  usualBand,
  rightMoments,
}

export type Planner = typeof planner

expose(planner)
