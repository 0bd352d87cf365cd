import { bottlenecksOf } from './together.ts'
import type { MarkSort } from '../pattern/index.ts'
import type { Moment, StepId, StepRule, Technique } from './technique.ts'

/**
 * The technique without the steps that no mark of any piece asks for, and without what would have waited for them: what came after such a step comes
 * after what that one came after. What the decant aims at and what decides how many pieces fit stays.
 */
export function withoutIdle(technique: Technique, isIdle: (step: StepRule) => boolean): Technique {
  const fixed = [technique.aimStep, ...bottlenecksOf(technique)]
  const idle = technique.steps.filter((step) => isIdle(step) && !fixed.includes(step.id))
  if (idle.length === 0) return technique
  const gone = new Map<StepId, StepId>()
  const steps = technique.steps.flatMap((step, place): StepRule[] => {
    const waits = step.moment.by === 'settle' && idle.some(({ id }) => isAbout(step.moment, id))
    if (!waits && !idle.includes(step)) return [{ ...step, moment: after(step.moment, gone) }]
    const before = technique.steps[place - 1]
    const upTo = 'step' in step.moment ? step.moment.step : (before?.id ?? step.id)
    gone.set(step.id, gone.get(upTo) ?? upTo)
    return []
  })
  return { ...technique, steps }
}

function isAbout(moment: Moment, id: StepId): boolean {
  return 'step' in moment && moment.step === id
}

function after(moment: Moment, gone: ReadonlyMap<StepId, StepId>): Moment {
  return 'step' in moment ? { ...moment, step: gone.get(moment.step) ?? moment.step } : moment
}

/** The step as it is told by marks of those sorts. */
export function worded(step: StepRule, sorts: ReadonlySet<MarkSort>): StepRule {
  const { says } = step
  const said = says?.of.filter(({ sort }) => sorts.has(sort)) ?? []
  if (!says || said.length === 0) return step
  const titles = said.flatMap(({ title }) => (title === undefined ? [] : [title]))
  const title = titles.join(', ')
  return {
    ...step,
    ...(titles.length === said.length && { title: `${title[0]!.toUpperCase()}${title.slice(1)}` }),
    detail: [...said.map(({ detail }) => detail), says.then].filter((text) => text !== '').join(' '),
  }
}

/** In place of an inking step where glitter or mica is strewn and no ink is dropped: nothing in it burns or moves. */
export function strewingOf(step: StepRule): StepRule {
  const { does: _does, early: _early, late: _late, ...rest } = step
  return {
    ...rest,
    title: 'Strew',
    detail: 'A little, from high up, where the pattern shows it; what lies thick sinks.',
    done: 'Strewn',
    handsOn: { by: 'secondsEach', seconds: STREW_S },
    needs: [],
    short: 'strew',
    brings: [],
  }
}

/** A shaker over one piece (common practice, from memory). */
const STREW_S = 20
