import { fromInner, toInner, unitOf, type UnitChoice } from '#core/units/index.ts'

/** How an amount of a supply is told: what it is kept in is told in the units chosen. */
export interface SupplyUnit {
  readonly label: string
  readonly shown: (kept: number) => number
  readonly kept: (shown: number) => number
  /** "143 g", "5.1 oz by weight". */
  readonly print: (kept: number) => string
  /** What is there by the book, which may have given out more than it took in. */
  readonly printLeft: (left: number) => string
}

/** The unit of a supply that is kept in grams, millilitres or pieces. */
export function supplyUnit(keptIn: string, units: UnitChoice): SupplyUnit {
  const id = keptIn === 'g' ? units.mass : keptIn === 'ml' ? units.volume : null
  const unit = id && unitOf(id)
  const shown = (kept: number) => (unit ? fromInner(kept, unit) : kept)
  const label = unit ? unit.label : keptIn
  const print = (kept: number) =>
    `${figure(shown(kept))} ${kept === 1 && keptIn === 'pieces' ? 'piece' : label}`
  return {
    label,
    shown,
    kept: (amount) => (unit ? toInner(amount, unit) : amount),
    print,
    printLeft: (left) =>
      left < 0 ? `none by the book, and ${print(-left)} more used than bought: count it` : print(left),
  }
}

function figure(amount: number): string {
  return amount.toFixed(Math.abs(amount) < 100 && !Number.isInteger(amount) ? 1 : 0)
}
