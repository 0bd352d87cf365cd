import { COVER, DEMOLD, FEATHER, look, NOTHING_DRAWN, STIR, USE } from './commonSteps.ts'
import { BUBBLES_BEFORE_COLOUR, ridges, SKIM, STONES, WHILE_IT_LEVELS } from './onFilm.ts'
import { IN_LAYERS } from './heldBack.ts'
import type { Technique } from './technique.ts'

/**
 * Clear pockets first, then tints poured into one cup layer by layer and out of it in one stroke or two; a cup for each piece, so that all get the same
 * order and no large mass stands and warms. Common practice, no source.
 */
export const DIRTY_CUP: Technique = {
  id: 'dirtyCup',
  name: 'Dirty cup',
  summary: 'Clear pockets, then tints stacked in one cup and poured out of it in one stroke or two.',
  face: 'mold',
  bed: { usualShareOfDepth: 0.15, usualMm: 2, leastMm: 0.5 },
  holdsBack: IN_LAYERS,
  ...NOTHING_DRAWN,
  bottleneck: 'stroke',
  usualLayers: [],
  steps: [
    STIR,
    {
      ...SKIM,
      title: 'Pour the clear pockets',
      detail:
        'In a few spots, not all over: the colours run round them. The depth told is what it would be if it spread.',
      done: 'Pockets poured',
    },
    BUBBLES_BEFORE_COLOUR,
    {
      ...STONES,
      title: 'Lay chips and stones into the pockets, if you like',
      detail: 'Wetted first, each where it shall show; what stands proud wants a clear coat.',
      moment: { by: 'after', step: 'bubbles', minutes: 0, lateAfterMin: 10 },
    },
    {
      id: 'stack',
      title: 'Stack the tints in one small cup, in their order',
      detail:
        'Slowly along its wall, each on the last; nothing is stirred. The last lies on top and comes out first.',
      done: 'Stacked',
      place: 'pour',
      per: 'piece',
      round: 'stroke',
      moment: WHILE_IT_LEVELS,
      handsOn: { by: 'secondsEach', seconds: 45 },
      takes: 'stacked',
      needs: ['cups'],
      does: 'stacks',
      flows: true,
      risks: ['skin'],
      brings: [],
    },
    {
      id: 'stroke',
      title: 'Pour out of it in one stroke, or two',
      detail:
        'Low and slow from one wall to the other, round the pockets; a second stroke back where the mold is wide. No stick: what is drawn about turns to one colour.',
      done: 'Poured',
      late: ridges('stroke'),
      place: 'pour',
      per: 'piece',
      round: 'stroke',
      moment: WHILE_IT_LEVELS,
      handsOn: { by: 'secondsEach', seconds: 30 },
      takes: 'stroke',
      needs: ['wipes'],
      does: 'raises',
      flows: true,
      short: 'stroke',
      risks: ['skin'],
      brings: [],
    },
    { ...COVER, moment: { by: 'after', step: 'stroke', minutes: 0, lateAfterMin: 10 } },
    FEATHER,
    look('lookLate', 'stroke', 60, 'Level, pockets still clear, dust, rim.'),
    DEMOLD,
    USE,
  ],
  order: [],
}
