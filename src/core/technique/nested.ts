import { STAGES } from '../resin/index.ts'
import { COVER, DEMOLD, FEATHER, look, NOTHING_DRAWN, STIR, USE } from './commonSteps.ts'
import { BUBBLES_BEFORE_COLOUR, ridges, SKIM, STONES, WHILE_IT_LEVELS } from './onFilm.ts'
import { IN_LINES } from './heldBack.ts'
import type { StepRule, Technique } from './technique.ts'

/** What was held back, cup by cup as closed lines. */
export const NESTED_LINES: StepRule = {
  id: 'lines',
  title: 'Pour the cups as lines, one inside the other',
  detail:
    'The first along the wall, each next one close inside it, in the order of the cups. What is left of a cup widens its line before the next is begun; the clear one fills the centre.',
  done: 'Lines laid',
  late: ridges('line'),
  place: 'pour',
  per: 'piece',
  moment: WHILE_IT_LEVELS,
  handsOn: { by: 'secondsEach', seconds: 150 },
  takes: 'held',
  needs: ['wipes'],
  does: 'raises',
  flows: true,
  short: 'lines',
  risks: ['skin'],
  brings: [],
}

export const STONES_IN_CENTRE: StepRule = {
  ...STONES,
  title: 'Set stones into the clear centre, if you like',
  detail:
    'It draws a string now, so that they stay where they are put. One that stands proud wants a clear coat.',
  moment: { by: 'resin', criterion: STAGES.string },
}

/**
 * See-through colours as closed lines one inside the other on a clear skim, from the wall to a clear centre. Common practice, no source.
 */
export const NESTED: Technique = {
  id: 'nested',
  name: 'Nested lines',
  summary: 'A clear skim, then each cup a closed line inside the last, from the wall to a clear centre.',
  face: 'mold',
  bed: { usualShareOfDepth: 0.15, usualMm: 2, leastMm: 1 },
  holdsBack: IN_LINES,
  ...NOTHING_DRAWN,
  bottleneck: 'lines',
  usualLayers: [],
  steps: [
    STIR,
    SKIM,
    BUBBLES_BEFORE_COLOUR,
    NESTED_LINES,
    STONES_IN_CENTRE,
    { ...COVER, moment: { by: 'after', step: 'setStones', minutes: 0, lateAfterMin: 10 } },
    FEATHER,
    look('lookLate', 'lines', 60, 'Lines level with each other, dust, rim.'),
    DEMOLD,
    USE,
  ],
  order: [],
}
