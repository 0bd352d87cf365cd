import { pipedOn, takingTurns, type BatchRequest, type MoldFill } from '../batch/index.ts'
import { beadLengthMm } from '../pattern/index.ts'
import { gets, type StepRule, type Technique } from '../technique/index.ts'

/** One piece of the order, numbered from 1 through all molds. */
export interface PieceSlot {
  readonly no: number
  readonly fill: MoldFill
}

/** The order as single pieces. */
export function pieceSlots(fills: readonly MoldFill[]): readonly PieceSlot[] {
  return fills
    .flatMap((fill) => Array.from({ length: fill.count }, () => fill))
    .map((fill, k) => ({ no: k + 1, fill }))
}

/** The pieces that get that step. */
export function slotsThatGet(
  step: Pick<StepRule, 'way' | 'on'>,
  slots: readonly PieceSlot[],
): readonly PieceSlot[] {
  return slots.filter(({ no, fill }) => gets(step, fill.technique) && (step.on?.includes(no) ?? true))
}

/** Whether that piece's marks ask for that step at all. */
export function isAskedFor({ handsOn, bag }: Pick<StepRule, 'handsOn' | 'bag'>, { laid }: MoldFill): boolean {
  switch (handsOn.by) {
    case 'drops':
      return laid.drops.length + (handsOn.of === 'white' ? 0 : laid.sprinkles.length) > 0
    case 'bead':
      return beadsOf(laid, bag).length > 0
    case 'strokes':
      return laid.strokes.length > 0
    default:
      return true
  }
}

/** To lay one bag down, wipe its tip and take the other (common practice, from memory). */
const CHANGE_BAG_S = 4
/** A swirl in the centre takes about as long as two strokes. */
const SWIRL_STROKES = 2

/** Minutes a step keeps the hands: on one piece where it is done per piece, else on all of those pieces that get it. */
export function handsOnMin(step: StepRule, slots: readonly PieceSlot[], job: HandsJob): number {
  return secondsOf(step, slotsThatGet(step, slots), job) / 60
}

export interface HandsJob {
  readonly request: BatchRequest
  readonly technique: Technique
}

/** The beads of that bag, null for the white's; all of them where none is said. */
function beadsOf({ beads }: MoldFill['laid'], bag: StepRule['bag']): MoldFill['laid']['beads'] {
  return bag === undefined ? beads : beads.filter((bead) => (bead.bag ?? null) === bag)
}

function secondsOf(
  { handsOn, bag, inTurn, pours }: Pick<StepRule, 'handsOn' | 'bag' | 'inTurn' | 'pours'>,
  slots: readonly PieceSlot[],
  job: HandsJob,
): number {
  const { hands } = job.request
  const sum = (each: (fill: MoldFill) => number) => slots.reduce((total, slot) => total + each(slot.fill), 0)
  switch (handsOn.by) {
    case 'none':
      return 0
    case 'seconds':
      return handsOn.seconds
    case 'secondsEach':
      return handsOn.seconds * slots.length
    case 'decant':
      return (hands.decantS * slots.length) / (pours?.of ?? 1)
    case 'bead':
      return sum((fill) => {
        const beads = beadsOf(fill.laid, bag)
        const lengthMm = beads.reduce((all, bead) => all + beadLengthMm(bead), 0)
        const changes = inTurn ? Math.max(0, takingTurns(pipedOn(fill, job.request)).length - 1) : 0
        return lengthMm / hands.beadMmPerS + hands.ringLiftS * beads.length + CHANGE_BAG_S * changes
      })
    case 'strokes':
      return sum(
        ({ laid }) =>
          hands.strokeS *
          laid.strokes.reduce((strokes, { kind }) => strokes + (kind === 'swirl' ? SWIRL_STROKES : 1), 0),
      )
    case 'drops':
      return sum(({ laid }) => hands.dropS * laid.drops.length * (handsOn.of === 'inkAndWhite' ? 2 : 1))
    case 'dropsOf':
      return hands.dropS * handsOn.drops * slots.length
    default:
      return handsOn satisfies never
  }
}
