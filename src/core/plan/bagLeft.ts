import type { BatchRequest } from '../batch/index.ts'
import { AS_PLANNED, type Otherwise } from '../timing/index.ts'
import type { BatchPlan } from './plan.ts'

/** What is in a bag by now, and whether it lasts. */
export interface BagLeft {
  /** Its name; null for the white's. */
  readonly bag: string | null
  readonly portionG: number
  readonly leftG: number
  /** What the beads still to come take, through the hole as it is now. */
  readonly toComeG: number
  /** By how much that is more than can be pressed out; 0 where it lasts. */
  readonly shortG: number
}

/**
 * The bags after the beads that were laid, each with what was portioned for it, the white's with what was stirred anew; none where nothing is piped. What
 * stays in a bag cannot be pressed out.
 */
export function bagsLeft(
  { mixes, steps }: Pick<BatchPlan, 'mixes' | 'steps'>,
  { loss }: Pick<BatchRequest, 'loss'>,
  done: Readonly<Record<string, number>>,
  { moreWhiteG }: Pick<Otherwise, 'moreWhiteG'> = AS_PLANNED,
): readonly BagLeft[] {
  const cups = mixes.filter(({ of }) => of === 'pour' || of === 'white').flatMap((mix) => mix.cups)
  const laid = steps.flatMap(({ key, takes }) =>
    takes.flatMap((take) => (take.of === 'beads' ? [{ key, bag: take.bag, massG: take.massG }] : [])),
  )
  return cups.flatMap(({ holds, name, massG }): BagLeft[] => {
    const bag = holds === 'bag' ? name : null
    const own = laid.filter((each) => each.bag === bag)
    if ((holds !== 'white' && holds !== 'bag') || own.length === 0) return []
    const portionG = massG + (bag === null ? moreWhiteG : 0)
    const sum = (isLaid: boolean) =>
      own.filter(({ key }) => (done[key] !== undefined) === isLaid).reduce((all, each) => all + each.massG, 0)
    const leftG = Math.max(0, portionG - sum(true))
    const toComeG = sum(false)
    return [{ bag, portionG, leftG, toComeG, shortG: Math.max(0, toComeG + loss.bagResidueG - leftG) }]
  })
}
