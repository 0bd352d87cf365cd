import { STAGES } from '../resin/index.ts'
import { BUBBLES, COVER, DECANT, DEMOLD, FEATHER, look, NOTHING_DRAWN, STIR, USE } from './commonSteps.ts'
import { NO_FLAME } from './order.ts'
import { MEETING } from './heldBack.ts'
import type { Technique } from './technique.ts'

/**
 * Two colours or more that billow into each other on a clear film, each thickened apart in its cup. Common practice: about 35 min of rest with
 * a slow resin, no source; with some resins in some rooms there is no such moment.
 */
export const CLOUD: Technique = {
  id: 'cloud',
  name: 'Cloud',
  summary:
    'A clear film and cups that rest apart; then the colours are pulled over it until they meet like smoke.',
  face: 'mold',
  bed: { usualShareOfDepth: 0.25, usualMm: 3, leastMm: 1.5 },
  holdsBack: MEETING,
  ...NOTHING_DRAWN,
  bottleneck: 'pull',
  usualLayers: [],
  steps: [
    STIR,
    {
      ...DECANT,
      title: 'Pour the clear film',
      detail:
        'A quarter of the depth, right to the wall. The tinted cups rest apart from now on: small, they stay near the room.',
      done: 'Film poured',
      // Divided soon: a mix that waits whole warms its cups beforehand.
      moment: { by: 'clock', fromMin: 1, bestMin: 4, toMin: 12 },
    },
    {
      ...BUBBLES,
      detail:
        'Soft brush or blunt stick along the wall, then a brief low heat. Nothing hot once alcohol is about.',
    },
    {
      id: 'stirAgain',
      title: 'Stir the cups again, slowly',
      detail:
        'What lay at the wall is thicker than the middle. No air into it; a cup that feels warm is set aside.',
      done: 'Stirred again',
      place: 'pour',
      per: 'batch',
      moment: { by: 'before', step: 'pull', minutes: 0 },
      handsOn: { by: 'seconds', seconds: 60 },
      needs: ['sticks'],
      risks: ['runaway'],
      brings: [],
    },
    {
      id: 'pull',
      title: 'Pull the colours over the film',
      detail:
        'One colour from the wall half way: it floats on by itself. The next from the other side to meet it. Then a stick round the wall, so that no clear rim stays.',
      done: 'Pulled',
      late: 'Too thick to float on: what meets now keeps a hard edge. Lay the colours side by side and leave the seam alone.',
      place: 'pour',
      per: 'piece',
      moment: { by: 'resin', criterion: STAGES.cloudPull },
      handsOn: { by: 'secondsEach', seconds: 120 },
      takes: 'held',
      needs: ['sticks', 'wipes'],
      does: 'raises',
      flows: true,
      short: 'pull',
      risks: ['skin'],
      brings: [],
    },
    {
      id: 'gildSeam',
      title: 'Gild the seam, if you like',
      detail:
        'Powder in a drop or two of alcohol, drawn at half depth along the line where the colours meet. Nothing hot from now on.',
      done: 'Seam done',
      late: 'It no longer sinks in: gild the piece when it is hard.',
      place: 'pour',
      per: 'piece',
      moment: { by: 'after', step: 'pull', minutes: 15, lateAfterMin: 10 },
      handsOn: { by: 'secondsEach', seconds: 60 },
      takes: 'seam',
      needs: ['powder', 'wipes'],
      risks: ['air'],
      brings: ['alcohol'],
    },
    { ...COVER, moment: { by: 'after', step: 'gildSeam', minutes: 0, lateAfterMin: 10 } },
    FEATHER,
    look('lookLate', 'pull', 60, 'Soft edges, level, dust, rim.'),
    DEMOLD,
    USE,
  ],
  order: [NO_FLAME],
}
