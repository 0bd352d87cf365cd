/**
 * The units a person may type, with their size in the one unit used inside: g, ml, mm, C, min, Pa.s.
 *
 * International avoirdupois pound and ounce, international inch: exact by the 1959 agreement (NIST SP 811, appendix B).
 * US liquid measures: 1 gal = 231 in3 (NIST Handbook 44, appendix C). Imperial fluid ounce: 4.54609 l / 160
 * (UK Weights and Measures Act 1985). The US cup is the customary one, 8 US fl oz.
 */
export type Dimension = 'mass' | 'volume' | 'length' | 'temperature' | 'time' | 'viscosity'

export interface Unit {
  readonly id: string
  readonly dimension: Dimension
  /** How many inner units one of these is. */
  readonly size: number
  /** Inner value of zero of this unit; only temperature needs it. */
  readonly zero: number
  readonly names: readonly string[]
  /** What is printed behind the figure; an ounce always says which ounce. */
  readonly label: string
}

const usFluidOunceMl = 29.5735295625
const ounceG = 28.349523125

function unit(
  id: string,
  dimension: Dimension,
  size: number,
  label: string,
  names: string[],
  zero = 0,
): Unit {
  return { id, dimension, size, zero, names: [id, label, ...names], label }
}

export const UNITS = [
  unit('g', 'mass', 1, 'g', ['gr', 'gram', 'grams', 'gramme', 'grammes']),
  unit('kg', 'mass', 1000, 'kg', ['kilo', 'kilos', 'kilogram', 'kilograms']),
  unit('oz-wt', 'mass', ounceG, 'oz by weight', [
    'oz',
    'ounce',
    'ounces',
    'oz wt',
    'oz weight',
    'oz by weight',
  ]),
  unit('lb', 'mass', 16 * ounceG, 'lb', ['lbs', 'pound', 'pounds']),
  unit('ml', 'volume', 1, 'ml', [
    'cc',
    'cm3',
    'cm³',
    'milliliter',
    'millilitre',
    'milliliters',
    'millilitres',
  ]),
  unit('l', 'volume', 1000, 'l', ['liter', 'litre', 'liters', 'litres']),
  unit('fl-oz', 'volume', usFluidOunceMl, 'US fl oz', [
    'fl oz',
    'floz',
    'fluid ounce',
    'fluid ounces',
    'oz',
    'ounce',
    'ounces',
    'us fl oz',
    'fl. oz',
    'fl. oz.',
  ]),
  unit('imp-fl-oz', 'volume', 4546.09 / 160, 'imperial fl oz', ['imp fl oz', 'imperial fl oz', 'uk fl oz']),
  unit('cup', 'volume', 8 * usFluidOunceMl, 'US cup', ['cups', 'us cup', 'us cups']),
  unit('tbsp', 'volume', usFluidOunceMl / 2, 'US tbsp', ['tablespoon', 'tablespoons']),
  unit('tsp', 'volume', usFluidOunceMl / 6, 'US tsp', ['teaspoon', 'teaspoons']),
  unit('mm', 'length', 1, 'mm', ['millimeter', 'millimetre', 'millimeters', 'millimetres']),
  unit('cm', 'length', 10, 'cm', ['centimeter', 'centimetre', 'centimeters', 'centimetres']),
  unit('ft', 'length', 304.8, 'ft', ['foot', 'feet', "'", '′']),
  unit('in', 'length', 25.4, 'in', ['inch', 'inches', '"', '″']),
  unit('C', 'temperature', 1, '°C', ['c', '°c', 'celsius', 'deg c']),
  unit('F', 'temperature', 5 / 9, '°F', ['f', '°f', 'fahrenheit', 'deg f'], (-32 * 5) / 9),
  unit('min', 'time', 1, 'min', ['m', 'minute', 'minutes', "'", '′']),
  unit('h', 'time', 60, 'h', ['hr', 'hrs', 'hour', 'hours']),
  unit('d', 'time', 1440, 'd', ['day', 'days']),
  unit('Pas', 'viscosity', 1, 'Pa·s', ['pa s', 'pa.s', 'pa*s']),
  unit('mPas', 'viscosity', 0.001, 'mPa·s', ['mpa s', 'mpa.s', 'cp', 'cps', 'centipoise']),
  unit('s', 'time', 1 / 60, 's', ['sec', 'second', 'seconds']),
] as const satisfies readonly Unit[]

export type UnitId = (typeof UNITS)[number]['id']

export const UNIT_IDS: readonly UnitId[] = UNITS.map((each) => each.id)

/** The unit of that id. Throws RangeError for an id there is no unit for. */
export function unitOf(id: string): Unit {
  const found = UNITS.find((candidate) => candidate.id === id)
  if (!found) throw new RangeError(`unit "${id}" is not one of ${UNITS.map((each) => each.id).join(', ')}`)
  return found
}

/** Inner value (g, ml, mm, C, min) of an amount in that unit. */
export function toInner(amount: number, { size, zero }: Unit): number {
  return amount * size + zero
}

/** Amount in that unit of an inner value. */
export function fromInner(value: number, { size, zero }: Unit): number {
  return (value - zero) / size
}
