import type { BatchRequest, CupStrategy } from '../batch/index.ts'
import type { Technique } from '../technique/index.ts'
import { correctedRequest } from './bands.ts'
import { beliefOf } from './belief.ts'
import { missOf, whiteLasts, type Miss } from './holds.ts'
import { scheduleSettled, type Schedule, type SoFar } from './schedule.ts'

/** A cup strategy that was tried before the one that holds, and what would have gone wrong. */
export interface PassedOver {
  readonly strategy: CupStrategy
  readonly why: Miss
}

export interface SettledSchedule extends Schedule {
  readonly passedOver: readonly PassedOver[]
  /** As it would be, before anything is done, with each cup strategy that was tried; with a white that was settled for each of them. */
  readonly tried: readonly Schedule[]
}

/**
 * The schedule of a batch; `done` gives the minutes at which turns were really done, so that a live pour is forecast from
 * what happened and the rest from the model. What the request leaves open, cup and white, is settled before anything is done.
 */
export function scheduleBatch(
  request: BatchRequest,
  technique: Technique,
  done: Readonly<Record<string, number>> = {},
  soFar: Omit<SoFar, 'done'> = {},
): SettledSchedule {
  const isBegun = Object.keys(done).length + Object.keys(soFar).length > 0
  const chosen = isBegun && allChosen(request, technique)
  if (chosen) return { ...scheduleSettled(chosen, technique, { ...soFar, done }), passedOver: [], tried: [] }
  const settled = settle(request, technique)
  if (!isBegun) return settled
  return {
    ...scheduleSettled(settled.request, technique, { ...soFar, done }),
    passedOver: settled.passedOver,
    tried: settled.tried,
  }
}

const STRATEGIES: readonly CupStrategy[] = ['rest', 'split', 'atOnce']

/** The first of the cup strategies in which cup, white and hands hold; the first of all where none does. */
function settle(request: BatchRequest, technique: Technique): SettledSchedule {
  const chosen = cupChosen(request, technique)
  if (chosen) return { ...settleWhite(chosen, technique), passedOver: [], tried: [] }
  const passedOver: PassedOver[] = []
  const all: Schedule[] = []
  // A white that the request settles itself was settled for none of them.
  const tried = () => (request.whiteApart === null ? all : [])
  for (const cupStrategy of STRATEGIES) {
    const schedule = settleWhite({ ...request, cupStrategy }, technique)
    const why = missOf(schedule)
    all.push(schedule)
    if (why === null) return { ...schedule, passedOver, tried: tried() }
    passedOver.push({ strategy: cupStrategy, why })
  }
  return { ...all[0]!, passedOver: [], tried: tried() }
}

/** The request with its cup strategy, where that was chosen or the way leaves no choice; null where it is to be settled. */
function cupChosen(request: BatchRequest, { aimStep }: Technique): BatchRequest | null {
  if (request.cupStrategy !== null) return request
  return aimStep === null ? { ...request, cupStrategy: 'rest' } : null
}

/** The request with cup and white as they were chosen, or as the way leaves no choice; null where either is to be settled. */
function allChosen(request: BatchRequest, technique: Technique): BatchRequest | null {
  const portions = technique.steps.some(({ does }) => does === 'portions')
  if (request.whiteApart === null && portions) return null
  return cupChosen({ ...request, whiteApart: request.whiteApart ?? false }, technique)
}

/** With the white out of the pour's own mix; apart where that one could not wait. */
function settleWhite(request: BatchRequest, technique: Technique): Schedule {
  if (request.whiteApart !== null) return scheduleSettled(request, technique, {})
  const together = scheduleSettled({ ...request, whiteApart: false }, technique, {})
  if (together.whiteCup === null || whiteLasts(together)) return together
  const apart = scheduleSettled({ ...request, whiteApart: true }, technique, {})
  return whiteLasts(apart) ? apart : together
}

/** The request with its cup strategy and white as they were settled when it was planned, by what was believed then. */
export function settledRequest(request: BatchRequest, technique: Technique): BatchRequest {
  if (request.cupStrategy !== null && request.whiteApart !== null) return request
  const { cupStrategy, whiteApart } = scheduleBatch(
    correctedRequest(request, beliefOf(request).mean),
    technique,
  ).request
  return { ...request, cupStrategy, whiteApart }
}
