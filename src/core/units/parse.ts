import { fail, ok, type Result } from './result.ts'
import { toInner, UNITS, unitOf, type Dimension, type Unit, type UnitId } from './unit.ts'

export type ParseProblem =
  | { readonly kind: 'empty' }
  | { readonly kind: 'notANumber'; readonly text: string }
  | { readonly kind: 'unknownUnit'; readonly text: string; readonly dimensions: readonly Dimension[] }
  | { readonly kind: 'whichOunce'; readonly text: string }

export interface Quantity {
  readonly value: number
  readonly unit: Unit
}

const VULGAR: Readonly<Record<string, string>> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅓': '1/3',
  '⅔': '2/3',
  '⅛': '1/8',
}

const NUMBER = /^([+-]?)(?:(\d+)\s+)?(\d+)\s*\/\s*(\d+)|^[+-]?(?:\d+(?:[.,]\d*)?|[.,]\d+)(?:e[+-]?\d+)?/i

/**
 * The quantity a person typed ("143g", "2 oz", "1/2 cup", "5,5"), in the inner unit of its dimension.
 *
 * A bare number takes the given default unit. "oz" means weight in a field of mass and US fluid ounces in a field of
 * volume; where both would fit it is refused as `whichOunce`, because people mix the two in one sentence.
 */
export function parseQuantity(
  text: string,
  dimensions: readonly Dimension[],
  bareUnit: UnitId,
): Result<Quantity, ParseProblem> {
  const plain = [...text.trim()]
    .map((mark) => (VULGAR[mark] ? ` ${VULGAR[mark]}` : mark))
    .join('')
    .trim()
  if (plain === '') return fail({ kind: 'empty' })
  const match = NUMBER.exec(plain)
  const amount = match ? amountOf(match) : Number.NaN
  if (!match || !Number.isFinite(amount)) return fail({ kind: 'notANumber', text })
  const suffix = plain.slice(match[0].length).trim()
  const unit = suffix === '' ? ok(unitOf(bareUnit)) : unitNamed(suffix, dimensions)
  return unit.ok ? ok({ value: toInner(amount, unit.value), unit: unit.value }) : unit
}

function amountOf([whole, sign, units, over, under]: RegExpExecArray): number {
  if (over === undefined) return Number(whole.replace(',', '.'))
  const size = Number(units ?? 0) + Number(over) / Number(under)
  return sign === '-' ? -size : size
}

function unitNamed(name: string, dimensions: readonly Dimension[]): Result<Unit, ParseProblem> {
  const wanted = name.toLowerCase().replace(/\s+/g, ' ')
  const found = UNITS.filter((unit: Unit) => dimensions.includes(unit.dimension)).filter((unit: Unit) =>
    unit.names.some((each) => each.toLowerCase() === wanted),
  )
  const [first, second] = found
  if (second) return fail({ kind: 'whichOunce', text: name })
  return first ? ok(first) : fail({ kind: 'unknownUnit', text: name, dimensions })
}
