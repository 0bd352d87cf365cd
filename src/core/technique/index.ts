export { takesCups, whitensWhatIsRaised } from './heldBack.ts'
export { gestureOf, sceneAt, type Gesture, type Scene } from './scene.ts'
import { changedWay, type OwnWay } from './ownWay.ts'
import { gets } from './together.ts'
import { TECHNIQUES, type TechniqueId } from './registry.ts'
import type { Deed, StepId, StepRule, Technique } from './technique.ts'

export { endedAs, endingsFor, ENDINGS, type Ended, type Ending, type EndingId } from './endings.ts'
export { JOB_IDS, JOBS, momentsLeft, withAfter, type OnTheRack } from './after.ts'
export { asNeeded } from './asNeeded.ts'
export { strewingOf, worded } from './idle.ts'
export { STIR, TINT } from './commonSteps.ts'
export {
  LAYER_WAYS,
  LAYER_WHENS,
  layerOfMix,
  mixOfCup,
  dryKey,
  USUAL_AIR,
  tintedKey,
  type LayerToLay,
  type LayerWay,
  type LayerWhen,
  type WayId,
} from './layerWays.ts'
export { LAYER_STARTS, type LayerStart } from './layerStarts.ts'
export { NO_FLAME, orderBreaches, rulesInForce, whyNeeded, type Needed, type OrderBreach } from './order.ts'
export {
  changedWay,
  figuresOf,
  movesAim,
  refusalOf,
  type ChangeRefused,
  type OwnWay,
  type StepChange,
  type StepFigures,
} from './ownWay.ts'
export { addedId, stepsNamed, type EditRefused, type Judged, type ScoreEdit, type Work } from './score.ts'
export { written } from './written.ts'
export { aimEdges, shiftedTechnique } from './shift.ts'
export { bottlenecksOf, gets, together, wayOf } from './together.ts'
export { stepOfKey } from './turnKey.ts'
export { ALWAYS_NEEDED, TOOLS, type ToolGroup, type ToolId } from './tools.ts'
export type {
  Agent,
  Deed,
  HandsOn,
  HeldBack,
  HeldLie,
  InkRule,
  JobId,
  Drying,
  Lasting,
  LayerStartId,
  Moment,
  OrderRule,
  RackWait,
  Risk,
  StepId,
  StepRule,
  Technique,
  WhiteRule,
} from './technique.ts'
export { TECHNIQUES, type TechniqueId } from './registry.ts'

/** What that way is called where somebody may have changed it. */
export function nameOfWay(id: TechniqueId, own: OwnWay | null | undefined): string {
  return changedWay(TECHNIQUES[id], own).name
}

/** A pour as far as the ways of its pieces go: the batch's own, and another where a piece says so. */
export interface Laid {
  readonly technique: TechniqueId
  readonly pieces: readonly { readonly technique?: TechniqueId | undefined }[]
}

/** The ways that pieces of that pour are laid in, the batch's own first where any is. */
export function waysOf({ technique, pieces }: Laid): readonly TechniqueId[] {
  const ways = new Set(pieces.map((order) => order.technique ?? technique))
  if (ways.size === 0) return [technique]
  return ways.has(technique) ? [...new Set([technique, ...ways])] : [...ways]
}

/** Whether inks and white are laid in a pattern, so that there is one to draw. */
export function isDrawn(id: TechniqueId): boolean {
  return TECHNIQUES[id].white.by !== 'none'
}

/** Whether something is laid into it. */
export function isLaidInto(id: TechniqueId): boolean {
  return stepThat(TECHNIQUES[id], 'lays') !== undefined
}

/** Whether inks are dropped. */
export function isInked(id: TechniqueId): boolean {
  return stepThat(TECHNIQUES[id], 'inks') !== undefined
}

/** Whether its white is piped from a bag, as beads. */
export function isPiped(id: TechniqueId): boolean {
  return TECHNIQUES[id].white.by === 'bag'
}

/** Whether its white is usually piped as rings, to be dragged into petals. */
export function isFlowered(id: TechniqueId): boolean {
  const { white } = TECHNIQUES[id]
  return white.by === 'bag' && white.lies === 'flower'
}

/** Whether it shares its pour with no other way: its cups, or what is sprayed on it, are for it alone. */
export function standsAlone({ holdsBack, pouredOver }: Pick<Technique, 'holdsBack' | 'pouredOver'>): boolean {
  return holdsBack !== undefined || pouredOver !== undefined
}

/** The rule of that step. Throws RangeError when the technique has no such step. */
export function stepRule(technique: Technique, id: StepId): StepRule {
  const found = technique.steps.find((step) => step.id === id)
  if (!found) throw new RangeError(`technique ${technique.id} has no step "${id}"`)
  return found
}

/** The step that does that; undefined where none does. */
export function stepThat({ steps }: Pick<Technique, 'steps'>, does: Deed): StepRule | undefined {
  return steps.find((step) => step.does === does)
}

/** The minute at which that was marked for the whole batch; null while it was not, or where no step does it. */
export function markedAt(
  does: Deed,
  technique: Pick<Technique, 'steps'>,
  done: Readonly<Record<string, number>>,
): number | null {
  const step = stepThat(technique, does)
  return (step && done[step.id]) ?? null
}

interface MarkedPiece {
  readonly done: Readonly<Record<string, number>>
  readonly pieceNo: number
  /** The way it is laid in. */
  readonly way: TechniqueId
}

/**
 * The minutes at which such steps were marked on one piece, soonest first; nothing where none was. A turn's key is its step, its round where it has
 * several, and its piece.
 */
export function marksOnPiece(
  is: (step: StepRule) => boolean,
  { steps }: Pick<Technique, 'steps'>,
  { done, pieceNo, way }: MarkedPiece,
): readonly number[] {
  const ids = steps.filter((step) => gets(step, way) && is(step)).map(({ id }) => id)
  return Object.entries(done)
    .flatMap(([key, min]) => {
      const parts = key.split('.')
      return parts.length > 1 && ids.includes(parts[0]!) && parts.at(-1) === String(pieceNo) ? [min] : []
    })
    .sort((one, other) => one - other)
}

/** Whether white goes in at that step, piped or with the ink it follows. */
export function bringsWhite({ brings }: StepRule): boolean {
  return brings.includes('white')
}
