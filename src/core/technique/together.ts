import { closesPerPa, type BloomWhite } from '../resin/index.ts'
import type { Moment, OrderRule, StepId, StepRule, Technique, WhiteRule } from './technique.ts'

/**
 * One pour whose pieces are laid in several ways, from one mix and by one clock. The first way leads: it rests, decants and looks as it does by
 * itself. The others bring what only their pieces get, after the same shared step as in their own pour; what closes first is done first, with
 * the white that is piped.
 */
export function together(ways: readonly Technique[], white: BloomWhite): Technique {
  const [lead, ...others] = ways
  if (others.length === 0) return lead!
  const brought = others.map((way) => broughtBy(way, lead!))
  const steps = lead!.steps.flatMap((step) => (isOwn(step) ? [] : [step, ...after(step)]))
  return {
    ...lead!,
    white: whiteOf(ways),
    steps: steps.map((step, k) => led(step, steps.slice(0, k), steps[k + 1])),
    order: ways.flatMap((way) => way.order.map((rule) => orderOf(rule, way, lead!))),
    ways,
  }

  function after(shared: StepRule): readonly StepRule[] {
    const own: readonly StepRule[] = following(lead!, shared).map((step) => ({ ...step, way: lead!.id }))
    return brought.reduce((all, each) => merged(all, each.get(shared.id) ?? [], white), own)
  }
}

/** The way that pieces of that pour are laid in; the pour itself where all are laid in one. */
export function wayOf(pour: Technique, id: string): Technique {
  return pour.ways?.find((way) => way.id === id) ?? pour
}

/** The per-piece steps that decide how many pieces fit, the leading way's first. */
export function bottlenecksOf({ ways = [], bottleneck, steps }: Technique): readonly StepId[] {
  const others = ways.slice(1).flatMap(({ id, bottleneck: own }) => {
    const step = steps.find((each) => each.id === broughtId(id, own))
    return step ? [step.id] : []
  })
  return [bottleneck, ...others]
}

/** What a step is called in a pour that another way leads. */
function broughtId(way: string, id: StepId): StepId {
  return `${way}-${id}`
}

/** Whether pieces laid in that way get that step. */
export function gets(step: Pick<StepRule, 'way'>, way: string): boolean {
  return step.way === undefined || step.way === way
}

function isOwn({ place, shared }: StepRule): boolean {
  return place === 'pour' && !shared
}

/** The steps of its own that a way has right behind that shared one. */
function following({ steps }: Technique, { id }: StepRule): readonly StepRule[] {
  const behind = steps.slice(steps.findIndex((step) => step.id === id) + 1)
  const end = behind.findIndex((step) => !isOwn(step))
  return end < 0 ? behind : behind.slice(0, end)
}

/** What a way brings of its own, by the step of the leading way that it comes after. */
function broughtBy(way: Technique, lead: Technique): ReadonlyMap<StepId, readonly StepRule[]> {
  const own = new Set(way.steps.filter(isOwn).map(({ id }) => id))
  const nameOf = (id: StepId) => (own.has(id) ? broughtId(way.id, id) : sharedWith(lead, way, id).id)
  const named = (moment: Moment): Moment =>
    'step' in moment ? { ...moment, step: nameOf(moment.step) } : moment
  const found = new Map<StepId, readonly StepRule[]>()
  for (const shared of way.steps.filter((step) => step.place === 'pour' && step.shared)) {
    const steps = following(way, shared).map((step) => ({
      ...step,
      id: nameOf(step.id),
      way: way.id,
      moment: named(step.moment),
      ...(step.round && { round: broughtId(way.id, step.round) }),
      // Beside the leading way's own on a strip.
      ...(step.short && { short: `${way.name} ${step.short}` }),
    }))
    const at = sharedWith(lead, way, shared.id).id
    found.set(at, [...(found.get(at) ?? []), ...steps])
  }
  return found
}

/** The leading way's step for one that both have: of the same name, or that does the same; its decant where it has none. */
function sharedWith(lead: Technique, way: Technique, id: StepId): StepRule {
  const common = lead.steps.filter(({ shared }) => shared)
  const does = way.steps.find((step) => step.id === id)?.does
  return (
    common.find((step) => step.id === id) ??
    common.find((step) => does !== undefined && step.does === does) ??
    common.find((step) => step.does === 'empties')!
  )
}

/** Two sequences as one pair of hands goes through them: of the two at hand the one whose resin closes first, the first where they are alike. */
function merged(
  first: readonly StepRule[],
  second: readonly StepRule[],
  white: BloomWhite,
): readonly StepRule[] {
  if (first.length === 0 || second.length === 0) return [...first, ...second]
  if (closingAt(second, white) > closingAt(first, white)) {
    const [next, rest] = roundOf(second)
    return [...next, ...merged(first, rest, white)]
  }
  const [next, rest] = roundOf(first)
  return [...next, ...merged(rest, second, white)]
}

/** The next of those steps, with what is done in one round with it, and the rest. */
function roundOf(steps: readonly StepRule[]): readonly [readonly StepRule[], readonly StepRule[]] {
  const [{ round }] = steps as readonly [StepRule, ...StepRule[]]
  const end = steps.findIndex((step, k) => k > 0 && (round === undefined || step.round !== round))
  return end < 0 ? [steps, []] : [steps.slice(0, end), steps.slice(end)]
}

/** The flow still to come, 1/Pa, with which the next of those steps that waits for the resin is over; 0 where none does. */
function closingAt(steps: readonly StepRule[], white: BloomWhite): number {
  for (const { moment } of steps) if (moment.by === 'resin') return closesPerPa(moment.criterion, white)
  return 0
}

/** A shared step with what other ways put around it: waiting in the cup ends with whatever is next, covering begins when the last piece is done. */
function led(step: StepRule, before: readonly StepRule[], next: StepRule | undefined): StepRule {
  const { moment, handsOn, shared, does } = step
  if (!shared || !next) return step
  if (moment.by === 'before' && handsOn.by === 'none')
    return { ...step, moment: { ...moment, step: next.id } }
  const last = before.findLast(isOwn)
  return moment.by === 'after' && does === 'covers' && last
    ? { ...step, moment: { ...moment, step: last.id } }
    : step
}

/** A rule of one way, of its own pieces alone. */
function orderOf(rule: OrderRule, way: Technique, lead: Technique): OrderRule {
  const own = { ...rule, way: way.id }
  return own.kind === 'waitBetween' && way !== lead ? { ...own, wait: broughtId(way.id, own.wait) } : own
}

/** A bag where any way pipes, a needle where any drops its white: what the pour as a whole has to have at hand. */
function whiteOf(ways: readonly Technique[]): WhiteRule {
  const rules = ways.map(({ white }) => white)
  return rules.find(({ by }) => by === 'bag') ?? rules.find(({ by }) => by === 'needle') ?? { by: 'none' }
}
