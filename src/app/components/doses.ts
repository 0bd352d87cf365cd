import type { Dose } from '#core/batch/index.ts'

/** The one figure of each dose. */
export const FIGURE_OF = {
  dropsPerG: 'drops',
  share: 'frac',
  drops: 'drops',
  mass: 'g',
  scoops: 'scoops',
} as const satisfies Readonly<Record<Dose['by'], string>>

/** A dose as it is begun in each way of counting. */
export const BEGUN_DOSES: { readonly [By in Dose['by']]: Extract<Dose, { by: By }> } = {
  dropsPerG: { by: 'dropsPerG', drops: 0.2 },
  share: { by: 'share', frac: 0.01 },
  drops: { by: 'drops', drops: 5 },
  mass: { by: 'mass', g: 0.5 },
  scoops: { by: 'scoops', scoops: 1 },
}
/** The figure of a dose as it is typed; shares in percent. */
export function figureOf(dose: Dose): number {
  switch (dose.by) {
    case 'dropsPerG':
    case 'drops':
      return dose.drops
    case 'share':
      return Math.round(10_000 * dose.frac) / 100
    case 'mass':
      return dose.g
    case 'scoops':
      return dose.scoops
    default:
      return dose satisfies never
  }
}

/** The dose with that figure. */
export function withFigure(dose: Dose, value: number): Dose {
  switch (dose.by) {
    case 'dropsPerG':
    case 'drops':
      return { ...dose, drops: value }
    case 'share':
      return { ...dose, frac: value / 100 }
    case 'mass':
      return { ...dose, g: value }
    case 'scoops':
      return { ...dose, scoops: value }
    default:
      return dose satisfies never
  }
}
