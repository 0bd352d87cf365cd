import { bedOf, DROP_ML, dropLoad, judgedScore, MOST_LOAD, type BatchRequest } from '../batch/index.ts'
import { mayWarm } from '../safety/index.ts'
import { NO_FLAME, orderBreaches } from '../technique/index.ts'
import { slotsThatGet, type Schedule, type TimedTurn } from '../timing/index.ts'
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
    ...onceEach([...brokenOrder(schedule), ...warmedOver(request, schedule)]),
    ...overloads(schedule),
    ...ownMinutes(schedule),
  ]
}

function onceEach(findings: readonly Finding[]): readonly Finding[] {
  return [...new Map(findings.map((finding) => [JSON.stringify(finding), finding])).values()]
}

/**
 * The rules of the order as the hands go through it, each told once: of what is in the air over all pieces, of all else on each piece. That white waits for
 * still ink is no question of the order: the wait is kept whatever stands between.
 */
function brokenOrder({ turns, slots, technique }: Schedule): readonly Finding[] {
  const inAir = technique.order.filter(({ kind }) => kind === 'noFlameWith')
  const onPieces = technique.order.filter(({ kind }) => kind === 'neverAfter')
  const steps = turns.map(({ step }) => step)
  const told = [
    ...orderBreaches(steps, inAir),
    ...slots.flatMap(({ no }) => {
      const own = turns.filter(({ pieceNo }) => pieceNo === null || pieceNo === no)
      return orderBreaches(
        own.map(({ step }) => step),
        onPieces,
      )
    }),
  ]
  const once = new Map(told.map((breach) => [`${breach.step}, ${breach.rule.why}`, breach]))
  return [...once.values()].map(({ rule, step }): Finding => ({
    kind: rule.kind === 'noFlameWith' ? 'heatOnAlcohol' : 'orderBroken',
    stepTitle: steps.find(({ id }) => id === step)!.title,
    why: rule.why,
  }))
}

/** Warm air that was put into a pour something burns in, wherever it stands in it. */
function warmedOver(request: BatchRequest, { technique, turns }: Schedule): readonly Finding[] {
  if (mayWarm(technique, request)) return []
  const added = request.score?.flatMap((edit) =>
    edit.kind === 'added' && edit.work.by === 'warmAir' ? [edit.id] : [],
  )
  const warmed = turns.find(({ step }) => added?.includes(step.id))
  return warmed ? [{ kind: 'heatOnAlcohol', stepTitle: warmed.step.title, why: NO_FLAME.why }] : []
}

/** Pieces that what is dropped in between loads beyond what their bed carries, though their pattern did not. */
function overloads({ fills, slots, technique }: Schedule): readonly Finding[] {
  return fills.flatMap((fill): Finding[] => {
    const own = slots.filter((slot) => slot.fill === fill)
    const given = Math.max(0, ...own.map((slot) => givenTo(slot, technique)))
    const load = dropLoad(fill)
    const share = load.share + (given * DROP_ML) / bedOf(fill).volumeMl
    if (given === 0 || load.share > MOST_LOAD || share <= MOST_LOAD) return []
    const fewer = Math.ceil(((share - MOST_LOAD) * bedOf(fill).volumeMl) / DROP_ML - 1e-9)
    return [{ kind: 'overloaded', moldName: fill.name, share, drops: load.drops + given, fewer }]
  })
}

function givenTo(slot: Schedule['slots'][number], { steps }: Schedule['technique']): number {
  return steps.reduce(
    (sum, step) => sum + (step.gives && slotsThatGet(step, [slot]).length > 0 ? step.gives.drops : 0),
    0,
  )
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
