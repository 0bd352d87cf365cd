import { mixesOfLayer, pourMixOf, type BatchRequest } from '#core/batch/index.ts'
import type { BatchPlan } from '#core/plan/index.ts'
import { printSpan } from '#core/units/index.ts'
import { clockOf, dayOf } from '#app/components/when.ts'
import { POUR_DESK } from './slabs.ts'

/** Something of a piece that is due: its pour, a layer, a job. */
export interface Due {
  readonly key: string
  readonly title: string
  /** By the clock where the hour is known, else from the pour on. */
  readonly when: string
  /** What is stirred for it, g; 0 where nothing is. */
  readonly massG: number
  /** The desk that it opens; null where there is none. */
  readonly opens: string | null
}

export interface PieceDay {
  readonly name: string
  readonly dues: readonly Due[]
}

const DAY_MIN = 1440

/** What is due, day by day; days on which nothing is are left out. Without an hour for the pour days are told from it on. */
export function daysOf(
  { steps, mixes }: Pick<BatchPlan, 'steps' | 'mixes'>,
  { startAt, layers }: Pick<BatchRequest, 'startAt' | 'layers'>,
): readonly PieceDay[] {
  const startMs = startAt === null ? null : Date.parse(startAt)
  const dayName = (min: number) =>
    startMs === null
      ? daysAfter(Math.max(0, Math.ceil((min - EVENING_MIN) / DAY_MIN)))
      : dayOf(startMs + min * 60_000)
  const when = (min: number) => {
    if (startMs !== null) return clockOf(startMs + min * 60_000)
    return min === 0 ? 'stop-stir' : `after ${printSpan(min)}`
  }
  const dues = [
    { min: 0, title: 'Pour', key: 'pour', opens: POUR_DESK, massG: pourMixOf(mixes).parts.byWeight.totalG },
    ...steps
      .filter(({ step }) => step.place === 'rack')
      .map(({ step: { id: stepId, title, lays }, beginMin }) => ({
        min: beginMin,
        title: layers.find(({ id }) => id === stepId)?.name ?? title,
        key: stepId,
        opens: lays ? stepId : null,
        massG: mixesOfLayer(mixes, stepId).reduce((sum, { parts }) => sum + parts.byWeight.totalG, 0),
      })),
  ].sort((one, other) => one.min - other.min)
  const names = [...new Set(dues.map(({ min }) => dayName(min)))]
  return names.map((name) => ({
    name,
    dues: dues
      .filter(({ min }) => dayName(min) === name)
      .map(({ min, ...due }) => ({ ...due, when: when(min) })),
  }))
}

/** Without an hour the pour is taken to be of the day: what comes later than that is of the next. */
const EVENING_MIN = 10 * 60

function daysAfter(days: number): string {
  if (days === 0) return 'Day of the pour'
  return days === 1 ? 'Next day' : `${days} days after`
}
