import { brimVolumeMl, placesOf, type Mold } from '../mold/index.ts'

export interface LeftoverUse {
  readonly mold: Mold
  readonly count: number
  readonly volumeMl: number
}

/** Below this it stays on the cup and the stick. */
const WORTH_ROUTING_ML = 3

/**
 * Where what is left over could go: the largest spare molds that it fills, filled one after another, largest first.
 * Empty when nothing fits; then it is a swatch or a trial on a hidden side.
 */
export function routeLeftover(volumeMl: number, spareMolds: readonly Mold[]): readonly LeftoverUse[] {
  let left = volumeMl
  const uses: LeftoverUse[] = []
  const largestFirst = spareMolds
    .map((mold) => ({ mold, each: brimVolumeMl(mold) }))
    .sort((one, other) => other.each - one.each)
  for (const { mold, each } of largestFirst) {
    const count = Math.min(placesOf(mold), Math.floor(left / each))
    if (left < WORTH_ROUTING_ML || count === 0) continue
    uses.push({ mold, count, volumeMl: each })
    left -= count * each
  }
  return uses
}
