import type { CupLife } from '#core/plan/index.ts'
import { printClock } from '#core/units/index.ts'

/** How a small cup stands at that minute from stop-stir: thin, drawing a string, or too stiff to be laid. */
export function wordCupLife({ string, gelMin }: CupLife, nowMin: number): string {
  if (gelMin !== null && nowMin >= gelMin) return 'Gelled: let it be.'
  if (!string) return 'Stays thin for hours.'
  const { openMin, closeMin } = string
  if (nowMin < openMin) return `Thin; draws a string in ${printClock(60 * (openMin - nowMin))}.`
  if (closeMin === null || nowMin < closeMin)
    return `Draws a string${closeMin === null ? '' : ` for another ${printClock(60 * (closeMin - nowMin))}`}.`
  return 'Too late: it no longer spreads by itself.'
}
