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
      return { word: 'Late', more: `by ${printClock(standing.byMin * 60)}` }
    case 'never':
      return { word: 'Does not come', more: 'in this resin and room' }
    default:
      return standing satisfies never
  }
}

/** A cup that stands full past its limit: the one thing to do. */
export const EMPTY_NOW = {
  title: 'Empty the cup now',
  detail:
    'Into the molds. What they do not take goes onto a tray outdoors, spread thin. Everything else waits.',
} as const

/** The same once it has gelled by the plan: it goes into no mold any more. */
export const GELLED_CUP =
  'By this plan it has gelled: it goes into no mold any more. Carry it outdoors on a tray, spread what still flows, do not seal it, do not breathe the fumes. Everything else waits.'

/** On one line. */
export function standingLine(standing: Standing): string {
  const { word, more } = wordStanding(standing)
  return more === '' ? word : `${word}, ${more}`
}
