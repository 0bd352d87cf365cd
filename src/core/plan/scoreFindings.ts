import { judgedScore, type BatchRequest } from '../batch/index.ts'
import { orderBreaches } from '../technique/index.ts'
import type { Schedule, TimedTurn } from '../timing/index.ts'
import type { Finding } from './finding.ts'

/** Half a minute beside a soft edge, or beside a minute somebody chose, is no miss. */
const BESIDE_MIN = 0.5

/** What is to be said of an order of the hands that somebody wrote: what cannot be so, what breaks a rule of the order, minutes beside their windows. */
export function scoreFindings(request: BatchRequest, schedule: Schedule): readonly Finding[] {
  if (!request.score || request.score.length === 0) return []
  return [
    ...judgedScore(request).flatMap(({ edit, refused }): Finding[] =>
      refused ? [{ kind: 'editRefused', edit, refused }] : [],
    ),
    ...brokenOrder(schedule),
    ...ownMinutes(schedule),
  ]
}

/**
 * The rules of the order as the hands go through it on each piece, each told once. That white waits for still ink is no question of the order: the
 * wait is kept whatever stands between.
 */
function brokenOrder({ turns, slots, technique }: Schedule): readonly Finding[] {
  const rules = technique.order.filter(({ kind }) => kind !== 'waitBetween')
  const told = new Set<string>()
  return slots.flatMap(({ no }) => {
    const steps = turns.filter(({ pieceNo }) => pieceNo === null || pieceNo === no).map(({ step }) => step)
    return orderBreaches(steps, rules).flatMap(({ rule, step }): Finding[] => {
      const { title } = steps.find(({ id }) => id === step)!
      const key = `${step}, ${rule.why}`
      if (told.has(key)) return []
      told.add(key)
      return [
        rule.kind === 'noFlameWith'
          ? { kind: 'heatOnAlcohol', stepTitle: title, why: rule.why }
          : { kind: 'orderBroken', stepTitle: title, why: rule.why },
      ]
    })
  })
}

/** Steps whose minute somebody chose: outside of their window, or not to be kept. */
function ownMinutes({ turns, technique }: Schedule): readonly Finding[] {
  return technique.steps.flatMap(({ id, title, atMin }): Finding[] => {
    const own = turns.filter(({ step }) => step.id === id)
    const [first, last] = [own[0], own.at(-1)]
    if (atMin === undefined || !first || !last) return []
    const kept: Finding[] =
      first.beginMin > atMin + BESIDE_MIN
        ? [{ kind: 'minuteNotKept', stepTitle: title, atMin, beginMin: first.beginMin }]
        : []
    return [...kept, ...outside(title, first, last)]
  })
}

function outside(stepTitle: string, first: TimedTurn, last: TimedTurn): readonly Finding[] {
  const { fromMin } = first
  const { toMin } = last
  const early = first.beginMin < fromMin - BESIDE_MIN
  const late = toMin !== null && last.endMin > toMin + BESIDE_MIN
  return early || late
    ? [{ kind: 'minuteOutside', stepTitle, is: early ? 'early' : 'late', fromMin, toMin }]
    : []
}
