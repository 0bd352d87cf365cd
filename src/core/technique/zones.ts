import { COVER, DEMOLD, FEATHER, look, NOTHING_DRAWN, STIR, USE } from './commonSteps.ts'
import { BUBBLES_BEFORE_COLOUR, ridges, SKIM, STONES, SWIRL, WHILE_IT_LEVELS } from './onFilm.ts'
import { IN_PARTS } from './heldBack.ts'
import type { Technique } from './technique.ts'

/**
 * Colours poured zone by zone on a clear skim, stones beside one of them, one short swirl once that layer draws a string. Common practice, no source.
 */
export const ZONES: Technique = {
  id: 'zones',
  name: 'Swirled zones',
  summary: 'A clear skim, colours zone by zone, stones beside one of them, one short swirl at the string.',
  face: 'mold',
  bed: { usualShareOfDepth: 0.15, usualMm: 2, leastMm: 1 },
  holdsBack: IN_PARTS,
  ...NOTHING_DRAWN,
  bottleneck: 'zones',
  usualLayers: [],
  steps: [
    STIR,
    SKIM,
    BUBBLES_BEFORE_COLOUR,
    {
      id: 'zones',
      title: 'Pour the colours zone by zone',
      detail: 'Each into its part of the mold, up to the next; what stays clear last, between them.',
      done: 'Zones poured',
      late: ridges('zone'),
      place: 'pour',
      per: 'piece',
      moment: WHILE_IT_LEVELS,
      handsOn: { by: 'secondsEach', seconds: 90 },
      takes: 'held',
      needs: ['wipes'],
      does: 'raises',
      flows: true,
      short: 'zones',
      risks: ['skin'],
      brings: [],
    },
    {
      ...STONES,
      title: 'Set stones beside one of them, if you like',
      detail: 'A little into its neighbour, so that the swirl passes them by.',
      moment: { by: 'after', step: 'zones', minutes: 0, lateAfterMin: 15 },
    },
    {
      ...SWIRL,
      title: 'One short swirl where they meet',
      detail:
        'A stick just under the surface, across the line between two zones and out. It draws a string by now.',
      late: 'It tears and looks curdled from now on: leave the zones as they lie.',
      handsOn: { by: 'secondsEach', seconds: 20 },
    },
    { ...COVER, moment: { by: 'after', step: 'swirl', minutes: 0, lateAfterMin: 10 } },
    FEATHER,
    look('lookLate', 'swirl', 60, 'Level, dust, rim.'),
    DEMOLD,
    USE,
  ],
  order: [],
}
