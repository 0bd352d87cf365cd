import * as v from 'valibot'
import type { LifeHours } from './life.ts'

/** That schema; where nothing is said, that value. */
export const usual = <const Schema extends v.GenericSchema>(
  schema: Schema,
  value: NonNullable<v.InferInput<Schema>>,
) => v.optional(schema, value as never)

/** Awake and free on any day, until somebody says otherwise: no weekday is taken as not free unasked. */
export const USUAL_HOURS: LifeHours = {
  zone: null,
  week: Array.from({ length: 7 }, () => [{ from: '07:00', to: '22:30' }]),
  otherDays: [],
}
/** Molds that stand level and covered at once. */
export const USUAL_PLACES = 8
/** Bowls and cups that draped pieces cure in. */
export const USUAL_FORMS = 4

/** Rates for the cost of a piece and the price helper. */
export interface Money {
  /** Code of three letters; null is the currency of the device's region. */
  readonly currency: string | null
  readonly hourlyMinor: number
  /** On top of the cost: 1 doubles it. */
  readonly marginFrac: number
  /** What a market keeps of the price. */
  readonly feeFrac: number
}

export const USUAL_MONEY: Money = { currency: null, hourlyMinor: 1500, marginFrac: 0.5, feeFrac: 0 }
