import { gets } from './together.ts'
import type { Agent, Deed, OrderRule, StepId, StepRule, Technique } from './technique.ts'

/** The rule of whatever gives off alcohol. */
export const NO_FLAME: OrderRule = {
  kind: 'noFlameWith',
  agent: 'alcohol',
  why: 'Alcohol vapour catches fire at room temperature.',
}

/** What burns brings its rule along, into a way that had none: no heat where its vapour may be. */
export function keptFromFlame(pour: Technique): Technique {
  const burns = pour.steps.some(({ brings }) => brings.includes('alcohol'))
  const isRuled = pour.order.some((rule) => rule.kind === 'noFlameWith' && rule.agent === 'alcohol')
  return burns && !isRuled ? { ...pour, order: [...pour.order, NO_FLAME] } : pour
}

export interface OrderBreach {
  readonly rule: OrderRule
  /** The step at which the rule is broken. */
  readonly step: StepId
}

/** Where a sequence of steps breaks the technique's own order rules; empty when it keeps them. */
export function orderBreaches(
  steps: readonly StepRule[],
  rules: readonly OrderRule[],
): readonly OrderBreach[] {
  return rules.flatMap((rule) =>
    seenBy(rule, steps).flatMap((step, place, seen) =>
      breaks(rule, step, seen.slice(0, place)) ? [{ rule, step: step.id }] : [],
    ),
  )
}

/** The steps a rule speaks of: those of its own way's pieces, and of every piece where what it is about is in the air. */
function seenBy({ way, kind }: OrderRule, steps: readonly StepRule[]): readonly StepRule[] {
  return way === undefined || kind === 'noFlameWith' ? steps : steps.filter((step) => gets(step, way))
}

function breaks(rule: OrderRule, step: StepRule, before: readonly StepRule[]): boolean {
  switch (rule.kind) {
    case 'neverAfter':
      return step.brings.includes(rule.never) && before.some((earlier) => earlier.brings.includes(rule.after))
    case 'waitBetween': {
      if (!step.brings.includes(rule.then)) return false
      const lastFirst = before.findLastIndex((earlier) => earlier.brings.includes(rule.first))
      return lastFirst >= 0 && !before.slice(lastFirst).some((earlier) => earlier.id === rule.wait)
    }
    case 'noFlameWith':
      return step.brings.includes('heat') && before.some((earlier) => earlier.brings.includes(rule.agent))
    default:
      return rule satisfies never
  }
}

/** What has come into the resin or the air up to that step. */
function agentsUpTo(steps: readonly StepRule[], stepId: StepId): ReadonlySet<Agent> {
  const place = steps.findIndex((step) => step.id === stepId)
  return new Set(steps.slice(0, place + 1).flatMap((step) => step.brings))
}

/** Why a step of a pour has to be done: without it the cup runs away, there is no white, what was held back is never laid, or a rule of the order is broken. */
export type Needed =
  | { readonly by: 'deed'; readonly does: (typeof NEEDED)[number] }
  | { readonly by: 'rule'; readonly why: string }

const NEEDED = ['stirs', 'pours', 'empties', 'portions', 'raises', 'stacks'] as const

function isNeeded(does: Deed): does is (typeof NEEDED)[number] {
  return NEEDED.some((deed) => deed === does)
}

/** Why that step cannot be left out; null where it can. */
export function whyNeeded({ steps, order }: Technique, stepId: StepId): Needed | null {
  const does = steps.find((step) => step.id === stepId)?.does
  if (does && isNeeded(does)) return { by: 'deed', does }
  const rule = order.find((each) => each.kind === 'waitBetween' && each.wait === stepId)
  return rule ? { by: 'rule', why: rule.why } : null
}

/** Rules that bind the hands at that step: those whose trigger has already happened or happens now. */
export function rulesInForce(technique: Technique, stepId: StepId): readonly OrderRule[] {
  const own = technique.steps.find((step) => step.id === stepId)?.brings ?? []
  return technique.order.filter((rule) => {
    const seen = seenBy(rule, technique.steps)
    if (!seen.some((step) => step.id === stepId)) return false
    const present = agentsUpTo(seen, stepId)
    switch (rule.kind) {
      case 'neverAfter':
        return present.has(rule.after)
      case 'waitBetween':
        return present.has(rule.first) && (own.includes(rule.then) || stepId === rule.wait)
      case 'noFlameWith':
        return present.has(rule.agent)
      default:
        return rule satisfies never
    }
  })
}
