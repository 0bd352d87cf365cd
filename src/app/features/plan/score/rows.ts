import type { BatchPlan } from '#core/plan/index.ts'
import type { ScoreEdit, StepId, StepRule, Technique } from '#core/technique/index.ts'

/** A step of the pour as it stands in the order of the hands. */
export interface ScoreRow {
  readonly step: StepRule
  /** As the plan tells it. */
  readonly title: string
  readonly count: number
  /** Null until the plan is made with it. */
  readonly beginMin: number | null
  /** How it could go over the pieces otherwise, with the step it goes with; null where it cannot. */
  readonly passes: { readonly edit: Extract<ScoreEdit, { kind: 'pass' }>; readonly next: string } | null
}

/** The steps that can be written on, in the order of the hands: those of the way, or put in between, that the plan goes through. */
export function rowsOf(
  { steps }: Technique,
  plan: Pick<BatchPlan, 'steps'>,
  score: readonly ScoreEdit[],
): readonly ScoreRow[] {
  const isAdded = (id: string) => score.some((edit) => edit.kind === 'added' && edit.id === id)
  const own = steps.flatMap((step): Omit<ScoreRow, 'passes'>[] => {
    const turns = plan.steps.filter(
      ({ step: { id: stepId, place } }) => stepId === step.id && place === 'pour',
    )
    const [first] = turns
    if (first) return [{ step, title: first.step.title, count: turns.length, beginMin: first.beginMin }]
    // What was just put in is there before the plan has its minute; what no mark asks for is not there at all.
    return isAdded(step.id) ? [{ step, title: step.title, count: 1, beginMin: null }] : []
  })
  return own.map((row, k) => ({ ...row, passes: passesOf(own, k) }))
}

function passesOf(
  rows: readonly Pick<ScoreRow, 'step' | 'title' | 'count'>[],
  at: number,
): ScoreRow['passes'] {
  const { step, count } = rows[at]!
  const next = rows[at + 1]
  if (step.per !== 'piece' || count < 2 || !next || next.step.per !== 'piece') return null
  if (step.times !== undefined || next.step.times !== undefined) return null
  if (step.round !== undefined && step.round === next.step.round) {
    const steps = rows.filter((row) => row.step.round === step.round).map((row) => row.step.id)
    return { edit: { kind: 'pass', steps, by: 'step' }, next: next.title }
  }
  return { edit: { kind: 'pass', steps: [step.id, next.step.id], by: 'piece' }, next: next.title }
}

/** The edit that moves the step at that place one up or down; null where nothing stands there. */
export function movedBy(rows: readonly ScoreRow[], at: number, by: -1 | 1): ScoreEdit | null {
  const before = rows[by === -1 ? at - 1 : at + 2]
  return before ? { kind: 'moved', step: rows[at]!.step.id, before: before.step.id } : null
}

/** The edit that puts a step where another stands, which gives way to it; null where that is no other place. */
export function droppedOn(
  rows: readonly Pick<ScoreRow, 'step'>[],
  dragged: StepId,
  onto: StepId,
): ScoreEdit | null {
  const [from, to] = [dragged, onto].map((id) => rows.findIndex(({ step }) => step.id === id))
  const before = rows[to! > from! ? to! + 1 : to!]
  return from! < 0 || from === to || !before ? null : { kind: 'moved', step: dragged, before: before.step.id }
}

/** Whether that goes on with the move before it, so that one of them is enough. */
export function isMoveOf(last: ScoreEdit, next: ScoreEdit): boolean {
  return last.kind === 'moved' && next.kind === 'moved' && last.step === next.step
}
