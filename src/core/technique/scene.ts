import { whitensWhatIsRaised } from './heldBack.ts'
import type { HeldLie, StepRule, Technique } from './technique.ts'

/** What the hands do at a step, as far as it can be drawn. */
export type Gesture =
  | 'stir'
  | 'stirAgain'
  | 'wait'
  | 'divide'
  | 'pour'
  | 'pourOver'
  | 'lift'
  | 'warm'
  | 'drop'
  | 'pipe'
  | 'draw'
  | 'set'
  | 'raise'
  | 'stack'
  | 'gild'
  | 'spritz'
  | 'cover'
  | 'wipeEdge'
  | 'look'
  | 'trim'
  | 'drape'
  | 'free'
  | 'sand'
  | 'mount'
  | 'use'
  | 'brush'

/** What stands on the bench as a step begins. */
export interface Scene {
  /** In its mold, out of it, or, once it was draped, in a form. */
  readonly piece: 'inMold' | 'free' | 'inForm'
  readonly bed: boolean
  readonly inks: boolean
  readonly white: boolean
  /** It lies on what was held back, not under it. */
  readonly whiteOver: boolean
  /** How what was held back lies on the bed by now. */
  readonly raised: HeldLie | null
  /** Stones, or what is laid in. */
  readonly setIn: boolean
  /** What it was poured over still stands in it. */
  readonly object: boolean
}

type Step = Pick<StepRule, 'does' | 'needs' | 'brings' | 'handsOn' | 'takes' | 'lays'>

const BY_DEED: Readonly<Record<NonNullable<StepRule['does']>, Gesture>> = {
  stirs: 'stir',
  portions: 'divide',
  tints: 'divide',
  pours: 'pour',
  empties: 'pour',
  raises: 'raise',
  stacks: 'stack',
  lifts: 'lift',
  inks: 'drop',
  whites: 'pipe',
  shapes: 'draw',
  lays: 'set',
  covers: 'cover',
  feathers: 'wipeEdge',
  trims: 'trim',
  forms: 'drape',
  frees: 'free',
  sands: 'sand',
  mounts: 'mount',
  serves: 'use',
}

/** What is drawn for that step: by what it does, or else by what it lays, needs and leaves to do. */
export function gestureOf({ does, needs, brings, handsOn, takes, lays }: Step): Gesture {
  if (does) return BY_DEED[does] === 'pour' && needs.includes('object') ? 'pourOver' : BY_DEED[does]
  if (lays) return lays === 'bottle' ? 'brush' : 'pour'
  if (handsOn.by === 'drops' || handsOn.by === 'dropsOf') return 'drop'
  if (takes === 'seam') return 'gild'
  if (brings.includes('heat')) return 'warm'
  if (needs.includes('spritz')) return 'spritz'
  if (needs.includes('stones') || needs.includes('putIn')) return 'set'
  if (needs.includes('sticks')) return 'stirAgain'
  return handsOn.by === 'none' ? 'wait' : 'look'
}

/** What stands there as the step at that place in the technique begins. */
export function sceneAt({ steps, holdsBack }: Pick<Technique, 'steps' | 'holdsBack'>, at: number): Scene {
  const gestures = steps.slice(0, at).map(gestureOf)
  const past = (...any: readonly Gesture[]) => gestures.some((gesture) => any.includes(gesture))
  return {
    piece: past('free') ? 'free' : past('drape') ? 'inForm' : 'inMold',
    bed: past('pour', 'pourOver'),
    inks: past('drop'),
    white: steps.slice(0, at).some(({ brings }) => brings.includes('white')),
    whiteOver: whitensWhatIsRaised({ steps }),
    raised: past('raise') ? (holdsBack?.lies ?? null) : null,
    setIn: past('set'),
    object: (past('pourOver') || gestureOf(steps[at]!) === 'pourOver') && !past('lift'),
  }
}
