import { fromInner, toInner, unitOf, type UnitChoice } from '#core/units/index.ts'

/** How an amount of a supply is told: what it is kept in is told in the units chosen. */
export interface SupplyUnit {
  readonly label: string
  readonly shown: (kept: number) => number
  readonly kept: (shown: number) => number
  /** "143 g", "5.1 oz by weight". */
  readonly print: (kept: number) => string
}

/** The unit of a supply that is kept in grams, millilitres or pieces. */
export function supplyUnit(keptIn: string, units: UnitChoice): SupplyUnit {
  const id = keptIn === 'g' ? units.mass : keptIn === 'ml' ? units.volume : null
  const unit = id && unitOf(id)
  const shown = (kept: number) => (unit ? fromInner(kept, unit) : kept)
  const label = unit ? unit.label : keptIn
  return {
    label,
    shown,
    kept: (amount) => (unit ? toInner(amount, unit) : amount),
    print: (kept) => `${figure(shown(kept))} ${label}`,
  }
}

function figure(amount: number): string {
  return amount.toFixed(Math.abs(amount) < 100 && !Number.isInteger(amount) ? 1 : 0)
}
