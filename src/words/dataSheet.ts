import type { BatchPlan } from '#core/plan/index.ts'
import {
  weightRatio,
  type MixedFrom,
  type Resin,
  type SheetFigure,
  type SheetProblem,
} from '#core/resin/index.ts'
import { printQuantity, printSpan, type UnitChoice } from '#core/units/index.ts'

/** What is assumed where a data sheet is silent. */
export const SHEET_FIGURE_WORDS: Readonly<Record<SheetFigure, string>> = {
  viscosity: 'No viscosity: the typical resin’s is assumed, so string and white are told less surely.',
  potLife:
    'No pot life with its mass and temperature: the speed rests on the demold time alone, or on the typical resin, and the forecast is wide.',
  demold: 'No demold time: the hours after gel are those of the typical resin.',
}

/** The sheet's own greatest layer by its own minutes. */
export function wordHotAtGreatest(hotC: number, units: UnitChoice): string {
  return `With that pot life a layer as deep as the sheet allows would reach about ${printQuantity(hotC, units.temperature, 0)} by these figures: they are wary of deep layers of this resin, and the sheet’s own depth is kept as its limit.`
}

/** A sheet that cannot be met, and what could. */
export function wordSheetProblem(problem: SheetProblem): string {
  switch (problem.kind) {
    case 'potLifeOutOfReach':
      return `No resin stays pourable just that long in a cup of that mass: expected ${printSpan(problem.leastMin)} to ${printSpan(problem.mostMin)}. Check the mass and the unit.`
    case 'demoldOutOfReach':
      return `A resin that stays pourable that long is hard enough to demold after ${printSpan(60 * problem.leastHours)} at the soonest and ${printSpan(60 * problem.mostHours)} at the latest. Is the demold time perhaps the one to the next layer, or the full cure? Check both figures, or leave one out.`
    default:
      return problem satisfies never
  }
}

/** Why this plan works on after the label's working time; null where it does not, or where the label tells none. */
export function wordPastWorkingTime(
  { sheet }: Pick<Resin, 'sheet'>,
  { capacity, decant }: Pick<BatchPlan, 'capacity' | 'decant'>,
  units: UnitChoice,
): string | null {
  if (!sheet?.potLife || capacity.endMin <= sheet.potLife.min) return null
  const { min, massG, tempC } = sheet.potLife
  const cup = `${printQuantity(massG, units.mass, units.mass === 'g' ? 0 : 1)} left standing in a cup at ${printQuantity(tempC, units.temperature, 0)}`
  return `The label’s ${printSpan(min)} are those of ${cup}, which heats itself. Decanted at ${printSpan(decant.decantMin)} into a thin bed it stays cooler and flows longer: that is why “${capacity.stepTitle}” may come at ${printSpan(capacity.endMin)}.`
}

/** How far a density may be off that is assumed: craft resins and hardeners lie about so far apart (from memory). */
const DENSITY_OFF_G_PER_ML = 0.04

/** What weighing is worth with what is known of that resin. */
export function wordWeighing({ ratio, densitiesAssumed }: Pick<Resin, 'ratio' | 'densitiesAssumed'>): string {
  if (ratio.by === 'weight' || !densitiesAssumed) return 'Weighing is exact.'
  return 'The label says volumes and the densities are assumed, so weighing may be off by a few per cent: measure by volume until they are known.'
}

/** What an assumed density would change were it another. */
export function wordDensityAssumed(resin: MixedFrom): string {
  if (resin.ratio.by === 'weight') return 'Only ml are told by it: the ratio is by weight.'
  const ratio = weightRatio(resin)
  const other = weightRatio({ ...resin, densityAGPerMl: resin.densityAGPerMl + DENSITY_OFF_G_PER_ML })
  return `Were A ${DENSITY_OFF_G_PER_ML} heavier, ${other.toFixed(3)} parts of A would be weighed for each of B in place of ${ratio.toFixed(3)}.`
}
