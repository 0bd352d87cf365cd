import { castingCount, type BatchRequest } from '../batch/index.ts'
import { wearMinor, type MoldCare } from './moldLife.ts'
import { sameUse, type Need } from './needs.ts'
import type { Standing, Supply } from './supply.ts'

/** What a batch costs, in the currency's smallest unit. */
export interface BatchCost {
  readonly pieces: number
  /** What is in the pieces, what is lost on the way, consumables. */
  readonly materialsMinor: number
  readonly wasteMinor: number
  readonly consumablesMinor: number
  readonly moldsMinor: number
  readonly timeMinor: number
  readonly totalMinor: number
  readonly perPieceMinor: number
  /** Names of what has no price yet and counts for nothing. */
  readonly unpriced: readonly string[]
}

export interface CostTask {
  readonly request: BatchRequest
  /** What it takes of resin and colours, as needsOf says. */
  readonly needs: readonly Need[]
  readonly supplies: readonly Supply[]
  /** By supply id. */
  readonly standings: Readonly<Record<string, Standing>>
  readonly care: readonly MoldCare[]
  /** From laying out to the covers, and everything on the rack. */
  readonly handsMin: number
  readonly hourlyMinor: number
}

/** Materials by use, what stays in cups and bags, mold wear, and time at the chosen rate. */
export function costOfBatch(task: CostTask): BatchCost {
  const { request, handsMin, hourlyMinor } = task
  const pieces = castingCount(request)
  const materials = materialCost(task)
  const consumables = consumableCost(task, pieces)
  const molds = moldCost(task)
  const timeMinor = (handsMin / 60) * hourlyMinor
  const totalMinor = materials.usedMinor + materials.wasteMinor + consumables.minor + molds.minor + timeMinor
  return {
    pieces,
    materialsMinor: materials.usedMinor,
    wasteMinor: materials.wasteMinor,
    consumablesMinor: consumables.minor,
    moldsMinor: molds.minor,
    timeMinor,
    totalMinor,
    perPieceMinor: totalMinor / pieces,
    unpriced: [...new Set([...materials.unpriced, ...consumables.unpriced, ...molds.unpriced])],
  }
}

function materialCost({ needs, supplies, standings }: CostTask) {
  const priced = needs.map((need) => {
    const supply = supplies.find(({ of }) => sameUse(of, need.of))
    return { ...need, priceMinor: (supply && standings[supply.id]?.priceMinor) ?? null }
  })
  const sum = (of: (need: (typeof priced)[number]) => number) =>
    priced.reduce((total, need) => total + of(need) * (need.priceMinor ?? 0), 0)
  return {
    usedMinor: sum(({ amount, wasted }) => amount - wasted),
    wasteMinor: sum(({ wasted }) => wasted),
    unpriced: priced.filter(({ priceMinor }) => priceMinor === null).map(({ name }) => name),
  }
}

function consumableCost({ supplies, standings }: CostTask, pieces: number) {
  const used = supplies.flatMap(({ id, name, of }) => {
    const amount = of.kind === 'consumable' ? of.perBatch + of.perPiece * pieces : 0
    return amount > 0 ? [{ name, amount, priceMinor: standings[id]?.priceMinor ?? null }] : []
  })
  return {
    minor: used.reduce((sum, { amount, priceMinor }) => sum + amount * (priceMinor ?? 0), 0),
    unpriced: used.filter(({ priceMinor }) => priceMinor === null).map(({ name }) => name),
  }
}

function moldCost({ request, care }: CostTask) {
  const worn = request.pieces.map(({ mold, count }) => ({
    name: mold.name,
    count,
    wear: wearMinor(mold, care.find(({ id }) => id === mold.id) ?? null),
  }))
  return {
    minor: worn.reduce((sum, { count, wear }) => sum + count * (wear ?? 0), 0),
    unpriced: worn.filter(({ wear }) => wear === null).map(({ name }) => `${name} (mold wear)`),
  }
}

/** How a price is made of a cost. */
export interface Pricing {
  /** On top of the cost: 1 doubles it. */
  readonly marginFrac: number
  /** What a market keeps of the price, below 1. */
  readonly feeFrac: number
}

/**
 * The price at which the fee is paid and the margin left: cost (1 + margin) / (1 - fee), rounded up to the next full step.
 * Throws RangeError for a fee that takes all.
 */
export function priceFor(costMinor: number, { marginFrac, feeFrac }: Pricing, stepMinor: number): number {
  if (!(feeFrac >= 0 && feeFrac < 1))
    throw new RangeError(`priceFor: a fee of ${feeFrac}, expected 0 to below 1`)
  const exact = (costMinor * (1 + marginFrac)) / (1 - feeFrac)
  return Math.ceil(exact / stepMinor - 1e-9) * stepMinor
}
