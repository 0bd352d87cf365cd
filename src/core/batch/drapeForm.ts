import { longestAcrossMm, shortestAcrossMm, type Outline } from '../mold/index.ts'

/** What a sheet is draped into, or over: round, and hollow as a part of a sphere. */
export interface DrapeForm {
  /** From rim to rim. */
  readonly acrossMm: number
  /** From the rim down to its floor, or over an upturned one from the rim up. */
  readonly deepMm: number
}

/**
 * How far a sheet reaches over the rim of its form, where it is shortest and where it is longest; below 0 it ends inside. Laid through the middle it
 * follows the arc of the form, without stretching.
 */
export function overhangMm(
  outline: Outline,
  { acrossMm, deepMm }: DrapeForm,
): { readonly leastMm: number; readonly mostMm: number } {
  const half = acrossMm / 2
  const radius = (half ** 2 + deepMm ** 2) / (2 * deepMm)
  const steep = Math.asin(Math.min(1, half / radius))
  const arcMm = 2 * radius * (deepMm <= radius ? steep : Math.PI - steep)
  return {
    leastMm: (shortestAcrossMm(outline) - arcMm) / 2,
    mostMm: (longestAcrossMm(outline) - arcMm) / 2,
  }
}
