import { expose } from 'comlink'
import { aimedOf, lessonOf } from '#core/journal/index.ts'
import type { BatchRequest } from '#core/batch/index.ts'
import {
  bubblesOf,
  heldShift,
  lessonOfSitting,
  planBatch,
  learnedMoves,
  planLive,
  type LiveSoFar,
  planSitting,
  rightMoments,
  strategiesOf,
  usualBand,
  withSittings,
  type SittingsSoFar,
} from '#core/plan/index.ts'
import { fitDataSheet } from '#core/resin/index.ts'
import { fitNotedRun } from '#core/timing/index.ts'

/** The planner off the main thread: typing never waits for it. */
const planner = {
  planBatch,
  /** A run as its pour and the sittings of its layers have it. */
  planLive: (request: BatchRequest, sittings: SittingsSoFar, soFar: LiveSoFar) =>
    planLive(withSittings(request, sittings), soFar),
  learnedMoves,
  heldShift,
  planSitting,
  bubblesOf,
  strategiesOf,
  lessonOf,
  lessonOfSitting,
  aimedOf,
  fitDataSheet,
  fitNotedRun,
  usualBand,
  rightMoments,
}

export type Planner = typeof planner

expose(planner)
