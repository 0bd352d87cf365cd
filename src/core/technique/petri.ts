import { STAGES } from '../resin/index.ts'
import { BUBBLES, COVER, DECANT, DEMOLD, FEATHER, LET_RISE, look, STIR, USE } from './commonSteps.ts'
import { NO_FLAME } from './order.ts'
import type { StepRule, Technique } from './technique.ts'

export const DECANT_FRESH: StepRule = {
  ...DECANT,
  title: 'Decant',
  detail: 'To the planned depth in every mold.',
  done: 'Decanted',
  moment: { by: 'clock', fromMin: 3, bestMin: 6, toMin: 10 },
}

/** An ink drop and a white drop on it. */
export const DROPS: StepRule = {
  id: 'ink',
  title: 'Ink drop, white drop on it',
  detail: 'White on each ink at once: it drives the colour down. Wipe and cap the needle between drops.',
  done: 'Round done',
  late: 'Ink no longer spreads: finish with white alone in the gaps, or leave them clear for a coloured back.',
  place: 'pour',
  per: 'piece',
  times: 1,
  moment: { by: 'resin', criterion: STAGES.inkSpreads },
  handsOn: { by: 'drops', of: 'inkAndWhite' },
  takes: 'drops',
  needs: ['inks', 'needle', 'wipes'],
  does: 'inks',
  flows: true,
  short: 'inks',
  brings: ['alcohol', 'white'],
}

export const LOOK_AT_CELLS = look(
  'lookEarly',
  'ink',
  20,
  'Cells have walls now. Clear corners will take one more drop, nothing later will.',
)

/** Ink drops with a white drop on each: white drives the colour down to the face as cells. Common practice. */
export const PETRI: Technique = {
  id: 'petri',
  name: 'Petri',
  summary: 'Fresh resin: an ink drop, a white drop on it at once, until no clear area is left.',
  face: 'mold',
  bed: { usualShareOfDepth: 0.75, usualMm: 6, leastMm: 3 },
  aimStep: null,
  bottleneck: 'ink',
  white: { by: 'needle', mostRounds: 3, cellMm2: 357, dropMl: 0.02 },
  ink: { dropsPerZone: 1 },
  usualLayers: [],
  steps: [
    STIR,
    LET_RISE,
    DECANT_FRESH,
    BUBBLES,
    DROPS,
    { ...COVER, moment: { by: 'after', step: 'ink', minutes: 0, lateAfterMin: 10 } },
    LOOK_AT_CELLS,
    FEATHER,
    look('lookLate', 'ink', 60, 'Level, dust, rim.'),
    DEMOLD,
    USE,
  ],
  order: [NO_FLAME],
}
