import { TINT, WHITE_APART } from './commonSteps.ts'
import { withoutIdle } from './idle.ts'
import { keptFromFlame } from './order.ts'
import { gets } from './together.ts'
import type { TechniqueId } from './registry.ts'
import type { Deed, StepRule, Technique } from './technique.ts'

/** What a batch makes of its technique: whether the white is a mix of its own, how often drops go over the pieces. */
export interface AsNeeded {
  readonly whiteApart: boolean
  readonly rounds: number
  /** Into how many cups the mix is divided before it is poured; 0 where it is not. */
  readonly cups: number
  /** What they are tinted with gives off a vapour that burns. */
  readonly cupsBurn: boolean
  /** What the first pour is tinted with, by the name of its cup, where the rest waits in cups; null where it stays clear. */
  readonly firstPour: string | null
  /** Some beds lie on a part of the floor. */
  readonly inPart: boolean
  /** In which ways its pieces are laid. */
  readonly ways: readonly TechniqueId[]
  /** The step as the marks of its pieces have it; null where none of them asks for it. */
  readonly marked: (step: StepRule) => StepRule | null
}

/** The technique as that batch goes through it. */
export function asNeeded(
  technique: Technique,
  { whiteApart, rounds, cups, cupsBurn, firstPour, inPart, ways, marked }: AsNeeded,
): Technique {
  const got = technique.steps.filter((step) => ways.some((way) => gets(step, way)))
  const steps = got.map((step) => ({
    ...step,
    ...(step.times !== undefined && { times: rounds }),
    ...(firstPour !== null &&
      step.does === 'empties' &&
      technique.holdsBack && { title: `Pour the ${technique.holdsBack.called.bed}, ${firstPour}` }),
    ...(inPart && step.does === 'empties' && { detail: ON_A_PART }),
    ...(step.does === 'tints' && tinting(step, cups)),
  }))
  const divides = steps.some(({ does }) => does === 'tints')
  const tinted = cups > 0 && !divides ? withTinting(steps, { cups, isLast: firstPour !== null }) : steps
  const safe = cupsBurn ? tinted.map(nearVapour) : tinted
  const pipes = safe.some(({ does }) => does === 'whites')
  const all = whiteApart && pipes && technique.white.by === 'bag' ? withWhiteApart(safe) : safe
  const told = new Map(all.map((step) => [step.id, marked(step)]))
  return withoutIdle(
    keptFromFlame({ ...technique, steps: all.map((step) => told.get(step.id) ?? step) }),
    ({ id }) => told.get(id) === null,
  )
}

/** Nothing hot is used over cups and molds that give off what burns; bubbles are brushed out alone. Common practice. */
function nearVapour(step: StepRule): StepRule {
  if (step.does === 'tints') return { ...step, brings: [...step.brings, 'alcohol'] }
  // Warm air that somebody put in is not changed: it stops the plan.
  if (!step.brings.includes('heat') || !step.needs.includes('brush')) return step
  return {
    ...step,
    detail:
      'Soft brush or blunt stick along the wall. No heat and no flame here: what the cups are tinted with gives off vapour that burns.',
    needs: step.needs.filter((tool) => tool !== 'heat'),
    brings: step.brings.filter((agent) => agent !== 'heat'),
  }
}

/** Common practice. */
const ON_A_PART =
  'Each where it is to lie, as it is told. Fresh resin runs over the whole floor: lean the mold or dam it until it holds, or let it thicken in its cup first.'

/** To weigh a portion off, drop its colours in and stir it (common practice). */
const TINT_S = 45

/** As long as so many cups take, and no later than that before what it leads up to. */
function tinting(step: StepRule, cups: number): Pick<StepRule, 'handsOn' | 'moment'> {
  const seconds = TINT_S * Math.max(1, cups)
  const { moment } = step
  return {
    handsOn: { by: 'seconds', seconds },
    moment: moment.by === 'before' ? { ...moment, minutes: Math.max(moment.minutes, seconds / 60) } : moment,
  }
}

/**
 * The mix divided into cups and tinted, just before the hands do what leads up to pouring it; until then it rests. Where what is left is tinted too, last
 * of all that is taken out of it.
 */
function withTinting(
  steps: readonly StepRule[],
  { cups, isLast }: { readonly cups: number; readonly isLast: boolean },
): readonly StepRule[] {
  const at = steps.findIndex(({ moment, handsOn, does }) =>
    moment.by === 'before' && !isLast ? handsOn.by !== 'none' : does === 'empties',
  )
  const seconds = TINT_S * cups
  const tint: StepRule = {
    ...TINT,
    handsOn: { by: 'seconds', seconds },
    moment: { by: 'before', step: steps[at]!.id, minutes: seconds / 60 },
  }
  const before = steps.slice(0, at).map((step) => {
    const { moment } = step
    return moment.by === 'before' ? { ...step, moment: { ...moment, step: TINT.id } } : step
  })
  return [...before, tint, ...steps.slice(at)]
}

/** The white stirred by itself, after the inks and before they are still, for the hands are free there, or else just before it is piped. What led up to portioning it leads up to the decant. */
function withWhiteApart(steps: readonly StepRule[]): readonly StepRule[] {
  const idOf = (does: Deed) => steps.find((step) => step.does === does)!.id
  const [portions, empties, whites] = [idOf('portions'), idOf('empties'), idOf('whites')]
  const others = steps
    .filter(({ does }) => does !== 'portions')
    .map((step) => {
      const { moment } = step
      return moment.by === 'before' && moment.step === portions
        ? { ...step, moment: { ...moment, step: empties } }
        : step
    })
  const still = others.findIndex(({ moment }) => moment.by === 'settle')
  const at = still < 0 ? others.findIndex(({ id }) => id === whites) : still
  const apart: StepRule = {
    ...WHITE_APART,
    id: portions,
    moment: { by: 'before', step: whites, minutes: WHITE_READY_MIN },
  }
  return [...others.slice(0, at), apart, ...others.slice(at)]
}

/** In its bag so long before the first bead. */
const WHITE_READY_MIN = 1
