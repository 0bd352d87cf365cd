import { capacityOf } from './capacity.ts'
import type { CupApart } from './apart.ts'
import type { Schedule } from './schedule.ts'

/** What goes wrong first in a schedule: too fast for these hands, the cup full for too long, the white stiff in its bag, the window missed. */
export type Miss = 'tooFast' | 'cup' | 'white' | 'hands'

/** What goes wrong in that schedule, the gravest; null where it holds. */
export function missOf(schedule: Schedule): Miss | null {
  if (schedule.decant.kind === 'tooFast') return 'tooFast'
  if (emptiedLateMin(schedule) > 0 || cupsLate(schedule).length > 0) return 'cup'
  if (!whiteLasts(schedule)) return 'white'
  return capacityOf(schedule, schedule.request).fits ? null : 'hands'
}

/** Minutes by which the hands empty the cup, as it is planned, after it must be empty; 0 or less where they are in time. */
export function emptiedLateMin({ cupLimits, turns }: Schedule): number {
  const decant = turns.find((turn) => turn.step.does === 'empties')
  if (!decant || !cupLimits) return -Infinity
  return decant.endMin - cupLimits.stopMin - ROUNDING_MIN
}

/** The cups that rest apart and must be empty before the hands have laid the last of them. */
export function cupsLate({ apart, turns }: Pick<Schedule, 'apart' | 'turns'>): readonly CupApart[] {
  const emptiedMin = turns.findLast(({ step }) => step.does === 'raises')?.endMin ?? -Infinity
  return apart.filter(({ limits }) => limits !== null && emptiedMin > limits.stopMin)
}

/** A bisection ends within less. */
const ROUNDING_MIN = 0.02

/** Whether the white still comes out of its bag as a bead when the last one is piped. */
export function whiteLasts(schedule: Pick<Schedule, 'whiteCup' | 'turns'>): boolean {
  const { workableMin } = schedule.whiteCup ?? { workableMin: null }
  return workableMin === null || lastBeadMin(schedule) <= workableMin
}

export function lastBeadMin({ turns }: Pick<Schedule, 'turns'>): number {
  return turns.findLast((turn) => turn.step.does === 'whites')?.endMin ?? 0
}
