import { expose } from 'comlink'
import { aimedOf, lessonOf } from '#core/journal/index.ts'
import type { BatchRequest } from '#core/batch/index.ts'
import {
  bubblesOf,
  lessonOfSitting,
  planBatch,
  planLive,
  planSitting,
  rightMoments,
  strategiesOf,
  usualBand,
  withSittings,
  type SittingsSoFar,
} from '#core/plan/index.ts'
import { fitDataSheet } from '#core/resin/index.ts'
import { fitNotedRun, type Otherwise, type Reading } from '#core/timing/index.ts'

type RunSoFar = readonly [
  request: BatchRequest,
  done: Readonly<Record<string, number>>,
  readings: readonly Reading[],
  stillFullMin: number,
  sittings: SittingsSoFar,
  otherwise: Otherwise,
]

/** The planner off the main thread: typing never waits for it. */
const planner = {
  planBatch,
  /** A run as its pour and the sittings of its layers have it. */
  planLive: (...[request, done, readings, stillFullMin, sittings, otherwise]: RunSoFar) =>
    planLive(withSittings(request, sittings), done, readings, stillFullMin, otherwise),
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
