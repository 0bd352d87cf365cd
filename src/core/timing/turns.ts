import type { StepRule, Technique } from '../technique/index.ts'
import { slotsThatGet, type PieceSlot } from './handsOn.ts'
import { AS_PLANNED, type Otherwise } from './otherwise.ts'

/** One thing to do in the run: a step for the batch, or a step on one piece in one round. */
export interface Turn {
  readonly key: string
  readonly step: StepRule
  readonly pieceNo: number | null
  /** From 1; null where the step is gone through once. */
  readonly roundNo: number | null
}

/** The pieces in the order they are taken. */
export function inOrder(
  slots: readonly PieceSlot[],
  { pieceOrder }: Pick<Otherwise, 'pieceOrder'>,
): readonly PieceSlot[] {
  // A piece that is not told of keeps its place behind those that are.
  const placeOf = ({ no }: PieceSlot) =>
    pieceOrder.includes(no) ? pieceOrder.indexOf(no) : pieceOrder.length
  return pieceOrder.length === 0 ? slots : [...slots].sort((one, other) => placeOf(one) - placeOf(other))
}

/** The technique's steps as turns for those pieces, in the order the hands do them. */
export function turnsOf(
  { steps }: Technique,
  slots: readonly PieceSlot[],
  { leftOut, moreRounds }: Otherwise = AS_PLANNED,
): readonly Turn[] {
  const turns: Turn[] = []
  for (let place = 0; place < steps.length;) {
    const step = steps[place]!
    const group = step.round ? steps.slice(place).filter((each) => each.round === step.round) : [step]
    turns.push(...groupTurns(group, slots, moreRounds))
    place += group.length
  }
  return leftOut.length === 0 ? turns : turns.filter(({ key }) => !leftOut.includes(key))
}

/** Steps of one round are finished on a piece before the next piece is begun. */
function groupTurns(group: readonly StepRule[], slots: readonly PieceSlot[], moreRounds: number): Turn[] {
  const [first] = group
  if (first!.per === 'batch') return [{ key: first!.id, step: first!, pieceNo: null, roundNo: null }]
  const planned = first!.times ?? 1
  const rounds = planned + (first!.times === undefined ? 0 : moreRounds)
  // A round that is added changes no name under which one was marked before it.
  const roundNos = Array.from({ length: rounds }, (_, k) => (planned > 1 || k > 0 ? k + 1 : null))
  return roundNos.flatMap((roundNo) =>
    slots.flatMap((slot) =>
      group
        .filter((step) => slotsThatGet(step, [slot]).length > 0)
        .map((step) => turnOn(step, slot.no, roundNo)),
    ),
  )
}

function turnOn(step: StepRule, pieceNo: number, roundNo: number | null): Turn {
  return {
    key: [step.id, roundNo, pieceNo].filter((part) => part !== null).join('.'),
    step,
    pieceNo,
    roundNo,
  }
}
