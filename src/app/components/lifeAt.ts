import type { LifeSample } from '#core/plan/index.ts'

/** The sample at that minute, its temperature and flow taken between the two nearest; the ends beyond the ends. */
export function sampleAt(life: readonly LifeSample[], min: number): LifeSample {
  const after = life.findIndex((sample) => sample.min >= min)
  if (after <= 0) return after === 0 ? life[0]! : life.at(-1)!
  const one = life[after - 1]!
  const other = life[after]!
  const share = (min - one.min) / (other.min - one.min)
  const between = (a: number, b: number) => a + share * (b - a)
  return {
    ...(share < 0.5 ? one : other),
    min,
    tempC: between(one.tempC, other.tempC),
    conversion: between(one.conversion, other.conversion),
    remainingFluidityPerPa: between(one.remainingFluidityPerPa, other.remainingFluidityPerPa),
    thickenedFrac: between(one.thickenedFrac, other.thickenedFrac),
    bloomNumber:
      one.bloomNumber === null || other.bloomNumber === null
        ? null
        : between(one.bloomNumber, other.bloomNumber),
  }
}
