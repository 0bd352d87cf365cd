import { fromInner, unitOf, type Dimension, type UnitId } from './unit.ts'

/** Which unit each dimension is shown in. */
export type UnitChoice = Readonly<Record<Exclude<Dimension, 'time' | 'viscosity'>, UnitId>>

export const METRIC: UnitChoice = { mass: 'g', volume: 'ml', length: 'mm', temperature: 'C' }
export const US_CUSTOMARY: UnitChoice = { mass: 'oz-wt', volume: 'fl-oz', length: 'in', temperature: 'F' }

/** Decimals that keep about three telling figures without faking more. */
const DECIMALS: Readonly<Partial<Record<UnitId, number>>> = {
  g: 1,
  'oz-wt': 2,
  'fl-oz': 2,
  ml: 0,
  mm: 1,
  in: 2,
  C: 1,
  F: 0,
}

/** "143.0 g": an inner value in that unit with its label. */
export function printQuantity(value: number, unitId: UnitId, decimals = DECIMALS[unitId] ?? 1): string {
  const unit = unitOf(unitId)
  return `${fromInner(value, unit).toFixed(decimals)} ${unit.label}`
}

/** Decimals of a mass as finely as a scale with steps of so many grams shows it: one more than usual where it is a fine one. */
export function weighedDecimals(unitId: UnitId, graduationG: number): number {
  return (DECIMALS[unitId] ?? 1) + (graduationG < FINE_G ? 1 : 0)
}

const FINE_G = 0.1

/** Several quantities together as they add up in print: 11.7 and 5.0 are 16.7, whatever the unrounded ones are. */
export function printSum(
  values: readonly number[],
  unitId: UnitId,
  decimals = DECIMALS[unitId] ?? 1,
): string {
  const unit = unitOf(unitId)
  const sum = values.reduce((all, value) => all + Number(fromInner(value, unit).toFixed(decimals)), 0)
  return `${sum.toFixed(decimals)} ${unit.label}`
}

/** Minutes from stop-stir as a person says them: "12 min", "4 h 10", "2 d 5 h". */
export function printSpan(minutes: number): string {
  const sign = minutes < 0 ? '−' : ''
  const whole = Math.round(Math.abs(minutes))
  if (whole < 90) return `${sign}${whole} min`
  if (whole < 48 * 60) return `${sign}${Math.floor(whole / 60)} h ${String(whole % 60).padStart(2, '0')}`
  const hours = Math.round(whole / 60)
  return hours % 24 === 0 ? `${sign}${hours / 24} days` : `${sign}${Math.floor(hours / 24)} d ${hours % 24} h`
}

/** A running clock, "24:07" or "1:02:33", with a minus while it counts down to zero. */
export function printClock(seconds: number): string {
  const sign = seconds < 0 ? '−' : ''
  const whole = Math.floor(Math.abs(seconds))
  const two = (part: number) => String(part).padStart(2, '0')
  const hours = Math.floor(whole / 3600)
  const rest = `${two(Math.floor((whole % 3600) / 60))}:${two(whole % 60)}`
  return hours > 0 ? `${sign}${hours}:${rest}` : `${sign}${rest}`
}
