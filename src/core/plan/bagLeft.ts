import { whiteCupOf, type BatchRequest } from '../batch/index.ts'
import { AS_PLANNED, type Otherwise } from '../timing/index.ts'
import type { BatchPlan } from './plan.ts'

/** What is in the bag by now, and whether it lasts. */
export interface BagLeft {
  readonly portionG: number
  readonly leftG: number
  /** What the beads still to come take, through the hole as it is now. */
  readonly toComeG: number
  /** By how much that is more than can be pressed out; 0 where it lasts. */
  readonly shortG: number
}

/** The bag after the beads that were laid and with what was stirred anew for it; null where no white is piped. What stays in it cannot be pressed out. */
export function bagLeft(
  { mixes, steps }: Pick<BatchPlan, 'mixes' | 'steps'>,
  { loss }: Pick<BatchRequest, 'loss'>,
  done: Readonly<Record<string, number>>,
  { moreWhiteG }: Pick<Otherwise, 'moreWhiteG'> = AS_PLANNED,
): BagLeft | null {
  const plannedG = whiteCupOf(mixes)?.massG
  const turns = steps.flatMap(({ key, takes }) =>
    takes.flatMap((take) => (take.of === 'beads' && take.bag === null ? [{ key, massG: take.massG }] : [])),
  )
  if (plannedG === undefined || turns.length === 0) return null
  const portionG = plannedG + moreWhiteG
  const sum = (laid: boolean) =>
    turns.filter(({ key }) => (done[key] !== undefined) === laid).reduce((all, { massG }) => all + massG, 0)
  const leftG = Math.max(0, portionG - sum(true))
  const toComeG = sum(false)
  return { portionG, leftG, toComeG, shortG: Math.max(0, toComeG + loss.bagResidueG - leftG) }
}
