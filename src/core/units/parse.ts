import { fail, ok, type Result } from './result.ts'
import { toInner, UNITS, unitOf, type Dimension, type Unit, type UnitId } from './unit.ts'

export type ParseProblem =
  | { readonly kind: 'empty' }
  | { readonly kind: 'notANumber'; readonly text: string }
  | { readonly kind: 'unknownUnit'; readonly text: string; readonly dimensions: readonly Dimension[] }
  | { readonly kind: 'whichOunce'; readonly text: string }
  /** A comma that could part thousands or decimals; as a point it would be that. */
  | { readonly kind: 'whichComma'; readonly asPoint: string }

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

const NUMBER =
  /^([+-]?)(?:(\d+)\s+)?(\d+)\s*\/\s*(\d+)|^[+-]?(?:\d{1,3}(?:,\d{3})+(?:\.\d*)?(?![\d,])|\d+(?:[.,]\d*)?|[.,]\d+)(?:e[+-]?\d+)?/i
const THOUSANDS = /^[+-]?\d{1,3}(?:,\d{3})+(?:\.\d*)?$/
const CLOCK = /^(\d+):([0-5]\d)$/

/**
 * The quantity a person typed ("143g", "2 oz", "1/2 cup", "1,000", "2 lb 3 oz", "5' 3\"", "1:30"), in the inner unit of its dimension.
 *
 * A bare number takes the given default unit. "oz" means weight in a field of mass and US fluid ounces in a field of
 * volume; where both would fit it is refused as `whichOunce`, because people mix the two in one sentence. A comma parts thousands
 * where three figures follow it; any other is asked about.
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
  const clock = CLOCK.exec(plain)
  if (clock && dimensions.includes('time')) return ok(ofClock(clock, bareUnit))
  return parts(plain, text, { dimensions, bareUnit })
}

/** The same, where a volume may be said by weight as well: what was weighed is the volume it comes to, ml, told in the unit it was said in. */
export function parseAmount(
  text: string,
  { dimensions, bareUnit, gPerMl }: Field & { readonly gPerMl: number },
): Result<Quantity & { readonly dimension: Dimension }, ParseProblem> {
  const read = parseQuantity(text, [...dimensions, 'mass'], bareUnit)
  if (!read.ok) return read
  const { value, unit } = read.value
  return unit.dimension === 'mass'
    ? ok({ value: value / gPerMl, unit, dimension: 'volume' })
    : ok({ value, unit, dimension: unit.dimension })
}

/** "1:30" is minutes and seconds in a field of seconds, hours and minutes in any other of time. */
function ofClock([, large, small]: RegExpExecArray, bareUnit: UnitId): Quantity {
  const [upper, lower] = bareUnit === 's' ? (['min', 's'] as const) : (['h', 'min'] as const)
  const value = toInner(Number(large), unitOf(upper)) + toInner(Number(small), unitOf(lower))
  return { value, unit: unitOf(upper) }
}

/** What a bare number behind an amount of these means: "5 h 30". */
const SMALLER: Readonly<Partial<Record<UnitId, UnitId>>> = { h: 'min', min: 's' }

interface Field {
  readonly dimensions: readonly Dimension[]
  readonly bareUnit: UnitId
}

/** One amount, or several of one dimension, the larger unit first. */
function parts(plain: string, text: string, field: Field): Result<Quantity, ParseProblem> {
  const match = NUMBER.exec(plain)
  const amount = match ? amountOf(match) : Number.NaN
  if (!match || !Number.isFinite(amount)) return fail({ kind: 'notANumber', text })
  const rest = plain.slice(match[0].length)
  const comma = match[0].includes(',') && !THOUSANDS.test(match[0].replace(/e.*$/i, ''))
  if (comma || /^,\d/.test(rest)) return fail({ kind: 'whichComma', asPoint: match[0].replace(',', '.') })
  const next = /^\s*([^\d]*[^\d\s.,/+-])[\s,]*(?=\d)/.exec(rest)
  const own = (next ? next[1]! : rest).trim()
  const unit = own === '' ? ok(unitOf(field.bareUnit)) : unitNamed(own, field.dimensions)
  if (!unit.ok) return unit
  const value = toInner(amount, unit.value)
  if (!next) return ok({ value, unit: unit.value })
  const smaller = parts(rest.slice(next[0].length), text, {
    dimensions: [unit.value.dimension],
    bareUnit: SMALLER[unit.value.id] ?? field.bareUnit,
  })
  if (!smaller.ok) return smaller
  const { value: more, unit: last } = smaller.value
  if (unit.value.dimension === 'temperature' || last.size >= unit.value.size)
    return fail({ kind: 'notANumber', text })
  return ok({ value: value + Math.sign(value || 1) * more, unit: unit.value })
}

function amountOf([whole, sign, units, over, under]: RegExpExecArray): number {
  if (over === undefined) return Number(whole.replaceAll(',', ''))
  const size = Number(units ?? 0) + Number(over) / Number(under)
  return sign === '-' ? -size : size
}

function unitNamed(name: string, dimensions: readonly Dimension[]): Result<Unit, ParseProblem> {
  // "oz." is an ounce at the end of its sentence.
  const wanted = name.toLowerCase().replace(/\s+/g, ' ').replace(/\.$/, '')
  const found = UNITS.filter((unit: Unit) => dimensions.includes(unit.dimension)).filter((unit: Unit) =>
    unit.names.some((each) => each.toLowerCase().replace(/\.$/, '') === wanted),
  )
  const [first, second] = found
  if (second) return fail({ kind: 'whichOunce', text: name })
  return first ? ok(first) : fail({ kind: 'unknownUnit', text: name, dimensions })
}
