import type { RunStep } from '#core/runsheet/index.ts'
import type { CalendarEntry } from './calendar.ts'

interface Windows {
  readonly id: string
  readonly name: string
  readonly steps: readonly RunStep[]
  readonly stopStirAtMs: number
  readonly nowMs: number
}

/** A pour is worked by the minute: a bell ten minutes before would be of no use. */
const ALARM_BEFORE_S = 60

/** The steps of a pour that are still to come as entries of a calendar, each once, at its first piece. */
export function pourEntries({ id, name, steps, stopStirAtMs, nowMs }: Windows): readonly CalendarEntry[] {
  const at = (min: number) => stopStirAtMs + 60_000 * min
  const first = steps.filter(
    ({ step: { place, id: stepId }, never, beginMin }, k) =>
      place === 'pour' &&
      !never &&
      beginMin > 0 &&
      at(beginMin) > nowMs &&
      steps.findIndex((each) => each.step.place === 'pour' && each.step.id === stepId) === k,
  )
  return first.map(({ key, step: { title, detail }, beginMin, toMin, endMin }) => ({
    uid: `${id}-${key}@nublo`,
    summary: `${title}: ${name}`,
    detail,
    beginAtMs: at(beginMin),
    endAtMs: at(Math.max(endMin, Math.min(toMin ?? endMin, beginMin + 60))),
    alarmBeforeS: ALARM_BEFORE_S,
  }))
}
