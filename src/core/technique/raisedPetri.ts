import { BUBBLES, COVER, DEMOLD, FEATHER, KEEP_BACK, LET_RISE, look, STIR, USE } from './commonSteps.ts'
import { DECANT_FRESH, DROPS, LOOK_AT_CELLS, PETRI } from './petri.ts'
import { IN_CENTRE } from './heldBack.ts'
import type { Technique } from './technique.ts'

/**
 * Petri in a mold with a raised edge: ink gathers over the middle and leaves clear walls, so resin goes into the centre, then ink, then resin into the
 * centre again, which pushes the colour out over the edge. Common practice; how much is kept back has no figure there: half of what lies over the
 * middle, which is about what a usual edge holds.
 */
export const RAISED_PETRI: Technique = {
  id: 'raisedPetri',
  name: 'Raised petri',
  summary:
    'Centre, ink and white, centre again: what is poured last pushes the colour out over the raised edge.',
  face: PETRI.face,
  bed: { usualShareOfDepth: 0.5, usualMm: 4, leastMm: 2 },
  holdsBack: IN_CENTRE,
  aimStep: null,
  bottleneck: 'ink',
  white: PETRI.white,
  ink: PETRI.ink,
  usualLayers: [],
  steps: [
    STIR,
    LET_RISE,
    {
      ...KEEP_BACK,
      title: 'Keep the last pour back in a small cup',
      detail: 'It stays clear. A small cup warms less and thickens later than the rest.',
    },
    {
      ...DECANT_FRESH,
      title: 'Pour into the centre',
      detail: 'Slowly in the middle of every mold: it runs out into the edge by itself.',
      moment: { by: 'clock', fromMin: 3, bestMin: 7, toMin: 11 },
    },
    BUBBLES,
    {
      ...DROPS,
      detail: 'Over the middle, white on each ink at once. The edge stays clear until the last pour.',
    },
    {
      id: 'centre',
      title: 'Pour into the centre again',
      detail: 'Low and slow in one spot: the colour runs outwards before it, over the edge.',
      done: 'Poured again',
      late: 'It no longer runs far: pour it all the same, for the piece is too thin without it, and see what a coloured back or varnish on the edge can do.',
      place: 'pour',
      per: 'piece',
      moment: { by: 'after', step: 'ink', minutes: 0, lateAfterMin: 10 },
      handsOn: { by: 'secondsEach', seconds: 30 },
      takes: 'held',
      needs: [],
      does: 'raises',
      flows: true,
      short: 'centre',
      risks: ['skin'],
      brings: [],
    },
    { ...COVER, moment: { by: 'after', step: 'centre', minutes: 0, lateAfterMin: 10 } },
    LOOK_AT_CELLS,
    FEATHER,
    look('lookLate', 'ink', 60, 'Level, dust, rim: what stands up there is sharp once it is hard.'),
    DEMOLD,
    USE,
  ],
  order: PETRI.order,
}
