import { printQuantity, type UnitChoice } from '#core/units/index.ts'

/** A length to lay or pipe, in whole centimetres or the inches chosen: "31 cm". */
export function wordLengthOf(mm: number, units: UnitChoice): string {
  return units.length === 'mm' ? `${(mm / 10).toFixed(0)} cm` : printQuantity(mm, units.length, 0)
}
