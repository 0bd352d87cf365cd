import { fromInner, unitOf, type UnitChoice, type UnitId } from '#core/units/index.ts'

/** Sentences of the trade are written in metric: what their units are, and how many decimals the other one wants. */
const WRITTEN: Readonly<
  Record<
    string,
    { readonly unit: (units: UnitChoice) => UnitId; readonly size: number; readonly step: number }
  >
> = {
  '°C': { unit: ({ temperature }) => temperature, size: 1, step: 1 },
  mm: { unit: ({ length }) => length, size: 1, step: 0.01 },
  cm: { unit: ({ length }) => length, size: 10, step: 0.1 },
  g: { unit: ({ mass }) => mass, size: 1, step: 0.1 },
  ml: { unit: ({ volume }) => volume, size: 1, step: 0.1 },
}

const AMOUNT = /(\d+(?:\.\d+)?)(?: (to) (\d+(?:\.\d+)?))?([  ])(°C|K|mm|cm|g|ml)(?![\w/²³^])/g
const PER_K_F = 1.8

/** That sentence with every quantity in the units chosen; one that is in them already stays as it was written. */
export function inUnits(text: string, units: UnitChoice): string {
  return text.replace(
    AMOUNT,
    (as, from: string, to: string | undefined, more: string, gap: string, unit: string) => {
      if (unit === 'K') return spanOf(from, more, units)
      const { unit: wanted, size, step } = WRITTEN[unit]!
      const id = wanted(units)
      const own = unitOf(id)
      if (own.label === unit || (id === 'mm' && unit === 'cm')) return as
      const shown = (amount: string) =>
        String(Number((Math.round(fromInner(Number(amount) * size, own) / step) * step).toFixed(2)))
      const ends = to === undefined ? shown(from) : `${shown(from)} to ${shown(more)}`
      return `${ends}${gap}${own.label}`
    },
  )
}

/** A difference of temperatures, written in kelvin: in the degrees people read. */
function spanOf(from: string, more: string | undefined, { temperature }: UnitChoice): string {
  const perK = temperature === 'F' ? PER_K_F : 1
  const shown = (amount: string) => String(Math.round(Number(amount) * perK))
  return `${shown(from)}${more === undefined ? '' : ` to ${shown(more)}`} ${unitOf(temperature).label}`
}

/** By how much something warms, K, to a tenth of the degrees people read. */
export function wordWarming(byK: number, { temperature }: UnitChoice): string {
  return `${(byK * (temperature === 'F' ? PER_K_F : 1)).toFixed(1)} ${unitOf(temperature).label}`
}
