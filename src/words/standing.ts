import type { Standing } from '#core/runsheet/index.ts'
import { printClock } from '#core/units/index.ts'

/** The verdict in a word, and what the clock adds to it; the same on every line of every screen. */
export function wordStanding(standing: Standing): { readonly word: string; readonly more: string } {
  switch (standing.kind) {
    case 'soon':
      return { word: 'Soon', more: `in ${printClock(Math.ceil(standing.opensInMin * 60))}` }
    case 'now':
      return {
        word: 'Now',
        more: standing.closesInMin === null ? '' : `for another ${printClock(standing.closesInMin * 60)}`,
      }
    case 'hurry':
      return { word: 'Hurry', more: `${printClock(standing.closesInMin * 60)} left` }
    case 'past':
      return { word: 'Past', more: `by ${printClock(standing.byMin * 60)}` }
    default:
      return standing satisfies never
  }
}

/** On one line. */
export function standingLine(standing: Standing): string {
  const { word, more } = wordStanding(standing)
  return more === '' ? word : `${word}, ${more}`
}
