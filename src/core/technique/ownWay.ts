import { whyNeeded, type Needed } from './order.ts'
import type { TechniqueId } from './registry.ts'
import type { Moment, StepId, StepRule, Technique } from './technique.ts'

/** What somebody does otherwise at one step of a way; what is not said stays as usual. */
export interface StepChange {
  readonly step: StepId
  /** Not done at all. */
  readonly isOut?: boolean | undefined
  /** Hands on it, s, of a piece where it is done piece by piece. */
  readonly handsS?: number | undefined
  /** Minutes before or after the step it hangs on. */
  readonly minutes?: number | undefined
  /** The flow still to come at which it is done, times this: above 1 sooner. */
  readonly flowFactor?: number | undefined
  /** Said behind what the step says. */
  readonly note?: string | undefined
}

/** A way copied and changed: its steps, their figures. Order rules and what can hurt stay those of the way it was copied from. */
export interface OwnWay {
  readonly of: TechniqueId
  readonly name: string
  readonly steps: readonly StepChange[]
}

/** The figures of a step that can be changed, as they usually are; null where it has none. */
export interface StepFigures {
  readonly handsS: number | null
  readonly minutes: number | null
  /** Whether the flow of the resin says when. */
  readonly waitsForFlow: boolean
}

export function figuresOf({ moment, handsOn, does }: StepRule): StepFigures {
  // Short stirring stays soft: nobody makes it shorter.
  const isTimed = does !== 'stirs' && (handsOn.by === 'seconds' || handsOn.by === 'secondsEach')
  return {
    handsS: isTimed ? handsOn.seconds : null,
    minutes: moment.by === 'before' || moment.by === 'after' ? moment.minutes : null,
    waitsForFlow: hasFlow(moment),
  }
}

function hasFlow(moment: Moment): boolean {
  return (
    moment.by === 'resin' && (moment.criterion.by === 'fluidity' || moment.criterion.by === 'bloomNumber')
  )
}

/** Why a change of a way is not taken. */
export type ChangeRefused =
  | { readonly by: 'unknown' }
  | { readonly by: 'needed'; readonly needed: Needed }
  /** The way is made of it. */
  | { readonly by: 'heart' }
  /** Another step hangs on it. */
  | { readonly by: 'waitedFor'; readonly title: string }
  | { readonly by: 'noFigure'; readonly figure: 'handsS' | 'minutes' | 'flowFactor' }

/** Why that step of the way cannot be as that says; null where it can. */
export function refusalOf(technique: Technique, change: StepChange, own: OwnWay): ChangeRefused | null {
  const step = technique.steps.find(({ id }) => id === change.step)
  if (!step || step.place !== 'pour') return { by: 'unknown' }
  if (change.isOut) {
    const needed = whyNeeded(technique, step.id)
    if (needed) return { by: 'needed', needed }
    if (step.id === technique.aimStep || step.id === technique.bottleneck) return { by: 'heart' }
    const out = own.steps.filter(({ isOut }) => isOut).map((each) => each.step)
    const waiting = technique.steps.find(
      ({ id, moment }) => 'step' in moment && moment.step === step.id && !out.includes(id),
    )
    if (waiting) return { by: 'waitedFor', title: waiting.title }
  }
  const figures = figuresOf(step)
  if (change.handsS !== undefined && figures.handsS === null) return { by: 'noFigure', figure: 'handsS' }
  if (change.minutes !== undefined && figures.minutes === null) return { by: 'noFigure', figure: 'minutes' }
  if (change.flowFactor !== undefined && !figures.waitsForFlow)
    return { by: 'noFigure', figure: 'flowFactor' }
  return null
}

/** Whether that changed the moment the whole pour aims at: what is judged of it then tells nothing of the usual one. */
export function movesAim({ aimStep }: Pick<Technique, 'aimStep'>, own: OwnWay | null | undefined): boolean {
  return own?.steps.some(({ step, flowFactor }) => step === aimStep && flowFactor !== undefined) ?? false
}

/** The way as somebody changed it. */
export function changedWay(technique: Technique, own: OwnWay | null | undefined): Technique {
  if (!own || own.of !== technique.id) return technique
  const changes = new Map(own.steps.map((change) => [change.step, change]))
  const steps = technique.steps.flatMap((step) => {
    const change = changes.get(step.id)
    if (!change) return [step]
    return change.isOut ? [] : [changedStep(step, change)]
  })
  return { ...technique, name: own.name, steps }
}

function changedStep(step: StepRule, { handsS, minutes, flowFactor = 1, note }: StepChange): StepRule {
  const { handsOn, moment } = step
  return {
    ...step,
    ...(note && { detail: `${step.detail} ${note}` }),
    ...(note && step.says && { says: { ...step.says, then: `${step.says.then} ${note}` } }),
    ...(handsS !== undefined && 'seconds' in handsOn && { handsOn: { ...handsOn, seconds: handsS } }),
    moment: changedMoment(moment, { minutes, flowFactor }),
  }
}

function changedMoment(
  moment: Moment,
  { minutes, flowFactor }: { readonly minutes: number | undefined; readonly flowFactor: number },
): Moment {
  if ((moment.by === 'before' || moment.by === 'after') && minutes !== undefined)
    return { ...moment, minutes }
  return flowFactor === 1 ? moment : flowing(moment, flowFactor)
}

/** The moment with every bound of its flow times that factor. */
export function flowing(moment: Moment, factor: number): Moment {
  if (moment.by !== 'resin') return moment
  const { criterion } = moment
  switch (criterion.by) {
    case 'bloomNumber':
      return { by: 'resin', criterion: { ...criterion, factor: criterion.factor * factor } }
    case 'fluidity': {
      const { opensPerPa, bestPerPa, closesPerPa } = criterion
      const moved = {
        opensPerPa: opensPerPa === null ? null : opensPerPa * factor,
        bestPerPa: bestPerPa * factor,
        closesPerPa: closesPerPa * factor,
      }
      return { by: 'resin', criterion: { ...criterion, ...moved } }
    }
    default:
      return moment
  }
}
